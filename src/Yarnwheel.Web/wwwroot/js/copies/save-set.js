// @ts-check
import { drawIn } from '../draw-in.js';
import { post } from '../http.js';
import { Newest } from '../newest.js';
import { fault, note } from '../notes.js';
import { CopySettings } from './settings.js';

/** The question how the selected photos are saved: names shown as they will be, then begun. */
export class SaveSet {
  /** @type {number[]} */
  #photos = [];
  /** @type {CopySettings | null} */
  #settings = null;
  #planning = new Newest(async () => this.#plan(), error => this.#refused(error));
  /** @type {ReturnType<typeof setTimeout> | undefined} */
  #timer;
  /** @type {AbortController | undefined} */
  #asking;

  /** @param {HTMLDialogElement} dialog */
  constructor(dialog) {
    this.dialog = dialog;
    dialog.addEventListener('click', event => {
      const target = event.target instanceof Element ? event.target : null;
      if (target?.id === 'set-cancel') dialog.close();
      const field = /** @type {HTMLElement | null} */ (target?.closest('[data-field]') ?? null);
      if (field) this.#insert(field.dataset.field ?? '');
    });
    dialog.addEventListener('input', () => this.#later());
    dialog.addEventListener('change', () => this.#draw());
    dialog.addEventListener('close', () => {
      this.#asking?.abort();
      dialog.replaceChildren();
    });
    dialog.addEventListener('submit', event => {
      if (!dialog.querySelector('#set-form')) return;
      event.preventDefault();
      this.#begin();
    });
  }

  /** @param {number[]} photos in their order */
  async open(photos) {
    this.#photos = photos;
    try {
      await drawIn('#save-set', `/copies?handler=Save&count=${photos.length}`, 'innerHTML');
      this.#settings = new CopySettings(this.#form);
      if (!this.dialog.open) this.dialog.showModal();
      this.#draw();
    } catch (error) {
      fault(error);
    }
  }

  get #form() {
    return /** @type {HTMLFormElement} */ (this.dialog.querySelector('#set-form'));
  }

  /** @param {string} name */
  #value(name) {
    return String(new FormData(this.#form).get(name) ?? '');
  }

  get #request() {
    const wish = /** @type {CopySettings} */ (this.#settings).wish;
    return {
      photos: this.#photos,
      look: this.#value('look') || null,
      strength: Number(this.#value('strength')),
      pattern: this.#value('pattern'),
      clash: this.#value('clash'),
      target: this.#value('target'),
      folder: this.#value('target') === 'folder' ? this.#value('folder') : null,
      wish,
    };
  }

  #draw() {
    if (!this.#form) return;
    for (const part of /** @type {NodeListOf<HTMLElement>} */ (this.dialog.querySelectorAll('[data-target]'))) part.hidden = part.dataset.target !== this.#value('target');
    for (const part of /** @type {NodeListOf<HTMLElement>} */ (this.dialog.querySelectorAll('[data-look]'))) part.hidden = this.#value('look') === '';
    this.#later();
  }

  /** @param {string} field */
  #insert(field) {
    const names = /** @type {HTMLInputElement} */ (this.#form.elements.namedItem('pattern'));
    names.setRangeText(field, names.selectionStart ?? names.value.length, names.selectionEnd ?? names.value.length, 'end');
    names.focus();
    this.#later();
  }

  #later() {
    clearTimeout(this.#timer);
    this.#timer = setTimeout(() => this.#planning.ask(true), 200);
  }

  /** The names as they will be, and what is in the way. */
  async #plan() {
    if (!this.#form) return;
    const plan = await (await post('/copies/plan', this.#request)).json();
    if (!this.#form) return;
    const { place, start } = this.#answer;
    place.classList.remove('is-fault');
    const names = document.createElement('ol');
    for (const { name, fate } of plan.names.slice(0, 6)) {
      const line = document.createElement('li');
      line.textContent = name;
      line.className = `is-${fate}`;
      names.append(line);
    }
    place.replaceChildren(names, ...words(plan).map(text => Object.assign(document.createElement('p'), { textContent: text })));
    start.disabled = plan.names.every((/** @type {{ fate: string }} */ n) => n.fate === 'skipped');
    this.#forecast(place);
  }

  /** Says how long it will take, before it is begun. @param {HTMLElement} place */
  async #forecast(place) {
    this.#asking?.abort();
    const asking = this.#asking = new AbortController();
    try {
      const { words } = await (await post('/copies/forecast', this.#request, asking.signal)).json();
      if (!asking.signal.aborted && place.isConnected && !place.classList.contains('is-fault')) place.append(Object.assign(document.createElement('p'), { textContent: `All of it takes ${words}.` }));
    } catch {
      // What can't be foretold may be saved all the same.
    }
  }

  /** @param {unknown} error */
  #refused(error) {
    if (!this.#form) return;
    const { place, start } = this.#answer;
    place.classList.add('is-fault');
    place.textContent = error instanceof Error ? error.message : String(error);
    start.disabled = true;
  }

  /** Where the plan is shown, and what it allows. */
  get #answer() {
    return {
      place: /** @type {HTMLElement} */ (this.dialog.querySelector('#plan')),
      start: /** @type {HTMLButtonElement} */ (this.dialog.querySelector('#set-start')),
    };
  }

  async #begin() {
    try {
      const request = this.#request;
      const { id } = await (await post('/copies', request)).json();
      this.dialog.close();
      if (request.target === 'zip') {
        // It is made while it is fetched.
        const link = document.createElement('a');
        link.href = `/copies/${id}/zip`;
        link.download = '';
        link.click();
      }
      note(`${this.#photos.length === 1 ? 'One copy is' : `${this.#photos.length} copies are`} being made; how far they are is shown under Copies.`);
    } catch (error) {
      fault(error);
    }
  }
}

/** @param {{ names: { fate: string }[], forbidden: string }} plan */
function words(plan) {
  const count = (/** @type {string} */ fate) => plan.names.filter(n => n.fate === fate).length;
  const say = [];
  if (plan.names.length > 6) say.push(`… and ${plan.names.length - 6} more`);
  if (plan.forbidden) say.push(`Not allowed in names, so a hyphen stands there: ${[...plan.forbidden].join(' ')}`);
  if (count('numbered')) say.push(`${count('numbered')} would have a name that is taken: they get a number`);
  if (count('replaces')) say.push(`${count('replaces')} of the files there are replaced`);
  if (count('skipped')) say.push(`${count('skipped')} are left out: files of their names are there`);
  return say;
}
