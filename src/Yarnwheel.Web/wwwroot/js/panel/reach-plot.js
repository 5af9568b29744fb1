// @ts-check
import { getJson } from '../http.js';

const WIDTH = 240;
const HEIGHT = 40;
/** Hundredths of OKLab that are drawn: hardly a thing's shades lie farther apart. */
const MOST = 40;

/** @typedef {{ reach: number, fade: number, shares: number[] }} Reading */

/** Under the shades of a part by colour: how much of the photo lies how far from them, and how far the mask takes it. */
export class ReachPlot {
  /** What is known, and of which part. @type {Reading | null} */
  #reading = null;
  #known = '';
  #turn = 0;
  /** @type {{ x: number, reach: number, moved: boolean } | null} */
  #drag = null;

  /** @param {import('./panel.js').Panel} panel @param {import('../take.js').Take} take */
  constructor(panel, take) {
    this.panel = panel;
    this.take = take;
    panel.addEventListener('drawn', () => this.#load());
    take.addEventListener('draft', () => this.#draw());
    panel.element.addEventListener('pointerdown', event => this.#down(event));
    panel.element.addEventListener('pointermove', event => this.#move(event));
    panel.element.addEventListener('pointerup', () => this.#up());
    panel.element.addEventListener('pointercancel', () => this.drop());
  }

  get #plot() {
    return /** @type {HTMLElement | null} */ (this.panel.element.querySelector('#reach-plot'));
  }

  get #svg() {
    return /** @type {SVGSVGElement | null} */ (this.#plot?.querySelector('svg') ?? null);
  }

  get #path() {
    const { area, part } = this.#plot?.dataset ?? {};
    return `/areas/${area}/mask/parts/${part}`;
  }

  async #load() {
    const turn = ++this.#turn;
    const { area, part } = this.#plot?.dataset ?? {};
    if (area === undefined || part === undefined) return;
    // Another part's plot is none of this one's.
    if (this.#known !== this.#path) this.#reading = null;
    this.#known = this.#path;
    this.#draw();
    try {
      const reading = await getJson(`${this.take.url}/reach?area=${area}&part=${part}`);
      if (turn !== this.#turn) return;
      this.#reading = reading;
      this.#draw();
    } catch {
      // The plot is no part of the work; the next change asks anew.
    }
  }

  #draw() {
    const svg = this.#svg;
    const part = svg && this.take.drafted(this.#path);
    if (!svg || part?.reach === undefined || !this.#reading) return;
    const { shares, reach, fade } = this.#reading;
    const most = Math.max(1e-6, ...shares.slice(0, MOST));
    const x = (/** @type {number} */ hundredths) => Math.min(hundredths, MOST) / MOST * WIDTH;
    const bars = shares.slice(0, MOST).map((share, i) => `${x(i + 0.5).toFixed(1)} ${(HEIGHT - (HEIGHT - 3) * Math.sqrt(share / most)).toFixed(1)}`).join('L');
    const kept = [];
    for (let i = 0; i <= 12; i++) {
      const t = i / 12;
      kept.push(`${x(part.reach + t * part.fade).toFixed(1)} ${(1 + (HEIGHT - 1) * t * t * (3 - 2 * t)).toFixed(1)}`);
    }
    const fitted = x(reach + fade / 2).toFixed(1);
    svg.innerHTML = `<path class="reach-shares" d="M0 ${HEIGHT}L${bars}L${WIDTH} ${HEIGHT}Z"/><path class="reach-taken" d="M0 ${HEIGHT}V1L${kept.join('L')}Z"/><path class="reach-fit" d="M${fitted} 0V${HEIGHT}"/>`;
    svg.setAttribute('aria-label', `How much of the photo lies how far from the picked shades; taken up to ${part.reach}, easing to ${Math.round(10 * (part.reach + part.fade)) / 10}; ${reach} and ${Math.round(10 * (reach + fade)) / 10} would fit`);
  }

  /** @param {PointerEvent} event */
  #down(event) {
    const svg = this.#svg;
    if (event.button !== 0 || !svg || !(event.target instanceof Element) || !svg.contains(event.target)) return;
    this.#drag = { x: event.clientX, reach: this.take.at(this.#path).reach, moved: false };
    svg.setPointerCapture(event.pointerId);
    event.preventDefault();
  }

  /** @param {PointerEvent} event */
  #move(event) {
    const drag = this.#drag;
    const svg = this.#svg;
    if (!drag || !svg || (!drag.moved && Math.abs(event.clientX - drag.x) < 3)) return;
    drag.moved = true;
    const by = (event.clientX - drag.x) / svg.getBoundingClientRect().width * MOST;
    this.take.setDraft(this.#change(Math.round(10 * Math.min(Math.max(drag.reach + by, 0), 60)) / 10));
  }

  #up() {
    const drag = this.#drag;
    this.#drag = null;
    const reach = this.take.draft?.find(step => step.path === `${this.#path}/reach`)?.value;
    if (drag?.moved && reach !== undefined && reach !== drag.reach) this.take.commit(`Reach ${drag.reach} → ${reach}`, this.#change(reach));
    else if (drag?.moved) this.take.setDraft(null);
  }

  /** Leaves the reach as it was before the drag. @returns {boolean} whether there was one */
  drop() {
    const drag = this.#drag;
    this.#drag = null;
    if (drag?.moved) this.take.setDraft(null);
    return drag !== null;
  }

  /** @param {number} reach @returns {import('../take.js').Operation[]} */
  #change(reach) {
    return [{ op: 'replace', path: `${this.#path}/reach`, value: reach }];
  }
}
