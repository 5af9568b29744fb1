// @ts-check
import { get, post } from '../http.js';
import { startOf, works } from './kinds.js';

/** @typedef {import('../take.js').Operation} Operation */

/** The part that the hand works on: the chosen one, or one that its next gesture begins. */
export class Work {
  /** @param {import('../take.js').Take} take @param {import('./panel.js').Panel} panel @param {() => number} scale of the view */
  constructor(take, panel, scale) {
    this.take = take;
    this.panel = panel;
    this.scale = scale;
  }

  /** The chosen part; null when the next gesture begins one. @returns {any} */
  get part() {
    const { area, part, begin } = this.panel;
    return area === null || part === null || begin ? null : this.take.state.recipe.areas[area]?.mask.parts[part] ?? null;
  }

  /** Where the chosen part stands in the recipe. */
  get path() {
    return `/areas/${this.panel.area}/mask/parts/${this.panel.part}`;
  }

  /** The change that gives the part these fields. @param {object} fields @param {string} [name] of the area, if it begins one @returns {Operation[]} */
  change(fields, name = 'New area') {
    if (this.part) return Object.entries(fields).map(([field, value]) => ({ op: 'add', path: `${this.path}/${field}`, value }));
    const value = { ...startOf(this.panel.begin ?? 'colour'), ...fields };
    const { area } = this.panel;
    return area === null
      ? [{ op: 'add', path: '/areas/-', value: { ...works[this.panel.work ?? ''], name, mask: { parts: [value] } } }]
      : [{ op: 'add', path: `/areas/${area}/mask/parts/-`, value }];
  }

  /** Whether what is seen unsaved comes from a hand on the photo. */
  drafting = false;

  /** Shows it without keeping it. @param {object | null} fields */
  draft(fields) {
    this.drafting = fields !== null;
    this.take.setDraft(fields && this.change(fields));
  }

  /**
   * Keeps it; what it began is chosen.
   * @param {string} label @param {object} fields
   * @param {string | { x: number, y: number }} named the name of an area that it begins, or the place whose colour names it
   */
  async keep(label, fields, named) {
    if (this.part) return this.take.commit(label, this.change(fields));
    if (this.panel.area !== null) return this.take.commit(label, this.change(fields));
    const local = works[this.panel.work ?? ''];
    if (local) return this.take.commit(`${local.name}: brush`, this.change(fields, local.name));
    // The application sees to it that no other area has the name.
    return this.take.commit('New area', this.change(fields, typeof named === 'string' ? named : await this.#colourAt(named)));
  }

  /** What is at a place of the photo. @param {{ x: number, y: number }} photo */
  async read(photo) {
    const { area, part } = this.panel;
    return (await post(`${this.take.url}/read`, { x: photo.x, y: photo.y, area, part: this.panel.begin ? null : part, scale: this.scale() })).json();
  }

  /** What is found out about the chosen part by subject; null where take or choice went on meanwhile. @param {string} what @param {AbortSignal} signal */
  async ofSubject(what, signal) {
    const { area, part } = this.panel;
    const found = await (await get(`${this.take.url}/subject/${what}?area=${area}&part=${part}`, signal)).json();
    return signal.aborted || found.revision !== this.take.state.revision || area !== this.panel.area || part !== this.panel.part ? null : found;
  }

  /** @param {{ x: number, y: number }} photo */
  async #colourAt(photo) {
    try {
      return (await this.read(photo)).name;
    } catch {
      // The name can be changed; what was drawn must not be lost for want of it.
      return 'Area';
    }
  }
}
