// @ts-check

/** The menu of ways to compare, and with what. */
export class CompareMenu {
  /** @param {HTMLElement} element @param {import('./compare.js').Compare} compare */
  constructor(element, compare) {
    this.element = element;
    this.compare = compare;
    element.addEventListener('click', event => {
      // The history opens where the menu hangs.
      if (event.target instanceof Element && event.target.closest('[data-act]')) /** @type {HTMLElement} */ (element.querySelector('#compare-button')).click();
      const item = event.target instanceof Element ? /** @type {HTMLElement | null} */ (event.target.closest('[data-compare], [data-compare-level], [data-against]')) : null;
      if (!item) return;
      const { compare: way, against: kind, take: number } = item.dataset;
      if (way) compare.take(/** @type {import('./compare.js').Way} */ (way));
      else if (kind === 'step') compare.with({ ...compare.against, kind: 'step' });
      else if (kind) compare.with({ kind: /** @type {any} */ (kind), number: number ? Number(number) : undefined, words: kind === 'original' ? 'as it came' : item.textContent?.trim() ?? '' });
      else compare.turn();
    });
    compare.addEventListener('changed', () => this.draw());
    this.draw();
  }

  draw() {
    const { element, compare } = this;
    const { against } = compare;
    for (const item of element.querySelectorAll('[data-compare]')) item.classList.toggle('active', item.getAttribute('data-compare') === compare.way);
    element.querySelector('[data-compare-level]')?.setAttribute('aria-checked', String(compare.line.level));
    const step = /** @type {HTMLElement} */ (element.querySelector('[data-against="step"]'));
    if (against.kind === 'step') {
      step.hidden = false;
      step.textContent = against.words;
    }
    for (const item of /** @type {NodeListOf<HTMLElement>} */ (element.querySelectorAll('[data-against]')))
      item.setAttribute('aria-checked', String(item.dataset.against === against.kind && (against.kind !== 'take' || Number(item.dataset.take) === against.number)));
    /** @type {HTMLElement} */ (element.querySelector('#compare-button')).classList.toggle('is-on', compare.way !== 'off');
  }
}
