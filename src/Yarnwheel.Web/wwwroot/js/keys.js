// @ts-check

/** @typedef {{ id: string, key: string, way: 'Press' | 'Hold' | 'Second' | 'Fixed', words: string, group: string, hands: string }} Shortcut */

/**
 * The keys of the Bench. Those typed into fields stay there. One key opens the rest: its choices are shown at the pointer, and the next letter takes one.
 * Fires "changed" when a command has got another key.
 */
export class Keys extends EventTarget {
  /** @type {Shortcut[]} */
  list;
  /** What is held, by the key that holds it. @type {Map<string, string>} */
  #held = new Map();
  #pointer = { x: innerWidth / 2, y: innerHeight / 2 };

  /**
   * @param {Shortcut[]} list @param {HTMLElement} rest where the choices of the rest are shown
   * @param {{ press: Record<string, (event?: KeyboardEvent) => unknown>, release: Record<string, () => unknown>, fixed: Record<string, (event: KeyboardEvent) => unknown> }} acts
   *   press and release by command, fixed by key, with "Ctrl+" or "Ctrl+Shift+" before it
   */
  constructor(list, rest, acts) {
    super();
    this.list = list;
    this.rest = rest;
    this.acts = acts;
    this.acts.press.more = () => this.#open();
    addEventListener('keydown', event => this.#down(event));
    addEventListener('keyup', event => this.#up(event));
    addEventListener('blur', () => this.#held.clear());
    addEventListener('pointermove', event => {
      this.#pointer = { x: event.clientX, y: event.clientY };
    });
    addEventListener('pointerdown', event => {
      if (!(event.target instanceof Node && rest.contains(event.target))) rest.hidden = true;
    });
    rest.addEventListener('click', event => {
      const item = event.target instanceof Element ? /** @type {HTMLElement | null} */ (event.target.closest('[data-id]')) : null;
      if (!item) return;
      rest.hidden = true;
      acts.press[item.dataset.id ?? '']?.();
    });
    this.show();
  }

  /** The key of a command, as it is shown. @param {string} id @returns {string} */
  of(id) {
    const shortcut = this.list.find(s => s.id === id);
    return shortcut?.way === 'Second' ? `${this.of('more')} ${shortcut.key}` : shortcut?.key ?? '';
  }

  /** @param {Shortcut[]} list */
  change(list) {
    this.list = list;
    this.show();
    this.dispatchEvent(new Event('changed'));
  }

  /** Writes the keys where the page names them. */
  show() {
    for (const place of /** @type {NodeListOf<HTMLElement>} */ (document.querySelectorAll('[data-key-of]')))
      place.textContent = this.list.find(s => s.id === place.dataset.keyOf)?.key ?? '';
    for (const place of /** @type {NodeListOf<HTMLElement>} */ (document.querySelectorAll('[data-key-title]'))) {
      place.dataset.title ??= place.title;
      place.title = `${place.dataset.title} (${this.of(place.dataset.keyTitle ?? '')})`;
    }
  }

  /** @param {KeyboardEvent} event */
  #down(event) {
    if (document.querySelector('dialog[open]')) return;
    const { target } = event;
    const isTyping = target instanceof HTMLInputElement || target instanceof HTMLSelectElement || target instanceof HTMLTextAreaElement;
    const isCommand = event.ctrlKey || event.metaKey;
    if (isTyping && !isCommand) return;
    // A focused button is pressed by Enter, as everywhere.
    if (event.key === 'Enter' && target instanceof Element && target.closest('button, a, summary')) return;
    const key = event.key.length === 1 ? event.key.toUpperCase() : event.key;
    const fixed = this.acts.fixed[isCommand ? `Ctrl+${event.shiftKey ? 'Shift+' : ''}${key}` : key];
    const run = this.rest.hidden || isCommand ? fixed ?? (isCommand || event.altKey ? undefined : this.#pressed(key, event.repeat)) : this.#second(key);
    if (!run) return;
    event.preventDefault();
    run(event);
  }

  /** @param {string} key @param {boolean} repeat @returns {((event: KeyboardEvent) => unknown) | undefined} */
  #pressed(key, repeat) {
    const shortcut = this.list.find(s => (s.way === 'Press' || s.way === 'Hold') && s.key === key);
    if (!shortcut) return undefined;
    if (shortcut.way === 'Hold') {
      if (repeat) return () => {};
      this.#held.set(key, shortcut.id);
    }
    return this.acts.press[shortcut.id];
  }

  /** @param {KeyboardEvent} event */
  #up(event) {
    const key = event.key.length === 1 ? event.key.toUpperCase() : event.key;
    const id = this.#held.get(key);
    if (id === undefined) return;
    this.#held.delete(key);
    this.acts.release[id]?.();
  }

  #open() {
    const { rest } = this;
    rest.replaceChildren(...this.list.filter(s => s.way === 'Second').map(s => {
      const item = document.createElement('button');
      Object.assign(item, { type: 'button', textContent: s.words });
      item.setAttribute('role', 'menuitem');
      item.dataset.id = s.id;
      const key = document.createElement('kbd');
      key.textContent = s.key;
      item.prepend(key);
      return item;
    }));
    rest.hidden = false;
    rest.style.left = `${Math.min(this.#pointer.x + 8, innerWidth - rest.offsetWidth - 8)}px`;
    rest.style.top = `${Math.min(this.#pointer.y + 8, innerHeight - rest.offsetHeight - 8)}px`;
  }

  /** The letter after the one that opens the rest; every other key closes it. @param {string} key */
  #second(key) {
    const id = this.list.find(s => s.way === 'Second' && s.key === key)?.id ?? '';
    return () => {
      this.rest.hidden = true;
      this.acts.press[id]?.();
    };
  }
}
