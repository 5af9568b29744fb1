// @ts-check
/** @typedef {{ x: number, y: number }} Spot */

/**
 * Which points of a way matter: dropping the others moves it by less than a tolerance (Ramer 1972; Douglas, Peucker 1973).
 * @param {Spot[]} spots @param {number} tolerance in their unit
 * @param {(i: number) => boolean} [holds] points that stay in any case
 * @param {(i: number, from: number, to: number, along: number) => number} [further] what else a dropped point would be off by, in tolerances; along: its place between two kept ones, 0 … 1
 * @returns {number[]} their indices
 */
export function thinned(spots, tolerance, holds = () => false, further = () => 0) {
  if (spots.length < 3) return spots.map((_, i) => i);
  const kept = new Uint8Array(spots.length);
  spots.forEach((_, i) => { if (i === 0 || i === spots.length - 1 || holds(i)) kept[i] = 1; });
  const open = [];
  for (let from = 0, i = 1; i < spots.length; i++) {
    if (!kept[i]) continue;
    open.push([from, i]);
    from = i;
  }
  for (let span = open.pop(); span; span = open.pop()) {
    const [from, to] = span;
    const [a, b] = [spots[from], spots[to]];
    const squared = (b.x - a.x) ** 2 + (b.y - a.y) ** 2;
    let worst = 1, at = -1;
    for (let i = from + 1; i < to; i++) {
      const p = spots[i];
      const along = squared > 0 ? Math.min(Math.max(((p.x - a.x) * (b.x - a.x) + (p.y - a.y) * (b.y - a.y)) / squared, 0), 1) : 0;
      const off = Math.max(Math.hypot(p.x - a.x - along * (b.x - a.x), p.y - a.y - along * (b.y - a.y)) / tolerance, further(i, from, to, along));
      if (off > worst) [worst, at] = [off, i];
    }
    if (at < 0) continue;
    kept[at] = 1;
    open.push([from, at], [at, to]);
  }
  return spots.flatMap((_, i) => (kept[i] ? [i] : []));
}
