// @ts-check
/** @typedef {{ from: number, to: number, fade?: number }} Arc */

const turn = (/** @type {number} */ hue) => ((Math.round(hue) % 360) + 360) % 360;

/** The kept hues round the wheel: an arc is dragged at its ends or as a whole, its shoulders at their ends. */
export class Arcs {
  /** @type {{ path: string, arc: Required<Arc>, grip: string, start: number, moved: Required<Arc> | null } | null} */
  #drag = null;

  /**
   * @param {import('./wheel.js').Wheel} wheel @param {import('../take.js').Take} take @param {import('../panel/panel.js').Panel} panel
   */
  constructor(wheel, take, panel) {
    this.wheel = wheel;
    this.take = take;
    this.panel = panel;
    take.addEventListener('state', () => this.draw());
    take.addEventListener('draft', () => this.draw());
    panel.addEventListener('chosen', () => this.draw());
    const { svg } = wheel;
    // Before the spokes have it: a press on an arc is not one on the wheel.
    svg.addEventListener('pointerdown', event => this.#down(event), { capture: true });
    svg.addEventListener('pointermove', event => this.#move(event));
    svg.addEventListener('pointerup', () => this.#up());
    svg.addEventListener('pointercancel', () => {
      this.#drag = null;
      this.take.setDraft(null);
    });
    svg.addEventListener('keydown', event => this.#key(event));
  }

  draw() {
    const { recipe } = this.take.state;
    if (!recipe) return;
    /** @type {{ arc: Arc, path: string, chosen: boolean, own: boolean }[]} */
    const arcs = [];
    recipe.areas.forEach((/** @type {any} */ area, /** @type {number} */ a) => {
      if (!area.on) return;
      area.mask.parts.forEach((/** @type {any} */ part, /** @type {number} */ p) => {
        if (part.kind !== 'hue' || !part.on || part.amounts?.length) return;
        const path = `/areas/${a}/mask/parts/${p}`;
        arcs.push({ arc: this.take.drafted(path, part), path, chosen: a === this.panel.area && p === this.panel.part, own: a === this.panel.area });
      });
    });
    const begun = this.#begun();
    if (begun) arcs.push({ arc: begun, path: '', chosen: false, own: true });
    this.wheel.face.drawArcs(arcs);
  }

  /** The arc of a part that is being begun. @returns {Arc | null} */
  #begun() {
    const step = this.take.draft?.[0];
    const part = step?.path === '/areas/-' ? step.value.mask.parts[0] : step?.path.endsWith('/mask/parts/-') ? step.value : null;
    return part?.kind === 'hue' && part.from !== undefined ? { fade: 15, ...part } : null;
  }

  /** @param {PointerEvent} event */
  #down(event) {
    const mark = event.target instanceof Element ? event.target.closest('[data-arc]') : null;
    if (!mark || event.button !== 0) return;
    event.stopPropagation();
    event.preventDefault();
    const path = /** @type {string} */ (mark.getAttribute('data-arc'));
    const [, , area, , , part] = path.split('/');
    if (Number(area) !== this.panel.area || Number(part) !== this.panel.part) this.panel.choose(Number(area), Number(part));
    const arc = this.take.at(path);
    if (mark instanceof SVGElement && mark.hasAttribute('tabindex')) mark.focus({ preventScroll: true });
    this.#drag = { path, arc, grip: mark.getAttribute('data-grip') ?? 'all', start: this.wheel.face.at(event).hue, moved: null };
    this.wheel.svg.setPointerCapture(event.pointerId);
  }

  /** @param {PointerEvent} event */
  #move(event) {
    const drag = this.#drag;
    if (!drag) return;
    const hue = this.wheel.face.at(event).hue;
    const way = ((hue - drag.start + 540) % 360) - 180;
    const { arc } = drag;
    const fadeAt = (/** @type {number} */ end) => Math.min(180, Math.max(0, Math.round(drag.grip === 'fadeFrom' ? end - hue + 360 : hue - end + 360) % 360));
    drag.moved = {
      from: drag.grip === 'from' ? turn(arc.from + way) : drag.grip === 'all' ? turn(arc.from + way) : arc.from,
      to: drag.grip === 'to' ? turn(arc.to + way) : drag.grip === 'all' ? turn(arc.to + way) : arc.to,
      fade: drag.grip === 'fadeFrom' ? fadeAt(arc.from) : drag.grip === 'fadeTo' ? fadeAt(arc.to) : arc.fade,
    };
    this.take.setDraft(this.#change(drag.path, drag.moved, arc));
  }

  #up() {
    const drag = this.#drag;
    this.#drag = null;
    if (drag?.moved) this.#keep(drag.path, drag.moved, drag.arc);
  }

  /** @param {KeyboardEvent} event */
  #key(event) {
    const mark = event.target instanceof Element ? event.target.closest('[data-arc]') : null;
    const step = { ArrowRight: -1, ArrowLeft: 1, ArrowUp: 1, ArrowDown: -1 }[event.key];
    if (!mark || !step) return;
    event.preventDefault();
    event.stopPropagation();
    const path = /** @type {string} */ (mark.getAttribute('data-arc'));
    const grip = /** @type {string} */ (mark.getAttribute('data-grip'));
    // Keys may come faster than answers.
    const arc = this.take.drafted(path);
    const by = step * (event.shiftKey ? 10 : 1);
    const fade = Math.min(180, Math.max(0, arc.fade + (grip === 'fadeFrom' ? -by : by)));
    this.#keep(path, grip.startsWith('fade') ? { ...arc, fade } : { ...arc, [grip]: turn(arc[grip] + by) }, arc);
  }

  /** @param {string} path @param {Required<Arc>} moved @param {Required<Arc>} arc */
  #keep(path, moved, arc) {
    const change = this.#change(path, moved, arc);
    if (change.length === 0) return this.take.setDraft(null);
    const label = moved.fade !== arc.fade ? `Fade ${arc.fade}° → ${moved.fade}°` : `Arc ${arc.from}° to ${arc.to}° → ${moved.from}° to ${moved.to}°`;
    this.take.commit(label, change);
  }

  /** @param {string} path @param {Required<Arc>} moved @param {Required<Arc>} arc @returns {import('../take.js').Operation[]} */
  #change(path, moved, arc) {
    return /** @type {const} */ (['from', 'to', 'fade']).filter(f => moved[f] !== arc[f]).map(f => ({ op: 'replace', path: `${path}/${f}`, value: moved[f] }));
  }
}
