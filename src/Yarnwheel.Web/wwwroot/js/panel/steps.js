// @ts-check

/** The steps of the work: light, keep, greys, finish. One is shown at a time; which one is remembered for each take in this browser. Fires "step". */
export class Steps extends EventTarget {
  /** @type {string} */
  step = 'keep';
  /** On a wide screen what is kept stays in sight beside every other step. */
  wide = matchMedia('(min-width: 1900px)');

  /** @param {HTMLElement} list of tabs @param {number} take */
  constructor(list, take) {
    super();
    this.place = `step ${take}`;
    this.tabs = /** @type {HTMLElement[]} */ ([...list.querySelectorAll('[data-step]')]);
    list.addEventListener('click', event => {
      const tab = event.target instanceof Element ? /** @type {HTMLElement | null} */ (event.target.closest('[data-step]')) : null;
      if (tab) this.go(/** @type {string} */ (tab.dataset.step));
    });
    list.addEventListener('keydown', event => {
      const by = { ArrowLeft: -1, ArrowRight: 1 }[event.key];
      if (!by) return;
      event.preventDefault();
      event.stopPropagation();
      const next = this.tabs[(this.tabs.findIndex(tab => tab.dataset.step === this.step) + by + this.tabs.length) % this.tabs.length];
      this.go(/** @type {string} */ (next.dataset.step));
      next.focus();
    });
    this.wide.addEventListener('change', () => this.go(this.step));
    const known = localStorage.getItem(this.place);
    this.go(this.tabs.some(tab => tab.dataset.step === known) ? /** @type {string} */ (known) : 'keep');
  }

  /** @param {string} step */
  go(step) {
    this.step = step;
    localStorage.setItem(this.place, step);
    for (const tab of this.tabs) {
      const isShown = tab.dataset.step === step;
      tab.setAttribute('aria-selected', String(isShown));
      tab.tabIndex = isShown ? 0 : -1;
      const beside = this.wide.matches && (tab.dataset.step === 'keep' || (tab.dataset.step === 'light' && step === 'keep'));
      /** @type {HTMLElement} */ (document.getElementById(tab.getAttribute('aria-controls') ?? '')).hidden = !isShown && !beside;
    }
    this.dispatchEvent(new Event('step'));
  }
}
