// @ts-check

const REST = 350;

/** Pointing at a picture for a moment shows the photo as it came; so does U, held on a focused one. */
export class AsItCame {
  /** @type {ReturnType<typeof setTimeout> | undefined} */
  #timer;
  /** @type {HTMLImageElement | null} */
  #shown = null;

  /** @param {HTMLElement} place that holds the photos */
  constructor(place) {
    place.addEventListener('pointerover', event => {
      const sheet = event.target instanceof Element ? event.target.closest('.photo-sheet') : null;
      if (sheet && this.#shown?.parentElement === sheet) return;
      this.#hide();
      if (sheet && event.pointerType !== 'touch') this.#timer = setTimeout(() => this.#show(sheet), REST);
    });
    place.addEventListener('pointerleave', () => this.#hide());
    place.addEventListener('keydown', event => {
      const sheet = event.target instanceof Element ? event.target.closest('.photo-sheet') : null;
      if (sheet && event.key.toLowerCase() === 'u' && !event.ctrlKey && !event.repeat) this.#show(sheet);
    });
    addEventListener('keyup', () => this.#hide());
  }

  /** @param {Element} sheet */
  #show(sheet) {
    this.#hide();
    const card = /** @type {HTMLElement} */ (sheet.closest('.photo-card'));
    const picture = new Image();
    picture.className = 'as-it-came';
    picture.alt = '';
    picture.src = `/photos/${card.dataset.photo}/as-it-came`;
    this.#shown = picture;
    // Until it is there the take stays in sight.
    picture.decode().then(() => {
      if (this.#shown === picture) sheet.append(picture);
    }, () => {});
  }

  #hide() {
    clearTimeout(this.#timer);
    this.#shown?.remove();
    this.#shown = null;
  }
}
