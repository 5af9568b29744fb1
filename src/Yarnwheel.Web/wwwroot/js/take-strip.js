// @ts-check

/** The takes of the photo in small pictures; this one's follows the work. */
export class TakeStrip {
  /** @type {number | undefined} */
  #timer;

  /** @param {HTMLElement} list @param {import('./take.js').Take} take */
  constructor(list, take) {
    const own = /** @type {HTMLImageElement | null} */ (list.querySelector(`li[data-take="${take.id}"] img`));
    list.querySelector('[aria-current]')?.scrollIntoView({ block: 'nearest', inline: 'nearest' });
    take.addEventListener('state', event => {
      if (!own || /** @type {CustomEvent} */ (event).detail === 'load') return;
      clearTimeout(this.#timer);
      // Drawn when the hand has rested: frames go first.
      this.#timer = setTimeout(() => { own.src = `/takes/${take.id}/thumbnail?r=${take.id}-${take.state.revision}`; }, 1500);
    });
  }
}
