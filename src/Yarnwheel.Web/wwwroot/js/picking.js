// @ts-check
/**
 * The hand on the photo: a click picks a shade, a drag the shades of a box; the middle button or Space moves the photo,
 * the wheel zooms about the pointer.
 */
export class Picking {
  /** Whether picks leave their shade out. */
  leaveOut = false;
  /** Whether another hand has the photo. */
  resting = false;
  #space = false;
  /** @type {{ kind: 'pick' | 'pan', x: number, y: number, lastX: number, lastY: number, leaveOut: boolean } | null} */
  #gesture = null;

  /**
   * @param {import('./view.js').PhotoView} view
   * @param {(pick: object, leaveOut: boolean) => void} picked
   * @param {(box: { x0: number, y0: number, x1: number, y1: number } | null, leaveOut: boolean) => void} boxing shows the box while it is drawn
   */
  constructor(view, picked, boxing) {
    this.view = view;
    this.picked = picked;
    this.boxing = boxing;
    const { stage } = view;
    stage.addEventListener('pointerdown', event => this.#down(event));
    stage.addEventListener('pointermove', event => this.#move(event));
    stage.addEventListener('pointerup', event => this.#up(event));
    stage.addEventListener('pointercancel', () => this.#drop());
    stage.addEventListener('auxclick', event => event.preventDefault());
    stage.addEventListener('wheel', event => this.#wheel(event), { passive: false });
    addEventListener('keydown', event => {
      if (event.key === 'Escape') this.#drop();
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

  /** @param {MouseEvent} event */
  #at(event) {
    const box = this.view.stage.getBoundingClientRect();
    return { x: event.clientX - box.left, y: event.clientY - box.top };
  }

  /** @param {PointerEvent} event */
  #down(event) {
    const pan = event.button === 1 || (event.button === 0 && this.#space);
    if (!pan && (event.button !== 0 || this.resting)) return;
    const { x, y } = this.#at(event);
    const on = this.view.toPhoto(x, y);
    if (!pan && (on.x < 0 || on.x > 1 || on.y < 0 || on.y > 1)) return;
    this.#gesture = { kind: pan ? 'pan' : 'pick', x, y, lastX: x, lastY: y, leaveOut: this.leaveOut !== event.altKey };
    this.view.stage.setPointerCapture(event.pointerId);
    this.view.stage.focus({ preventScroll: true });
    event.preventDefault();
  }

  /** @param {PointerEvent} event */
  #move(event) {
    const gesture = this.#gesture;
    if (!gesture) return;
    const { x, y } = this.#at(event);
    if (gesture.kind === 'pan') this.view.pan(x - gesture.lastX, y - gesture.lastY);
    else this.boxing(this.#box(gesture, x, y), gesture.leaveOut);
    gesture.lastX = x;
    gesture.lastY = y;
  }

  /** @param {PointerEvent} event */
  #up(event) {
    const gesture = this.#gesture;
    if (!gesture) return;
    this.#drop();
    if (gesture.kind === 'pan') return;
    const { x, y } = this.#at(event);
    this.picked(this.#box(gesture, x, y) ?? this.view.toPhoto(gesture.x, gesture.y), gesture.leaveOut);
  }

  #drop() {
    this.#gesture = null;
    this.boxing(null, false);
  }

  /** The box drawn so far, on the photo; null as long as it is still a click. @param {{ x: number, y: number }} from @param {number} x @param {number} y */
  #box(from, x, y) {
    if (Math.abs(x - from.x) < 5 && Math.abs(y - from.y) < 5) return null;
    const a = this.view.toPhoto(from.x, from.y);
    const b = this.view.toPhoto(x, y);
    const hold = (/** @type {number} */ v) => Math.min(Math.max(v, 0), 1);
    return { x0: hold(Math.min(a.x, b.x)), y0: hold(Math.min(a.y, b.y)), x1: hold(Math.max(a.x, b.x)), y1: hold(Math.max(a.y, b.y)) };
  }

  /** @param {WheelEvent} event */
  #wheel(event) {
    event.preventDefault();
    const lines = event.deltaMode === WheelEvent.DOM_DELTA_LINE ? event.deltaY * 30 : event.deltaY;
    this.view.zoomTo(this.view.zoom * Math.exp(-lines / 400), this.#at(event));
  }
}
