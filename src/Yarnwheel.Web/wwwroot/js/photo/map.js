// @ts-check
/** A small map of the whole photo while it is zoomed in: shows what is in sight, and a press moves there. */
export class SmallMap {
  /** @param {HTMLElement} element @param {import('./view.js').PhotoView} view */
  constructor(element, view) {
    this.element = element;
    this.view = view;
    this.canvas = /** @type {HTMLCanvasElement} */ (element.querySelector('canvas'));
    this.frame = /** @type {HTMLElement} */ (element.querySelector('span'));
    const scale = Math.min(150 / view.photo.width, 110 / view.photo.height);
    this.canvas.width = Math.max(1, Math.round(view.photo.width * scale));
    this.canvas.height = Math.max(1, Math.round(view.photo.height * scale));
    view.addEventListener('moved', () => this.draw());
    view.addEventListener('painted', () => this.draw());
    const go = (/** @type {PointerEvent} */ event) => {
      if (!(event.buttons & 1)) return;
      const box = this.canvas.getBoundingClientRect();
      view.centre((event.clientX - box.left) / box.width, (event.clientY - box.top) / box.height);
      event.stopPropagation();
      event.preventDefault();
    };
    element.addEventListener('pointerdown', go);
    element.addEventListener('pointermove', go);
  }

  draw() {
    const { view, canvas } = this;
    const seen = view.region;
    const whole = seen.width >= Math.floor(view.photo.width * view.zoom) && seen.height >= Math.floor(view.photo.height * view.zoom);
    const under = view.overview;
    this.element.hidden = whole || !under;
    if (whole || !under) return;
    canvas.getContext('2d')?.drawImage(under.bitmap, 0, 0, canvas.width, canvas.height);
    const factor = canvas.width / (view.photo.width * view.zoom);
    Object.assign(this.frame.style, {
      left: `${seen.x * factor}px`, top: `${seen.y * factor}px`, width: `${Math.max(4, seen.width * factor)}px`, height: `${Math.max(4, seen.height * factor)}px`,
    });
  }
}
