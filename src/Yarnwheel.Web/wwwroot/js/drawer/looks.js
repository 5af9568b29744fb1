// @ts-check
import { drawIn } from '../draw-in.js';
import { post } from '../http.js';
import { askName } from '../name-field.js';
import { Newest } from '../newest.js';
import { fault, note } from '../notes.js';
import { wireNumber } from '../panel/numbers.js';

/** Looks: a press shows one on the photo, then its pieces and strength are chosen, and it is laid on or left. Pieces of the take are kept under a name. */
export class Looks {
  /** The key of the look that is shown on the photo. @type {string | null} */
  #chosen = null;
  #strength = 100;
  /** Shows what is asked for on the photo. */
  #preview = new Newest((/** @type {any} */ wish) => this.#show(wish), fault);

  /** @param {import('./drawer.js').Drawer} drawer @param {import('../take.js').Take} take @param {HTMLInputElement} file */
  constructor(drawer, take, file) {
    this.drawer = drawer;
    this.take = take;
    const { element } = drawer;
    element.addEventListener('click', event => {
      const button = event.target instanceof Element ? /** @type {HTMLElement | null} */ (event.target.closest('[data-look], [data-look-act]')) : null;
      if (!button) return;
      const { look, lookAct } = button.dataset;
      if (look) this.#choose(look === this.#chosen ? null : look);
      else if (lookAct === 'leave') this.#choose(null);
      else if (lookAct === 'lay') this.#lay();
      else if (lookAct === 'read') file.click();
      else if (lookAct === 'rename') this.#rename(button);
      else if (lookAct === 'remove') this.#remove();
    });
    element.addEventListener('change', event => {
      if (event.target instanceof HTMLInputElement && event.target.type === 'checkbox' && event.target.closest('.look-one')) this.#preview.ask(this.#wish);
    });
    element.addEventListener('submit', event => {
      event.preventDefault();
      if (event.target instanceof HTMLFormElement && event.target.matches('.look-keep')) this.#keep(event.target);
    });
    file.addEventListener('change', () => {
      const [chosen] = file.files ?? [];
      if (chosen) this.#read(chosen);
      file.value = '';
    });
    drawer.addEventListener('drawn', event => {
      if (/** @type {CustomEvent} */ (event).detail === 'looks') element.setAttribute('aria-label', 'Looks');
    });
    drawer.addEventListener('closed', () => this.#choose(null));
    // What is done meanwhile ends the look that is only shown; the pictures follow it.
    take.addEventListener('state', event => {
      if (drawer.shown !== 'looks' || /** @type {CustomEvent} */ (event).detail === 'load') return;
      this.#chosen = null;
      drawer.refresh();
    });
  }

  /** @param {string | null} key */
  async #choose(key) {
    if (key === null && this.#chosen === null) return;
    this.#chosen = key;
    this.#strength = 100;
    for (const button of /** @type {NodeListOf<HTMLElement>} */ (this.drawer.element.querySelectorAll('[data-look]'))) button.setAttribute('aria-pressed', String(button.dataset.look === key));
    if (key === null) {
      this.#preview.forget();
      this.take.setDraft(null);
      this.drawer.element.querySelector('#look-one')?.replaceChildren();
      return;
    }
    try {
      await drawIn('#look-one', `${this.take.url}/looks?handler=One&look=${encodeURIComponent(key)}`, 'innerHTML');
    } catch (error) {
      fault(error);
      return;
    }
    const number = /** @type {HTMLElement | null} */ (this.drawer.element.querySelector('#look-one .number'));
    if (number && this.#chosen === key) {
      const change = (/** @type {number} */ value) => {
        this.#strength = value;
        this.#preview.ask(this.#wish);
      };
      wireNumber(number, { draft: change, commit: change, cancel: () => change(100) });
    }
    this.drawer.element.querySelector('#look-one')?.scrollIntoView({ block: 'nearest' });
    if (this.#chosen === key) this.#preview.ask(this.#wish);
  }

  /** What is asked for, as the application reads it. */
  get #wish() {
    const one = /** @type {HTMLElement} */ (this.drawer.element.querySelector('#look-one'));
    const isOn = (/** @type {string} */ name) => /** @type {HTMLInputElement | null} */ (one.querySelector(`[name="${name}"]`))?.checked ?? false;
    return { look: this.#chosen, pieces: piecesOf(one), strength: this.#strength, instead: isOn('instead'), placed: isOn('placed') };
  }

  /** @param {any} wish */
  async #show(wish) {
    const { change, left } = await (await post(`${this.take.url}/looks/plan`, wish)).json();
    if (this.#chosen !== wish.look) return;
    this.take.setDraft(change);
    const list = this.drawer.element.querySelector('.look-left');
    list?.replaceChildren(...left.map((/** @type {string} */ words) => Object.assign(document.createElement('li'), { textContent: `Left out: ${words}.` })));
  }

  async #lay() {
    const wish = this.#wish;
    this.#chosen = null;
    this.#preview.forget();
    if (await this.take.layLook(wish)) this.drawer.close();
  }

  /** @param {HTMLFormElement} form */
  async #keep(form) {
    const name = /** @type {HTMLInputElement} */ (form.elements.namedItem('name')).value;
    try {
      await post(`${this.take.url}/looks/keep`, { name, pieces: piecesOf(form) });
      note(`The look is kept as “${name.trim()}”.`);
      await this.drawer.refresh();
    } catch (error) {
      fault(error);
    }
  }

  /** @param {File} file */
  async #read(file) {
    try {
      const { name } = await (await post('/looks', file)).json();
      note(`The look “${name}” is among those kept.`);
      await this.drawer.refresh();
    } catch (error) {
      fault(error);
    }
  }

  get #kept() {
    return this.#chosen?.replace('kept-', '') ?? '';
  }

  /** @param {HTMLElement} button */
  #rename(button) {
    const head = /** @type {HTMLElement} */ (button.closest('h3'));
    const id = this.#kept;
    askName(head.firstChild?.textContent?.trim() ?? '', 'Name of the look', field => head.replaceChildren(field), async name => {
      try {
        if (name !== null) await post(`/looks/${id}/rename`, { name });
      } catch (error) {
        fault(error);
      }
      await this.#choose(null);
      this.drawer.refresh();
    });
  }

  /** It goes at once, and can be had back from the note. */
  async #remove() {
    const id = this.#kept;
    try {
      const document = await (await fetch(`/looks/kept-${id}`)).blob();
      await post(`/looks/${id}/remove`);
      this.#choose(null);
      await this.drawer.refresh();
      note('The look was removed.', 'plain', { words: 'bring it back', act: () => this.#read(new File([document], 'look.json')) });
    } catch (error) {
      fault(error);
    }
  }
}

/** The pieces that are ticked. @param {HTMLElement} place */
function piecesOf(place) {
  const box = (/** @type {string} */ name) => /** @type {HTMLInputElement | null} */ (place.querySelector(`[name="${name}"]`));
  const areas = /** @type {HTMLInputElement[]} */ ([...place.querySelectorAll('[name="area"]')]);
  return {
    ...Object.fromEntries(['light', 'grey', 'ground', 'finish'].map(name => [name, box(name)?.checked ?? false])),
    areas: areas.filter(a => a.checked).map(a => Number(a.value)),
  };
}
