// @ts-check
import { fault } from './notes.js';
import { wireNumbers } from './recipe-numbers.js';

/**
 * The areas and the settings of what is chosen. The application draws them (htmx swaps them in); this wires them.
 * Fires "chosen" when another area or part is chosen, "side" when picks change sides.
 */
export class Panel extends EventTarget {
  /** @type {number | null} */
  area = null;
  /** @type {number | null} */
  part = null;
  leaveOut = false;

  /** @param {HTMLElement} element @param {import('./take.js').Take} take */
  constructor(element, take) {
    super();
    this.element = element;
    this.take = take;
    element.addEventListener('click', event => this.#click(event));
    element.addEventListener('dblclick', event => {
      if (event.target instanceof Element && event.target.closest('.area-name')) this.#nameField()?.select();
    });
    element.addEventListener('change', event => {
      if (event.target instanceof HTMLInputElement && event.target.dataset.nameOf !== undefined) this.#rename(event.target);
    });
    document.addEventListener('htmx:after:swap', () => this.#wire());
    take.addEventListener('state', event => this.#follow(/** @type {CustomEvent} */ (event).detail));
  }

  get areas() {
    return /** @type {any[]} */ (this.take.state.recipe.areas);
  }

  /** The chosen part, or the chosen area's last by-colour part. */
  get colourPart() {
    if (this.area === null) return null;
    const parts = this.areas[this.area]?.mask.parts ?? [];
    const part = this.part === null ? parts.findLast((/** @type {any} */ p) => p.kind === 'colour') : parts[this.part];
    return part?.kind === 'colour' ? part : null;
  }

  /** @param {number | null} area @param {number | null} part */
  choose(area, part) {
    this.area = area;
    this.part = part;
    this.refresh();
    this.dispatchEvent(new Event('chosen'));
  }

  /** @param {boolean} leaveOut */
  setSide(leaveOut) {
    this.leaveOut = leaveOut;
    this.#showSide();
    this.dispatchEvent(new Event('side'));
  }

  /** Removes the chosen part, or the chosen area. */
  removeChosen() {
    if (this.area === null) return;
    if (this.part !== null) this.#remove(`/areas/${this.area}/mask/parts/${this.part}`, 'Part removed', () => { this.part = null; });
    else this.#removeArea(this.area);
  }

  async refresh() {
    const query = (this.area === null ? '' : `&area=${this.area}`) + (this.part === null ? '' : `&part=${this.part}`);
    try {
      await window.htmx.ajax('GET', `${this.take.url}?handler=Panel${query}`, { target: '#panel', swap: 'innerMorph' });
    } catch (error) {
      fault(error);
    }
  }

  /** @param {string} cause */
  #follow(cause) {
    const count = this.areas.length;
    if (cause === 'load') {
      this.area = count > 0 ? 0 : null;
      this.part = count > 0 && this.areas[0].mask.parts.length > 0 ? 0 : null;
    }
    if (cause === 'pick') {
      // A pick that began an area or a part chooses it.
      if (this.area === null || this.area >= count) this.area = count - 1;
      if (this.part === null) this.part = this.areas[this.area].mask.parts.findLastIndex((/** @type {any} */ p) => p.kind === 'colour');
    }
    if (this.area !== null && this.area >= count) this.area = count > 0 ? count - 1 : null;
    if (this.area === null || (this.part !== null && this.part >= this.areas[this.area].mask.parts.length)) this.part = null;
    this.refresh();
    this.dispatchEvent(new Event('chosen'));
  }

  #wire() {
    wireNumbers(this.element, this.take);
    const name = this.#nameField();
    if (name && name !== document.activeElement) name.value = name.defaultValue;
    this.#showSide();
  }

  #showSide() {
    for (const button of this.element.querySelectorAll('[data-act="pick-side"]'))
      button.setAttribute('aria-checked', String((button.getAttribute('data-value') === 'leave') === this.leaveOut));
  }

  #nameField() {
    return /** @type {HTMLInputElement | null} */ (this.element.querySelector('[data-name-of]'));
  }

  /** @param {HTMLInputElement} field */
  #rename(field) {
    const index = Number(field.dataset.nameOf);
    const name = field.value.trim();
    if (name === '' || name === this.areas[index].name) field.value = this.areas[index].name;
    else this.take.commit(`Area named “${name}”`, [{ op: 'replace', path: `/areas/${index}/name`, value: name }]);
  }

  /** @param {string} path @param {string} label @param {() => void} [then] */
  #remove(path, label, then) {
    then?.();
    this.take.commit(label, [{ op: 'remove', path }]);
  }

  /** @param {number} index */
  #removeArea(index) {
    this.#remove(`/areas/${index}`, `Area “${this.areas[index].name}” removed`, () => {
      this.part = null;
      if (this.area !== null && this.area >= index) this.area = this.area > index ? this.area - 1 : this.area;
    });
  }

  /** @param {Event} event */
  #click(event) {
    const button = event.target instanceof Element ? /** @type {HTMLElement | null} */ (event.target.closest('[data-act]')) : null;
    if (!button) return;
    const area = Number(button.dataset.area);
    const part = button.dataset.part === undefined ? null : Number(button.dataset.part);
    const partPath = `/areas/${area}/mask/parts/${part}`;
    const flip = (/** @type {string} */ path, /** @type {string} */ on, /** @type {string} */ off) => {
      const value = !this.take.at(path);
      this.take.commit(value ? on : off, [{ op: 'replace', path, value }]);
    };
    switch (button.dataset.act) {
      case 'new-area': return this.choose(null, null);
      case 'choose': return this.choose(area, part);
      case 'area-on': return flip(`/areas/${area}/on`, 'Area on', 'Area off');
      case 'area-invert': return flip(`/areas/${area}/mask/invert`, 'Area inside out', 'Area right side out');
      case 'area-remove': return this.#removeArea(area);
      case 'part-add':
        this.area = area;
        this.part = this.areas[area].mask.parts.length;
        this.take.commit(`Part by ${button.dataset.kind}`, [{ op: 'add', path: `/areas/${area}/mask/parts/-`, value: button.dataset.kind === 'hue' ? { kind: 'hue', from: 0, to: 50 } : { kind: 'colour' } }]);
        return;
      case 'part-on': return flip(`${partPath}/on`, 'Part on', 'Part off');
      case 'part-invert': return flip(`${partPath}/invert`, 'Part inside out', 'Part right side out');
      case 'part-remove': return this.#remove(partPath, 'Part removed', () => { this.part = null; });
      case 'part-op': {
        this.take.commit(`Part: ${button.textContent?.trim()}`, [{ op: 'replace', path: `${partPath}/op`, value: button.dataset.value }]);
        return;
      }
      case 'pick-side': return this.setSide(button.dataset.value === 'leave');
      case 'pick-remove': return this.#remove(/** @type {string} */ (button.dataset.path), 'Shade removed');
    }
  }
}
