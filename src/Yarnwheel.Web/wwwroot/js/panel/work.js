// @ts-check
import { post } from '../http.js';

/** @typedef {import('../take.js').Operation} Operation */

/** What a part begins with, beyond the format's own values. @type {Record<string, object>} */
const BEGINNINGS = {
  // Narrower than the format's own values: one more click adds, while too much at once has to be taken away again.
  colour: { kind: 'colour', reach: 6, fade: 5, lightness: 25 },
  hue: { kind: 'hue' },
  patch: { kind: 'patch' },
  brush: { kind: 'brush' },
  outline: { kind: 'outline' },
  subject: { kind: 'subject' },
  light: { kind: 'light' },
  ramp: { kind: 'ramp', shape: 'linear' },
  round: { kind: 'ramp', shape: 'radial' },
  picture: { kind: 'picture' },
};

/** A name that no area has yet. @param {any[]} areas @param {string} name */
export function unusedName(areas, name) {
  const names = new Set(areas.map(a => a.name));
  let free = name;
  for (let number = 2; names.has(free); number++) free = `${name} ${number}`;
  return free;
}

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
    const value = { ...BEGINNINGS[this.panel.begin ?? 'colour'], ...fields };
    const { area } = this.panel;
    return area === null
      ? [{ op: 'add', path: '/areas/-', value: { name, mask: { parts: [value] } } }]
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
    const { panel } = this;
    const areas = this.take.state.recipe.areas;
    if (panel.area !== null) {
      const change = this.change(fields);
      panel.began(panel.area, areas[panel.area].mask.parts.length);
      return this.take.commit(label, change);
    }
    const name = unusedName(areas, typeof named === 'string' ? named : await this.#colourAt(named));
    const change = this.change(fields, name);
    panel.began(areas.length, 0);
    return this.take.commit(`New area “${name}”`, change);
  }

  /** What is at a place of the photo. @param {{ x: number, y: number }} photo */
  async read(photo) {
    const { area, part } = this.panel;
    return (await post(`${this.take.url}/read`, { x: photo.x, y: photo.y, area, part: this.panel.begin ? null : part, scale: this.scale() })).json();
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
