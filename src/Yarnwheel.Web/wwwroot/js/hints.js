// @ts-check

/** Short hints in their places. Each goes once it was done, or by its ×, and stays gone in this browser until all are asked for again. */
export class Hints {
  /** What was done or put away. @type {Set<string>} */
  #gone;

  /** @param {HTMLElement} page @param {string} place under which what is gone is remembered */
  constructor(page, place) {
    this.page = page;
    this.place = place;
    this.#gone = new Set((localStorage.getItem(place) ?? '').split(' ').filter(Boolean));
    page.addEventListener('click', event => {
      const away = event.target instanceof Element ? event.target.closest('[data-hint] > button') : null;
      if (away) this.done(/** @type {HTMLElement} */ (away.parentElement).dataset.hint ?? '');
    });
  }

  /** Shows all of them again, here and wherever others are remembered. @param {string[]} [others] */
  again(others = []) {
    this.#gone.clear();
    for (const place of [this.place, ...others]) localStorage.removeItem(place);
    this.draw(true);
  }

  /** @param {string} name */
  done(name) {
    this.#gone.add(name);
    localStorage.setItem(this.place, [...this.#gone].join(' '));
    for (const hint of this.#all()) if (hint.dataset.hint === name) hint.hidden = true;
  }

  /** @param {boolean} isWanted */
  draw(isWanted) {
    for (const hint of this.#all()) hint.hidden = !isWanted || this.#gone.has(hint.dataset.hint ?? '');
  }

  #all() {
    return /** @type {NodeListOf<HTMLElement>} */ (this.page.querySelectorAll('[data-hint]'));
  }
}
