// @ts-check
import { post } from './http.js';
import { askName } from './name-field.js';
import { fault, note } from './notes.js';

/** What is done with takes as a whole: copied, renamed, written about, chosen, put in order, removed and brought back. */
export class TakeActs {
  /** What is dragged. @type {HTMLElement | null} */
  #dragged = null;

  /** @param {HTMLElement} bench @param {import('./take.js').Take} take @param {HTMLElement} strip of the photo's takes */
  constructor(bench, take, strip) {
    this.take = take;
    this.strip = strip;
    bench.addEventListener('click', event => {
      const item = event.target instanceof Element ? /** @type {HTMLElement | null} */ (event.target.closest('button[data-take-act]')) : null;
      const act = item?.dataset.takeAct;
      if (act === 'rename') this.#rename();
      else if (item && act === 'choose') this.#choose(item);
      else if (act === 'remove') this.#remove();
      else if (act === 'bring-back') this.#bringBack(Number(item?.dataset.take));
    });
    // Whoever may only look has no field for a note.
    const field = /** @type {HTMLTextAreaElement | null} */ (bench.querySelector('textarea[data-take-act="note"]'));
    field?.addEventListener('change', () => this.#do(post(`/takes/${take.id}/describe`, { note: field.value })));
    field?.addEventListener('keydown', event => event.stopPropagation());
    strip.addEventListener('dblclick', event => {
      if (!(event.target instanceof Element && event.target.closest('[aria-current]'))) return;
      event.preventDefault();
      this.#rename();
    });
    this.#wireOrder();
  }

  async copy() {
    try {
      const { id } = await (await post(`/takes/${this.take.id}/copy`)).json();
      location.assign(`/bench/${id}`);
    } catch (error) {
      fault(error);
    }
  }

  /** @param {Promise<unknown>} request */
  async #do(request) {
    try {
      await request;
      return true;
    } catch (error) {
      fault(error);
      return false;
    }
  }

  #rename() {
    const words = /** @type {HTMLElement} */ (this.strip.querySelector(`li[data-take="${this.take.id}"] span`));
    const before = words.textContent ?? '';
    askName(before, 'Name of the take', field => {
      words.replaceChildren(field);
      field.scrollIntoView({ block: 'nearest' });
    }, async name => {
      words.textContent = before;
      if (name === null || !await this.#do(post(`/takes/${this.take.id}/describe`, { name }))) return;
      words.textContent = name;
      for (const place of document.querySelectorAll('.take-menu-button, .side-tag:first-of-type')) place.textContent = place.matches('button') ? `${name} ▾` : name;
      /** @type {HTMLElement} */ (document.querySelector('.take-menu .active')).textContent = name;
    });
  }

  /** @param {HTMLElement} item */
  async #choose(item) {
    try {
      const { chosen } = await (await post(`/takes/${this.take.id}/choose`)).json();
      item.setAttribute('aria-checked', String(chosen));
      for (const row of /** @type {NodeListOf<HTMLElement>} */ (this.strip.querySelectorAll('li'))) row.classList.toggle('is-chosen', chosen && Number(row.dataset.take) === this.take.id);
    } catch (error) {
      fault(error);
    }
  }

  /** It goes without a question, and can be had back where the work goes on. */
  async #remove() {
    try {
      const { name, next } = await (await post(`/takes/${this.take.id}/remove`)).json();
      sessionStorage.setItem('removed take', JSON.stringify({ id: this.take.id, name }));
      location.assign(`/bench/${next}`);
    } catch (error) {
      fault(error);
    }
  }

  /** Says what was removed on the page before. */
  tellRemoved() {
    const removed = sessionStorage.getItem('removed take');
    if (!removed) return;
    sessionStorage.removeItem('removed take');
    const { id, name } = JSON.parse(removed);
    note(`“${name}” was removed.`, 'plain', { words: 'bring it back', act: () => this.#bringBack(id) });
  }

  /** @param {number} id */
  async #bringBack(id) {
    if (await this.#do(post(`/takes/${id}/bring-back`))) location.assign(`/bench/${id}`);
  }

  /** By dragging, or with Alt and the arrows on a focused one. */
  #wireOrder() {
    const { strip } = this;
    const rowOf = (/** @type {Event} */ event) => (event.target instanceof Element ? /** @type {HTMLElement | null} */ (event.target.closest('li')) : null);
    strip.addEventListener('dragstart', event => {
      this.#dragged = rowOf(event);
      event.dataTransfer?.setData('text/plain', this.#dragged?.dataset.take ?? '');
    });
    strip.addEventListener('dragover', event => {
      const row = rowOf(event);
      if (!this.#dragged || !row) return;
      event.preventDefault();
      for (const each of strip.children) each.classList.toggle('is-goal', each === row && each !== this.#dragged);
    });
    strip.addEventListener('dragend', () => this.#endDrag());
    strip.addEventListener('drop', event => {
      const row = rowOf(event);
      const dragged = this.#dragged;
      this.#endDrag();
      if (!dragged || !row || row === dragged) return;
      event.preventDefault();
      const isBehind = dragged.compareDocumentPosition(row) & Node.DOCUMENT_POSITION_FOLLOWING;
      this.#move(dragged, /** @type {HTMLElement | null} */ (isBehind ? row.nextElementSibling : row));
    });
    strip.addEventListener('keydown', event => {
      const row = rowOf(event);
      if (!row || !event.altKey || !['ArrowLeft', 'ArrowRight'].includes(event.key)) return;
      event.preventDefault();
      event.stopPropagation();
      const before = event.key === 'ArrowLeft' ? row.previousElementSibling : row.nextElementSibling?.nextElementSibling ?? null;
      if (event.key === 'ArrowLeft' && !before) return;
      this.#move(row, /** @type {HTMLElement | null} */ (before));
      /** @type {HTMLElement | null} */ (row.querySelector('a'))?.focus();
    });
  }

  #endDrag() {
    this.#dragged = null;
    for (const each of this.strip.children) each.classList.remove('is-goal');
  }

  /** @param {HTMLElement} row @param {HTMLElement | null} before */
  #move(row, before) {
    this.strip.insertBefore(row, before);
    this.#do(post(`/takes/${row.dataset.take}/move`, { before: before ? Number(before.dataset.take) : null }));
  }
}
