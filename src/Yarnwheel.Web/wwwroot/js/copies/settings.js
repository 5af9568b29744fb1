// @ts-check

/**
 * The part of a form that says how copies are written: shows what fits the format, and hands the settings on.
 * The application judges them; nothing is reckoned here.
 */
export class CopySettings {
  /** @param {HTMLElement} form */
  constructor(form) {
    this.form = form;
    form.addEventListener('change', () => this.draw());
    this.#recall();
    this.draw();
  }

  /** @param {string} name @returns {string} */
  #value(name) {
    const field = /** @type {HTMLInputElement | null} */ (this.form.querySelector(`[name="${name}"]:is(select, input:not([type="radio"]), :checked)`));
    return field ? field.value : '';
  }

  /** @param {string} name */
  #isOn(name) {
    return /** @type {HTMLInputElement | null} */ (this.form.querySelector(`input[name="${name}"]`))?.checked ?? false;
  }

  get format() {
    return this.#value('format');
  }

  draw() {
    const { format } = this;
    for (const part of /** @type {NodeListOf<HTMLElement>} */ (this.form.querySelectorAll('[data-for]'))) part.hidden = !part.dataset.for?.split(' ').includes(format);
    for (const part of /** @type {NodeListOf<HTMLElement>} */ (this.form.querySelectorAll('[data-size]'))) part.hidden = part.dataset.size !== this.#value('size');
  }

  /** As the application takes them. */
  get wish() {
    const { format } = this;
    const kind = format === 'mask' ? 'mask' : format === 'allMasks' ? 'allMasks' : 'picture';
    const size = this.#value('size');
    this.#remember();
    return {
      kind,
      area: 0,
      format: kind === 'picture' ? format : 'png',
      quality: Number(this.#value('quality')) || 92,
      bits: Number(this.#value('bits')) || 8,
      profile: this.#value('profile'),
      longerSide: size === 'side' ? Number(this.#value('side')) : null,
      megapixels: size === 'pixels' ? Number(this.#value('pixels')) : null,
      sharpness: this.#value('sharpness'),
      metadata: this.#value('metadata'),
      copyright: this.#value('copyright'),
      credit: this.#value('credit'),
      embedRecipe: this.#isOn('embedRecipe'),
      recipeBeside: this.#isOn('recipeBeside'),
    };
  }

  // Who has the copyright is typed once.
  #remember() {
    for (const name of ['copyright', 'credit']) localStorage.setItem(`copy ${name}`, this.#value(name));
  }

  #recall() {
    for (const name of ['copyright', 'credit']) {
      const field = /** @type {HTMLInputElement | null} */ (this.form.querySelector(`[name="${name}"]`));
      if (field) field.value = localStorage.getItem(`copy ${name}`) ?? '';
    }
  }
}
