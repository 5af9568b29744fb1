// @ts-check
/** @typedef {{ x: number, y: number, pressure: number, held?: boolean }} Point */

/**
 * The points of a stroke that matter: dropping the others moves it by less than a tolerance on the screen, and its pressure by less than a twentieth
 * (Ramer 1972; Douglas, Peucker 1973).
 * @param {Point[]} points @param {(point: Point) => { x: number, y: number }} toStage @param {number} tolerance CSS pixels
 * @returns {Point[]}
 */
export function thinnedStroke(points, toStage, tolerance) {
  if (points.length < 3) return points;
  const places = points.map(toStage);
  const kept = new Uint8Array(points.length);
  kept[0] = kept[points.length - 1] = 1;
  // Where the colour begins or ends to be held is kept.
  points.forEach((point, i) => { if (i > 0 && Boolean(point.held) !== Boolean(points[i - 1].held)) kept[i] = kept[i - 1] = 1; });
  const open = [];
  for (let from = 0, i = 1; i < points.length; i++) {
    if (!kept[i]) continue;
    open.push([from, i]);
    from = i;
  }
  for (let next = open.pop(); next; next = open.pop()) {
    const [from, to] = next;
    const a = places[from];
    const b = places[to];
    const length = Math.hypot(b.x - a.x, b.y - a.y);
    let most = 1;
    let at = -1;
    for (let i = from + 1; i < to; i++) {
      const p = places[i];
      const along = length > 0 ? Math.min(Math.max(((p.x - a.x) * (b.x - a.x) + (p.y - a.y) * (b.y - a.y)) / length ** 2, 0), 1) : 0;
      const off = Math.hypot(p.x - a.x - along * (b.x - a.x), p.y - a.y - along * (b.y - a.y)) / tolerance;
      const pressed = Math.abs(points[i].pressure - points[from].pressure - along * (points[to].pressure - points[from].pressure)) / 0.05;
      if (Math.max(off, pressed) > most) {
        most = Math.max(off, pressed);
        at = i;
      }
    }
    if (at < 0) continue;
    kept[at] = 1;
    open.push([from, at], [at, to]);
  }
  return points.filter((_, i) => kept[i]);
}
