// @ts-check
/** Brings a place of the photo to the middle and rings it, until the hand presses there. */
export class FlyTo {
  /** @type {{ x: number, y: number, radius: number } | null} */
  #ring = null;

  /** @param {import('./stage.js').Stage} stage */
  constructor(stage) {
    this.stage = stage;
    this.view = stage.view;
    stage.marks.push(pen => {
      if (!this.#ring) return;
      const { x, y, radius } = this.#ring;
      const at = this.view.toStage(x, y);
      pen.ring(at, Math.max(14, radius * this.view.zoom / this.view.ratio + 8), 'is-dashed');
    });
    this.view.stage.addEventListener('pointerdown', () => this.clear());
  }

  /** @param {number} x 0 … 1 over the width @param {number} y 0 … 1 over the height @param {number} zoom @param {number} radius photo pixels */
  to(x, y, zoom, radius) {
    this.#ring = { x, y, radius };
    this.view.zoom = zoom;
    this.view.centre(x, y);
    this.stage.redraw();
  }

  clear() {
    this.#ring = null;
    this.stage.redraw();
  }
}
