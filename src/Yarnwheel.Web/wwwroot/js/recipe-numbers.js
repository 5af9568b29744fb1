// @ts-check
import { showNumber, wireNumber } from './numbers.js';

/** Ties the numbers that the page drew to their places in the recipe. @param {HTMLElement} place @param {import('./take.js').Take} take */
export function wireNumbers(place, take) {
  for (const element of /** @type {NodeListOf<HTMLElement>} */ (place.querySelectorAll('.number[data-path]'))) {
    const path = /** @type {string} */ (element.dataset.path);
    wireNumber(element, {
      draft: value => take.setDraft([{ op: 'replace', path, value }]),
      commit: (value, before) => take.commit(`${element.dataset.label} ${before} → ${value}`, [{ op: 'replace', path, value }]),
      cancel: () => take.setDraft(null),
    });
    const value = take.at(path);
    if (typeof value === 'number' && !element.contains(document.activeElement)) showNumber(element, value);
  }
}
