// @ts-check
import { post } from './http.js';
import { fault } from './notes.js';

/**
 * The pull: press on the photo and drag up or down, and the greys of the hues there lighten or darken.
 * Which spokes take how much of the hand's way is asked for once, at the press.
 */
export class Pulling {
  active = false;
  /** @type {{ spokes: { hue: number, lift: number }[], shares: number[], x: number, y: number, startY: number, lift: number, grey: number | null } | null} */
  #pull = null;
  #asking = false;

  /**
   * @param {import('./view.js').PhotoView} view @param {import('./take.js').Take} take
   * @param {import('./wheel.js').Wheel} wheel @param {HTMLElement} label
   */
  constructor(view, take, wheel, label) {
    this.view = view;
    this.take = take;
    this.wheel = wheel;
    this.label = label;
    view.stage.addEventListener('pointerdown', event => this.#down(event), { capture: true });
    view.stage.addEventListener('pointermove', event => this.#move(event));
    view.stage.addEventListener('pointerup', () => this.#up());
    view.stage.addEventListener('pointercancel', () => this.#end());
  }

  /** @param {boolean} active */
  setActive(active) {
    this.active = active;
    this.view.stage.classList.toggle('is-pulling', active);
    if (!active) this.#end();
  }

  /** @param {PointerEvent} event */
  async #down(event) {
    if (!this.active || event.button !== 0) return;
    event.stopPropagation();
    event.preventDefault();
    const stage = this.view.stage.getBoundingClientRect();
    const at = this.view.toPhoto(event.clientX - stage.left, event.clientY - stage.top);
    if (at.x < 0 || at.x >= 1 || at.y < 0 || at.y >= 1) return;
    this.view.stage.setPointerCapture(event.pointerId);
    Object.assign(this.label.style, { left: `${event.clientX - stage.left + 18}px`, top: `${event.clientY - stage.top - 12}px` });
    const pull = { spokes: [], shares: [], x: at.x, y: at.y, startY: event.clientY, lift: 0, grey: null };
    this.#pull = pull;
    try {
      const answer = await (await post(`${this.take.url}/pull`, at)).json();
      Object.assign(pull, answer);
      if (Math.max(...answer.shares) === 0) this.#say('a neutral: no hue to pull');
      else pull.grey = (await this.#read(null)).grey;
    } catch (error) {
      fault(error);
      this.#end();
    }
  }

  /** @param {PointerEvent} event */
  #move(event) {
    const pull = this.#pull;
    if (!pull || pull.spokes.length === 0 || Math.max(...pull.shares) === 0) return;
    pull.lift = Math.round((pull.startY - event.clientY) * 0.6);
    this.#show(this.#moved(pull));
  }

  /** @param {{ hue: number, lift: number }[]} spokes */
  #show(spokes) {
    this.wheel.preview(spokes);
    this.take.setDraft(this.#change(spokes));
    this.#tell();
  }

  async #tell() {
    const pull = this.#pull;
    if (!pull || this.#asking) return;
    this.#asking = true;
    try {
      const draft = this.take.draft;
      const read = await this.#read(draft);
      if (this.#pull === pull) this.#say(`lift ${pull.lift > 0 ? '+' : ''}${pull.lift}, grey ${pull.grey ?? ''} → ${read.grey}`);
      this.#asking = false;
      if (this.#pull === pull && draft !== this.take.draft) this.#tell();
    } catch {
      // The picture says it as well; the next movement asks again.
      this.#asking = false;
    }
  }

  /** @param {object[] | null} draft */
  async #read(draft) {
    const pull = /** @type {{ x: number, y: number }} */ (this.#pull);
    return (await post(`${this.take.url}/read`, { x: pull.x, y: pull.y, area: null, draft })).json();
  }

  /** @param {{ spokes: { hue: number, lift: number }[], shares: number[], lift: number }} pull */
  #moved(pull) {
    return pull.spokes.map((spoke, i) => ({ hue: spoke.hue, lift: Math.min(Math.max(Math.round(spoke.lift + pull.shares[i] * pull.lift), -100), 100) }));
  }

  /** @param {{ hue: number, lift: number }[]} spokes @returns {import('./take.js').Operation[]} */
  #change(spokes) {
    return [{ op: 'replace', path: '/grey/spokes', value: spokes }];
  }

  #up() {
    const pull = this.#pull;
    if (!pull) return;
    if (pull.lift !== 0 && pull.spokes.length > 0) this.take.commit(`Pull ${pull.lift > 0 ? '+' : ''}${pull.lift}`, this.#change(this.#moved(pull)));
    this.#end();
  }

  #end() {
    this.#pull = null;
    this.label.hidden = true;
  }

  /** @param {string} words */
  #say(words) {
    this.label.textContent = words;
    this.label.hidden = false;
  }
}
