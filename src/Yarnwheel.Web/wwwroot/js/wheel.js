// @ts-check
import { getJson } from './http.js';
import { hueColour, hueName } from './hue-words.js';
import { buildNumber, showNumber, wireNumber } from './numbers.js';
import { wheelCurve } from './wheel-curve.js';

/** @typedef {{ hue: number, lift: number }} Spoke */

const NEUTRAL = 54;      // radius of lift 0
const SPAN = 33;         // radius from lift 0 to ±100
const RING = 93;
const RING_END = 100;
const PETALS = 103;
const PETALS_END = 129;
const SVG = 'http://www.w3.org/2000/svg';

/** @param {number} hue @param {number} radius */
const place = (hue, radius) => ({ x: radius * Math.cos(hue * Math.PI / 180), y: -radius * Math.sin(hue * Math.PI / 180) });

/** @param {number} lift */
const radiusOf = lift => NEUTRAL + lift / 100 * SPAN;

/** @param {string} name @param {Record<string, string | number>} attributes @param {Element} parent */
function draw(name, attributes, parent) {
  const element = document.createElementNS(SVG, name);
  for (const [key, value] of Object.entries(attributes)) element.setAttribute(key, String(value));
  parent.append(element);
  return element;
}

/** A piece of a ring. @param {number} from @param {number} to degrees @param {number} inner @param {number} outer */
function arc(from, to, inner, outer) {
  const a = place(from, inner), b = place(from, outer), c = place(to, outer), d = place(to, inner);
  return `M${a.x} ${a.y}L${b.x} ${b.y}A${outer} ${outer} 0 0 0 ${c.x} ${c.y}L${d.x} ${d.y}A${inner} ${inner} 0 0 1 ${a.x} ${a.y}Z`;
}

/**
 * The grey wheel: spokes over hue, the photo's own hues round it.
 * Fires "light" with the hue that the pointer is on at the ring, or null.
 */
export class Wheel extends EventTarget {
  /** @type {Spoke[]} */
  #spokes = [];
  #dragged = -1;
  /** The hue under the pointer at the ring. @type {number | null} */
  lit = null;
  /** Where a drag began, and whether the spoke is pulled off. */
  #grip = { hue: 0, spoke: 0, off: false };

  /**
   * @param {SVGSVGElement} svg @param {HTMLElement} list
   * @param {HTMLSelectElement} basis @param {import('./take.js').Take} take
   */
  constructor(svg, list, basis, take) {
    super();
    this.svg = svg;
    this.list = list;
    this.take = take;
    this.petals = draw('g', { class: 'petals' }, svg);
    this.#drawFace();
    this.curve = draw('path', { class: 'wheel-curve' }, svg);
    this.arcs = draw('g', { class: 'hue-arcs' }, svg);
    this.pointer = draw('g', { class: 'hue-pointer', visibility: 'hidden' }, svg);
    draw('path', { d: `M${RING + 1} 0L${RING_END + 6} -4.5L${RING_END + 6} 4.5Z` }, this.pointer);
    this.knobs = draw('g', {}, svg);
    take.addEventListener('state', () => this.#follow());
    basis.addEventListener('change', () => take.commit(`Grey from ${basis.selectedOptions[0].text}`, [{ op: 'replace', path: '/grey/basis', value: basis.value }]));
    take.addEventListener('state', () => { basis.value = take.state.recipe.grey.basis; });
    svg.addEventListener('pointerdown', event => this.#press(event));
    svg.addEventListener('pointermove', event => this.#drag(event));
    svg.addEventListener('pointerup', () => this.#release());
    svg.addEventListener('pointercancel', () => this.#release());
    svg.addEventListener('dblclick', event => {
      const knob = event.target instanceof Element ? event.target.closest('.knob') : null;
      if (knob) this.#set(Number(knob.getAttribute('data-spoke')), { lift: 0 }, true);
    });
    svg.addEventListener('keydown', event => this.#key(event));
    svg.addEventListener('pointermove', event => {
      const at = this.#at(event);
      this.#light(this.#dragged < 0 && at.radius > RING - 2 && at.radius < PETALS_END + 2 ? Math.round(at.hue) : null);
    });
    svg.addEventListener('pointerleave', () => this.#light(null));
  }

  /** Draws the photo's hues round the ring. */
  async loadHues() {
    /** @type {number[]} */
    const hues = await getJson(`${this.take.url}/hues`);
    const step = 360 / hues.length;
    this.petals.replaceChildren();
    hues.forEach((share, i) => {
      if (share < 0.004) return;
      draw('path', { d: arc(i * step, (i + 1) * step, PETALS, PETALS + Math.sqrt(share) * (PETALS_END - PETALS)), fill: hueColour((i + 0.5) * step, 0.66, 0.12) }, this.petals);
    });
  }

  /** Marks the hue under the pointer; null takes the mark away. @param {number | null} hue */
  mark(hue) {
    if (hue === null) this.pointer.setAttribute('visibility', 'hidden');
    else {
      this.pointer.setAttribute('visibility', 'visible');
      this.pointer.setAttribute('transform', `rotate(${-hue})`);
    }
  }

  /** Shows spokes that are being moved elsewhere. @param {Spoke[]} spokes */
  preview(spokes) {
    this.#spokes = spokes.map(s => ({ ...s }));
    this.#draw();
    this.#listNumbers();
  }

  /** @param {number | null} hue */
  #light(hue) {
    if (hue === this.lit) return;
    this.lit = hue;
    this.dispatchEvent(new CustomEvent('light', { detail: hue }));
  }

  /** The arcs of hues that are kept. */
  #drawArcs() {
    this.arcs.replaceChildren();
    for (const area of this.take.state.recipe.areas) {
      for (const part of area.mask.parts) {
        if (part.kind !== 'hue' || part.op === 'subtract' || !part.on || !area.on) continue;
        const width = ((part.to - part.from) % 360 + 360) % 360;
        for (let at = 0; at < width; at += 6) draw('path', { d: arc(part.from + at, part.from + Math.min(at + 6.2, width), RING - 5, RING - 1.5) }, this.arcs);
      }
    }
  }

  /** Sets every spoke to 0. */
  level() {
    if (this.take.state.recipe.grey.spokes.length > 0) this.take.commit('Wheel levelled', [{ op: 'replace', path: '/grey/spokes', value: [] }]);
  }

  #drawFace() {
    const { svg } = this;
    const ring = draw('g', { class: 'ring' }, svg);
    for (let hue = 0; hue < 360; hue += 3) draw('path', { d: arc(hue, hue + 3.2, RING, RING_END), fill: hueColour(hue + 1.5) }, ring);
    draw('circle', { class: 'wheel-face', r: RING - 2 }, svg);
    for (const lift of [-100, -50, 50, 100]) draw('circle', { class: 'wheel-line', r: radiusOf(lift) }, svg);
    draw('circle', { class: 'wheel-line is-neutral', r: NEUTRAL }, svg);
  }

  #follow() {
    if (this.#dragged >= 0) return;
    const own = /** @type {Spoke[]} */ (this.take.state.recipe.grey.spokes);
    this.isFresh = own.length === 0;
    // A wheel without spokes offers twelve at rest; they come into the recipe when one is moved.
    this.#spokes = own.length > 0 ? own.map(s => ({ ...s })) : Array.from({ length: 12 }, (_, i) => ({ hue: i * 30, lift: 0 }));
    this.#draw();
    this.#drawArcs();
    this.#listNumbers();
  }

  #draw() {
    const curve = wheelCurve(this.#spokes);
    const points = [];
    for (let hue = 0; hue < 360; hue += 2) {
      const at = place(hue, radiusOf(curve(hue)));
      points.push(`${at.x.toFixed(2)} ${at.y.toFixed(2)}`);
    }
    this.curve.setAttribute('d', `M${points.join('L')}Z`);
    const { knobs } = this;
    while (knobs.children.length > this.#spokes.length) knobs.lastElementChild?.remove();
    this.#spokes.forEach((spoke, i) => {
      let knob = knobs.children[i];
      if (!knob) {
        knob = draw('g', { class: 'knob', tabindex: 0, role: 'slider', 'data-spoke': i, 'aria-valuemin': -100, 'aria-valuemax': 100 }, knobs);
        draw('line', {}, knob);
        draw('circle', { class: 'knob-hit', r: 10 }, knob);
        draw('circle', { class: 'knob-face', r: 5.5 }, knob);
      }
      const at = place(spoke.hue, radiusOf(spoke.lift));
      const foot = place(spoke.hue, NEUTRAL);
      const [line, hit, face] = knob.children;
      line.setAttribute('x1', String(foot.x));
      line.setAttribute('y1', String(foot.y));
      line.setAttribute('x2', String(at.x));
      line.setAttribute('y2', String(at.y));
      for (const circle of [hit, face]) {
        circle.setAttribute('cx', String(at.x));
        circle.setAttribute('cy', String(at.y));
      }
      face.setAttribute('fill', hueColour(spoke.hue, 0.68, 0.14));
      knob.setAttribute('aria-label', `Spoke at ${Math.round(spoke.hue)}°, ${hueName(spoke.hue)}`);
      knob.setAttribute('aria-valuenow', String(Math.round(spoke.lift)));
      knob.setAttribute('aria-valuetext', `lift ${Math.round(spoke.lift)}`);
      knob.classList.toggle('is-dragged', i === this.#dragged);
      knob.classList.toggle('is-off', i === this.#dragged && this.#grip.off);
    });
  }

  #listNumbers() {
    const { list } = this;
    while (list.children.length > this.#spokes.length) list.lastElementChild?.remove();
    this.#spokes.forEach((spoke, i) => {
      let row = /** @type {HTMLElement | undefined} */ (list.children[i]);
      if (!row) {
        row = buildNumber('', -100, 100, 0, '', '');
        row.classList.add('spoke-number');
        list.append(row);
        const index = i;
        wireNumber(row, {
          draft: lift => this.#set(index, { lift }, false),
          commit: lift => this.#set(index, { lift }, true),
          cancel: () => this.take.setDraft(null),
        });
      }
      const name = hueName(spoke.hue);
      row.title = `Lift of the hues round ${Math.round(spoke.hue)}°, ${name}. Drag, type, or use the arrow keys; double click: 0`;
      /** @type {HTMLElement} */ (row.querySelector('.number-label')).textContent = `${Math.round(spoke.hue)}°`;
      row.style.setProperty('--hue', hueColour(spoke.hue, 0.68, 0.14));
      /** @type {HTMLInputElement} */ (row.querySelector('input')).setAttribute('aria-label', `Lift at ${Math.round(spoke.hue)}°, ${name}`);
      if (!row.contains(document.activeElement)) showNumber(row, spoke.lift);
    });
  }

  /** @param {number} index @param {Partial<Spoke>} change @param {boolean} keep */
  #set(index, change, keep) {
    const spoke = this.#spokes[index];
    if (!spoke) return;
    const before = /** @type {Spoke | undefined} */ (this.take.state.recipe.grey.spokes[index]) ?? { hue: spoke.hue, lift: 0 };
    Object.assign(spoke, change);
    spoke.lift = Math.min(Math.max(Math.round(spoke.lift), -100), 100);
    spoke.hue = ((Math.round(spoke.hue * 10) / 10 % 360) + 360) % 360;
    this.#draw();
    this.#listNumbers();
    /** @type {import('./take.js').Operation[]} */
    const edit = [{ op: 'replace', path: '/grey/spokes', value: this.#spokes.map(s => ({ ...s })) }];
    if (!keep) this.take.setDraft(edit);
    else if (before.lift !== spoke.lift) this.take.commit(`Spoke ${hueName(spoke.hue)} ${before.lift} → ${spoke.lift}`, edit);
    else if (before.hue !== spoke.hue) this.take.commit(`Spoke ${Math.round(before.hue)}° → ${Math.round(spoke.hue)}°`, edit);
    else this.take.setDraft(null);
  }

  /** @param {PointerEvent} event */
  #at(event) {
    const box = this.svg.getBoundingClientRect();
    const x = (event.clientX - box.left) / box.width * 260 - 130;
    const y = (event.clientY - box.top) / box.height * 260 - 130;
    return { radius: Math.hypot(x, y), hue: ((Math.atan2(-y, x) * 180 / Math.PI) + 360) % 360 };
  }

  /** @param {PointerEvent} event */
  #press(event) {
    if (event.button !== 0) return;
    const at = this.#at(event);
    const knob = event.target instanceof Element ? event.target.closest('.knob') : null;
    let index = knob ? Number(knob.getAttribute('data-spoke')) : -1;
    if (index < 0) {
      if (at.radius > RING_END || at.radius < 12) return;
      const apart = (/** @type {number} */ hue) => Math.abs(((hue - at.hue + 540) % 360) - 180);
      index = this.#spokes.findIndex(s => apart(s.hue) < 9);
      if (index < 0) {
        this.#spokes.push({ hue: at.hue, lift: Math.round(wheelCurve(this.#spokes)(at.hue)) });
        index = this.#spokes.length - 1;
      }
    }
    this.#dragged = index;
    this.#grip = { hue: at.hue, spoke: this.#spokes[index].hue, off: false };
    this.#draw();
    /** @type {SVGElement} */ (this.knobs.children[index]).focus({ preventScroll: true });
    this.svg.setPointerCapture(event.pointerId);
    event.preventDefault();
  }

  /** @param {PointerEvent} event */
  #drag(event) {
    if (this.#dragged < 0) return;
    const at = this.#at(event);
    // Pulled out over the photo's hues, a spoke comes off.
    this.#grip.off = !this.isFresh && at.radius > PETALS_END;
    // A spoke goes round the wheel only when the hand means it.
    const way = ((at.hue - this.#grip.hue + 540) % 360) - 180;
    const turn = at.radius < 25 ? 0 : Math.sign(way) * Math.max(0, Math.abs(way) - 8);
    this.#set(this.#dragged, { lift: (at.radius - NEUTRAL) / SPAN * 100, hue: this.#grip.spoke + turn }, false);
  }

  #release() {
    if (this.#dragged < 0) return;
    const index = this.#dragged;
    this.#dragged = -1;
    if (this.#grip.off) this.#remove(index);
    else this.#set(index, {}, true);
  }

  /** @param {KeyboardEvent} event */
  #key(event) {
    const knob = event.target instanceof Element ? event.target.closest('.knob') : null;
    if (!knob) return;
    const index = Number(knob.getAttribute('data-spoke'));
    const spoke = this.#spokes[index];
    const step = event.shiftKey ? 10 : 1;
    if (event.key === 'ArrowUp') this.#set(index, { lift: spoke.lift + step }, true);
    else if (event.key === 'ArrowDown') this.#set(index, { lift: spoke.lift - step }, true);
    else if (event.key === 'ArrowRight') this.#set(index, { hue: spoke.hue + step }, true);
    else if (event.key === 'ArrowLeft') this.#set(index, { hue: spoke.hue - step }, true);
    else if (event.key === 'Delete' || event.key === 'Backspace') this.#remove(index);
    else return;
    event.preventDefault();
    event.stopPropagation();
  }

  /** @param {number} index */
  #remove(index) {
    if (this.isFresh) return;
    const [gone] = this.#spokes.splice(index, 1);
    // One that was begun and pulled off in one go was never in the recipe.
    if (index < this.take.state.recipe.grey.spokes.length) this.take.commit(`Spoke ${hueName(gone.hue)} removed`, [{ op: 'remove', path: `/grey/spokes/${index}` }]);
    else this.take.setDraft(null);
    this.#draw();
    this.#listNumbers();
  }
}
