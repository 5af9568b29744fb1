// @ts-check
/** Pointing at an area, a part of it, or a pick in the panel lights it up on the photo. */
export class Peeking {
  #lit = '';
  /** @type {ReturnType<typeof setTimeout> | undefined} */
  #timer;

  /**
   * @param {import('./panel.js').Panel} panel @param {import('../photo/view.js').PhotoView} view
   * @param {(pick: { list: string, index: number } | null) => void} pick told of the pick that is pointed at
   */
  constructor(panel, view, pick) {
    const { element } = panel;
    element.addEventListener('pointerover', event => {
      const target = event.target instanceof Element ? event.target : null;
      const mark = /** @type {HTMLElement | null} */ (target?.closest('.pick') ?? null);
      pick(mark ? { list: mark.classList.contains('is-left-out') ? 'leaveOut' : 'picks', index: Number(mark.dataset.pick) } : null);
      // A menu that hangs over the list is not the list.
      const place = /** @type {HTMLElement | null} */ (target?.closest('.dropdown-menu') ? null : target?.closest('.bead[data-part]:not(.knot), .part-row, .area') ?? null);
      const { area, part } = place?.dataset ?? {};
      this.#light(area === undefined ? '' : `${area} ${part ?? ''}`, () => view.peek(area === undefined ? null : Number(area), part === undefined ? null : Number(part)));
    });
    element.addEventListener('pointerleave', () => {
      pick(null);
      this.#light('', () => view.peek(null));
    });
    // What is pressed is judged by the result.
    element.addEventListener('pointerdown', () => {
      clearTimeout(this.#timer);
      view.peek(null);
    });
  }

  /** @param {string} what @param {() => void} show */
  #light(what, show) {
    if (what === this.#lit) return;
    this.#lit = what;
    clearTimeout(this.#timer);
    // Passing over the list on the way elsewhere must not flicker the photo.
    this.#timer = setTimeout(show, what === '' ? 60 : 300);
  }
}
