// @ts-check
/**
 * Outlines as the recipe writes them: nodes with two handles as offsets, closed.
 * @typedef {{ x: number, y: number, in?: number[], out?: number[] }} Node
 * @typedef {{ x: number, y: number }} Point
 */

/** A Bézier piece's four points. @param {Node} a @param {Node} b @returns {Point[]} */
const piece = (a, b) => [a, { x: a.x + (a.out?.[0] ?? 0), y: a.y + (a.out?.[1] ?? 0) }, { x: b.x + (b.in?.[0] ?? 0), y: b.y + (b.in?.[1] ?? 0) }, b];

/** The path on the stage. @param {Node[]} nodes @param {(x: number, y: number) => Point} toStage @param {boolean} closed */
export function outlinePath(nodes, toStage, closed) {
  if (nodes.length === 0) return '';
  const words = (/** @type {Point} */ p) => {
    const at = toStage(p.x, p.y);
    return `${at.x.toFixed(1)} ${at.y.toFixed(1)}`;
  };
  let d = `M${words(nodes[0])}`;
  for (let i = 1; i < nodes.length + (closed ? 1 : 0); i++) {
    const [, b, c, e] = piece(nodes[i - 1], nodes[i % nodes.length]);
    d += `C${words(b)} ${words(c)} ${words(e)}`;
  }
  return closed ? `${d}Z` : d;
}

/** @param {Point[]} p @param {number} t */
const cut = (p, t) => p.slice(1).map((b, i) => ({ x: p[i].x + (b.x - p[i].x) * t, y: p[i].y + (b.y - p[i].y) * t }));

/** The place on a closed outline nearest to a point of the stage. @param {Node[]} nodes @param {(x: number, y: number) => Point} toStage @param {Point} to */
export function nearestOnOutline(nodes, toStage, to) {
  let best = { index: 0, t: 0, distance: Infinity };
  nodes.forEach((node, index) => {
    const own = piece(node, nodes[(index + 1) % nodes.length]).map(p => toStage(p.x, p.y));
    for (let step = 0; step <= 40; step++) {
      const t = step / 40;
      const [at] = cut(cut(cut(own, t), t), t);
      const distance = Math.hypot(at.x - to.x, at.y - to.y);
      if (distance < best.distance) best = { index, t, distance };
    }
  });
  return best;
}

/** Adds a node on a piece without changing its shape (de Casteljau). @param {Node[]} nodes @param {number} index @param {number} t @returns {Node[]} */
export function splitOutline(nodes, index, t) {
  const next = (index + 1) % nodes.length;
  const first = piece(nodes[index], nodes[next]);
  const second = cut(first, t);
  const third = cut(second, t);
  const [at] = cut(third, t);
  const offset = (/** @type {Point} */ from, /** @type {Point} */ to) => [from.x - to.x, from.y - to.y];
  const result = nodes.map(n => ({ ...n }));
  result[index].out = offset(second[0], nodes[index]);
  result[next].in = offset(second[2], nodes[next]);
  result.splice(index + 1, 0, { ...at, in: offset(third[0], at), out: offset(third[1], at) });
  return result;
}

/** Nodes through points of a loop, round where it turns little, corners where it turns sharply. @param {Point[]} points @returns {Node[]} */
export function roundedLoop(points) {
  const n = points.length;
  return points.map((p, i) => {
    const [before, after] = [points[(i + n - 1) % n], points[(i + 1) % n]];
    const [a, b] = [{ x: p.x - before.x, y: p.y - before.y }, { x: after.x - p.x, y: after.y - p.y }];
    const [la, lb] = [Math.hypot(a.x, a.y), Math.hypot(b.x, b.y)];
    if (n < 3 || la < 1e-9 || lb < 1e-9 || (a.x * b.x + a.y * b.y) / (la * lb) < 0.2) return { x: p.x, y: p.y };
    const way = { x: a.x / la + b.x / lb, y: a.y / la + b.y / lb };
    const size = Math.hypot(way.x, way.y) || 1;
    const unit = { x: way.x / size, y: way.y / size };
    return { x: p.x, y: p.y, in: [-unit.x * la / 3, -unit.y * la / 3], out: [unit.x * lb / 3, unit.y * lb / 3] };
  });
}

/** @param {Point} a @param {Point} b corners @returns {Node[]} */
export const rectangleNodes = (a, b) => [{ x: a.x, y: a.y }, { x: b.x, y: a.y }, { x: b.x, y: b.y }, { x: a.x, y: b.y }];

/** The usual four pieces, off by at most 0.03 % of the radius. @param {Point} a @param {Point} b corners of the box round it @returns {Node[]} */
export function ellipseNodes(a, b) {
  const [x, y] = [(a.x + b.x) / 2, (a.y + b.y) / 2];
  const [rx, ry] = [(b.x - a.x) / 2, (b.y - a.y) / 2];
  const k = 0.5522847498;
  return [
    { x: x + rx, y, in: [0, -k * ry], out: [0, k * ry] }, { x, y: y + ry, in: [k * rx, 0], out: [-k * rx, 0] },
    { x: x - rx, y, in: [0, k * ry], out: [0, -k * ry] }, { x, y: y - ry, in: [-k * rx, 0], out: [k * rx, 0] },
  ];
}

/** The middle of the nodes. @param {Node[]} nodes */
export const middleOf = nodes => ({ x: nodes.reduce((sum, n) => sum + n.x, 0) / nodes.length, y: nodes.reduce((sum, n) => sum + n.y, 0) / nodes.length });

/** Within what the format allows, and no longer than needed. @param {Node[]} nodes @returns {Node[]} */
export function heldNodes(nodes) {
  const round = (/** @type {number} */ v) => Math.round(v * 1e6) / 1e6;
  const hold = (/** @type {number} */ v) => Math.min(Math.max(round(v), -1), 2);
  const offset = (/** @type {number[] | undefined} */ o) => (o && (o[0] !== 0 || o[1] !== 0) ? [round(o[0]), round(o[1])] : undefined);
  return nodes.map(n => {
    const [into, out] = [offset(n.in), offset(n.out)];
    return { x: hold(n.x), y: hold(n.y), ...(into && { in: into }), ...(out && { out }) };
  });
}
