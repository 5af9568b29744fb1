// @ts-check
import { fault } from '../notes.js';
import { distance } from '../photo/pen.js';

/** @typedef {import('../photo/stage.js').Place} Place */
/** @typedef {{ from: Place, at: Place, begun: any, wheel: number, over: boolean }} Pull begun is undefined while it is asked for, null when nothing can be pulled */

/**
 * How a press that is pulled away from becomes a value.
 * @typedef {object} Way
 * @property {string} hint
 * @property {boolean} reads whether it needs to know what is under the press
 * @property {(press: Place, read: any) => any} begin what the press means; null when nothing can be pulled here
 * @property {(begun: any, way: number) => object} fields of the part, for a pull of so many pixels
 * @property {(begun: any, way: number) => string} words beside the pointer
 * @property {(begun: any, way: number) => string} label for undo
 * @property {(begun: any) => string | { x: number, y: number }} named the name of an area that it begins
 * @property {string} [refusal] said when nothing can be pulled here
 * @property {(pen: import('../photo/pen.js').Pen) => void} [draw] what is seen of the part at rest
 * @property {(notches: number) => boolean} [wheel] with Alt, while nothing is pressed
 */

/** Press on the photo and pull away: the further the hand from the press, the larger the value; a ring at the pointer shows it. */
export class PullAway {
  cursor = 'crosshair';
  /** @type {Pull | null} */
  #pull = null;
  #refused = false;

  /** @param {import('../panel/work.js').Work} work @param {import('../photo/stage.js').Stage} stage @param {Way} way */
  constructor(work, stage, way) {
    this.work = work;
    this.stage = stage;
    this.way = way;
  }

  get hint() {
    return this.way.hint;
  }

  /** @param {Place} at */
  down(at) {
    if (!at.inside) return;
    this.#refused = false;
    const pull = { from: at, at, begun: /** @type {any} */ (undefined), wheel: 0, over: false };
    this.#pull = pull;
    if (this.way.reads) this.#read(pull);
    else pull.begun = this.way.begin(at, null);
    this.#show();
  }

  /** @param {Place} at */
  move(at) {
    if (!this.#pull) return;
    this.#pull.at = at;
    this.#show();
  }

  up() {
    const pull = this.#pull;
    if (!pull) return;
    pull.over = true;
    // Where the answer is still on its way it is kept when it is there.
    if (pull.begun !== undefined) this.#keep(pull);
  }

  drop() {
    this.#pull = null;
    this.work.draft(null);
  }

  /** @param {number} notches @param {boolean} pressed */
  wheel(notches, pressed) {
    if (!pressed) return this.way.wheel?.(notches) ?? false;
    if (!this.#pull) return false;
    this.#pull.wheel += 8 * notches;
    this.#show();
    return true;
  }

  /** @param {import('../photo/pen.js').Pen} pen */
  draw(pen) {
    this.way.draw?.(pen);
    const pull = this.#pull;
    if (!pull || pull.over) return;
    pen.ring(pull.from, 3);
    if (this.#refused) return pen.say(pull.at, this.way.refusal ?? '');
    if (!pull.begun) return;
    if (distance(pull.at, pull.from) > 14) pen.line(pull.from, pull.at, 'is-thin');
    pen.ring(pull.at, 11);
    pen.say(pull.at, this.way.words(pull.begun, this.#length(pull)));
  }

  /** @param {{ from: Place, at: Place, wheel: number }} pull */
  #length(pull) {
    return Math.max(0, distance(pull.at, pull.from) - 4 + pull.wheel);
  }

  #show() {
    const pull = this.#pull;
    if (pull?.begun && !pull.over) this.work.draft(this.way.fields(pull.begun, this.#length(pull)));
  }

  /** @param {Pull} pull */
  async #read(pull) {
    try {
      pull.begun = this.way.begin(pull.from, await this.work.read(pull.from.photo));
      this.#refused = pull.begun === null;
      if (this.#pull !== pull) return;
      if (pull.over) this.#keep(pull);
      else this.#show();
      this.stage.redraw();
    } catch (error) {
      fault(error);
      this.#pull = null;
    }
  }

  /** @param {Pull} pull */
  #keep(pull) {
    this.#pull = null;
    if (!pull.begun) return;
    const length = this.#length(pull);
    this.work.keep(this.way.label(pull.begun, length), this.way.fields(pull.begun, length), this.way.named(pull.begun));
  }
}
