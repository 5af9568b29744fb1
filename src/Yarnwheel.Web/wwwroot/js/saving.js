// @ts-check
import { CopySettings } from './copies/settings.js';
import { drawIn } from './draw-in.js';
import { getJson, post } from './http.js';
import { fault, note } from './notes.js';

/** The dialog that saves a copy: picture, layers, masks or recipe; with progress, and a way to stop. */
export class Saving {
  /** @type {string | null} */
  #job = null;
  /** @type {AbortController | undefined} */
  #asking;
  /** @type {CopySettings | null} */
  #settings = null;

  /** @param {HTMLDialogElement} dialog @param {import('./take.js').Take} take */
  constructor(dialog, take) {
    this.dialog = dialog;
    this.take = take;
    dialog.addEventListener('close', () => {
      this.#stop();
      this.#asking?.abort();
      dialog.replaceChildren();
    });
    dialog.addEventListener('change', event => {
      // Choosing an area means that its mask is wanted.
      if (event.target instanceof Element && event.target.id === 'save-area') {
        /** @type {HTMLInputElement} */ (dialog.querySelector('[value="mask"]')).checked = true;
        this.#settings?.draw();
      }
      this.#forecast();
    });
    dialog.addEventListener('click', event => {
      if (event.target instanceof Element && event.target.id === 'save-cancel') dialog.close();
    });
    dialog.addEventListener('submit', event => {
      event.preventDefault();
      this.#save().catch(error => {
        fault(error);
        dialog.close();
      });
    });
  }

  async open() {
    try {
      await drawIn('#save', `${this.take.url}?handler=Save`, 'innerHTML');
      this.#settings = new CopySettings(/** @type {HTMLElement} */ (this.dialog.querySelector('form')));
      if (!this.dialog.open) this.dialog.showModal();
      this.#field('save-name').select();
      this.#forecast();
    } catch (error) {
      fault(error);
    }
  }

  /** @param {string} id */
  #field(id) {
    return /** @type {HTMLInputElement} */ (this.dialog.querySelector(`#${id}`));
  }

  /** What is wished for, as the application takes it. */
  get #wish() {
    const { wish } = /** @type {CopySettings} */ (this.#settings);
    if (wish.kind !== 'mask') return wish;
    const area = this.#field('save-area').value;
    return area === 'all' ? { ...wish, kind: 'allMasks' } : { ...wish, area: Number(area) };
  }

  /** Says how long it will take, before it is begun. */
  async #forecast() {
    this.#asking?.abort();
    const place = this.#field('save-time');
    if (!place || !this.#settings) return;
    place.textContent = '';
    if (this.#settings.format === 'recipe') return;
    const asking = this.#asking = new AbortController();
    try {
      const { words } = await (await post(`${this.take.url}/copies/forecast`, { name: '', wish: this.#wish }, asking.signal)).json();
      if (!asking.signal.aborted) place.textContent = `It takes ${words}.`;
    } catch {
      // What can't be foretold may be saved all the same; what is wrong is said then.
    }
  }

  async #save() {
    const settings = /** @type {CopySettings} */ (this.#settings);
    this.#asking?.abort();
    if (settings.format === 'recipe') {
      this.#fetch(`${this.take.url}/recipe`, `${this.#field('save-name').value}.recipe.json`);
      this.dialog.close();
      return;
    }
    const answer = await (await post(`${this.take.url}/copies`, { name: this.#field('save-name').value, wish: this.#wish })).json();
    this.#job = answer.id;
    this.#field('save-start').disabled = true;
    await this.#watch(answer.id);
  }

  /** @param {string} id */
  async #watch(id) {
    const place = this.#field('save-progress');
    place.hidden = false;
    const bar = /** @type {HTMLProgressElement} */ (place.querySelector('progress'));
    const words = /** @type {HTMLElement} */ (place.querySelector('span'));
    while (this.#job === id) {
      const job = await getJson(`/copies/${id}`);
      bar.value = job.share;
      words.textContent = `${Math.round(100 * job.share)} %`;
      if (job.state === 'ready') {
        this.#job = null;
        for (const [at, name] of job.files.entries()) {
          // Browsers drop all but the last of what is fetched at once.
          if (at > 0) await new Promise(resolve => setTimeout(resolve, 400));
          this.#fetch(`/copies/${id}/file?at=${at}`, name);
        }
        note(`${job.files.length === 1 ? `${job.files[0]} is` : `${job.files.length} files are`} saved. The original is as it was.`);
        this.dialog.close();
      } else if (job.state === 'failed') {
        this.#job = null;
        throw new Error(job.fault);
      } else if (job.state === 'cancelled') this.#job = null;
      else await new Promise(resolve => setTimeout(resolve, 150));
    }
  }

  #stop() {
    if (this.#job) post(`/copies/${this.#job}/cancel`).catch(fault);
    this.#job = null;
  }

  /** @param {string} url @param {string} name */
  #fetch(url, name) {
    const link = document.createElement('a');
    link.href = url;
    link.download = name;
    link.click();
  }
}
