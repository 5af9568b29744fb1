// @ts-check

/**
 * Three short hints in their places on a first take: what to press, what to pull, what tidies. Each goes once it was done, or by its ×, and stays gone in this browser;
 * they can be had again from the list of keys.
 */
export class Hints {
  /** What was done or put away. @type {Set<string>} */
  #gone;
  #areas = 0;

  /** @param {HTMLElement} page @param {import('./take.js').Take} take */
  constructor(page, take) {
    this.hints = /** @type {HTMLElement[]} */ ([...page.querySelectorAll('[data-hint]')]);
    this.#gone = new Set((localStorage.getItem('hints gone') ?? '').split(' ').filter(Boolean));
    for (const hint of this.hints) hint.querySelector('button')?.addEventListener('click', () => this.#done(hint.dataset.hint ?? ''));
    take.addEventListener('state', event => {
      const { grey } = take.state.recipe;
      const areas = take.state.recipe.areas.filter((/** @type {any} */ a) => !a.over);
      const cause = /** @type {CustomEvent} */ (event).detail;
      // Who opens a take with work in it needs no hints.
      if (cause === 'load') this.#draw(areas.length === 0);
      else if (areas.length > this.#areas) this.#done('keep');
      else if (cause === 'edit' && this.#spokes !== JSON.stringify(grey.spokes)) this.#done('spoke');
      if (areas.some((/** @type {any} */ a) => a.edge.follow > 0)) this.#done('tidy');
      this.#areas = areas.length;
      this.#spokes = JSON.stringify(grey.spokes);
    });
  }

  #spokes = '';

  /** Shows all of them again. */
  again() {
    this.#gone.clear();
    this.#keep();
    this.#draw(true);
  }

  /** @param {string} name */
  #done(name) {
    this.#gone.add(name);
    this.#keep();
    for (const hint of this.hints) if (hint.dataset.hint === name) hint.hidden = true;
  }

  /** @param {boolean} isWanted */
  #draw(isWanted) {
    for (const hint of this.hints) hint.hidden = !isWanted || this.#gone.has(hint.dataset.hint ?? '');
  }

  #keep() {
    localStorage.setItem('hints gone', [...this.#gone].join(' '));
  }
}
