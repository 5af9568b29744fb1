// @ts-check
/** Plain names of hues (OKLCh degrees), for labels and screen readers. */
const NAMES = /** @type {[number, string][]} */ ([
  [12, 'pink'], [38, 'red'], [62, 'orange'], [84, 'ochre'], [112, 'yellow'], [128, 'lime'], [160, 'green'],
  [205, 'teal'], [238, 'sky blue'], [275, 'blue'], [305, 'violet'], [335, 'purple'], [361, 'pink'],
]);

/** @param {number} hue */
export function hueName(hue) {
  const h = ((hue % 360) + 360) % 360;
  return /** @type {[number, string]} */ (NAMES.find(([to]) => h <= to))[1];
}

/** A colour of the hue for the screen. @param {number} hue @param {number} [lightness] @param {number} [chroma] */
export const hueColour = (hue, lightness = 0.7, chroma = 0.13) => `oklch(${lightness} ${chroma} ${hue})`;
