// @ts-check
import { isOf } from './kinds.js';

/** @typedef {import('../take.js').Operation} Operation */

/** A grey curve that stands for a range with fades. @param {{ from: number, to: number, fadeFrom: number, fadeTo: number }} part */
function curveOf(part) {
  const [low, high] = [Math.min(part.from, part.to), Math.max(part.from, part.to)];
  const points = new Map();
  for (const [tone, mask] of [[low - part.fadeFrom, 0], [high + part.fadeTo, 0], [low, 100], [high, 100]]) if (tone >= 0 && tone <= 100) points.set(tone, mask);
  return [...points].map(([tone, mask]) => ({ tone, mask })).sort((a, b) => a.tone - b.tone);
}

/** What the buttons of the panel do. */
export class PanelActs {
  /**
   * @param {import('./panel.js').Panel} panel @param {import('./work.js').Work} work
   * @param {{ outlineMode: (mode: string) => void, subjectWay: (way: 'box' | 'paint') => void, picture: (area: number | null, part: number | null) => void }} further
   */
  constructor(panel, work, further) {
    this.panel = panel;
    this.work = work;
    this.take = panel.take;
    this.further = further;
    panel.element.addEventListener('click', event => {
      const button = event.target instanceof Element ? /** @type {HTMLElement | null} */ (event.target.closest('[data-act]')) : null;
      if (button) this.#act(button);
    });
    panel.addEventListener('drawn', () => this.showOutlineMode());
    this.outlineMode = 'nodes';
  }

  /** Removes the chosen part, or the chosen area. */
  removeChosen() {
    const { area, part } = this.panel;
    if (area === null) return;
    if (part !== null) this.#removePart(area, part);
    else this.#removeArea(area);
  }

  /** Chooses a part of a kind in the chosen area, or begins one. @param {string} kind */
  reach(kind) {
    const { panel } = this;
    if (kind === 'picture') return this.further.picture(panel.area, null);
    const parts = panel.area === null || panel.begin ? [] : panel.areas[panel.area].mask.parts;
    const index = parts.findLastIndex((/** @type {any} */ p) => isOf(kind, p));
    if (index < 0 || index === panel.part) panel.setBegin(panel.area, panel.begin === kind ? null : kind);
    else panel.choose(panel.area, index);
  }

  /** Goes on with local work by brush, or begins it. @param {string} code */
  doLocally(code) {
    const there = /** @type {HTMLElement | null} */ (this.panel.element.querySelector(`[data-work="${code}"]`))?.dataset.area;
    if (this.panel.work === code) this.panel.setBegin(null, null);
    else if (there) this.panel.choose(Number(there), 0);
    else this.panel.setBegin(null, 'brush', code);
  }

  showOutlineMode() {
    for (const button of this.panel.element.querySelectorAll('[data-act="outline-mode"]'))
      button.setAttribute('aria-checked', String(button.getAttribute('data-value') === this.outlineMode));
  }

  /** @param {HTMLElement} button */
  #act(button) {
    const { panel, take } = this;
    const { act, value, path, json } = button.dataset;
    const area = button.dataset.area ? Number(button.dataset.area) : null;
    const part = Number(button.dataset.part);
    const areaPath = `/areas/${area}`;
    const partPath = `${areaPath}/mask/parts/${button.dataset.part}`;
    /** @type {Record<string, () => unknown>} */
    const acts = {
      choose: () => panel.choose(area, button.dataset.part === undefined || button.dataset.part === 'knot' ? null : part, button.dataset.part === 'knot'),
      'area-on': () => this.#flip(`${areaPath}/on`, 'Area on', 'Area off'),
      'area-invert': () => this.#flip(`${areaPath}/mask/invert`, 'Area inside out', 'Area right side out'),
      'area-remove': () => this.#removeArea(area ?? 0),
      'area-copy': () => this.#copyArea(area ?? 0, false),
      'area-opposite': () => this.#copyArea(area ?? 0, true),
      'part-begin': () => (button.dataset.kind === 'picture' ? this.further.picture(area, null) : panel.setBegin(area, button.dataset.kind ?? null)),
      'work-begin': () => this.doLocally(button.dataset.work ?? ''),
      'begin-end': () => panel.setBegin(panel.area, null),
      'begin-with': () => this.work.keep(`Part ${button.dataset.name}`, JSON.parse(json ?? '{}'), capital(button.dataset.name ?? 'Area')),
      'part-on': () => this.#flip(`${partPath}/on`, 'Part on', 'Part off'),
      'part-invert': () => this.#flip(`${partPath}/invert`, 'Part inside out', 'Part right side out'),
      'part-copy': () => {
        const value = take.at(partPath);
        take.commit('Part duplicated', [{ op: 'add', path: `${areaPath}/mask/parts/${part + 1}`, value }]);
      },
      'part-remove': () => this.#removePart(area ?? 0, part),
      'part-op': () => take.commit(`Part: ${button.textContent?.trim()}`, [{ op: 'replace', path: `${partPath}/op`, value }]),
      'pick-side': () => panel.setSide(value === 'leave'),
      'pick-remove': () => take.commit(path?.includes('/seeds/') ? 'Press removed' : 'Shade removed', [{ op: 'remove', path: path ?? '' }]),
      set: () => take.commit(button.dataset.label ?? '', [{ op: 'add', path: path ?? '', value: JSON.parse(json ?? '') }]),
      'set-many': () => take.commit(button.dataset.label ?? '', Object.entries(JSON.parse(json ?? '{}')).map(([field, v]) => ({ op: 'add', path: `${path}/${field}`, value: v }))),
      'hue-mode': () => this.#hueMode(partPath, value === 'every'),
      'light-mode': () => this.#lightMode(partPath, value === 'curve'),
      'light-grey': () => this.#lightGrey(partPath, value === 'own'),
      'outline-mode': () => {
        this.outlineMode = value ?? 'nodes';
        this.showOutlineMode();
        this.further.outlineMode(this.outlineMode);
      },
      'subject-way': () => this.#subjectWay(value === 'paint' ? 'paint' : 'box'),
      'fit-reach': () => area !== null && take.fitReach(area, part),
      'tidy-edge': () => panel.area !== null && take.tidyEdge(panel.area),
      'main-subject': () => this.take.mainSubject({ area: this.panel.area, what: value ?? 'subject' }),
      'picture-choose': () => this.further.picture(area, part),
    };
    acts[act ?? '']?.();
  }

  /** @param {'box' | 'paint'} way */
  #subjectWay(way) {
    this.further.subjectWay(way);
    this.showSubjectWay(way);
  }

  /** @param {string} way */
  showSubjectWay(way) {
    for (const button of this.panel.element.querySelectorAll('[data-act="subject-way"]')) button.setAttribute('aria-checked', String(button.getAttribute('data-value') === way));
  }

  /** @param {string} path @param {string} on @param {string} off */
  #flip(path, on, off) {
    const value = !this.take.at(path);
    this.take.commit(value ? on : off, [{ op: 'replace', path, value }]);
  }

  /** @param {number} area @param {number} part */
  #removePart(area, part) {
    this.panel.part = null;
    this.take.commit('Part removed', [{ op: 'remove', path: `/areas/${area}/mask/parts/${part}` }]);
  }

  /** @param {number} index */
  #removeArea(index) {
    const { panel } = this;
    const name = panel.areas[index].name;
    panel.part = null;
    panel.knot = false;
    if (panel.area !== null && panel.area > index) panel.area--;
    this.take.commit(`Area “${name}” removed`, [{ op: 'remove', path: `/areas/${index}` }]);
  }

  /** @param {number} index @param {boolean} opposite */
  #copyArea(index, opposite) {
    const { panel } = this;
    const own = panel.areas[index];
    const name = opposite ? `All but ${own.name}`.slice(0, 80) : own.name;
    const value = { ...own, name, mask: { ...own.mask, invert: own.mask.invert !== opposite } };
    this.take.commit(opposite ? `Opposite of “${own.name}”` : `Area “${own.name}” duplicated`, [{ op: 'add', path: `/areas/${index + 1}`, value }]);
  }

  /** @param {string} path @param {boolean} every */
  #hueMode(path, every) {
    const part = this.take.at(path);
    if (every === Boolean(part.amounts?.length)) return;
    if (!every) return this.take.commit('Hues: an arc', [{ op: 'remove', path: `${path}/amounts` }]);
    // Every thirty degrees, full where the arc is.
    const width = ((part.to - part.from) % 360 + 360) % 360;
    const amounts = Array.from({ length: 12 }, (_, i) => ({ hue: i * 30, amount: ((i * 30 - part.from) % 360 + 360) % 360 <= width ? 100 : 0 }));
    this.take.commit('Hues: every one', [{ op: 'add', path: `${path}/amounts`, value: amounts }]);
  }

  /** @param {string} path @param {boolean} free */
  #lightMode(path, free) {
    const part = this.take.at(path);
    if (free === Boolean(part.curve?.length)) return;
    this.take.commit(free ? 'Tones: free curve' : 'Tones: range', [free ? { op: 'add', path: `${path}/curve`, value: curveOf(part) } : { op: 'remove', path: `${path}/curve` }]);
  }

  /** @param {string} path @param {boolean} own */
  #lightGrey(path, own) {
    if (own === Boolean(this.take.at(path).grey)) return;
    // It begins as the wheel of the photo's greys stands.
    const { basis, spokes, calm } = this.take.state.recipe.grey;
    this.take.commit(own ? 'Tones: its own wheel' : 'Tones: luminance', [own ? { op: 'add', path: `${path}/grey`, value: { basis, spokes, calm } } : { op: 'remove', path: `${path}/grey` }]);
  }
}

/** @param {string} words */
const capital = words => words.charAt(0).toUpperCase() + words.slice(1);
