// @ts-check
import { FrameLoop, coarser } from './frames.js';
import { fault } from '../notes.js';

/** @typedef {import('./frames.js').Frame} Frame */

const LEAST = 0.02;
const MOST = 16;

/**
 * The photo on its canvas: pan, zoom, and the frames that fill it.
 * Places are kept in device pixels, so that at 100 % a photo pixel is a screen pixel.
 * Fires "moved" when the place or zoom changed, "painted" after each frame.
 */
export class PhotoView extends EventTarget {
  /** Device pixels a photo pixel. */
  zoom = 1;
  fitted = true;
  show = 'result';
  /** @type {number | null} */
  area = null;
  #left = 0;
  #top = 0;
  /** @type {Frame | null} */
  #frame = null;
  /** The whole photo, coarse, for what comes into sight before its frame does. @type {Frame | null} */
  #under = null;
  /** What is shown instead while a key is held. @type {string | null} */
  #held = null;
  /** How a mask is laid over the photo, and whether it is that of all areas. */
  overlay = { ink: 'both', strength: 0.5, stitch: false, all: false };
  /** Whether the colours are still being looked at: then a take without areas shows them. */
  isChoosing = true;
  /** Whether the next result fades in over the colours. */
  #isFading = false;
  #wasUnkept = false;
  /** What is pointed at in the list, shown instead as long as it is. @type {{ area: number, draft: object[] | null } | null} */
  #peeked = null;
  /** The hue that is lit up. @type {number | null} */
  #lit = null;
  /** What was asked for last. @type {import('./frames.js').Wish | null} */
  last = null;
  /** What else is laid over the photo, each time it is painted. @type {((context: CanvasRenderingContext2D) => void) | null} */
  over = null;
  /** Where the side is that the pointer was pressed on, from the take's. @type {{ x: number, y: number } | null} */
  #side = null;
  /** The step of the history that is looked at, instead of what is in effect. @type {number | null} */
  #step = null;
  /** Asks for the exact frame when the hand rests. @type {number | undefined} */
  timer;

  /**
   * @param {HTMLElement} stage @param {HTMLCanvasElement} canvas
   * @param {import('../take.js').Take} take
   * @param {{ width: number, height: number }} photo
   */
  constructor(stage, canvas, take, photo) {
    super();
    this.stage = stage;
    this.canvas = canvas;
    this.take = take;
    this.photo = photo;
    this.context = /** @type {CanvasRenderingContext2D} */ (canvas.getContext('2d', { alpha: false }));
    this.loop = new FrameLoop(`${take.url}/frame`, frame => this.#receive(frame), fault);
    new ResizeObserver(() => this.resize()).observe(canvas);
    take.addEventListener('state', () => this.ask(false));
    take.addEventListener('draft', () => this.ask(true));
  }

  get ratio() {
    return devicePixelRatio || 1;
  }

  /** Where a point of the photo (0 … 1) is on the stage, in CSS pixels. @param {number} x @param {number} y */
  toStage(x, y) {
    return {
      x: (this.#left + x * this.photo.width * this.zoom) / this.ratio,
      y: (this.#top + y * this.photo.height * this.zoom) / this.ratio,
    };
  }

  /** The same point on the take's side, where another side stands beside or under it. @param {number} x CSS pixels on the stage @param {number} y CSS pixels on the stage */
  fold(x, y) {
    const by = this.#side ?? this.#sideOf(x, y);
    return { x: x - by.x, y: y - by.y };
  }

  /** As long as the pointer is pressed it stays on the side where it was pressed; null ends that. @param {{ x: number, y: number } | null} at CSS pixels on the stage */
  holdSide(at) {
    this.#side = at && this.#sideOf(at.x, at.y);
  }

  /** How far the side under a point lies from the take's. @param {number} x @param {number} y */
  #sideOf(x, y) {
    const { canvas, stage } = this;
    return {
      x: canvas.clientWidth < stage.clientWidth && x > canvas.clientWidth ? canvas.clientWidth : 0,
      y: canvas.clientHeight < stage.clientHeight && y > canvas.clientHeight ? canvas.clientHeight : 0,
    };
  }

  /** Where on the photo (0 … 1 when inside) a point of the take's side of the stage is. @param {number} x CSS pixels @param {number} y CSS pixels */
  toPhoto(x, y) {
    return {
      x: (x * this.ratio - this.#left) / (this.photo.width * this.zoom),
      y: (y * this.ratio - this.#top) / (this.photo.height * this.zoom),
    };
  }

  fit() {
    const margin = 20 * this.ratio;
    this.zoom = Math.min((this.canvas.width - margin) / this.photo.width, (this.canvas.height - margin) / this.photo.height);
    this.zoom = Math.min(Math.max(this.zoom, LEAST), 1);
    this.fitted = true;
    this.#left = Math.round((this.canvas.width - this.photo.width * this.zoom) / 2);
    this.#top = Math.round((this.canvas.height - this.photo.height * this.zoom) / 2);
    this.#moved();
  }

  /** @param {number} zoom device pixels a photo pixel @param {{ x: number, y: number }} [about] CSS pixels on the stage; the middle when left out */
  zoomTo(zoom, about) {
    const x = (about?.x ?? this.canvas.clientWidth / 2) * this.ratio;
    const y = (about?.y ?? this.canvas.clientHeight / 2) * this.ratio;
    const next = Math.min(Math.max(zoom, LEAST), MOST);
    this.#left = Math.round(x - (x - this.#left) * next / this.zoom);
    this.#top = Math.round(y - (y - this.#top) * next / this.zoom);
    this.zoom = next;
    this.fitted = false;
    this.#moved();
  }

  /** @param {number} dx CSS pixels @param {number} dy CSS pixels */
  pan(dx, dy) {
    this.#left += Math.round(dx * this.ratio);
    this.#top += Math.round(dy * this.ratio);
    this.fitted = false;
    this.#moved();
  }

  /** Brings a point of the photo (0 … 1) to the middle. @param {number} x @param {number} y */
  centre(x, y) {
    this.#left = Math.round(this.canvas.width / 2 - x * this.photo.width * this.zoom);
    this.#top = Math.round(this.canvas.height / 2 - y * this.photo.height * this.zoom);
    this.fitted = false;
    this.#moved();
  }

  /** @param {string} show */
  setShow(show) {
    this.show = show;
    this.ask(false);
  }

  /** Shows something else for as long as a key is held; null ends it. @param {string | null} show */
  hold(show) {
    if (this.#held === show) return;
    this.#held = show;
    this.ask(false);
  }

  get isHeld() {
    return this.#held !== null;
  }

  /** Lights up the colours of one hue; null ends it. @param {number | null} hue */
  light(hue) {
    if (hue === this.#lit) return;
    this.#lit = hue;
    this.#held = hue === null ? null : 'hue';
    this.ask(hue !== null);
  }

  /** Lights up an area, or one part of its mask; null ends it. @param {number | null} area @param {number | null} [part] */
  peek(area, part = null) {
    if (area === null && !this.#peeked) return;
    const path = `/areas/${area}/mask/parts`;
    const own = part === null ? null : this.take.at(`${path}/${part}`);
    this.#peeked = area === null ? null : { area, draft: own ? [{ op: 'replace', path, value: [{ ...own, op: 'add', on: true }] }, { op: 'replace', path: `/areas/${area}/mask/invert`, value: false }] : null };
    this.ask(false);
  }

  /** Whether nothing is kept yet while colours are chosen: the photo is shown in its colours. */
  get isUnkept() {
    return this.isChoosing && this.take.keepsNothing && !this.take.draft?.some(step => step.path === '/areas/-' && !step.value?.over);
  }

  /** The part of the photo in sight, in pixels at the zoom. */
  get region() {
    const x = Math.max(0, -this.#left);
    const y = Math.max(0, -this.#top);
    const width = Math.min(Math.ceil(this.photo.width * this.zoom), this.canvas.width - this.#left) - x;
    const height = Math.min(Math.ceil(this.photo.height * this.zoom), this.canvas.height - this.#top) - y;
    return { x, y, width, height };
  }

  /** Asks for a frame of what is in sight. @param {boolean} fast while the hand is dragging */
  ask(fast) {
    clearTimeout(this.timer);
    const region = this.region;
    if (region.width <= 0 || region.height <= 0) return;
    const step = fast || this.#held ? null : this.#step;
    const peeked = fast || this.#held || step !== null ? null : this.#peeked;
    // While a value is dragged whatever covers the photo is gone: the result is what is judged.
    const colours = this.show === 'result' && this.isUnkept && step === null;
    if (this.last?.show === 'colours' && !this.#held && !colours && this.#wasUnkept) this.#isFading = true;
    this.#wasUnkept = colours;
    const show = this.#held ?? (step !== null ? 'result' : peeked ? 'veil' : colours ? 'colours' : fast && this.show === 'veil' ? 'result' : this.show);
    const { ink, strength, stitch, all } = this.overlay;
    const wish = {
      x: Math.floor(region.x),
      y: Math.floor(region.y),
      width: Math.ceil(region.width),
      height: Math.ceil(region.height),
      scale: this.zoom,
      show,
      area: peeked ? peeked.area : all ? null : this.area,
      fast,
      draft: step !== null ? null : peeked?.draft ?? this.take.draft,
      hue: this.#lit,
      ink,
      strength,
      stitch: peeked !== null || (stitch && !fast && !this.#held && step === null),
      at: step,
    };
    // A large screen is dragged at half resolution; the exact frame follows on release.
    this.last = fast && region.width * region.height > 1_000_000 ? coarser(wish) : wish;
    this.loop.ask(this.last);
    this.dispatchEvent(new Event('asked'));
    if (fast) this.timer = setTimeout(() => this.ask(false), 350);
  }

  paint() {
    const { context, canvas } = this;
    context.fillStyle = getComputedStyle(this.stage).backgroundColor;
    context.fillRect(0, 0, canvas.width, canvas.height);
    // The coarse picture of the whole shows only where the newest frame does not reach.
    for (const frame of this.#frame && this.#reaches(this.#frame) ? [this.#frame] : [this.#under, this.#frame]) {
      if (frame) this.put(context, frame);
    }
    this.over?.(context);
  }

  /** Puts a frame at its place. @param {CanvasRenderingContext2D} context @param {Frame} frame @param {boolean} [alone] whether nothing under it is seen */
  put(context, frame, alone = false) {
    if (alone) {
      context.fillStyle = getComputedStyle(this.stage).backgroundColor;
      context.fillRect(0, 0, this.canvas.width, this.canvas.height);
    }
    const { wish, bitmap } = frame;
    const factor = this.zoom / wish.scale;
    context.imageSmoothingEnabled = factor !== 1;
    // While the hand drags, speed; the finer way costs more than all else in the frame.
    context.imageSmoothingQuality = wish.fast || frame === this.#under ? 'low' : 'medium';
    context.drawImage(bitmap, this.#left + wish.x * factor, this.#top + wish.y * factor, bitmap.width * factor, bitmap.height * factor);
  }

  /** Shows the take as it was at a step of its history; null ends it. @param {number | null} step */
  lookBack(step) {
    if (this.#step === step) return;
    this.#step = step;
    this.ask(false);
  }

  /** Whether a frame covers all that is in sight. @param {Frame} frame */
  #reaches({ wish, bitmap }) {
    const factor = this.zoom / wish.scale;
    const { x, y, width, height } = this.region;
    return wish.x * factor <= x + 1 && wish.y * factor <= y + 1
      && (wish.x + bitmap.width) * factor >= x + width - 1 && (wish.y + bitmap.height) * factor >= y + height - 1;
  }

  /** A coarse picture of the whole photo, for the small map. */
  get overview() {
    return this.#under;
  }

  /** @param {Frame} frame */
  #receive(frame) {
    const whole = frame.wish.x === 0 && frame.wish.y === 0
      && frame.wish.width >= Math.floor(this.photo.width * frame.wish.scale) && frame.wish.height >= Math.floor(this.photo.height * frame.wish.scale);
    if (this.#isFading && frame.wish.show !== 'colours') {
      this.#isFading = false;
      this.#fade();
    }
    if (this.#frame && this.#frame !== this.#under) this.#frame.bitmap.close();
    this.#frame = frame;
    if (whole && !frame.wish.fast) {
      if (this.#under) this.#under.bitmap.close();
      this.#under = frame;
    }
    this.paint();
    this.dispatchEvent(new CustomEvent('painted', { detail: frame.wish }));
  }

  /** What is seen now fades away over what is painted next: that all else turned grey must not be missed. */
  #fade() {
    if (matchMedia('(prefers-reduced-motion: reduce)').matches) return;
    const before = document.createElement('canvas');
    before.className = 'fading';
    before.width = this.canvas.width;
    before.height = this.canvas.height;
    before.getContext('2d')?.drawImage(this.canvas, 0, 0);
    this.canvas.after(before);
    const end = () => before.remove();
    before.animate([{ opacity: 1 }, { opacity: 0 }], { duration: 420, easing: 'ease-in-out' }).finished.then(end, end);
  }

  /** Follows the size that the page gives it. */
  resize() {
    const width = Math.round(this.canvas.clientWidth * this.ratio);
    const height = Math.round(this.canvas.clientHeight * this.ratio);
    if (width === this.canvas.width && height === this.canvas.height) return;
    this.canvas.width = width;
    this.canvas.height = height;
    if (this.fitted) this.fit();
    else this.#moved();
  }

  #moved() {
    this.paint();
    this.dispatchEvent(new Event('moved'));
    clearTimeout(this.timer);
    if (this.take.state.revision > 0) this.timer = setTimeout(() => this.ask(false), 30);
  }
}
