// @ts-check
import { post } from '../http.js';
import { fault } from '../notes.js';

/** @typedef {import('../photo/stage.js').Place} Place */

/**
 * The pull: press on the photo and drag up or down, and the greys of the hues there lighten or darken.
 * Which spokes take how much of the hand's way is asked for once, at the press.
 */
export class GreyPull {
  cursor = 'ns-resize';
  hint = 'press on a thing and drag up to lighten its greys, down to darken them · Esc ends';
  /** @type {{ spokes: { hue: number, lift: number }[], shares: number[], from: Place, lift: number, grey: number | null } | null} */
  #pull = null;
  #words = '';
  #asking = false;

  /** @param {import('../photo/stage.js').Stage} stage @param {import('../take.js').Take} take @param {import('../wheel/wheel.js').Wheel} spokes */
  constructor(stage, take, spokes) {
    this.stage = stage;
    this.take = take;
    this.spokes = spokes;
  }

  /** @param {Place} at */
  async down(at) {
    if (!at.inside) return;
    const pull = { spokes: [], shares: [], from: at, lift: 0, grey: null };
    this.#pull = pull;
    this.#words = '';
    try {
      Object.assign(pull, await (await post(`${this.take.url}/pull`, at.photo)).json());
      if (Math.max(...pull.shares) === 0) this.#say('a neutral: no hue to tug');
      else pull.grey = (await this.#read(null)).grey;
    } catch (error) {
      fault(error);
      this.drop();
    }
  }

  /** @param {Place} at */
  move(at) {
    const pull = this.#pull;
    if (!pull || pull.spokes.length === 0 || Math.max(...pull.shares) === 0) return;
    pull.lift = Math.round((pull.from.y - at.y) * 0.6);
    const spokes = this.#moved(pull);
    this.spokes.preview(spokes);
    this.take.setDraft(this.#change(spokes));
    this.#tell();
  }

  up() {
    const pull = this.#pull;
    this.#pull = null;
    if (pull && pull.lift !== 0 && pull.spokes.length > 0) this.take.commit(`Pull ${pull.lift > 0 ? '+' : ''}${pull.lift}`, this.#change(this.#moved(pull)));
  }

  drop() {
    this.#pull = null;
    this.take.setDraft(null);
    this.spokes.rest();
  }

  /** @param {import('../photo/pen.js').Pen} pen */
  draw(pen) {
    if (this.#pull && this.#words) pen.say(this.#pull.from, this.#words);
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
    const { x, y } = /** @type {{ from: Place }} */ (this.#pull).from.photo;
    return (await post(`${this.take.url}/read`, { x, y, area: null, draft })).json();
  }

  /** @param {{ spokes: { hue: number, lift: number }[], shares: number[], lift: number }} pull */
  #moved(pull) {
    return pull.spokes.map((spoke, i) => ({ hue: spoke.hue, lift: Math.min(Math.max(Math.round(spoke.lift + pull.shares[i] * pull.lift), -100), 100) }));
  }

  /** @param {{ hue: number, lift: number }[]} spokes @returns {import('../take.js').Operation[]} */
  #change(spokes) {
    return [{ op: 'replace', path: '/grey/spokes', value: spokes }];
  }

  /** @param {string} words */
  #say(words) {
    this.#words = words;
    this.stage.redraw();
  }
}
