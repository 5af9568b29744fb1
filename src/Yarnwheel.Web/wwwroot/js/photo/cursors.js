// @ts-check

/** @type {Map<string, string>} */
const made = new Map();

/**
 * The cursor of a hand: a cross, the glyph of its kind of part, and whether it adds or takes away.
 * @param {string} kind code of the kind of part @param {boolean} away whether it takes away
 * @returns {string} as CSS has it
 */
export function handCursor(kind, away) {
  const name = `${kind} ${away}`;
  const known = made.get(name);
  if (known) return known;
  // The glyph stands in the menu of kinds.
  const glyph = document.querySelector(`.kinds [data-kind="${kind}"] svg`)?.innerHTML ?? '';
  const cross = 'M13 2V9M13 17V24M2 13H9M17 13H24';
  const sign = away ? 'M21 5H29' : 'M21 5H29M25 1V9';
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="38" height="38"><g fill="none" stroke-linecap="round">`
    + [['#fff', 3.6], ['#000', 1.4]].map(([ink, width]) => `<path d="${cross}" stroke="${ink}" stroke-width="${width}"/><path d="${sign}" stroke="${ink}" stroke-width="${width}"/>`).join('')
    + `<g transform="translate(18 18) scale(0.85)" stroke="#000" stroke-width="1.5" stroke-linejoin="round"><g fill="#fff">${glyph.replace(/class="thin"/g, 'fill="none"')}</g></g></g></svg>`;
  const cursor = `url("data:image/svg+xml,${encodeURIComponent(svg)}") 13 13, crosshair`;
  // A page whose menu is not drawn yet asks again.
  if (glyph) made.set(name, cursor);
  return cursor;
}
