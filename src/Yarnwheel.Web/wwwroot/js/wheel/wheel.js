// @ts-check
import { getJson } from '../http.js';
import { hueColour, hueName } from './hue-words.js';
import { buildNumber, showNumber, wireNumber } from '../panel/numbers.js';
import { wheelCurve } from './wheel-curve.js';
import { RADII, WheelFace } from './wheel-face.js';

/** @typedef {import('./wheel-face.js').Spoke} Spoke */

/**
 * The grey wheel: spokes over hue, the photo's own hues round it.
 * Fires "light" with the hue that the pointer is on at the ring, or null.
 */
export class Wheel extends EventTarget {
  /** @type {Spoke[]} */
  #spokes = [];
  /** Where the mix stands in the recipe: that of the photo's greys, or of a part by light. */
  place = '/grey';
  #dragged = -1;
  /** The hue under the pointer at the ring. @type {number | null} */
  lit = null;
  /** Where a drag began, and whether the spoke is pulled off. */
  #grip = { hue: 0, spoke: 0, off: false };

  /**
   * @param {SVGSVGElement} svg @param {HTMLElement} list
   * @param {HTMLSelectElement} basis @param {import('../take.js').Take} take
   */
  constructor(svg, list, basis, take) {
    super();
    this.svg = svg;
    this.list = list;
    this.basis = basis;
    this.take = take;
    this.face = new WheelFace(svg);
    take.addEventListener('state', () => this.#follow());
    basis.addEventListener('change', () => take.commit(`Grey from ${basis.selectedOptions[0].text}`, [{ op: 'replace', path: `${this.place}/basis`, value: basis.value }]));
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
      const at = this.face.at(event);
      this.#light(this.#dragged < 0 && at.radius > RADII.ring - 2 && at.radius < RADII.petalsEnd + 2 ? Math.round(at.hue) : null);
    });
    svg.addEventListener('pointerleave', () => this.#light(null));
  }

  /** Draws the photo's hues round the ring. */
  async loadHues() {
    const { arcs, chroma } = await getJson(`${this.take.url}/hues`);
    this.face.drawPetals(arcs);
    // Wherever a hue is asked for it is shown at the photo's own chroma; of a grey photo, at a middling one.
    document.documentElement.style.setProperty('--photo-chroma', String(chroma > 0 ? Math.min(Math.max(chroma, 0.06), 0.16) : 0.11));
  }

  /** Marks the hue under the pointer; null takes the mark away. @param {number | null} hue */
  mark(hue) {
    this.face.mark(hue);
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

  /** Sets every spoke to 0. */
  level() {
    if (this.#own.length > 0) this.take.commit('Wheel levelled', [{ op: 'replace', path: `${this.place}/spokes`, value: [] }]);
  }

  /** Turns another mix. @param {string} place in the recipe */
  setPlace(place) {
    this.place = place;
    this.#follow();
  }

  /** Shows what the recipe has. */
  rest() {
    this.#follow();
  }

  /** @returns {Spoke[]} */
  get #own() {
    return this.take.at(this.place)?.spokes ?? [];
  }

  #follow() {
    // A newer change is on its way: what comes back now is older than what the hand is at.
    if (this.#dragged >= 0 || this.take.pending > 1) return;
    const own = this.#own;
    this.isFresh = own.length === 0;
    // A wheel without spokes offers twelve at rest; they come into the recipe when one is moved.
    this.#spokes = own.length > 0 ? own.map(s => ({ ...s })) : Array.from({ length: 12 }, (_, i) => ({ hue: i * 30, lift: 0 }));
    this.basis.value = this.take.at(this.place)?.basis ?? 'luminance';
    this.#draw();
    this.#listNumbers();
  }

  #draw() {
    this.face.drawSpokes(this.#spokes, this.#dragged, this.#grip.off);
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
    const before = /** @type {Spoke | undefined} */ (this.#own[index]) ?? { hue: spoke.hue, lift: 0 };
    Object.assign(spoke, change);
    spoke.lift = Math.min(Math.max(Math.round(spoke.lift), -100), 100);
    spoke.hue = ((Math.round(spoke.hue * 10) / 10 % 360) + 360) % 360;
    this.#draw();
    this.#listNumbers();
    /** @type {import('../take.js').Operation[]} */
    const edit = [{ op: 'replace', path: `${this.place}/spokes`, value: this.#spokes.map(s => ({ ...s })) }];
    if (!keep) this.take.setDraft(edit);
    else if (before.lift !== spoke.lift) this.take.commit(`Spoke ${hueName(spoke.hue)} ${before.lift} → ${spoke.lift}`, edit);
    else if (before.hue !== spoke.hue) this.take.commit(`Spoke ${Math.round(before.hue)}° → ${Math.round(spoke.hue)}°`, edit);
    else this.take.setDraft(null);
  }

  /** @param {PointerEvent} event */
  #press(event) {
    if (event.button !== 0) return;
    const at = this.face.at(event);
    const knob = event.target instanceof Element ? event.target.closest('.knob') : null;
    let index = knob ? Number(knob.getAttribute('data-spoke')) : -1;
    if (index < 0) {
      if (at.radius > RADII.ringEnd || at.radius < 12) return;
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
    /** @type {SVGElement} */ (this.face.knobs.children[index]).focus({ preventScroll: true });
    this.svg.setPointerCapture(event.pointerId);
    event.preventDefault();
  }

  /** @param {PointerEvent} event */
  #drag(event) {
    if (this.#dragged < 0) return;
    const at = this.face.at(event);
    // Pulled out over the photo's hues, a spoke comes off.
    this.#grip.off = !this.isFresh && at.radius > RADII.petalsEnd;
    // A spoke goes round the wheel only when the hand means it.
    const way = ((at.hue - this.#grip.hue + 540) % 360) - 180;
    const turn = at.radius < 25 ? 0 : Math.sign(way) * Math.max(0, Math.abs(way) - 8);
    this.#set(this.#dragged, { lift: WheelFace.liftAt(at.radius), hue: this.#grip.spoke + turn }, false);
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
    if (index < this.#own.length) this.take.commit(`Spoke ${hueName(gone.hue)} removed`, [{ op: 'remove', path: `${this.place}/spokes/${index}` }]);
    else this.take.setDraft(null);
    this.#draw();
    this.#listNumbers();
  }
}
