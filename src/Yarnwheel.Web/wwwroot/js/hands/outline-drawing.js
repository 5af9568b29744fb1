// @ts-check
import { ellipseNodes, heldNodes, middleOf, outlinePath, rectangleNodes, roundedLoop } from '../photo/outline-path.js';
import { thinned } from '../photo/thinning.js';
import { distance } from '../photo/pen.js';

/** @typedef {import('../photo/stage.js').Place} Place */
/** @typedef {import('../photo/outline-path.js').Node} Node */

const HINTS = {
  nodes: 'click nodes; press and pull for a curve · the first node, a double click or Enter closes · Esc undoes a node',
  free: 'draw round it with the button held; it closes by itself · Esc drops it',
  rectangle: 'drag from corner to corner · Shift: a square · Esc drops it',
  ellipse: 'drag from corner to corner · Shift: a circle · Esc drops it',
};

/** Draws a new outline. */
export class OutlineDrawing {
  /** @type {keyof typeof HINTS} */
  mode = 'nodes';
  /** @type {Node[]} */
  #nodes = [];
  /** What the hand is at. @type {{ from: Place, closing: boolean, loop: Place[] } | null} */
  #press = null;
  /** @type {Place | null} */
  #pointer = null;

  /**
   * @param {import('../panel/work.js').Work} work @param {import('../photo/view.js').PhotoView} view
   * @param {() => void} done
   */
  constructor(work, view, done) {
    this.work = work;
    this.view = view;
    this.done = done;
  }

  get hint() {
    return HINTS[this.mode];
  }

  /** @param {Place} at */
  down(at) {
    const closing = this.mode === 'nodes' && this.#nodes.length >= 3 && (at.double || this.#nearFirst(at));
    this.#press = { from: at, closing, loop: [at] };
    if (this.mode === 'nodes' && !closing && !at.double) this.#nodes.push({ ...at.photo });
    this.#draft();
  }

  /** @param {Place} at */
  move(at) {
    const press = this.#press;
    this.#pointer = at;
    if (!press) return;
    if (this.mode === 'free') {
      const last = press.loop[press.loop.length - 1];
      if (distance(last, at) >= 2) press.loop.push(at);
      this.#nodes = press.loop.map(p => ({ ...p.photo }));
    } else if (this.mode === 'nodes') {
      const node = this.#nodes[this.#nodes.length - 1];
      if (press.closing || distance(at, press.from) < 5) return;
      const pull = [at.photo.x - node.x, at.photo.y - node.y];
      Object.assign(node, { out: pull, in: [-pull[0], -pull[1]] });
    } else if (distance(at, press.from) >= 4) {
      const to = at.shift ? this.#square(press.from, at) : at.photo;
      this.#nodes = (this.mode === 'ellipse' ? ellipseNodes : rectangleNodes)(press.from.photo, to);
    }
    this.#draft();
  }

  /** @param {Place} at */
  up(at) {
    const press = this.#press;
    this.#press = null;
    this.#pointer = at;
    if (!press) return;
    if (this.mode === 'nodes') {
      if (press.closing) this.#close();
    } else if (this.mode === 'free') {
      if (press.loop.length < 4) return this.drop();
      // Thinned on the screen, where the hand drew; closer than a pixel and a half nobody meant it.
      const kept = thinned(press.loop, 1.5).map(i => press.loop[i]);
      const loop = roundedLoop(kept.length > 3 && distance(kept[0], kept[kept.length - 1]) < 4 ? kept.slice(0, -1) : kept);
      const [origin, unit] = [this.view.toPhoto(0, 0), this.view.toPhoto(1, 1)];
      const [sx, sy] = [unit.x - origin.x, unit.y - origin.y];
      this.#nodes = loop.map(n => ({ ...this.view.toPhoto(n.x, n.y), in: n.in && [n.in[0] * sx, n.in[1] * sy], out: n.out && [n.out[0] * sx, n.out[1] * sy] }));
      this.#close();
    } else if (this.#nodes.length > 0) this.#close();
  }

  drop() {
    this.forget();
    this.work.draft(null);
  }

  forget() {
    this.#nodes = [];
    this.#press = null;
  }

  /** @param {Place} at */
  hover(at) {
    this.#pointer = at;
    return this.mode === 'nodes' && this.#nearFirst(at) ? 'pointer' : 'crosshair';
  }

  /** @param {string} key */
  key(key) {
    if (this.mode !== 'nodes' || this.#nodes.length === 0) return false;
    if (key === 'Enter') {
      if (this.#nodes.length >= 3) this.#close();
    } else {
      this.#nodes.pop();
      this.#draft();
    }
    return true;
  }

  /** @param {import('../photo/pen.js').Pen} pen */
  draw(pen) {
    const toStage = this.view.toStage.bind(this.view);
    const drawn = this.mode !== 'nodes';
    pen.path(outlinePath(this.#nodes, toStage, drawn && this.mode !== 'free'));
    if (drawn) return;
    const last = this.#nodes[this.#nodes.length - 1];
    if (last && this.#pointer && !this.#press) pen.path(outlinePath([last, { ...this.#pointer.photo }], toStage, false), 'is-thin is-dashed');
    this.#nodes.forEach((node, i) => {
      const at = toStage(node.x, node.y);
      pen.handle(at, node.out ? 'ring' : 'square', i === 0 && this.#pointer !== null && this.#nearFirst(this.#pointer));
      if (node.out && i === this.#nodes.length - 1) {
        const out = toStage(node.x + node.out[0], node.y + node.out[1]);
        const into = toStage(node.x - node.out[0], node.y - node.out[1]);
        pen.line(into, out, 'is-thin');
      }
    });
  }

  /** @param {Place} at */
  #nearFirst(at) {
    const [first] = this.#nodes;
    return this.#nodes.length >= 3 && distance(this.view.toStage(first.x, first.y), at) < 9;
  }

  /** @param {Place} from @param {Place} at */
  #square(from, at) {
    const side = Math.max(Math.abs(at.x - from.x), Math.abs(at.y - from.y));
    return this.view.toPhoto(from.x + Math.sign(at.x - from.x) * side, from.y + Math.sign(at.y - from.y) * side);
  }

  #draft() {
    this.work.draft(this.#nodes.length >= 3 ? { nodes: heldNodes(this.#nodes) } : null);
  }

  #close() {
    const nodes = heldNodes(this.#nodes);
    this.forget();
    this.done();
    this.work.keep('Outline drawn', { nodes }, middleOf(nodes));
  }
}
