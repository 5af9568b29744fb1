// @ts-check
import { hueName } from './hue-words.js';
import { RADII } from './wheel-face.js';

/** @typedef {{ hue: number, amount: number }} Amount */

const SVG = 'http://www.w3.org/2000/svg';
const INNER = RADII.bandEnd + 3;
const OUTER = RADII.petalsEnd - 4;

/** @param {Amount} entry */
const place = ({ hue, amount }) => {
  const radius = INNER + (OUTER - INNER) * amount / 100;
  return { x: radius * Math.cos(hue * Math.PI / 180), y: -radius * Math.sin(hue * Math.PI / 180) };
};

/** How much of every hue the chosen part keeps: a line round the wheel, its knots pulled out and in. */
export class HueAmounts {
  /** @type {{ index: number, before: number } | null} */
  #drag = null;

  /** @param {import('./wheel.js').Wheel} wheel @param {import('../take.js').Take} take @param {import('../panel/work.js').Work} work */
  constructor(wheel, take, work) {
    this.wheel = wheel;
    this.take = take;
    this.work = work;
    this.group = document.createElementNS(SVG, 'g');
    this.group.setAttribute('class', 'hue-amounts');
    wheel.svg.append(this.group);
    take.addEventListener('state', () => this.draw());
    take.addEventListener('draft', () => this.draw());
    work.panel.addEventListener('chosen', () => this.draw());
    const { svg } = wheel;
    svg.addEventListener('pointerdown', event => this.#down(event), { capture: true });
    // A knot is judged by the result: no hue is lit up meanwhile.
    svg.addEventListener('pointermove', event => this.#move(event), { capture: true });
    svg.addEventListener('pointerup', () => this.#up());
    svg.addEventListener('pointercancel', () => {
      this.#drag = null;
      take.setDraft(null);
    });
    svg.addEventListener('keydown', event => this.#key(event), { capture: true });
  }

  /** As kept, with what is being dragged. @returns {Amount[]} */
  get #amounts() {
    const { part, path } = this.work;
    if (part?.kind !== 'hue' || !part.amounts?.length) return [];
    return part.amounts.map((/** @type {Amount} */ entry, /** @type {number} */ i) => ({ ...entry, amount: this.take.draft?.find(step => step.path === `${path}/amounts/${i}/amount`)?.value ?? entry.amount }));
  }

  draw() {
    const amounts = this.take.state.recipe ? this.#amounts : [];
    const { group } = this;
    if (amounts.length === 0) {
      group.replaceChildren();
      return;
    }
    const focused = document.activeElement?.getAttribute('data-amount');
    const points = amounts.map(place);
    group.innerHTML = `<circle class="wheel-line" r="${INNER}"/><circle class="wheel-line" r="${OUTER}"/><path class="amounts-line" d="M${points.map(p => `${p.x.toFixed(1)} ${p.y.toFixed(1)}`).join('L')}ZM${INNER} 0A${INNER} ${INNER} 0 1 0 ${-INNER} 0A${INNER} ${INNER} 0 1 0 ${INNER} 0Z" fill-rule="evenodd"/>`
      + amounts.map((entry, i) => `<circle class="arc-grip" data-amount="${i}" cx="${points[i].x.toFixed(1)}" cy="${points[i].y.toFixed(1)}" r="4.5" tabindex="0" role="slider" aria-label="${hueName(entry.hue)}, ${entry.hue}°: how much is kept" aria-valuemin="0" aria-valuemax="100" aria-valuenow="${entry.amount}"><title>${hueName(entry.hue)}, ${entry.hue}°: ${entry.amount} % kept; pull out or in</title></circle>`).join('');
    if (focused !== null && focused !== undefined) /** @type {SVGElement | null} */ (group.querySelector(`[data-amount="${focused}"]`))?.focus({ preventScroll: true });
  }

  /** @param {Event} event */
  #indexOf(event) {
    const mark = event.target instanceof Element ? event.target.closest('[data-amount]') : null;
    return mark ? Number(mark.getAttribute('data-amount')) : -1;
  }

  /** @param {PointerEvent} event */
  #down(event) {
    const index = this.#indexOf(event);
    if (index < 0 || event.button !== 0) return;
    event.stopPropagation();
    event.preventDefault();
    /** @type {SVGElement} */ (event.target).focus({ preventScroll: true });
    this.#drag = { index, before: this.#amounts[index].amount };
    this.wheel.svg.setPointerCapture(event.pointerId);
    this.wheel.dispatchEvent(new CustomEvent('light', { detail: null }));
  }

  /** @param {PointerEvent} event */
  #move(event) {
    if (!this.#drag) return;
    event.stopImmediatePropagation();
    const { radius } = this.wheel.face.at(event);
    const amount = Math.round(Math.min(Math.max((radius - INNER) / (OUTER - INNER), 0), 1) * 100);
    this.take.setDraft([{ op: 'replace', path: `${this.work.path}/amounts/${this.#drag.index}/amount`, value: amount }]);
  }

  #up() {
    const drag = this.#drag;
    this.#drag = null;
    if (drag) this.#keep(drag.index, drag.before, this.#amounts[drag.index].amount);
  }

  /** @param {KeyboardEvent} event */
  #key(event) {
    const index = this.#indexOf(event);
    const step = { ArrowUp: 1, ArrowRight: 1, ArrowDown: -1, ArrowLeft: -1 }[event.key];
    if (index < 0 || !step) return;
    event.preventDefault();
    event.stopPropagation();
    const { amount } = this.#amounts[index];
    this.#keep(index, amount, Math.min(Math.max(amount + step * (event.shiftKey ? 10 : 1), 0), 100));
  }

  /** @param {number} index @param {number} before @param {number} amount percent */
  #keep(index, before, amount) {
    if (before === amount) return this.take.setDraft(null);
    this.take.commit(`${hueName(this.#amounts[index].hue)} ${before} → ${amount}`, [{ op: 'replace', path: `${this.work.path}/amounts/${index}/amount`, value: amount }]);
  }
}
