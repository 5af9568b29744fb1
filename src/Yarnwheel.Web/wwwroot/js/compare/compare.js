// @ts-check
import { fault } from '../notes.js';
import { FrameLoop } from '../photo/frames.js';
import { asItCame, otherSide } from './against.js';
import { DifferenceMap } from './difference.js';
import { SplitLine } from './split-line.js';

/** @typedef {'off' | 'split' | 'beside' | 'blink' | 'difference'} Way */

/** Milliseconds that each side is seen while both blink: below three changes a second. */
const BLINK = 800;

/**
 * Two sides of one photo: the take as it is worked on, and another. The other's frames have the same place and zoom;
 * they are asked for anew only when those change, or when the other side changes with the work. Fires "changed".
 */
export class Compare extends EventTarget {
  /** @type {Way} */
  way = 'off';
  against = asItCame;
  /** The other side's newest frame. @type {import('../photo/frames.js').Frame | null} */
  #frame = null;
  /** What it is of, or will be. */
  #asked = '';
  /** @type {import('../photo/frames.js').Frame | null} */
  #map = null;
  #isOther = false;
  /** @type {ReturnType<typeof setInterval> | undefined} */
  #timer;
  /** The loop of each take that was compared with. @type {Map<number, FrameLoop>} */
  #loops = new Map();
  /** That of the other side as it is now; what another one still brings is too late. @type {FrameLoop | null} */
  #loop = null;

  /**
   * @param {HTMLElement} stage @param {import('../photo/view.js').PhotoView} view @param {import('../panel/panel.js').Panel} panel
   */
  constructor(stage, view, panel) {
    super();
    this.stage = stage;
    this.view = view;
    this.panel = panel;
    this.canvas = /** @type {HTMLCanvasElement} */ (stage.querySelector('#other'));
    this.tags = /** @type {HTMLElement[]} */ ([...stage.querySelectorAll('.side-tag')]);
    this.line = new SplitLine(/** @type {HTMLElement} */ (stage.querySelector('#split-line')), stage);
    this.line.addEventListener('moved', () => {
      this.#lay();
      view.paint();
    });
    this.map = new DifferenceMap(/** @type {HTMLElement} */ (stage.querySelector('#difference-scale')), (bitmap, wish) => {
      this.#map?.bitmap.close();
      this.#map = { bitmap, wish };
      view.paint();
    }, fault);
    view.over = context => this.#paint(context);
    view.addEventListener('asked', () => this.#follow());
    panel.addEventListener('chosen', () => this.#follow());
  }

  /** @param {Way} way the same again ends it */
  take(way) {
    this.way = way === this.way ? 'off' : way;
    clearInterval(this.#timer);
    this.#isOther = false;
    if (this.way === 'blink') {
      this.#timer = setInterval(() => {
        this.#isOther = !this.#isOther;
        this.#tag();
        this.view.paint();
      }, BLINK);
    }
    this.#lay();
    this.#asked = '';
    this.#follow();
    this.view.ask(false);
    this.dispatchEvent(new Event('changed'));
  }

  /** @param {import('./against.js').Against} against */
  with(against) {
    this.against = against;
    this.#asked = '';
    this.#frame?.bitmap.close();
    this.#map?.bitmap.close();
    this.#frame = this.#map = this.#loop = null;
    if (this.way === 'off') this.take('split');
    else {
      this.#tag();
      this.#follow();
      this.view.paint();
      this.dispatchEvent(new Event('changed'));
    }
  }

  turn() {
    this.line.turn(!this.line.level);
    this.view.resize();
    this.dispatchEvent(new Event('changed'));
  }

  /** Whether both sides are in sight as they are now. */
  get idle() {
    return this.map.idle && [...this.#loops.values()].every(loop => loop.idle);
  }

  /** Puts the pieces of the page where the way needs them. */
  #lay() {
    const { stage, way, line } = this;
    stage.classList.toggle('is-beside', way === 'beside' && !line.level);
    stage.classList.toggle('is-above', way === 'beside' && line.level);
    line.element.hidden = way !== 'split';
    this.canvas.hidden = way !== 'beside';
    /** @type {HTMLElement} */ (this.map.scale).hidden = way !== 'difference';
    line.draw();
    this.#tag();
  }

  /** Names both sides in their corners. */
  #tag() {
    const [own, other] = this.tags;
    const { way, line } = this;
    const hasSides = ['split', 'beside', 'blink'].includes(way);
    own.hidden = !hasSides || (way === 'blink' && this.#isOther);
    other.hidden = !hasSides || (way === 'blink' && !this.#isOther);
    other.textContent = this.against.words;
    // Side by side the take stays where the hand is used to it: on the left, or above.
    own.dataset.place = way !== 'split' ? 'start' : line.level ? 'foot' : 'end';
    other.dataset.place = way !== 'beside' ? 'start' : line.level ? 'half-foot' : 'half';
  }

  /** Asks for the other side where it is not there yet. */
  #follow() {
    const { way, view } = this;
    if (way === 'off' || !view.last) return;
    const side = otherSide(this.against, view.take, this.panel.area);
    const { x, y, width, height } = view.region;
    const live = side.isLive ? { x: view.last.x, y: view.last.y, width: view.last.width, height: view.last.height, scale: view.last.scale, fast: view.last.fast } : {
      x: Math.floor(x), y: Math.floor(y), width: Math.ceil(width), height: Math.ceil(height), scale: view.zoom, fast: false };
    if (way === 'difference') {
      const { take: id, at, show, draft } = side;
      const { last } = view;
      this.map.ask(`${view.take.url}/difference`, { x: last.x, y: last.y, width: last.width, height: last.height, scale: last.scale, draft: view.take.draft, other: { take: id, at, show, draft } });
      return;
    }
    // Another take may change in another window: it is asked for again with each new state, and the browser knows what has not changed.
    const key = JSON.stringify([side, live, side.isLive || side.take !== view.take.id ? view.take.state.revision : 0]);
    if (key === this.#asked) return;
    this.#asked = key;
    this.#loop = this.#loopOf(side.take);
    this.#loop.ask({ ...view.last, ...live, show: side.show, at: side.at, draft: side.draft, area: null, hue: null, stitch: false });
  }

  /** @param {number} id @returns {FrameLoop} */
  #loopOf(id) {
    const known = this.#loops.get(id);
    if (known) return known;
    const loop = new FrameLoop(`/bench/${id}/frame`, frame => {
      if (loop !== this.#loop) {
        frame.bitmap.close();
        return;
      }
      this.#frame?.bitmap.close();
      this.#frame = frame;
      this.view.paint();
    }, fault);
    this.#loops.set(id, loop);
    return loop;
  }

  /** Lays the other side over the photo. @param {CanvasRenderingContext2D} context */
  #paint(context) {
    const { way, view, line } = this;
    if (way === 'difference' && this.#map) view.put(context, this.#map, true);
    if (!this.#frame) return;
    if (way === 'blink' && this.#isOther) view.put(context, this.#frame, true);
    else if (way === 'beside') this.#paintBeside(this.#frame);
    else if (way === 'split') {
      const { width, height } = view.canvas;
      context.save();
      context.beginPath();
      context.rect(0, 0, line.level ? width : Math.round(width * line.at), line.level ? Math.round(height * line.at) : height);
      context.clip();
      view.put(context, this.#frame, true);
      context.restore();
    }
  }

  /** @param {import('../photo/frames.js').Frame} frame */
  #paintBeside(frame) {
    const { canvas, view } = this;
    if (canvas.width !== view.canvas.width || canvas.height !== view.canvas.height) Object.assign(canvas, { width: view.canvas.width, height: view.canvas.height });
    view.put(/** @type {CanvasRenderingContext2D} */ (canvas.getContext('2d', { alpha: false })), frame, true);
  }
}
