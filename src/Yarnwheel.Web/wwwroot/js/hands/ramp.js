// @ts-check
import { distance } from '../photo/pen.js';

/** @typedef {import('../photo/stage.js').Place} Place */
/** @typedef {{ x: number, y: number }} Point */

/** By ramp: laid by a drag, then moved by its handles. Straight: two ends and the middle. Round: middle, two radii, feather. */
export class Ramp {
  cursor = 'crosshair';
  /** @type {{ grip: string, from: Place, start: any, fields: any, moved: boolean } | null} */
  #drag = null;

  /** @param {import('../panel/work.js').Work} work @param {import('../photo/view.js').PhotoView} view */
  constructor(work, view) {
    this.work = work;
    this.view = view;
  }

  get #round() {
    return this.work.part ? this.work.part.shape === 'radial' : this.work.panel.begin === 'round';
  }

  get hint() {
    return this.#round
      ? 'drag from the middle outwards to lay it · handles: middle, radii with angle, feather · Shift: a circle · Esc drops it'
      : 'drag to lay it: full before the drag begins, nothing after it ends · handles move it · Shift keeps it straight · Esc drops it';
  }

  /** @param {Place} at */
  down(at) {
    const part = this.work.part;
    const grip = part ? this.#grips(part).find(([, point]) => distance(point, at) < 10)?.[0] ?? 'anew' : 'anew';
    this.#drag = { grip, from: at, start: { ...part }, fields: null, moved: false };
  }

  /** @param {Place} at */
  move(at) {
    const drag = this.#drag;
    if (!drag || (!drag.moved && distance(at, drag.from) < 4)) return;
    drag.moved = true;
    drag.fields = this.#round ? this.#moveRound(drag, at) : this.#moveStraight(drag, at);
    this.work.draft(drag.fields);
  }

  up() {
    const drag = this.#drag;
    this.#drag = null;
    if (drag?.fields) this.work.keep(this.#round ? 'Round ramp' : 'Ramp', drag.fields, this.#round ? 'Oval' : 'Fade');
  }

  drop() {
    this.#drag = null;
    this.work.draft(null);
  }

  /** @param {Place} at */
  hover(at) {
    const part = this.work.part;
    return part && this.#grips(part).some(([, point]) => distance(point, at) < 10) ? 'move' : 'crosshair';
  }

  /** @param {import('../photo/pen.js').Pen} pen */
  draw(pen) {
    const part = this.work.part || this.#drag?.fields ? { ...DEFAULTS, ...this.work.part, ...this.#drag?.fields } : null;
    if (!part) return;
    if (this.#round) {
      pen.path(this.#ellipse(part, 1));
      if (part.feather > 0 && part.feather < 100) pen.path(this.#ellipse(part, 1 - part.feather / 100), 'is-thin is-dashed');
    } else {
      const [a, b] = [this.view.toStage(part.x0, part.y0), this.view.toStage(part.x1, part.y1)];
      const length = Math.max(distance(a, b), 1);
      const across = { x: -(b.y - a.y) / length * 4000, y: (b.x - a.x) / length * 4000 };
      for (const [end, kind] of /** @type {[Point, string][]} */ ([[a, ''], [b, 'is-thin is-dashed']]))
        pen.line({ x: end.x - across.x, y: end.y - across.y }, { x: end.x + across.x, y: end.y + across.y }, kind);
      pen.line(a, b, 'is-thin');
    }
    for (const [grip, point] of this.#grips(part)) pen.handle(point, grip === 'middle' ? 'ring' : 'square', this.#drag?.grip === grip);
  }

  /** Pixels of the stage a photo length of 1 (the longer side). */
  get #longer() {
    const { photo, zoom, ratio } = this.view;
    return Math.max(photo.width, photo.height) * zoom / ratio;
  }

  /** The handles on the stage. @param {any} part @returns {[string, Point][]} */
  #grips(part) {
    if (!this.#round) {
      const [a, b] = [this.view.toStage(part.x0, part.y0), this.view.toStage(part.x1, part.y1)];
      return [['start', a], ['end', b], ['middle', { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 }]];
    }
    const inner = 1 - part.feather / 100;
    return [
      ['rx', this.#onEllipse(part, 1, 0)], ['ry', this.#onEllipse(part, 0, 1)],
      ['feather', this.#onEllipse(part, -inner, 0)], ['middle', this.view.toStage(part.cx, part.cy)],
    ];
  }

  /** A point in the ellipse's own axes, radii as units. @param {any} part @param {number} u @param {number} v */
  #onEllipse(part, u, v) {
    const middle = this.view.toStage(part.cx, part.cy);
    const turn = part.angle * Math.PI / 180;
    const x = u * part.rx * this.#longer, y = v * part.ry * this.#longer;
    return { x: middle.x + x * Math.cos(turn) - y * Math.sin(turn), y: middle.y + x * Math.sin(turn) + y * Math.cos(turn) };
  }

  /** @param {any} part @param {number} share */
  #ellipse(part, share) {
    const [a, b] = [this.#onEllipse(part, -share, 0), this.#onEllipse(part, share, 0)];
    const arc = `${part.rx * share * this.#longer} ${part.ry * share * this.#longer} ${part.angle} 1 0`;
    return `M${a.x} ${a.y}A${arc} ${b.x} ${b.y}A${arc} ${a.x} ${a.y}Z`;
  }

  /** @param {{ grip: string, from: Place, start: any }} drag @param {Place} at */
  #moveStraight({ grip, from, start }, at) {
    const [x, y] = [at.photo.x - from.photo.x, at.photo.y - from.photo.y];
    if (grip === 'middle') return hold({ x0: start.x0 + x, y0: start.y0 + y, x1: start.x1 + x, y1: start.y1 + y });
    const fixed = grip === 'anew' ? from.photo : grip === 'start' ? { x: start.x1, y: start.y1 } : { x: start.x0, y: start.y0 };
    const moved = { ...at.photo };
    if (at.shift) {
      const there = this.view.toStage(fixed.x, fixed.y);
      if (Math.abs(at.x - there.x) > Math.abs(at.y - there.y)) moved.y = fixed.y;
      else moved.x = fixed.x;
    }
    return hold(grip === 'start' ? { x0: moved.x, y0: moved.y } : grip === 'end' ? { x1: moved.x, y1: moved.y } : { x0: fixed.x, y0: fixed.y, x1: moved.x, y1: moved.y });
  }

  /** @param {{ grip: string, from: Place, start: any }} drag @param {Place} at */
  #moveRound({ grip, from, start }, at) {
    if (grip === 'middle') return hold({ cx: start.cx + at.photo.x - from.photo.x, cy: start.cy + at.photo.y - from.photo.y });
    const middle = grip === 'anew' ? from : this.view.toStage(start.cx, start.cy);
    const [x, y] = [at.x - middle.x, at.y - middle.y];
    const radius = Math.max(Math.hypot(x, y) / this.#longer, 0.002);
    if (grip === 'anew') {
      const [rx, ry] = [Math.max(Math.abs(x) / this.#longer, 0.002), Math.max(Math.abs(y) / this.#longer, 0.002)];
      return hold({ cx: from.photo.x, cy: from.photo.y, rx: at.shift ? radius : rx, ry: at.shift ? radius : ry, angle: 0 });
    }
    const angle = Math.atan2(y, x) * 180 / Math.PI;
    if (grip === 'rx') return hold({ rx: radius, angle: at.shift ? Math.round(angle / 15) * 15 : Math.round(angle * 10) / 10 });
    if (grip === 'ry') return hold({ ry: radius, angle: at.shift ? Math.round((angle - 90) / 15) * 15 : Math.round((angle - 90) * 10) / 10 });
    return { feather: Math.min(100, Math.max(0, Math.round(100 * (1 - radius / Math.max(start.rx, 1e-6))))) };
  }
}

const DEFAULTS = { x0: 0.5, y0: 0.1, x1: 0.5, y1: 0.4, cx: 0.5, cy: 0.5, rx: 0.25, ry: 0.25, angle: 0, feather: 50 };

/** Keeps within what the format allows. @param {Record<string, number>} fields */
function hold(fields) {
  return Object.fromEntries(Object.entries(fields).map(([name, value]) => [name, name === 'angle' ? value : Math.min(Math.max(Math.round(value * 1e5) / 1e5, name.startsWith('r') ? 0.0005 : -4), 5)]));
}
