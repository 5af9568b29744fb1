// @ts-check
import { heldNodes, nearestOnOutline, outlinePath, splitOutline } from '../photo/outline-path.js';
import { distance } from '../photo/pen.js';

/** @typedef {import('../photo/stage.js').Place} Place */
/** @typedef {import('../photo/outline-path.js').Node} Node */

/** Edits an outline: nodes and handles are dragged, the whole from inside; a double click turns corners into curves or adds a node. */
export class OutlineEditing {
  hint = 'drag nodes, handles, or the whole from inside · double click: corner or curve, or a new node · Alt breaks a handle · Del removes a node';
  /** @type {number | null} */
  #chosen = null;
  /** @type {{ grip: 'node' | 'in' | 'out' | 'all', from: Place, start: Node[], nodes: Node[] | null } | null} */
  #drag = null;

  /** @param {import('../panel/work.js').Work} work @param {import('../photo/view.js').PhotoView} view */
  constructor(work, view) {
    this.work = work;
    this.view = view;
  }

  rest() {
    this.#chosen = null;
    this.#drag = null;
  }

  /** @returns {Node[]} */
  get #nodes() {
    return this.#drag?.nodes ?? this.work.part?.nodes ?? [];
  }

  /** @param {Place} at */
  down(at) {
    const grip = this.#gripAt(at);
    const nodes = /** @type {Node[]} */ (this.work.part.nodes);
    if (typeof grip === 'number') {
      this.#chosen = grip;
      if (at.double) return this.#turn(grip);
      this.#drag = { grip: 'node', from: at, start: nodes, nodes: null };
    } else if (grip === 'line') {
      if (!at.double) return;
      const { index, t } = nearestOnOutline(nodes, this.view.toStage.bind(this.view), at);
      this.#chosen = index + 1;
      this.#keep('Node added', splitOutline(nodes, index, t));
    } else if (grip) {
      this.#drag = { grip, from: at, start: nodes, nodes: null };
    } else this.#chosen = null;
  }

  /** @param {Place} at */
  move(at) {
    const drag = this.#drag;
    if (!drag || (!drag.nodes && distance(at, drag.from) < 3)) return;
    const [x, y] = [at.photo.x - drag.from.photo.x, at.photo.y - drag.from.photo.y];
    drag.nodes = drag.start.map((node, i) => {
      if (drag.grip === 'all') return { ...node, x: node.x + x, y: node.y + y };
      if (i !== this.#chosen) return node;
      if (drag.grip === 'node') return { ...node, x: node.x + x, y: node.y + y };
      const pull = [at.photo.x - node.x, at.photo.y - node.y];
      const other = drag.grip === 'out' ? 'in' : 'out';
      return { ...node, [drag.grip]: pull, ...(at.alt ? {} : { [other]: [-pull[0], -pull[1]] }) };
    });
    this.work.draft({ nodes: heldNodes(drag.nodes) });
  }

  up() {
    const drag = this.#drag;
    this.#drag = null;
    if (drag?.nodes) this.#keep(drag.grip === 'all' ? 'Outline moved' : drag.grip === 'node' ? 'Node moved' : 'Handle moved', drag.nodes);
  }

  drop() {
    this.#drag = null;
    this.work.draft(null);
  }

  /** @param {Place} at */
  hover(at) {
    const grip = this.#gripAt(at);
    return grip === null ? 'default' : grip === 'line' ? 'copy' : 'move';
  }

  /** @param {string} key */
  key(key) {
    if (this.#chosen === null || key === 'Enter') return false;
    if (key === 'Escape') {
      this.#chosen = null;
      return true;
    }
    const nodes = this.#nodes;
    if (nodes.length <= 3) return true;
    const index = this.#chosen;
    this.#chosen = null;
    this.#keep('Node removed', nodes.filter((_, i) => i !== index));
    return true;
  }

  /** @param {import('../photo/pen.js').Pen} pen */
  draw(pen) {
    const toStage = this.view.toStage.bind(this.view);
    const nodes = this.#nodes;
    pen.path(outlinePath(nodes, toStage, true));
    for (const [, at] of this.#handles()) {
      const node = nodes[/** @type {number} */ (this.#chosen)];
      pen.line(toStage(node.x, node.y), at, 'is-thin');
      pen.handle(at, 'small');
    }
    // A freehand loop has many: as dots they would hide the edge.
    const small = nodes.length > 60;
    nodes.forEach((node, i) => pen.handle(toStage(node.x, node.y), small && i !== this.#chosen ? 'small' : isCurve(node) ? 'ring' : 'square', i === this.#chosen));
  }

  /** The two handles of the chosen node, on the stage. @returns {['in' | 'out', { x: number, y: number }][]} */
  #handles() {
    const node = this.#chosen === null ? null : this.#nodes[this.#chosen];
    if (!node) return [];
    return /** @type {('in' | 'out')[]} */ (['in', 'out'])
      .filter(side => node[side] && (node[side][0] !== 0 || node[side][1] !== 0))
      .map(side => [side, this.view.toStage(node.x + (node[side]?.[0] ?? 0), node.y + (node[side]?.[1] ?? 0))]);
  }

  /** @param {Place} at @returns {number | 'in' | 'out' | 'line' | 'all' | null} */
  #gripAt(at) {
    const handle = this.#handles().find(([, point]) => distance(point, at) < 8);
    if (handle) return handle[0];
    const nodes = this.#nodes;
    const index = nodes.findLastIndex(n => distance(this.view.toStage(n.x, n.y), at) < 8);
    if (index >= 0) return index;
    const toStage = this.view.toStage.bind(this.view);
    if (nearestOnOutline(nodes, toStage, at).distance < 6) return 'line';
    return this.view.context.isPointInPath(new Path2D(outlinePath(nodes, toStage, true)), at.x, at.y) ? 'all' : null;
  }

  /** A corner becomes a curve, a curve a corner. @param {number} index */
  #turn(index) {
    const nodes = this.#nodes;
    const node = nodes[index];
    const [before, after] = [nodes[(index + nodes.length - 1) % nodes.length], nodes[(index + 1) % nodes.length]];
    const way = [(after.x - before.x) / 6, (after.y - before.y) / 6];
    const turned = isCurve(node) ? { x: node.x, y: node.y } : { x: node.x, y: node.y, in: [-way[0], -way[1]], out: way };
    this.#keep(isCurve(node) ? 'Curve to corner' : 'Corner to curve', nodes.map((n, i) => (i === index ? turned : n)));
  }

  /** @param {string} label @param {Node[]} nodes */
  #keep(label, nodes) {
    this.work.keep(label, { nodes: heldNodes(nodes) }, '');
  }
}

/** @param {Node} node */
const isCurve = node => [...(node.in ?? []), ...(node.out ?? [])].some(v => v !== 0);
