// @ts-check

/**
 * The photos that are selected: by the mark on the picture, Ctrl and a click, Shift and a click to the next, by keys on a focused picture
 * (Space, Shift and arrows, Ctrl+A, Esc). Arrows move from picture to picture. Fires "changed".
 */
export class Selection extends EventTarget {
  /** @type {Set<number>} */
  #ids = new Set();
  /** Where a run begins. @type {number | null} */
  #from = null;

  /** @param {HTMLElement} place that holds the photos, drawn anew at times */
  constructor(place) {
    super();
    this.place = place;
    place.addEventListener('click', event => {
      const target = event.target instanceof Element ? event.target : null;
      const card = /** @type {HTMLElement | null} */ (target?.closest('.photo-card') ?? null);
      const onMark = target?.closest('[data-card="select"]');
      if (!card || !(onMark || target?.closest('.photo-sheet') && (event.ctrlKey || event.metaKey || event.shiftKey))) return;
      event.preventDefault();
      this.#take(Number(card.dataset.photo), event.shiftKey, true);
    });
    place.addEventListener('keydown', event => this.#key(event));
  }

  get ids() {
    return [...this.#ids];
  }

  /** Those selected, as the Shelf has them in order. */
  get inOrder() {
    return this.#order.filter(id => this.#ids.has(id));
  }

  clear() {
    this.#ids.clear();
    this.#from = null;
    this.draw();
  }

  /** Those that are shown no longer are not selected. */
  follow() {
    const shown = new Set(this.#order);
    for (const id of this.#ids) if (!shown.has(id)) this.#ids.delete(id);
    this.draw();
  }

  draw() {
    for (const card of this.#cards) {
      const isOn = this.#ids.has(Number(card.dataset.photo));
      card.classList.toggle('is-selected', isOn);
      card.querySelector('[data-card="select"]')?.setAttribute('aria-checked', String(isOn));
    }
    this.place.classList.toggle('is-selecting', this.#ids.size > 0);
    this.dispatchEvent(new Event('changed'));
  }

  get #cards() {
    return /** @type {HTMLElement[]} */ ([...this.place.querySelectorAll('.photo-card')]);
  }

  get #order() {
    return this.#cards.map(card => Number(card.dataset.photo));
  }

  /** @param {number} id @param {boolean} isRun to the one taken before @param {boolean} toggles */
  #take(id, isRun, toggles) {
    const order = this.#order;
    if (isRun && this.#from !== null && order.includes(this.#from)) {
      const [a, b] = [order.indexOf(this.#from), order.indexOf(id)].sort((x, y) => x - y);
      for (const each of order.slice(a, b + 1)) this.#ids.add(each);
    } else {
      if (toggles && this.#ids.has(id)) this.#ids.delete(id);
      else this.#ids.add(id);
      this.#from = id;
    }
    this.draw();
  }

  /** @param {KeyboardEvent} event */
  #key(event) {
    const sheet = event.target instanceof Element ? event.target.closest('.photo-sheet') : null;
    const card = /** @type {HTMLElement | null} */ (sheet?.closest('.photo-card') ?? null);
    if (!card) return;
    const cards = this.#cards;
    const at = cards.indexOf(card);
    const top = (/** @type {HTMLElement} */ c) => c.offsetTop + c.offsetHeight;
    const row = cards.filter(c => Math.abs(top(c) - top(card)) < 4).length;
    const by = { ArrowLeft: -1, ArrowRight: 1, ArrowUp: -row, ArrowDown: row }[event.key];
    if (by !== undefined) {
      const next = cards[Math.min(Math.max(at + by, 0), cards.length - 1)];
      if (event.shiftKey) {
        if (this.#from === null) this.#take(Number(card.dataset.photo), false, false);
        this.#take(Number(next.dataset.photo), true, false);
      }
      /** @type {HTMLElement | null} */ (next.querySelector('.photo-sheet'))?.focus();
    } else if (event.key === ' ') this.#take(Number(card.dataset.photo), event.shiftKey, true);
    else if (event.key.toLowerCase() === 'a' && (event.ctrlKey || event.metaKey)) {
      for (const id of this.#order) this.#ids.add(id);
      this.draw();
    } else return;
    event.preventDefault();
  }
}
