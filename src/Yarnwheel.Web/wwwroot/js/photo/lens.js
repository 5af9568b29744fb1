// @ts-check
import { fault } from '../notes.js';
import { FrameLoop } from './frames.js';

const SIZES = [80, 120, 180, 260];

/**
 * A round window at the pointer in which the photo's own colours are seen, while a hand chooses colours over what is grey.
 * It is cut from a frame of all colours in sight, so that nothing is asked for while the pointer moves. On or off, and its size, are remembered in this browser.
 */
export class Lens {
  on = localStorage.getItem('lens') !== 'off';
  /** Across, CSS pixels. */
  size = Number(localStorage.getItem('lens size')) || 120;
  /** @type {import('./frames.js').Frame | null} */
  #frame = null;
  /** What the frame is of, or will be. */
  #place = '';
  /** @type {{ x: number, y: number } | null} */
  #pointer = null;
  /** How far what is under the pointer is kept, percent; all of it where that is not known. */
  #kept = 100;

  /**
   * @param {HTMLCanvasElement} canvas @param {import('./view.js').PhotoView} view @param {import('./stage.js').Stage} stage
   * @param {() => boolean} isChoosing whether the hand chooses by what is seen
   */
  constructor(canvas, view, stage, isChoosing) {
    this.canvas = canvas;
    this.view = view;
    this.stage = stage;
    this.isChoosing = isChoosing;
    this.loop = new FrameLoop(`${view.take.url}/frame`, frame => {
      this.#frame?.bitmap.close();
      this.#frame = frame;
      this.draw();
    }, fault);
    view.stage.addEventListener('pointermove', event => {
      const box = view.stage.getBoundingClientRect();
      const at = { x: event.clientX - box.left, y: event.clientY - box.top };
      const folded = view.fold(at.x, at.y);
      // Over another side the colours are not this one's.
      this.#pointer = event.pointerType === 'touch' || folded.x !== at.x || folded.y !== at.y ? null : at;
      this.draw();
    });
    view.stage.addEventListener('pointerleave', () => {
      this.#pointer = null;
      this.draw();
    });
    view.addEventListener('moved', () => this.draw());
    view.addEventListener('painted', () => this.draw());
    // A larger or smaller lens, before the photo zooms.
    view.stage.addEventListener('wheel', event => {
      if (!event.shiftKey || this.canvas.hidden) return;
      event.preventDefault();
      event.stopImmediatePropagation();
      this.resize(event.deltaY + event.deltaX < 0 ? 1 : -1);
    }, { passive: false, capture: true });
  }

  /** Told how far what is under the pointer is kept. @param {number | null} kept percent */
  over(kept) {
    this.#kept = kept ?? 100;
    this.draw();
  }

  toggle() {
    this.on = !this.on;
    localStorage.setItem('lens', this.on ? 'on' : 'off');
    this.draw();
  }

  /** @param {number} steps */
  resize(steps) {
    const index = SIZES.findIndex(size => size >= this.size) + steps;
    this.size = SIZES[Math.min(Math.max(index, 0), SIZES.length - 1)];
    localStorage.setItem('lens size', String(this.size));
    this.draw();
  }

  draw() {
    const { view, canvas } = this;
    const at = this.#pointer;
    const isWanted = this.on && at !== null && !this.stage.busy && !view.isHeld && view.last?.show !== 'colours' && this.isChoosing() && this.#kept < 50;
    if (isWanted) this.#ask();
    const frame = this.#frame;
    canvas.hidden = !isWanted || frame === null;
    if (canvas.hidden || frame === null || at === null) return;
    const { ratio } = view;
    const across = Math.round(this.size * ratio);
    if (canvas.width !== across) canvas.width = canvas.height = across;
    canvas.style.cssText = `left: ${at.x - this.size / 2}px; top: ${at.y - this.size / 2}px; width: ${this.size}px; height: ${this.size}px`;
    const context = /** @type {CanvasRenderingContext2D} */ (canvas.getContext('2d'));
    const origin = view.toStage(0, 0);
    const factor = view.zoom / frame.wish.scale;
    context.clearRect(0, 0, across, across);
    context.imageSmoothingEnabled = factor !== 1;
    context.drawImage(frame.bitmap, (origin.x - at.x + this.size / 2) * ratio + frame.wish.x * factor, (origin.y - at.y + this.size / 2) * ratio + frame.wish.y * factor,
      frame.bitmap.width * factor, frame.bitmap.height * factor);
  }

  /** Asks for the colours in sight, once for each place, zoom and light. */
  #ask() {
    const { view } = this;
    const place = JSON.stringify([view.region, view.zoom, view.take.state.recipe?.light]);
    if (place === this.#place || !view.last) return;
    this.#place = place;
    const { x, y, width, height } = view.region;
    this.loop.ask({ ...view.last, x: Math.floor(x), y: Math.floor(y), width: Math.ceil(width), height: Math.ceil(height), scale: view.zoom, show: 'colours', area: null, fast: false, draft: null, hue: null, stitch: false });
  }
}
