// @ts-check
import { drawIn } from '../draw-in.js';
import { fault } from '../notes.js';
import { followDraft, wireNumbers } from './recipe-numbers.js';

/**
 * The areas and the settings of what is chosen. The application draws them (htmx swaps them in); this wires them.
 * Fires "chosen" when something else is chosen, "side" when picks change sides, "drawn" after a swap.
 */
export class Panel extends EventTarget {
  /** @type {number | null} */
  area = null;
  /** @type {number | null} */
  part = null;
  /** Whether the edge of the area is chosen. */
  knot = false;
  /** The kind of part that the next gesture on the photo begins. @type {string | null} */
  begin = null;
  /** The local work whose area the next stroke begins. @type {string | null} */
  work = null;
  leaveOut = false;

  /** @param {HTMLElement} element @param {import('../take.js').Take} take */
  constructor(element, take) {
    super();
    this.element = element;
    this.take = take;
    element.addEventListener('dblclick', event => {
      if (event.target instanceof Element && event.target.closest('.area-name')) this.rename();
    });
    element.addEventListener('change', event => {
      if (event.target instanceof HTMLInputElement && event.target.dataset.nameOf !== undefined) this.#keepName(event.target);
    });
    document.addEventListener('htmx:after:swap', () => this.#wire());
    take.addEventListener('draft', () => followDraft(element, take));
    take.addEventListener('state', event => this.#follow(/** @type {CustomEvent} */ (event).detail));
  }

  get areas() {
    return /** @type {any[]} */ (this.take.state.recipe?.areas ?? []);
  }

  /** Index of the chosen part if it is one by colour, or of the chosen area's last one. */
  get #colourIndex() {
    if (this.area === null || this.begin) return -1;
    const parts = this.areas[this.area]?.mask.parts ?? [];
    if (this.part === null) return parts.findLastIndex((/** @type {any} */ p) => p.kind === 'colour');
    return parts[this.part]?.kind === 'colour' ? this.part : -1;
  }

  /** The chosen part, or the chosen area's last by-colour part. */
  get colourPart() {
    const index = this.#colourIndex;
    return index < 0 || this.area === null ? null : this.areas[this.area].mask.parts[index];
  }

  get colourPath() {
    return `/areas/${this.area}/mask/parts/${this.#colourIndex}`;
  }

  /** @param {number | null} area @param {number | null} part @param {boolean} [knot] */
  choose(area, part, knot = false) {
    Object.assign(this, { area, part, knot, begin: null, work: null });
    this.refresh();
    this.dispatchEvent(new Event('chosen'));
  }

  /** The next gesture on the photo begins a part. @param {number | null} area where it joins; null for a new area @param {string | null} kind null: it does not @param {string | null} [work] whose area it begins */
  setBegin(area, kind, work = null) {
    Object.assign(this, { area, begin: kind, work, ...(kind ? { part: null, knot: false } : {}) });
    this.refresh();
    this.dispatchEvent(new Event('chosen'));
  }

  /** @param {boolean} leaveOut */
  setSide(leaveOut) {
    this.leaveOut = leaveOut;
    this.#showSide();
    this.dispatchEvent(new Event('side'));
  }

  rename() {
    /** @type {HTMLInputElement | null} */ (this.element.querySelector('[data-name-of]'))?.select();
  }

  /** Lights up the rows of the areas that keep what the pointer is on. @param {number[] | null} kept percent, by area */
  mark(kept) {
    for (const row of /** @type {NodeListOf<HTMLElement>} */ (this.element.querySelectorAll('.area')))
      row.classList.toggle('is-under', (kept?.[Number(row.dataset.area)] ?? 0) >= 50);
  }

  async refresh() {
    const query = new URLSearchParams();
    for (const [name, value] of Object.entries({ area: this.area, part: this.part, knot: this.knot || null, begin: this.begin, work: this.work })) if (value !== null) query.set(name, String(value));
    try {
      await drawIn('#panel', `${this.take.url}?handler=Panel&${query}`, 'innerMorph');
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
    // What a change made is chosen.
    const { made } = this.take.state;
    if (made) Object.assign(this, { area: made.area, part: made.part, begin: null, work: null, knot: false });
    if (this.area !== null && this.area >= count) this.area = count > 0 ? count - 1 : null;
    if (this.area === null) this.knot = false;
    if (this.area === null || (this.part !== null && this.part >= this.areas[this.area].mask.parts.length)) this.part = null;
    this.refresh();
    this.dispatchEvent(new Event('chosen'));
  }

  #wire() {
    wireNumbers(this.element, this.take);
    const name = /** @type {HTMLInputElement | null} */ (this.element.querySelector('[data-name-of]'));
    if (name && name !== document.activeElement) name.value = name.defaultValue;
    this.#showSide();
    this.element.querySelector('.area.is-chosen')?.scrollIntoView({ block: 'nearest' });
    this.dispatchEvent(new Event('drawn'));
  }

  #showSide() {
    for (const button of this.element.querySelectorAll('[data-act="pick-side"]'))
      button.setAttribute('aria-checked', String((button.getAttribute('data-value') === 'leave') === this.leaveOut));
  }

  /** @param {HTMLInputElement} field */
  #keepName(field) {
    const index = Number(field.dataset.nameOf);
    const name = field.value.trim();
    if (name === '' || name === this.areas[index].name) field.value = this.areas[index].name;
    else this.take.commit(`Area named “${name}”`, [{ op: 'replace', path: `/areas/${index}/name`, value: name }]);
  }
}
