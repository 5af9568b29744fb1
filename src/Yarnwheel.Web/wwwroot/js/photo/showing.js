// @ts-check
const SHOWN = { result: 'result', veil: 'veil', mask: 'mask alone', kept: 'kept alone', grey: 'grey' };

/** What the photo shows: result, veil, mask …, the veil's ink and strength, the stitch line; of the chosen area or of all. Remembered in this browser. */
export class Showing {
  /** @param {HTMLElement} menu @param {HTMLElement} button @param {import('./view.js').PhotoView} view @param {import('./lens.js').Lens} lens */
  constructor(menu, button, view, lens) {
    this.lens = lens;
    this.menu = menu;
    this.button = button;
    this.view = view;
    try {
      Object.assign(view.overlay, JSON.parse(localStorage.getItem('overlay') ?? '{}'));
    } catch {
      // What was remembered can't be read; the usual values stand.
      localStorage.removeItem('overlay');
    }
    const strength = /** @type {HTMLInputElement} */ (menu.querySelector('[data-overlay="strength"]'));
    strength.addEventListener('input', () => this.#set({ strength: Number(strength.value) / 100 }));
    menu.addEventListener('click', event => {
      const item = event.target instanceof Element ? /** @type {HTMLElement | null} */ (event.target.closest('[data-overlay]')) : null;
      const { overlay, value } = item?.dataset ?? {};
      if (overlay === 'ink') this.#set({ ink: value });
      if (overlay === 'stitch') this.stitch();
      if (overlay === 'all') this.all();
      if (overlay === 'lens') this.toggleLens();
    });
    this.#draw();
    // What is shown by itself is named too.
    view.addEventListener('painted', () => this.#name());
  }

  /** Shows it; again: the result. @param {string} show */
  show(show) {
    this.view.setShow(this.view.show === show ? 'result' : show);
    this.#draw();
  }

  stitch() {
    this.#set({ stitch: !this.view.overlay.stitch });
  }

  /** Of all areas together, or of the chosen one. */
  all() {
    this.#set({ all: !this.view.overlay.all });
  }

  toggleLens() {
    this.lens.toggle();
    this.#draw();
  }

  /** @param {object} change */
  #set(change) {
    Object.assign(this.view.overlay, change);
    localStorage.setItem('overlay', JSON.stringify(this.view.overlay));
    this.#draw();
    this.view.ask(false);
  }

  #name() {
    const { overlay, show, isUnkept } = this.view;
    /** @type {HTMLElement} */ (this.button.querySelector('b')).textContent = (show === 'result' && isUnkept ? 'all colours' : SHOWN[/** @type {keyof typeof SHOWN} */ (show)]) + (overlay.stitch ? ' + stitch' : '');
  }

  #draw() {
    const { overlay, show } = this.view;
    this.#name();
    for (const item of this.menu.querySelectorAll('[data-show]')) item.classList.toggle('active', item.getAttribute('data-show') === show);
    for (const item of this.menu.querySelectorAll('[data-overlay="ink"]')) item.setAttribute('aria-checked', String(item.getAttribute('data-value') === overlay.ink));
    this.menu.querySelector('[data-overlay="lens"]')?.setAttribute('aria-checked', String(this.lens.on));
    for (const name of /** @type {const} */ (['stitch', 'all'])) this.menu.querySelector(`[data-overlay="${name}"]`)?.setAttribute('aria-checked', String(overlay[name]));
    /** @type {HTMLInputElement} */ (this.menu.querySelector('[data-overlay="strength"]')).value = String(Math.round(overlay.strength * 100));
  }
}
