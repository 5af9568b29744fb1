// @ts-check
import { Hints } from './hints.js';

/** The three hints of a first take: what to press, what to pull, what tidies. */
export class TakeHints extends Hints {
  #areas = 0;
  #spokes = '';

  /** @param {HTMLElement} page @param {import('./take.js').Take} take @param {boolean} [onlyLooks] whoever may only look needs none */
  constructor(page, take, onlyLooks = false) {
    super(page, 'hints gone');
    take.addEventListener('state', event => {
      const { grey } = take.state.recipe;
      const areas = take.state.recipe.areas.filter((/** @type {any} */ a) => !a.over);
      const cause = /** @type {CustomEvent} */ (event).detail;
      // Who opens a take with work in it needs no hints.
      if (cause === 'load') this.draw(areas.length === 0 && !onlyLooks);
      else if (areas.length > this.#areas) this.done('keep');
      else if (cause === 'edit' && this.#spokes !== JSON.stringify(grey.spokes)) this.done('spoke');
      if (areas.some((/** @type {any} */ a) => a.edge.follow > 0)) this.done('tidy');
      this.#areas = areas.length;
      this.#spokes = JSON.stringify(grey.spokes);
    });
  }
}
