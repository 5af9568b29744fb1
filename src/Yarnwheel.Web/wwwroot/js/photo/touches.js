// @ts-check

/** Two fingers move the photo and zoom it about the place between them. */
export class Touches {
  /** Where each finger is, CSS pixels of the page. @type {Map<number, { x: number, y: number }>} */
  #fingers = new Map();
  /** Whether the fingers belong to the photo until all are lifted. */
  isTwo = false;

  /** @param {import('./view.js').PhotoView} view */
  constructor(view) {
    this.view = view;
  }

  /** @param {PointerEvent} event @returns {boolean} whether it is the second finger, or one more */
  down(event) {
    if (event.pointerType !== 'touch') return false;
    this.#fingers.set(event.pointerId, { x: event.clientX, y: event.clientY });
    if (this.#fingers.size < 2) return false;
    this.isTwo = true;
    return true;
  }

  /** @param {PointerEvent} event */
  move(event) {
    const before = this.#between();
    if (!this.#fingers.has(event.pointerId)) return;
    this.#fingers.set(event.pointerId, { x: event.clientX, y: event.clientY });
    const now = this.#between();
    if (!before || !now) return;
    this.view.pan(now.x - before.x, now.y - before.y);
    const box = this.view.stage.getBoundingClientRect();
    this.view.zoomTo(this.view.zoom * now.apart / Math.max(1, before.apart), { x: now.x - box.left, y: now.y - box.top });
  }

  /** @param {PointerEvent} event */
  up(event) {
    this.#fingers.delete(event.pointerId);
    if (this.#fingers.size === 0) this.isTwo = false;
  }

  #between() {
    const [a, b] = this.#fingers.values();
    return a && b ? { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2, apart: Math.hypot(a.x - b.x, a.y - b.y) } : null;
  }
}
