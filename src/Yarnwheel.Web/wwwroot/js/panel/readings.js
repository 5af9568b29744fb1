// @ts-check
import { fault } from '../notes.js';

/** @typedef {{ code: string, words: string }} SubjectReading */

/** The ways in which the gesture of the chosen subject can be read, in small pictures; a press takes one, a key the next. Fires "drawn". */
export class Readings extends EventTarget {
  /** @type {SubjectReading[]} */
  #found = [];
  /** What they were found for. */
  #for = '';
  /** @type {ReturnType<typeof setTimeout> | undefined} */
  #timer;
  /** @type {AbortController | null} */
  #search = null;

  /** @param {import('./work.js').Work} work */
  constructor(work) {
    super();
    this.work = work;
    const { panel, take } = work;
    take.addEventListener('state', () => this.#later());
    panel.addEventListener('chosen', () => this.#later());
    panel.addEventListener('drawn', () => this.#draw());
    panel.element.addEventListener('click', event => {
      const button = event.target instanceof Element ? /** @type {HTMLElement | null} */ (event.target.closest('[data-reading]')) : null;
      if (button) this.#take(button.dataset.reading ?? '');
    });
  }

  get #isAt() {
    return this.work.part?.kind === 'subject';
  }

  /** The one that is in force. */
  get #taken() {
    return this.work.part?.reading ?? this.#found[0]?.code;
  }

  /** Takes the next reading. @returns {boolean} whether there is one */
  step() {
    if (!this.#isAt || this.#found.length < 2) return false;
    const at = this.#found.findIndex(r => r.code === this.#taken);
    this.#take(this.#found[(at + 1) % this.#found.length].code);
    return true;
  }

  /** @param {string} code */
  #take(code) {
    const reading = this.#found.find(r => r.code === code);
    if (reading && code !== this.#taken) this.work.take.commit(`Subject: ${reading.words}`, [{ op: 'add', path: `${this.work.path}/reading`, value: code }]);
  }

  /** The gesture, without how it is read. */
  get #gesture() {
    const { reading, ...gesture } = this.work.part ?? {};
    return `${this.work.path} ${JSON.stringify(gesture)}`;
  }

  #later() {
    clearTimeout(this.#timer);
    this.#search?.abort();
    if (!this.#isAt || this.#gesture !== this.#for) this.#found = [];
    this.#draw();
    if (this.#isAt && this.#found.length === 0) this.#timer = setTimeout(() => this.work.take.ready.then(() => this.#look()), 150);
  }

  async #look() {
    const search = new AbortController();
    this.#search = search;
    try {
      const found = await this.work.ofSubject('readings', search.signal);
      if (!found) return;
      this.#found = found.readings;
      this.#for = this.#gesture;
      this.#draw();
    } catch (error) {
      // The part may have been removed meanwhile.
      if (!search.signal.aborted && this.#isAt) fault(error);
    }
  }

  #draw() {
    const place = this.work.panel.element.querySelector('#readings');
    if (!place) return;
    if (this.#found.length < 2) {
      place.replaceChildren();
      return;
    }
    const { area, part } = this.work.panel;
    const shown = `${this.#for} ${this.#taken} ${this.#found.map(r => r.code)}`;
    if (place.getAttribute('data-shown') === shown && place.childElementCount > 0) return;
    place.setAttribute('data-shown', shown);
    const head = document.createElement('div');
    head.className = 'dock-head';
    head.innerHTML = '<h2>What was meant <small><kbd data-key-of="reading"></kbd> the next</small></h2>';
    const row = document.createElement('div');
    row.className = 'reading-row';
    row.setAttribute('role', 'radiogroup');
    row.setAttribute('aria-label', 'What the gesture means');
    row.append(...this.#found.map(({ code, words }) => {
      const button = document.createElement('button');
      button.type = 'button';
      button.dataset.reading = code;
      button.title = words;
      button.setAttribute('role', 'radio');
      button.setAttribute('aria-checked', String(code === this.#taken));
      button.setAttribute('aria-label', words);
      const picture = document.createElement('img');
      picture.alt = '';
      picture.src = `${this.work.take.url}/subject/reading-picture?area=${area}&part=${part}&reading=${code}&r=${this.work.take.state.revision}`;
      button.append(picture);
      return button;
    }));
    place.replaceChildren(head, row);
    this.dispatchEvent(new Event('drawn'));
  }
}
