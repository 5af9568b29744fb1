// @ts-check
import { distance } from '../photo/pen.js';

/** @typedef {import('../photo/stage.js').Place} Place */

/** By colour: a click picks a shade, a drag the shades of a box; marks can be dragged, and removed by Del. */
export class Shades {
  cursor = 'crosshair';
  /** @type {{ from: Place, leaveOut: boolean, box: any } | null} */
  #drawing = null;
  /** @type {{ list: string, index: number, from: Place, pick: any, moved: any } | null} */
  #moving = null;
  /** The mark that stands out. @type {{ list: string, index: number } | null} */
  #lit = null;

  /**
   * @param {import('../panel/work.js').Work} work @param {import('../photo/view.js').PhotoView} view
   * @param {import('../panel/panel.js').Panel} panel
   */
  constructor(work, view, panel) {
    this.work = work;
    this.view = view;
    this.panel = panel;
  }

  get hint() {
    const { leaveOut, area, begin } = this.panel;
    const where = area === null ? ' in a new area' : begin ? ' in a new part' : '';
    return `click ${leaveOut ? 'leaves its shade out' : 'keeps its shade'}${where} · drag a box · Alt ${leaveOut ? 'keeps' : 'leaves out'} · wheel zooms`;
  }

  /** Makes one mark stand out. @param {{ list: string, index: number } | null} pick */
  light(pick) {
    this.#lit = pick;
  }

  /** @param {Place} at */
  down(at) {
    const mark = this.#markAt(at);
    this.#lit = mark;
    if (mark) {
      const pick = this.#part[mark.list][mark.index];
      this.#moving = { ...mark, from: at, pick, moved: null };
    } else if (at.inside) this.#drawing = { from: at, leaveOut: this.panel.leaveOut !== at.alt, box: null };
  }

  /** @param {Place} at */
  move(at) {
    if (this.#moving) this.#move(this.#moving, at);
    else if (this.#drawing) this.#drawing.box = this.#box(this.#drawing.from, at);
  }

  up() {
    const moving = this.#moving;
    const drawing = this.#drawing;
    this.#moving = this.#drawing = null;
    if (moving?.moved) this.work.take.commit('Shade moved', this.#moveChange(moving));
    else if (drawing) {
      const { area, part, begin } = this.panel;
      this.work.take.pick({ pick: drawing.box ?? drawing.from.photo, leaveOut: drawing.leaveOut, area, part: begin ? null : part, newPart: begin !== null && area !== null });
    }
  }

  drop() {
    this.#moving = this.#drawing = null;
    this.work.take.setDraft(null);
  }

  /** @param {Place} at */
  hover(at) {
    return this.#markAt(at) ? 'move' : 'crosshair';
  }

  /** @param {string} key */
  key(key) {
    const lit = this.#lit;
    if (key !== 'Delete' || !lit || !this.#part[lit.list][lit.index]) return false;
    this.#lit = null;
    this.work.take.commit('Shade removed', [{ op: 'remove', path: `${this.panel.colourPath}/${lit.list}/${lit.index}` }]);
    return true;
  }

  /** @param {import('../photo/pen.js').Pen} pen */
  draw(pen) {
    for (const list of ['picks', 'leaveOut']) {
      this.#part[list].forEach((/** @type {any} */ own, /** @type {number} */ index) => {
        const moving = this.#moving?.list === list && this.#moving.index === index ? this.#moving.moved : null;
        this.#mark(pen, moving ?? own, list === 'leaveOut', this.#lit?.list === list && this.#lit.index === index);
      });
    }
    if (this.#drawing?.box) this.#mark(pen, this.#drawing.box, this.#drawing.leaveOut, true);
  }

  /** @returns {Record<string, any[]>} */
  get #part() {
    const part = this.panel.colourPart;
    return { picks: part?.picks ?? [], leaveOut: part?.leaveOut ?? [] };
  }

  /** @param {import('../photo/pen.js').Pen} pen @param {any} pick @param {boolean} leaveOut @param {boolean} lit */
  #mark(pen, pick, leaveOut, lit) {
    // A colour that was brought along has no place.
    if (pick.shades) return;
    if (pick.x0 === undefined) {
      const at = this.view.toStage(pick.x, pick.y);
      const radius = lit ? 9 : 6;
      pen.ring(at, radius);
      if (leaveOut) pen.line({ x: at.x - radius, y: at.y + radius }, { x: at.x + radius, y: at.y - radius });
      return;
    }
    const a = this.view.toStage(pick.x0, pick.y0);
    const b = this.view.toStage(pick.x1, pick.y1);
    pen.path(`M${a.x} ${a.y}H${b.x}V${b.y}H${a.x}Z${leaveOut ? `M${a.x} ${b.y}L${b.x} ${a.y}` : ''}`, lit ? 'is-dashed' : '');
  }

  /** The mark under the pointer: a point, or the rim of a box. @param {Place} at */
  #markAt(at) {
    for (const list of ['leaveOut', 'picks']) {
      const index = this.#part[list].findLastIndex((/** @type {any} */ pick) => {
        if (pick.shades) return false;
        if (pick.x0 === undefined) return distance(this.view.toStage(pick.x, pick.y), at) < 9;
        const a = this.view.toStage(pick.x0, pick.y0);
        const b = this.view.toStage(pick.x1, pick.y1);
        const within = (/** @type {number} */ by) => at.x > a.x - by && at.x < b.x + by && at.y > a.y - by && at.y < b.y + by;
        return within(5) && !within(-5);
      });
      if (index >= 0) return { list, index };
    }
    return null;
  }

  /** @param {{ list: string, index: number, from: Place, pick: any, moved: any }} moving @param {Place} at */
  #move(moving, at) {
    if (!moving.moved && distance(at, moving.from) < 3) return;
    const { pick } = moving;
    const x = at.photo.x - moving.from.photo.x;
    const y = at.photo.y - moving.from.photo.y;
    const hold = (/** @type {number} */ v, /** @type {number} */ least, /** @type {number} */ most) => Math.min(Math.max(v, least), most);
    if (pick.x0 === undefined) moving.moved = { x: hold(pick.x + x, 0, 1), y: hold(pick.y + y, 0, 1) };
    else {
      const dx = hold(x, -pick.x0, 1 - pick.x1);
      const dy = hold(y, -pick.y0, 1 - pick.y1);
      moving.moved = { x0: pick.x0 + dx, y0: pick.y0 + dy, x1: pick.x1 + dx, y1: pick.y1 + dy };
    }
    this.work.take.setDraft(this.#moveChange(moving));
  }

  /** @param {{ list: string, index: number, moved: any }} moving @returns {import('../take.js').Operation[]} */
  #moveChange({ list, index, moved }) {
    return [{ op: 'replace', path: `${this.panel.colourPath}/${list}/${index}`, value: moved }];
  }

  /** The box drawn so far, on the photo; null as long as it is still a click. @param {Place} from @param {Place} to */
  #box(from, to) {
    if (Math.abs(to.x - from.x) < 5 && Math.abs(to.y - from.y) < 5) return null;
    const hold = (/** @type {number} */ v) => Math.min(Math.max(v, 0), 1);
    const [a, b] = [from.photo, to.photo];
    return { x0: hold(Math.min(a.x, b.x)), y0: hold(Math.min(a.y, b.y)), x1: hold(Math.max(a.x, b.x)), y1: hold(Math.max(a.y, b.y)) };
  }
}
