// @ts-check
import { getJson, post } from './http.js';
import { fault, note } from './notes.js';

/** The dialog that saves a copy: picture, mask or recipe; with progress, and a way to stop. */
export class Saving {
  /** @type {string | null} */
  #job = null;

  /** @param {HTMLDialogElement} dialog @param {import('./take.js').Take} take */
  constructor(dialog, take) {
    this.dialog = dialog;
    this.take = take;
    dialog.addEventListener('close', () => {
      this.#stop();
      dialog.replaceChildren();
    });
    dialog.addEventListener('change', event => {
      // Choosing an area means that its mask is wanted.
      if (event.target instanceof Element && event.target.id === 'save-area') /** @type {HTMLInputElement} */ (dialog.querySelector('[value="mask"]')).checked = true;
      this.#showDetails();
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
      await window.htmx.ajax('GET', `${this.take.url}?handler=Save`, { target: '#save', swap: 'innerHTML' });
      if (!this.dialog.open) this.dialog.showModal();
      this.#field('save-name').select();
    } catch (error) {
      fault(error);
    }
  }

  /** @param {string} id */
  #field(id) {
    return /** @type {HTMLInputElement} */ (this.dialog.querySelector(`#${id}`));
  }

  get #format() {
    return /** @type {HTMLInputElement} */ (this.dialog.querySelector('[name="format"]:checked')).value;
  }

  #showDetails() {
    for (const label of /** @type {NodeListOf<HTMLElement>} */ (this.dialog.querySelectorAll('[data-for]')))
      label.hidden = !label.dataset.for?.split(' ').includes(this.#format);
    this.#field('save-note').hidden = this.#format === 'recipe' || this.#format === 'mask';
  }

  async #save() {
    const format = this.#format;
    if (format === 'recipe') {
      this.#fetch(`${this.take.url}/recipe`, `${this.#field('save-name').value}.recipe.json`);
      this.dialog.close();
      return;
    }
    const area = format === 'mask' ? Number(this.#field('save-area').value) : null;
    const answer = await (await post(`${this.take.url}/copies`, {
      name: this.#field('save-name').value,
      format: area === null ? format : 'png',
      quality: Number(this.#field('save-quality').value) || 92,
      bits: Number(this.#field('save-bits').value),
      area,
    })).json();
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
        this.#fetch(`/copies/${id}/file`, job.name);
        note(`${job.name} is saved. The original is as it was.`);
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
