// @ts-check
import { showNumber, showTrack, wireNumber } from './numbers.js';

/** Ties the numbers that the page drew to their places in the recipe. @param {HTMLElement} place @param {import('../take.js').Take} take */
export function wireNumbers(place, take) {
  for (const element of /** @type {NodeListOf<HTMLElement>} */ (place.querySelectorAll('.number[data-path^="/"]'))) {
    const path = /** @type {string} */ (element.dataset.path);
    const pair = /** @type {HTMLElement | null} */ (element.closest('[data-pair]'));
    const change = (/** @type {number} */ value) => (pair ? pairChange(pair, path, value, take) : [{ op: /** @type {const} */ ('replace'), path, value }]);
    wireNumber(element, {
      draft: value => take.setDraft(change(value)),
      commit: (value, before) => {
        const kept = change(value);
        if (kept.length > 0) take.commit(`${element.dataset.label} ${before} → ${value}`, kept);
        else take.setDraft(null);
      },
      cancel: () => take.setDraft(null),
    });
    const value = take.at(path) ?? (pair ? (path.endsWith('/hue') ? Number(pair.dataset.hue) : 0) : undefined);
    if (typeof value === 'number') (element.contains(document.activeElement) ? showTrack : showNumber)(element, value);
  }
}

/** Numbers that show what is being dragged elsewhere. @type {WeakSet<HTMLElement>} */
const following = new WeakSet();

/** Shows in the numbers what is being dragged elsewhere, and what the recipe has again when that is dropped. @param {HTMLElement} place @param {import('../take.js').Take} take */
export function followDraft(place, take) {
  const drafted = new Map((take.draft ?? []).map(step => [step.path, step.value]));
  for (const element of /** @type {NodeListOf<HTMLElement>} */ (place.querySelectorAll('.number[data-path^="/"]'))) {
    const path = element.dataset.path ?? '';
    const value = drafted.get(path) ?? (following.delete(element) ? take.at(path) : undefined);
    if (drafted.has(path)) following.add(element);
    if (typeof value === 'number' && !element.classList.contains('is-dragged') && !element.contains(document.activeElement)) showNumber(element, value);
  }
}

/**
 * A hue and an amount stand in the recipe together, and only while there is some; the hue of what is not there is remembered here.
 * @param {HTMLElement} pair @param {string} path @param {number} value @param {import('../take.js').Take} take
 * @returns {import('../take.js').Operation[]}
 */
function pairChange(pair, path, value, take) {
  const at = /** @type {string} */ (pair.dataset.pair);
  const now = take.at(at);
  const next = { hue: Number(pair.dataset.hue), amount: 0, ...now, [path.endsWith('/hue') ? 'hue' : 'amount']: value };
  pair.dataset.hue = String(next.hue);
  if (next.amount > 0) return [{ op: 'add', path: at, value: next }];
  return now ? [{ op: 'remove', path: at }] : [];
}
