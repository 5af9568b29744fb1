// @ts-check
import { post } from './http.js';
import { fault } from './notes.js';

/** @typedef {import('./keys.js').Shortcut} Shortcut */

/** The list of keys: searched, by what one is doing, what goes with the present hand first; a press on a key gives the command another one. */
export class KeyHelp {
  /** The command that waits for its new key. @type {string | null} */
  #waiting = null;

  /** @param {HTMLDialogElement} dialog @param {import('./keys.js').Keys} keys @param {() => void} hints shows the first hints again @param {() => string} hand the kind of part at hand */
  constructor(dialog, keys, hints, hand) {
    this.dialog = dialog;
    this.keys = keys;
    this.hand = hand;
    this.search = /** @type {HTMLInputElement} */ (dialog.querySelector('input[type="search"]'));
    this.list = /** @type {HTMLElement} */ (dialog.querySelector('.help-list'));
    this.note = /** @type {HTMLElement} */ (dialog.querySelector('.help-note'));
    this.search.addEventListener('input', () => this.#draw());
    dialog.addEventListener('click', event => {
      const button = event.target instanceof Element ? /** @type {HTMLElement | null} */ (event.target.closest('[data-keys]')) : null;
      if (button?.dataset.keys === 'reset') this.#send('/shortcuts/reset', {}, 'Every key is as it was at first.');
      else if (button?.dataset.keys === 'hints') {
        hints();
        dialog.close();
      } else if (button?.dataset.id) this.#wait(button.dataset.id);
    });
    dialog.addEventListener('keydown', event => this.#key(event), { capture: true });
    dialog.addEventListener('close', () => {
      this.#waiting = null;
    });
  }

  open() {
    this.search.value = '';
    this.#waiting = null;
    this.#say('A press on a key gives it another one.');
    this.#draw();
    this.dialog.showModal();
    this.search.focus();
  }

  /** @param {string} id */
  #wait(id) {
    this.#waiting = id;
    this.#say('Press the new key, or Esc to leave it.');
    this.#draw();
    /** @type {HTMLElement | null} */ (this.list.querySelector('.is-waiting'))?.focus();
  }

  /** @param {KeyboardEvent} event */
  #key(event) {
    if (this.#waiting === null || ['Shift', 'Tab', 'Alt', 'Control', 'Meta'].includes(event.key)) return;
    event.preventDefault();
    event.stopPropagation();
    const id = this.#waiting;
    this.#waiting = null;
    if (event.key === 'Escape') {
      this.#say('The key stays as it was.');
      this.#draw();
    } else this.#send('/shortcuts', { id, key: event.key }, 'Changed.');
  }

  /** @param {string} url @param {object} body @param {string} done */
  async #send(url, body, done) {
    try {
      const { warning, shortcuts } = await (await post(url, body)).json();
      this.keys.change(shortcuts);
      this.#say(warning ?? done);
    } catch (error) {
      fault(error);
      this.#say(error instanceof Error ? error.message : 'The key stays as it was.');
    }
    this.#draw();
  }

  /** @param {string} words */
  #say(words) {
    this.note.textContent = words;
  }

  #draw() {
    const wanted = this.search.value.trim().toLowerCase();
    const found = this.keys.list.filter(s => !wanted || `${s.words} ${s.group} ${s.key}`.toLowerCase().includes(wanted));
    const hand = this.hand();
    /** @type {[string, Shortcut[]][]} */
    const groups = [['Now', wanted ? [] : found.filter(s => s.hands.split(' ').includes(hand))]];
    for (const group of new Set(found.map(s => s.group))) groups.push([group, found.filter(s => s.group === group)]);
    const filled = groups.filter(([, shortcuts]) => shortcuts.length > 0);
    /** @type {HTMLElement} */ (this.list.firstElementChild).innerHTML = filled.map(([group, shortcuts]) => `<section><h3>${group}</h3><dl>${shortcuts.map(s => this.#row(s)).join('')}</dl></section>`).join('') || '<p>No key does that. Fewer letters find more.</p>';
  }

  /** @param {Shortcut} s */
  #row(s) {
    const before = s.way === 'Second' ? `<kbd>${escaped(this.keys.of('more'))}</kbd> ` : '';
    const isWaiting = this.#waiting === s.id;
    const key = s.way === 'Fixed' ? `<span>${escaped(s.key)}</span>`
      : `<button type="button" class="key-button${isWaiting ? ' is-waiting' : ''}" data-keys="change" data-id="${s.id}" aria-label="${escaped(s.key)}: change the key of ${escaped(s.words)}">${isWaiting ? '…' : escaped(s.key)}</button>`;
    return `<div><dt>${before}${key}${s.way === 'Hold' ? ' held' : ''}</dt><dd>${escaped(s.words)}</dd></div>`;
  }
}

/** @param {string} words */
const escaped = words => words.replace(/[&<>"]/g, sign => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[sign] ?? sign);
