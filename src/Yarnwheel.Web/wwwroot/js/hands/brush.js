// @ts-check
import { distance } from '../photo/pen.js';
import { thinned } from '../photo/thinning.js';

/** @typedef {import('../photo/stage.js').Place} Place */
/** @typedef {{ x: number, y: number, pressure: number, held?: boolean }} Point */

const round = (/** @type {number} */ v) => Math.round(v * 1e5) / 1e5;

/** By brush: what is pressed is painted; Alt takes away; Shift with a press runs straight from where the last stroke ended. */
export class Brush {
  cursor = 'none';
  everyPoint = true;
  /** @type {{ points: Point[], stroke: object, away: boolean, seen: number } | null} */
  #press = null;
  /** Where the last stroke ended. @type {Point | null} */
  #end = null;
  /** @type {Place | null} */
  #pointer = null;
  /** How many points a draft has. @type {WeakMap<object, number>} */
  #counts = new WeakMap();
  #holding = false;

  /**
   * @param {import('../panel/work.js').Work} work @param {import('../photo/view.js').PhotoView} view
   * @param {import('./brush-settings.js').BrushSettings} settings @param {() => void} redraw
   */
  constructor(work, view, settings, redraw) {
    this.work = work;
    this.view = view;
    this.settings = settings;
    settings.addEventListener('change', redraw);
    view.addEventListener('painted', event => {
      const { draft } = /** @type {CustomEvent} */ (event).detail;
      if (!this.#press || !draft) return;
      this.#press.seen = Math.max(this.#press.seen, this.#counts.get(draft) ?? 0);
      redraw();
    });
  }

  get hint() {
    const { clings } = this.settings.values;
    return `paint · Alt takes away · Shift press: straight from the last end · [ ] or Alt wheel: size${clings ? ' · Z held: keep the colour' : ''} · Esc drops it`;
  }

  /** The colour that clings stays as it is, for as long as a key is held. @param {boolean} holding */
  hold(holding) {
    this.#holding = holding;
  }

  /** @param {Place} at */
  down(at) {
    const from = at.shift && this.#end ? [this.#end] : [];
    this.#press = { points: from, ...this.#begin(at.alt || at.eraser), seen: 0 };
    this.#add(at);
    this.#show();
  }

  /** @param {Place} at */
  move(at) {
    this.#pointer = at;
    if (!this.#press) return;
    const points = this.#press.points;
    const last = points[points.length - 1];
    if (distance(this.view.toStage(last.x, last.y), at) < 1) return;
    this.#add(at);
    this.#show();
  }

  /** @param {Place} at */
  up(at) {
    const press = this.#press;
    this.#pointer = at;
    if (!press) return;
    this.#press = null;
    const { points } = press;
    this.#end = points[points.length - 1];
    this.#keep({ ...press.stroke, points: this.#thinned(points) }, press.away);
  }

  drop() {
    this.#press = null;
    this.work.draft(null);
  }

  /** @param {Place} at */
  hover(at) {
    this.#pointer = at;
    return 'none';
  }

  /** @param {number} notches */
  wheel(notches) {
    this.settings.size(Math.sign(notches));
    return true;
  }

  /** @param {import('../photo/pen.js').Pen} pen */
  draw(pen) {
    const at = this.#pointer;
    const press = this.#press;
    const { values } = this.settings;
    const radius = values.radius * this.settings.longer * this.view.zoom / this.view.ratio;
    if (press) {
      // What the newest frame does not show yet.
      const ahead = press.seen >= press.points.length ? [] : press.points.slice(Math.max(0, press.seen - 1)).map(p => this.view.toStage(p.x, p.y));
      // What a clinging brush will leave out is not known here: only its way is shown.
      pen.trail(ahead, values.clings ? 2 : 2 * radius, press.away);
    }
    if (!at) return;
    if (!press) pen.soft(at, radius, values.hardness / 100, values.flow / 100 * values.ceiling / 100);
    if (!press && at.shift && this.#end) pen.line(this.view.toStage(this.#end.x, this.#end.y), at, 'is-thin');
    pen.ring(at, Math.max(radius, 2), 'is-thin');
    if (values.hardness < 95 && radius > 8) pen.ring(at, radius * values.hardness / 100, 'is-thin is-dashed');
    if (values.clings) pen.ring(at, values.held || this.#holding ? 3 : 1.2, 'is-thin');
    const away = press ? press.away : values.away !== at.alt;
    const mark = { x: at.x + Math.max(radius, 2) * 0.72 + 7, y: at.y + Math.max(radius, 2) * 0.72 + 7 };
    pen.path(`M${mark.x - 4} ${mark.y}h8${away ? '' : `M${mark.x} ${mark.y - 4}v8`}`, 'is-thin');
  }

  /** How a stroke that begins now paints. @param {boolean} swapped */
  #begin(swapped) {
    const { radius, hardness, flow, ceiling, pen, tones, away: usual, clings, reach, fade, lightness, held } = this.settings.values;
    const { panel, part } = this.work;
    const mask = panel.area === null ? null : panel.areas[panel.area]?.mask;
    const isFirst = part ? panel.part === 0 : !mask || mask.parts.length === 0;
    // In a part that repairs, strokes work on all that came before; else they are the part.
    const own = tones === 'all' && (isFirst || (part && part.op !== 'add'));
    const away = usual !== swapped;
    const stroke = {
      erase: own || !mask?.invert ? away : !away,
      ...(own ? {} : { onMask: tones }),
      radius: round(radius), hardness, flow, ceiling, pen,
      ...(clings ? { cling: { reach, fade, lightness, held } } : {}),
    };
    return { stroke, away };
  }

  /** @param {Place} at */
  #add(at) {
    const points = /** @type {{ points: Point[] }} */ (this.#press).points;
    if (points.length >= 19000) return;
    const hold = (/** @type {number} */ v) => Math.min(Math.max(round(v), -1), 2);
    points.push({ x: hold(at.photo.x), y: hold(at.photo.y), ...(at.pressure < 1 ? { pressure: Math.round(at.pressure * 100) / 100 } : { pressure: 1 }), ...(this.#holding ? { held: true } : {}) });
  }

  /** Dropping the others moves the stroke by less than a third of a screen pixel, and its pressure by less than a twentieth. @param {Point[]} points */
  #thinned(points) {
    const held = (/** @type {number} */ i) => Boolean(points[i]?.held);
    // Where the colour begins or ends to be held is kept.
    const turns = (/** @type {number} */ i) => held(i) !== held(i + 1) || held(i) !== held(i - 1);
    return thinned(points.map(p => this.view.toStage(p.x, p.y)), 0.35, turns, (i, from, to, along) =>
      Math.abs(points[i].pressure - points[from].pressure - along * (points[to].pressure - points[from].pressure)) / 0.05).map(i => points[i]);
  }

  #fields(/** @type {object} */ stroke) {
    return this.work.part ? { 'strokes/-': stroke } : { strokes: [stroke] };
  }

  #show() {
    const press = this.#press;
    // A change on its way is in sight as a draft; this one is shown by its trail until the answer is there.
    if (!press || this.work.take.pending > 0) return;
    this.work.draft(this.#fields({ ...press.stroke, points: press.points }));
    if (this.work.take.draft) this.#counts.set(this.work.take.draft, press.points.length);
  }

  /** @param {{ points: Point[] }} stroke @param {boolean} away */
  async #keep(stroke, away) {
    // A part that the stroke before began must be there first.
    if (this.work.take.pending > 0) await this.work.take.settled;
    const label = away ? 'Brush takes away' : 'Brush stroke';
    this.work.keep(label, this.#fields(stroke), stroke.points[0]);
  }
}
