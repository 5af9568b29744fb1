// @ts-check
import { OutlineDrawing } from './outline-drawing.js';
import { OutlineEditing } from './outline-editing.js';

/** @typedef {import('../photo/stage.js').Place} Place */
/** @typedef {'nodes' | 'free' | 'rectangle' | 'ellipse'} Mode */

/** By outline: drawn in one of four ways, afterwards edited by its nodes. */
export class Outline {
  cursor = 'crosshair';
  /** @type {Mode} */
  mode = 'nodes';
  #anew = false;

  /** @param {import('../panel/work.js').Work} work @param {import('../photo/view.js').PhotoView} view */
  constructor(work, view) {
    this.work = work;
    this.drawing = new OutlineDrawing(work, view, () => { this.#anew = false; });
    this.editing = new OutlineEditing(work, view);
  }

  /** Chooses the way of drawing; what stands is drawn anew. @param {Mode} mode */
  setMode(mode) {
    this.drawing.drop();
    this.mode = this.drawing.mode = mode;
    this.#anew = true;
  }

  /** Forgets what was begun: another part is chosen. */
  rest() {
    this.drawing.forget();
    this.editing.rest();
    this.#anew = false;
  }

  get #hand() {
    return !this.#anew && this.work.part?.nodes?.length > 0 ? this.editing : this.drawing;
  }

  get hint() {
    return this.#hand.hint;
  }

  /** @param {Place} at */
  down(at) {
    this.#hand.down(at);
  }

  /** @param {Place} at */
  move(at) {
    this.#hand.move(at);
  }

  /** @param {Place} at */
  up(at) {
    this.#hand.up(at);
  }

  drop() {
    this.#hand.drop();
  }

  /** @param {Place} at */
  hover(at) {
    return this.#hand.hover(at);
  }

  /** @param {string} key */
  key(key) {
    return this.#hand.key(key);
  }

  /** @param {import('../photo/pen.js').Pen} pen */
  draw(pen) {
    this.#hand.draw(pen);
  }
}
