// @ts-check
import { distance } from '../photo/pen.js';
import { share } from '../photo/share.js';
import { thinned } from '../photo/thinning.js';
import { BoxDrag } from './box-drag.js';
import { Pointing } from './pointing.js';

/** @typedef {import('../photo/stage.js').Place} Place */
/** @typedef {'box' | 'paint'} Way */
/** @typedef {{ x: number, y: number, width?: number, turn?: number, lifted?: boolean }} Point */

/** By subject: a box round the thing, strokes on it, and with Alt strokes on what does not belong to it. */
export class Subject {
  everyPoint = true;
  /** What was chosen; null: as the part needs it. @type {Way | null} */
  #way = null;
  /** @type {BoxDrag | null} */
  #drag = null;
  /** @type {{ points: Point[], away: boolean, seen: number } | null} */
  #press = null;
  /** @type {Place | null} */
  #pointer = null;
  /** How many points a draft has. @type {WeakMap<object, number>} */
  #counts = new WeakMap();

  /**
   * @param {import('../panel/work.js').Work} work @param {import('../photo/view.js').PhotoView} view
   * @param {import('./brush-settings.js').BrushSettings} settings its size is that of the strokes @param {() => void} redraw
   */
  constructor(work, view, settings, redraw) {
    this.work = work;
    this.view = view;
    this.settings = settings;
    this.pointing = new Pointing(work.take, view, redraw);
    settings.addEventListener('change', redraw);
    view.addEventListener('painted', event => {
      const { draft } = /** @type {CustomEvent} */ (event).detail;
      if (!this.#press || !draft) return;
      this.#press.seen = Math.max(this.#press.seen, this.#counts.get(draft) ?? 0);
      redraw();
    });
  }

  /** @returns {Way} */
  get way() {
    const { part } = this.work;
    return this.#way ?? (part && (part.box || part.inside?.length > 0) ? 'paint' : 'box');
  }

  /** @param {Way} way */
  setWay(way) {
    this.drop();
    this.#way = way;
  }

  /** Forgets what was chosen: another part is at hand. */
  rest() {
    this.#way = null;
  }

  /** The wheel makes what lights up larger and smaller. */
  get wheels() {
    return this.way === 'box' && this.pointing.isLit;
  }

  get cursor() {
    return this.way === 'box' ? 'crosshair' : 'none';
  }

  get hint() {
    return this.way === 'box'
      ? 'click what lights up, or drag a rough box round the thing · wheel: larger, smaller · Alt takes away · Esc drops it'
      : 'paint: belongs to it · Alt: does not · [ ] or Alt wheel: size · Esc drops it';
  }

  /** @param {Place} at */
  down(at) {
    this.#pointer = at;
    // Over a corner of the box even while painting.
    this.#press = null;
    this.#drag = BoxDrag.hold(this.work.part?.box, this.view, at) ?? (this.way === 'box' ? BoxDrag.anew(at) : null);
    if (this.#drag) return;
    const { inside = [], outside = [] } = this.work.part ?? {};
    const turn = Math.min(1000, inside.length + outside.length + 1);
    this.#press = { points: [], away: at.alt || at.eraser, seen: 0 };
    this.#add(at, { width: share(2 * this.settings.values.radius), turn });
    this.#show();
  }

  /** @param {Place} at */
  move(at) {
    this.#pointer = at;
    if (this.#drag?.move(at)) this.work.draft({ box: this.#drag.box });
    const press = this.#press;
    if (!press) return;
    const last = press.points[press.points.length - 1];
    if (distance(this.view.toStage(last.x, last.y), at) < 2) return;
    this.#add(at);
    this.#show();
  }

  /** @param {Place} at */
  up(at) {
    this.#pointer = at;
    const drag = this.#drag;
    this.#drag = null;
    if (drag && !drag.box && this.way === 'box') this.#point(at);
    if (drag?.box) {
      this.pointing.clear();
      const { x0, y0, x1, y1 } = drag.box;
      this.#keep('Subject: box', { box: drag.box }, { x: (x0 + x1) / 2, y: (y0 + y1) / 2 });
    }
    const press = this.#press;
    this.#press = null;
    if (!press) return;
    const points = thinned(press.points.map(p => this.view.toStage(p.x, p.y)), 0.7).map(i => press.points[i]);
    this.#keep(press.away ? 'Subject: does not belong' : 'Subject: belongs', this.#fields(points, press.away), points[0]);
  }

  /** Takes the region that is lit up. @param {Place} at */
  #point(at) {
    const pick = this.pointing.pick(at.alt || at.eraser);
    this.pointing.clear();
    if (!pick || (pick.away && !this.work.part)) return;
    this.#keep(pick.away ? 'Subject: region taken away' : 'Subject: region', this.work.part?.regions ? { 'regions/-': pick } : { regions: [pick] }, pick);
  }

  drop() {
    this.pointing.clear();
    const held = this.#drag || this.#press;
    this.#drag = this.#press = null;
    if (held) this.work.draft(null);
  }

  /** @param {Place} at */
  hover(at) {
    this.#pointer = at;
    if (this.way === 'box' && this.work.take.pending === 0 && !BoxDrag.cursor(this.work.part?.box, this.view, at)) this.pointing.over(at);
    else this.pointing.clear();
    return BoxDrag.cursor(this.work.part?.box, this.view, at) ?? this.cursor;
  }

  /** @param {number} notches */
  wheel(notches) {
    if (this.way === 'box') return this.pointing.wheel(notches);
    this.settings.size(Math.sign(notches));
    return true;
  }

  /** @param {import('../photo/pen.js').Pen} pen */
  draw(pen) {
    const box = this.#drag?.box ?? this.work.part?.box;
    if (box) {
      const [a, b] = [this.view.toStage(box.x0, box.y0), this.view.toStage(box.x1, box.y1)];
      // Corners alone: the lines would lie over the very edge that is judged.
      const arm = Math.min(18, (b.x - a.x) / 3, (b.y - a.y) / 3);
      pen.path(`M${a.x} ${a.y + arm}V${a.y}h${arm}M${b.x - arm} ${a.y}H${b.x}v${arm}M${b.x} ${b.y - arm}V${b.y}h${-arm}M${a.x + arm} ${b.y}H${a.x}v${-arm}`, this.#drag ? '' : 'is-thin');
    }
    const { inside = [], outside = [] } = this.work.part ?? {};
    for (const [strokes, kind] of /** @type {[Point[][], string][]} */ ([[inside, 'is-thin'], [outside, 'is-thin is-dashed']]))
      for (const stroke of strokes) this.#line(pen, stroke, kind);
    if (this.way === 'box') {
      if (!this.#drag) this.pointing.draw(pen, this.#pointer?.alt ?? false);
      return;
    }
    const radius = this.settings.values.radius * this.settings.longer * this.view.zoom / this.view.ratio;
    const press = this.#press;
    if (press) {
      const ahead = press.points.slice(Math.max(0, press.seen - 1));
      pen.trail(ahead.map(p => this.view.toStage(p.x, p.y)), 2 * radius, press.away);
      this.#line(pen, press.points, press.away ? 'is-thin is-dashed' : 'is-thin');
    }
    const at = this.#pointer;
    if (!at || this.#drag || (!press && BoxDrag.cursor(this.work.part?.box, this.view, at))) return;
    pen.ring(at, Math.max(radius, 2), 'is-thin');
    const away = press ? press.away : at.alt;
    const mark = { x: at.x + Math.max(radius, 2) * 0.72 + 7, y: at.y + Math.max(radius, 2) * 0.72 + 7 };
    pen.path(`M${mark.x - 4} ${mark.y}h8${away ? '' : `M${mark.x} ${mark.y - 4}v8`}`, 'is-thin');
  }

  /** The middle of a stroke. @param {import('../photo/pen.js').Pen} pen @param {Point[]} stroke @param {string} kind */
  #line(pen, stroke, kind) {
    const points = stroke.map(p => this.view.toStage(p.x, p.y));
    if (points.length === 1) pen.ring(points[0], 2, kind);
    else pen.path(points.map((p, i) => `${i === 0 || stroke[i].lifted ? 'M' : 'L'}${p.x.toFixed(1)} ${p.y.toFixed(1)}${stroke[i].lifted && (stroke[i + 1]?.lifted ?? true) ? 'h0.1' : ''}`).join(''), kind);
  }

  /** @param {Place} at @param {object} [more] */
  #add(at, more) {
    const points = /** @type {{ points: Point[] }} */ (this.#press).points;
    if (points.length < 4000) points.push({ x: share(at.photo.x), y: share(at.photo.y), ...more });
  }

  /** @param {Point[]} points @param {boolean} away */
  #fields(points, away) {
    const list = away ? 'outside' : 'inside';
    return this.work.part ? { [`${list}/-`]: points } : { [list]: [points] };
  }

  #show() {
    const press = this.#press;
    // A change on its way is in sight as a draft; this one is shown by its trail until the answer is there.
    if (!press || this.work.take.pending > 0) return;
    this.work.draft(this.#fields([...press.points], press.away));
    if (this.work.take.draft) this.#counts.set(this.work.take.draft, press.points.length);
  }

  /** @param {string} label @param {object} fields @param {{ x: number, y: number }} named */
  async #keep(label, fields, named) {
    // A part that the gesture before began must be there first.
    if (this.work.take.pending > 0) await this.work.take.settled;
    // Once boxed, what follows are strokes.
    this.#way = null;
    this.work.keep(label, fields, named);
  }
}
