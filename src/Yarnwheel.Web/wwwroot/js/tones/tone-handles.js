// @ts-check
/** @typedef {{ tone: number, mask: number }} Point */

/**
 * The handles of the chosen part by light on the tone strip: a range with two fades, or the points of a free curve.
 * The curve itself is drawn as the application computed it.
 */
export class ToneHandles {
  /** @type {{ name: string, fields: Record<string, any>, start: any } | null} */
  #drag = null;

  /** @param {HTMLElement} place over the strip @param {import('../panel/work.js').Work} work */
  constructor(place, work) {
    this.place = place;
    this.work = work;
    place.addEventListener('pointerdown', event => this.#down(event));
    place.addEventListener('pointermove', event => this.#move(event));
    place.addEventListener('pointerup', () => this.#up());
    place.addEventListener('pointercancel', () => this.drop());
    place.addEventListener('keydown', event => this.#key(event));
  }

  /** The chosen part by light, as it stands with what is being dragged. */
  get part() {
    const { part } = this.work;
    return part?.kind === 'light' ? { ...part, ...this.#drag?.fields } : null;
  }

  drop() {
    this.#drag = null;
    this.work.draft(null);
    this.draw();
  }

  draw() {
    const { part } = this;
    this.place.hidden = part === null;
    if (!part) return;
    const grips = part.curve?.length ? this.#points(part.curve) : this.#ends(part);
    while (this.place.children.length > grips.length) this.place.lastElementChild?.remove();
    grips.forEach(({ name, tone, mask, label, value }, i) => {
      let grip = /** @type {HTMLElement | undefined} */ (this.place.children[i]);
      if (!grip) {
        grip = document.createElement('span');
        grip.tabIndex = 0;
        grip.setAttribute('role', 'slider');
        grip.setAttribute('aria-valuemin', '0');
        grip.setAttribute('aria-valuemax', '100');
        this.place.append(grip);
      }
      grip.className = `tone-grip is-${part.curve?.length ? 'point' : name.startsWith('fade') ? 'fade' : 'end'}`;
      grip.dataset.grip = name;
      grip.setAttribute('aria-label', label);
      grip.setAttribute('aria-valuenow', String(Math.round(value)));
      grip.title = `${label} ${Math.round(value)}`;
      Object.assign(grip.style, { left: `${tone}%`, top: `${100 - mask}%` });
    });
  }

  /** @param {any} part */
  #ends(part) {
    const { low, high } = ends(part);
    return [
      { name: 'from', tone: low, mask: 100, label: 'From', value: low },
      { name: 'to', tone: high, mask: 100, label: 'To', value: high },
      { name: 'fadeFrom', tone: Math.max(0, low - part.fadeFrom), mask: 0, label: 'Fade below', value: part.fadeFrom },
      { name: 'fadeTo', tone: Math.min(100, high + part.fadeTo), mask: 0, label: 'Fade above', value: part.fadeTo },
    ];
  }

  /** @param {Point[]} curve */
  #points(curve) {
    return curve.map((p, i) => ({ name: String(i), tone: p.tone, mask: p.mask, label: `Point ${i + 1} of the curve, mask`, value: p.mask }));
  }

  /** @param {MouseEvent} event @returns {Point} */
  #at(event) {
    const box = this.place.getBoundingClientRect();
    const hold = (/** @type {number} */ v) => Math.min(Math.max(Math.round(v), 0), 100);
    return { tone: hold(100 * (event.clientX - box.left) / box.width), mask: hold(100 - 100 * (event.clientY - box.top) / box.height) };
  }

  /** @param {PointerEvent} event */
  #down(event) {
    const { part } = this;
    if (!part || event.button !== 0) return;
    event.preventDefault();
    const grip = event.target instanceof HTMLElement ? event.target.dataset.grip : undefined;
    if (grip === undefined && !part.curve?.length) return;
    this.place.setPointerCapture(event.pointerId);
    let name = grip ?? '';
    /** @type {Record<string, any>} */
    let fields = {};
    if (grip === undefined) {
      const at = this.#at(event);
      const curve = [...part.curve, at].sort((a, b) => a.tone - b.tone);
      name = String(curve.indexOf(at));
      fields = { curve };
      this.work.draft(fields);
    } else /** @type {HTMLElement} */ (event.target).focus({ preventScroll: true });
    this.#drag = { name, fields, start: { ...part, ...fields } };
    this.draw();
  }

  /** @param {PointerEvent} event */
  #move(event) {
    const drag = this.#drag;
    if (!drag) return;
    const box = this.place.getBoundingClientRect();
    const off = event.clientY < box.top - 40 || event.clientY > box.bottom + 40;
    drag.fields = this.#moved(drag, this.#at(event), off);
    this.work.draft(drag.fields);
    this.draw();
  }

  #up() {
    const drag = this.#drag;
    this.#drag = null;
    if (drag && Object.keys(drag.fields).length > 0) this.work.keep(drag.fields.curve ? 'Tone curve' : `Tones ${LABELS[drag.name]}`, drag.fields, '');
    this.draw();
  }

  /** @param {{ name: string, start: any }} drag @param {Point} at @param {boolean} off pulled off the strip */
  #moved({ name, start }, at, off) {
    if (start.curve?.length) {
      const index = Number(name);
      if (off && start.curve.length > 2) return { curve: start.curve.filter((/** @type {Point} */ _, /** @type {number} */ i) => i !== index) };
      // A point stays between its neighbours.
      const least = index > 0 ? start.curve[index - 1].tone + 1 : 0;
      const most = index + 1 < start.curve.length ? start.curve[index + 1].tone - 1 : 100;
      const moved = { tone: Math.min(Math.max(at.tone, least), Math.max(least, most)), mask: at.mask };
      return { curve: start.curve.map((/** @type {Point} */ p, /** @type {number} */ i) => (i === index ? moved : p)) };
    }
    const { low, high } = ends(start);
    if (name === 'from') return { from: Math.min(at.tone, high), to: high };
    if (name === 'to') return { from: low, to: Math.max(at.tone, low) };
    return name === 'fadeFrom' ? { fadeFrom: Math.max(0, low - at.tone) } : { fadeTo: Math.max(0, at.tone - high) };
  }

  /** @param {KeyboardEvent} event */
  #key(event) {
    const name = event.target instanceof HTMLElement ? event.target.dataset.grip : undefined;
    if (!this.part || name === undefined) return;
    // Keys may come faster than answers.
    const part = this.work.take.drafted(this.work.path, this.part);
    const by = event.shiftKey ? 10 : 1;
    const [x, y] = { ArrowLeft: [-by, 0], ArrowRight: [by, 0], ArrowUp: [0, by], ArrowDown: [0, -by] }[event.key] ?? [0, 0];
    const removes = (event.key === 'Delete' || event.key === 'Backspace') && part.curve?.length > 2;
    if (x === 0 && y === 0 && !removes) return;
    event.preventDefault();
    event.stopPropagation();
    const own = part.curve?.length ? part.curve[Number(name)] : null;
    const { low, high } = ends(part);
    const tone = own ? own.tone : { from: low, to: high, fadeFrom: low - part.fadeFrom, fadeTo: high + part.fadeTo }[name] ?? 0;
    const hold = (/** @type {number} */ v) => Math.min(Math.max(v, 0), 100);
    const fields = this.#moved({ name, start: part }, { tone: hold(tone + x + (own ? 0 : y)), mask: hold((own?.mask ?? 0) + y) }, removes);
    this.work.keep(own ? 'Tone curve' : `Tones ${LABELS[name]}`, fields, '');
  }
}

/** @type {Record<string, string>} */
const LABELS = { from: 'from', to: 'to', fadeFrom: 'fade below', fadeTo: 'fade above' };

/** @param {{ from: number, to: number }} part */
const ends = part => ({ low: Math.min(part.from, part.to), high: Math.max(part.from, part.to) });
