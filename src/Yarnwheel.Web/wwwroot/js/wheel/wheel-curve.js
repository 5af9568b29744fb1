// @ts-check
/**
 * Draws the closed curve through the spokes, as the engine computes it (Fritsch, Butland 1984).
 * Only for the eye: the picture's greys come from the engine.
 * @param {{ hue: number, lift: number }[]} spokes
 * @returns {(hue: number) => number} lift over hue
 */
export function wheelCurve(spokes) {
  const sorted = [...spokes].map(s => ({ hue: s.hue % 360, lift: s.lift })).sort((a, b) => a.hue - b.hue);
  const n = sorted.length;
  if (n === 0) return () => 0;
  if (n === 1) return () => sorted[0].lift;
  const gap = (/** @type {number} */ i) => {
    const width = sorted[(i + 1) % n].hue - sorted[i].hue;
    return width <= 0 ? width + 360 : width;
  };
  const slopes = sorted.map((spoke, i) => {
    const before = (i + n - 1) % n;
    const riseBefore = (spoke.lift - sorted[before].lift) / gap(before);
    const riseAfter = (sorted[(i + 1) % n].lift - spoke.lift) / gap(i);
    if (riseBefore * riseAfter <= 0) return 0;
    const weightBefore = 2 * gap(i) + gap(before);
    const weightAfter = gap(i) + 2 * gap(before);
    return (weightBefore + weightAfter) / (weightBefore / riseBefore + weightAfter / riseAfter);
  });
  return hue => {
    let h = ((hue % 360) + 360) % 360;
    let left = -1;
    for (let i = 0; i < n; i++) if (sorted[i].hue <= h) left = i;
    if (left < 0) {
      left = n - 1;
      h += 360;
    }
    const width = gap(left);
    const t = (h - sorted[left].hue) / width;
    const u = 1 - t;
    return u * u * (1 + 2 * t) * sorted[left].lift + t * t * (3 - 2 * t) * sorted[(left + 1) % n].lift
      + width * (t * u * u * slopes[left] - t * t * u * slopes[(left + 1) % n]);
  };
}
