// @ts-check
import { drawIn } from '../draw-in.js';
import { post } from '../http.js';
import { askName } from '../name-field.js';
import { fault, note } from '../notes.js';

/** The history: pointing at a step shows the picture there, a press goes there; steps are named, compared with, and thinned out. */
export class History {
  /** Of what is pointed at. @type {ReturnType<typeof setTimeout> | undefined} */
  #timer;
  /** Of what is typed. @type {ReturnType<typeof setTimeout> | undefined} */
  #typing;
  #find = '';

  /**
   * @param {import('./drawer.js').Drawer} drawer @param {import('../take.js').Take} take @param {import('../photo/view.js').PhotoView} view
   * @param {(step: number, words: string) => void} compare
   */
  constructor(drawer, take, view, compare) {
    this.drawer = drawer;
    this.take = take;
    this.view = view;
    const { element } = drawer;
    const stepOf = (/** @type {Event} */ event) => (event.target instanceof Element ? /** @type {HTMLElement | null} */ (event.target.closest('[data-step]')) : null);
    for (const name of ['pointerover', 'focusin']) element.addEventListener(name, event => this.#look(stepOf(event)));
    for (const name of ['pointerleave', 'focusout']) element.addEventListener(name, () => this.#look(null));
    element.addEventListener('click', event => {
      const target = event.target instanceof Element ? event.target : null;
      const step = stepOf(event);
      const tool = /** @type {HTMLElement | null} */ (target?.closest('[data-step-compare], [data-step-name], #thin') ?? null);
      if (step) this.#goTo(Number(step.dataset.step));
      else if (tool?.dataset.stepCompare) compare(Number(tool.dataset.stepCompare), /** @type {HTMLElement} */ (tool.closest('li')?.querySelector('[data-step]')).dataset.words ?? '');
      else if (tool?.dataset.stepName) this.#name(tool);
      else if (tool) this.#thin(false);
    });
    element.addEventListener('change', event => {
      if (event.target instanceof HTMLSelectElement && event.target.id === 'thin-days') this.#thin(true);
    });
    element.addEventListener('input', event => {
      if (event.target instanceof HTMLInputElement && event.target.id === 'step-find') this.#search(event.target.value);
    });
    element.addEventListener('keydown', event => {
      const by = { ArrowDown: 1, ArrowUp: -1 }[event.key];
      const here = stepOf(event);
      if (!by || !here) return;
      const all = /** @type {HTMLElement[]} */ ([...element.querySelectorAll('[data-step]')]);
      all[Math.min(Math.max(all.indexOf(here) + by, 0), all.length - 1)].focus();
      event.preventDefault();
      event.stopPropagation();
    });
    drawer.addEventListener('drawn', event => {
      if (/** @type {CustomEvent} */ (event).detail !== 'history') return;
      this.#find = '';
      element.setAttribute('aria-label', 'History');
      element.querySelector('.is-here')?.scrollIntoView({ block: 'nearest' });
      this.#thin(true);
    });
    drawer.addEventListener('closed', () => this.#look(null));
    take.addEventListener('state', event => {
      if (drawer.shown === 'history' && /** @type {CustomEvent} */ (event).detail !== 'load') this.#draw();
    });
  }

  /** @param {HTMLElement | null} row */
  #look(row) {
    if (this.drawer.shown !== 'history' && row) return;
    clearTimeout(this.#timer);
    const step = row ? Number(row.dataset.step) : null;
    // Passing over the list on the way elsewhere must not flicker the photo.
    this.#timer = setTimeout(() => this.view.lookBack(step === this.take.state.step ? null : step), row ? 60 : 30);
  }

  /** @param {number} step */
  async #goTo(step) {
    await this.take.goTo(step);
    this.view.lookBack(null);
  }

  async #draw() {
    const { element } = this.drawer;
    const focused = document.activeElement instanceof HTMLElement && element.contains(document.activeElement) ? document.activeElement.dataset.step : undefined;
    try {
      await drawIn('#history-steps', `${this.take.url}/history?handler=Steps&find=${encodeURIComponent(this.#find)}`, 'innerHTML');
    } catch (error) {
      fault(error);
    }
    if (focused !== undefined) /** @type {HTMLElement | null} */ (element.querySelector(`[data-step="${focused}"]`))?.focus({ preventScroll: true });
  }

  /** @param {string} text */
  #search(text) {
    this.#find = text.trim();
    clearTimeout(this.#typing);
    this.#typing = setTimeout(() => this.#draw(), 150);
  }

  /** @param {HTMLElement} button */
  #name(button) {
    /** @type {HTMLInputElement | null} */
    let own = null;
    askName(button.dataset.name ?? '', 'Name of the step', field => {
      own = field;
      field.placeholder = 'name, or nothing';
      button.closest('li')?.append(field);
    }, async name => {
      own?.remove();
      if (name === null) return;
      try {
        await post(`${this.take.url}/steps/${button.dataset.stepName}/name`, { name });
      } catch (error) {
        fault(error);
      }
      this.#draw();
    });
  }

  /** @param {boolean} isTrial only says how many it would be */
  async #thin(isTrial) {
    const { element } = this.drawer;
    const days = /** @type {HTMLSelectElement | null} */ (element.querySelector('#thin-days'));
    const button = /** @type {HTMLButtonElement | null} */ (element.querySelector('#thin'));
    if (!days || !button) return;
    try {
      const { fewer } = await (await post(`${this.take.url}/steps/thin`, { days: Number(days.value), trial: isTrial })).json();
      const words = `${fewer} step${fewer === 1 ? '' : 's'}`;
      if (!isTrial) {
        note(`${words} went into the last of their day. Every picture that is left is as it was.`);
        await this.drawer.refresh();
        return;
      }
      button.disabled = fewer === 0;
      button.textContent = fewer === 0 ? 'Nothing to thin out there' : `Thin out ${words}`;
    } catch (error) {
      fault(error);
    }
  }
}
