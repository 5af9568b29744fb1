// @ts-check
import { showNumber, wireNumber } from '../panel/numbers.js';

/**
 * How the brush paints next; remembered in this browser.
 * @typedef {{ radius: number, hardness: number, flow: number, ceiling: number, pen: string, tones: string, away: boolean, clings: boolean, reach: number, fade: number, lightness: number, held: boolean }} Values
 *   radius as a fraction of the photo's longer side, all else as the recipe has it
 */

/** @type {Values} */
const USUAL = { radius: 0.02, hardness: 80, flow: 100, ceiling: 100, pen: 'size', tones: 'all', away: false, clings: false, reach: 5, fade: 4, lightness: 30, held: false };
/** What is done to a place by painting begins softly. @type {Values} */
const LOCAL = { ...USUAL, radius: 0.04, hardness: 0 };
const LEAST = 0.0002;
const MOST = 0.3;

/** Fires "change". */
export class BrushSettings extends EventTarget {
  /** @type {Values} */
  values = { ...USUAL };
  /** Under which name they are remembered. */
  #name = 'brush';

  /** @param {HTMLElement} panel @param {number} longer side of the photo, pixels */
  constructor(panel, longer) {
    super();
    this.panel = panel;
    this.longer = longer;
    this.#recall();
    panel.addEventListener('click', event => {
      const button = event.target instanceof Element ? /** @type {HTMLElement | null} */ (event.target.closest('[data-brush]')) : null;
      if (button) this.set(JSON.parse(button.dataset.brush ?? '{}'));
    });
  }

  /** The brush for masks, or the one for local work. @param {boolean} local */
  use(local) {
    const name = local ? 'brush, local' : 'brush';
    if (name === this.#name) return;
    this.#name = name;
    this.#recall();
    this.show();
    this.dispatchEvent(new Event('change'));
  }

  #recall() {
    this.values = { ...(this.#name === 'brush' ? USUAL : LOCAL) };
    try {
      const known = JSON.parse(localStorage.getItem(this.#name) ?? '{}');
      // Only what is still meant by the same name and kind.
      for (const [name, value] of Object.entries(known)) if (typeof value === typeof USUAL[/** @type {keyof Values} */ (name)]) Object.assign(this.values, { [name]: value });
      this.values.away = this.values.held = false;
    } catch {
      localStorage.removeItem(this.#name);
    }
  }

  /** @param {Partial<Values>} change */
  set(change) {
    Object.assign(this.values, change);
    localStorage.setItem(this.#name, JSON.stringify(this.values));
    this.show();
    this.dispatchEvent(new Event('change'));
  }

  /** Larger or smaller by so many steps of a tenth. @param {number} steps */
  size(steps) {
    const next = this.values.radius * 1.1 ** steps;
    this.set({ radius: Math.min(Math.max(next, LEAST), MOST) });
  }

  /** Ties the controls that the panel has now. */
  wire() {
    for (const element of this.#numbers()) {
      const name = /** @type {keyof Values} */ (element.dataset.tool);
      const change = (/** @type {number} */ value) => this.set({ [name]: name === 'radius' ? value / this.longer : value });
      wireNumber(element, { draft: change, commit: change, cancel: () => this.show() });
    }
    this.show();
  }

  show() {
    const { values } = this;
    for (const element of this.#numbers()) {
      const name = /** @type {keyof Values} */ (element.dataset.tool);
      const value = Number(values[name]);
      if (!element.classList.contains('is-dragged') && !element.contains(document.activeElement)) showNumber(element, name === 'radius' ? Math.round(value * this.longer * 10) / 10 : value);
    }
    for (const button of /** @type {NodeListOf<HTMLElement>} */ (this.panel.querySelectorAll('[data-brush]'))) {
      const asked = Object.entries(JSON.parse(button.dataset.brush ?? '{}'));
      button.setAttribute('aria-checked', String(asked.every(([name, value]) => values[/** @type {keyof Values} */ (name)] === value)));
    }
    for (const place of /** @type {NodeListOf<HTMLElement>} */ (this.panel.querySelectorAll('[data-brush-if]'))) place.hidden = !values[/** @type {keyof Values} */ (place.dataset.brushIf)];
  }

  #numbers() {
    return /** @type {NodeListOf<HTMLElement>} */ (this.panel.querySelectorAll('.number:not([data-tool=""])'));
  }
}
