// @ts-check
import { Touches } from './touches.js';

/**
 * A place on the stage.
 * @typedef {{ x: number, y: number, photo: { x: number, y: number }, inside: boolean, alt: boolean, shift: boolean, double: boolean, pressure: number, eraser: boolean }} Place
 *   x and y in CSS pixels on the stage; photo 0 … 1 over the upright photo; pressure 0 … 1, 1 for what knows none; eraser: the pen is turned round
 *
 * What a press on the photo does. A hand has the pointer from the press until it is let go.
 * @typedef {object} Hand
 * @property {string} hint what it does, for the foot of the page
 * @property {string} [cursor]
 * @property {boolean} [everyPoint] whether it wants every point the pointer passed, also those between two frames
 * @property {(at: Place) => void} down
 * @property {(at: Place) => void} [move] while it is pressed
 * @property {(at: Place) => void} [up]
 * @property {() => void} drop what was begun is not kept
 * @property {(at: Place) => string | void} [hover] while it is not pressed; gives a cursor
 * @property {(notches: number, pressed: boolean) => boolean} [wheel] true when it took the wheel
 * @property {boolean} [wheels] whether the wheel is its own, without Alt
 * @property {(key: string) => boolean} [key] true when it took Escape, Enter, Backspace or Delete
 * @property {(pen: import('./pen.js').Pen) => void} [draw] what is seen of it over the photo
 */

const LONG = 500;

/**
 * Brings the pointer on the photo to the hand; the middle button, Space or two fingers move the photo, the wheel zooms about the pointer.
 * A finger that rests a while, or a pen's barrel button, does what Alt does.
 */
export class Stage {
  /** @type {Hand | null} */
  hand = null;
  /** @type {Place | null} */
  pointer = null;
  /** What else is drawn over the photo. @type {((pen: import('./pen.js').Pen) => void)[]} */
  marks = [];
  /** The cursor of a hand that has a cross, by whether Alt is held. @type {((alt: boolean) => string) | null} */
  cross = null;
  /** What the hand asked for. @type {string | undefined} */
  #cursor;
  #alt = false;
  #space = false;
  /** @type {{ pan: boolean, alt: boolean, lastX: number, lastY: number } | null} */
  #press = null;
  /** A finger that rests does what Alt does. @type {ReturnType<typeof setTimeout> | undefined} */
  #resting;
  #last = { x: 0, y: 0, time: -1000 };

  /** @param {import('./view.js').PhotoView} view @param {import('./pen.js').Pen} pen */
  constructor(view, pen) {
    this.view = view;
    this.pen = pen;
    this.touches = new Touches(view);
    const { stage } = view;
    stage.addEventListener('pointerdown', event => this.#down(event));
    stage.addEventListener('pointermove', event => this.#move(event));
    stage.addEventListener('pointerup', event => this.#up(event));
    stage.addEventListener('pointercancel', event => {
      this.touches.up(event);
      this.view.holdSide(null);
      this.drop();
    });
    stage.addEventListener('pointerleave', () => {
      if (!this.#press) this.pointer = null;
    });
    stage.addEventListener('auxclick', event => event.preventDefault());
    stage.addEventListener('wheel', event => this.#wheel(event), { passive: false });
    view.addEventListener('moved', () => this.redraw());
    for (const name of /** @type {const} */ (['keydown', 'keyup'])) addEventListener(name, event => this.#follow(event.altKey));
    addEventListener('blur', () => this.#follow(false));
    addEventListener('keydown', event => {
      if (event.code !== 'Space' || event.target !== stage && event.target !== document.body) return;
      this.#space = true;
      stage.classList.add('is-moving');
      event.preventDefault();
    });
    addEventListener('keyup', event => {
      if (event.code !== 'Space') return;
      this.#space = false;
      stage.classList.remove('is-moving');
    });
  }

  /** Whether the hand has the pointer. */
  get busy() {
    return this.#press !== null && !this.#press.pan;
  }

  /** @param {Hand} hand */
  take(hand) {
    // The one before is not drawn again: what is chosen is no longer its own.
    if (this.hand !== hand && this.busy) this.hand?.drop();
    if (this.hand !== hand) this.#press = null;
    this.hand = hand;
    this.#showCursor(hand.cursor);
    this.redraw();
  }

  /** @param {string | undefined} cursor */
  #showCursor(cursor) {
    this.#cursor = cursor;
    this.view.stage.style.cursor = cursor === 'crosshair' ? this.cross?.(this.#alt) ?? cursor : cursor ?? '';
  }

  /** Whether Alt is held. @param {boolean} alt */
  #follow(alt) {
    if (alt === this.#alt) return;
    this.#alt = alt;
    this.#showCursor(this.#cursor);
  }

  /** Ends what is pressed without keeping it. */
  drop() {
    const held = this.busy;
    this.#press = null;
    if (held) this.hand?.drop();
    this.redraw();
    return held;
  }

  /** A key that ends or removes something. @param {string} key */
  key(key) {
    if (key === 'Escape' && this.drop()) return true;
    const taken = this.hand?.key?.(key) ?? false;
    if (taken) this.redraw();
    return taken;
  }

  redraw() {
    this.pen.clear();
    this.hand?.draw?.(this.pen);
    for (const mark of this.marks) mark(this.pen);
  }

  /** @param {MouseEvent} event @returns {Place} */
  place(event) {
    const box = this.view.stage.getBoundingClientRect();
    const { x, y } = this.view.fold(event.clientX - box.left, event.clientY - box.top);
    const photo = this.view.toPhoto(x, y);
    return { x, y, photo, inside: photo.x >= 0 && photo.x < 1 && photo.y >= 0 && photo.y < 1, alt: event.altKey || this.#press?.alt === true || isBarrel(event), shift: event.shiftKey, double: false, ...pressed(event) };
  }

  /** @param {PointerEvent} event */
  #down(event) {
    if (this.touches.down(event)) {
      // What the first finger began is not meant.
      this.drop();
      return;
    }
    const isPenButton = event.button === 5 || isBarrel(event);
    const pan = event.button === 1 || (event.button === 0 && this.#space);
    if (!pan && event.button !== 0 && !isPenButton) return;
    if (event.target instanceof Element && event.target.closest('.map, .first-hint button, .split-line, .scale')) return;
    event.preventDefault();
    this.view.stage.focus({ preventScroll: true });
    if (event.isTrusted) this.view.stage.setPointerCapture(event.pointerId);
    const box = this.view.stage.getBoundingClientRect();
    this.view.holdSide({ x: event.clientX - box.left, y: event.clientY - box.top });
    const at = this.place(event);
    this.#press = { pan, alt: false, lastX: at.x, lastY: at.y };
    clearTimeout(this.#resting);
    if (!pan && event.pointerType === 'touch') this.#resting = setTimeout(() => this.#rest(event), LONG);
    if (pan) return;
    // Pointer events do not count clicks.
    const now = event.timeStamp;
    at.double = now - this.#last.time < 400 && Math.hypot(at.x - this.#last.x, at.y - this.#last.y) < 6;
    this.#last = { x: at.x, y: at.y, time: at.double ? -1000 : now };
    this.hand?.down(at);
    this.redraw();
  }

  /** @param {PointerEvent} event */
  #move(event) {
    if (this.touches.isTwo) {
      this.touches.move(event);
      return;
    }
    const at = this.place(event);
    this.pointer = at;
    const press = this.#press;
    if (press && Math.hypot(at.x - press.lastX, at.y - press.lastY) > 8) clearTimeout(this.#resting);
    if (press?.pan) {
      this.view.pan(at.x - press.lastX, at.y - press.lastY);
      press.lastX = at.x;
      press.lastY = at.y;
    } else if (press) {
      const passed = this.hand?.everyPoint ? event.getCoalescedEvents?.() ?? [] : [];
      for (const each of passed.slice(0, -1)) this.hand?.move?.(this.place(each));
      this.hand?.move?.(at);
      this.redraw();
    } else if (this.hand?.hover) {
      this.#showCursor(this.hand.hover(at) || this.hand.cursor);
      this.redraw();
    }
  }

  /** The press begins anew as one with Alt. @param {PointerEvent} event */
  #rest(event) {
    if (!this.busy || !this.#press) return;
    this.hand?.drop();
    this.#press.alt = true;
    this.hand?.down(this.place(event));
    this.redraw();
  }

  /** @param {PointerEvent} event */
  #up(event) {
    clearTimeout(this.#resting);
    this.touches.up(event);
    const press = this.#press;
    const at = this.place(event);
    this.view.holdSide(null);
    if (!press) return;
    this.#press = null;
    if (press.pan) return;
    this.hand?.up?.({ ...at, alt: event.altKey || press.alt });
    this.redraw();
  }

  /** @param {WheelEvent} event */
  #wheel(event) {
    event.preventDefault();
    const lines = event.deltaMode === WheelEvent.DOM_DELTA_LINE ? event.deltaY * 30 : event.deltaY;
    if (!event.ctrlKey && (this.busy || event.altKey || this.hand?.wheels) && this.hand?.wheel?.(-lines / 100, this.busy)) {
      this.redraw();
      return;
    }
    // A pinch on a trackpad comes as a wheel with Ctrl, in small steps.
    this.view.zoomTo(this.view.zoom * Math.exp(-lines / (event.ctrlKey ? 100 : 400)), this.place(event));
  }
}

/** Whether a pen's barrel button is down. @param {MouseEvent} event */
const isBarrel = event => event instanceof PointerEvent && event.pointerType === 'pen' && (event.button === 2 || (event.buttons & 2) > 0);

/** How hard a pen presses. @param {MouseEvent} event */
function pressed(event) {
  const isPen = event instanceof PointerEvent && event.pointerType === 'pen';
  return { pressure: isPen && event.pressure > 0 ? event.pressure : 1, eraser: isPen && (event.buttons & 32) > 0 };
}
