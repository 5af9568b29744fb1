// @ts-check
import { post } from '../http.js';

/** @typedef {{ level: number, larger: number, share: number, outline: number[][] }} PhotoRegion */

/** What pointing at a place means: the region that lights up under the pointer; the wheel makes it larger and smaller. */
export class Pointing {
  /** @type {PhotoRegion | null} */
  #region = null;
  /** Where it was found. @type {{ x: number, y: number } | null} */
  #at = null;
  #level = 0;
  #busy = false;
  #turn = 0;
  /** @type {{ x: number, y: number } | null} */
  #next = null;

  /** @param {import('../take.js').Take} take @param {import('../photo/view.js').PhotoView} view @param {() => void} redraw */
  constructor(take, view, redraw) {
    this.take = take;
    this.view = view;
    this.redraw = redraw;
  }

  /** @param {import('../photo/stage.js').Place} at */
  over(at) {
    this.#next = at.inside ? at.photo : null;
    if (!at.inside) this.clear();
    else this.#ask();
  }

  get isLit() {
    return this.#region !== null;
  }

  clear() {
    // What is on its way is of before.
    this.#turn++;
    this.#next = null;
    if (!this.#region) return;
    this.#region = null;
    this.redraw();
  }

  /** Larger, or smaller. @param {number} notches @returns {boolean} whether there is anything to change */
  wheel(notches) {
    if (!this.#region || !this.#at) return false;
    // Beyond the largest and the smallest there is nothing.
    this.#level = this.#region.level + Math.sign(notches);
    this.#next = this.#at;
    this.#ask();
    return true;
  }

  /** What a click takes. @param {boolean} away */
  pick(away) {
    if (!this.#region || !this.#at || this.#region.outline.length === 0) return null;
    const round = (/** @type {number} */ v) => Math.round(v * 1e5) / 1e5;
    return { x: round(this.#at.x), y: round(this.#at.y), share: Math.round(this.#region.share * 1e6) / 1e6, ...(away ? { away: true } : {}) };
  }

  /** @param {import('../photo/pen.js').Pen} pen @param {boolean} away */
  draw(pen, away) {
    if (!this.#region) return;
    const d = this.#region.outline.map(way => {
      let path = '';
      for (let i = 0; i < way.length; i += 2) {
        const at = this.view.toStage(way[i], way[i + 1]);
        path += `${i === 0 ? 'M' : 'L'}${at.x.toFixed(1)} ${at.y.toFixed(1)}`;
      }
      return `${path}Z`;
    }).join('');
    if (d) pen.path(d, away ? 'is-thin is-dashed' : 'is-thin');
  }

  async #ask() {
    if (this.#busy) return;
    this.#busy = true;
    while (this.#next) {
      const at = this.#next;
      const turn = this.#turn;
      this.#next = null;
      try {
        const region = await (await post(`${this.take.url}/subject/region`, { x: at.x, y: at.y, level: this.#level })).json();
        if (turn !== this.#turn) continue;
        this.#region = region;
        this.#at = at;
      } catch {
        // Pointing is a help alone: a box does without it.
        this.#region = null;
      }
      this.redraw();
    }
    this.#busy = false;
  }
}
