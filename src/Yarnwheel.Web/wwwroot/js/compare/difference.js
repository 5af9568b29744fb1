// @ts-check
import { post } from '../http.js';
import { Newest } from '../newest.js';

/** The largest difference on the scale, and the ticks beside it, CIEDE2000. */
const END = 25;
const TICKS = [0, 1, 2, 5, 10, 25];

/** A map of how far two sides are apart, its scale and its numbers. */
export class DifferenceMap {
  /** @param {HTMLElement} scale @param {(bitmap: ImageBitmap, wish: any) => void} show @param {(error: unknown) => void} failed */
  constructor(scale, show, failed) {
    this.scale = scale;
    /** @type {Newest<{ url: string, wish: object }>} */
    this.newest = new Newest(async ({ url, wish }) => {
      const response = await post(url, wish);
      const [mean, most, noticed] = (response.headers.get('X-Difference') ?? '').split(';');
      const words = /** @type {HTMLElement} */ (scale.querySelector('.scale-words'));
      words.textContent = `${mean} on average, ${most} at most; ${noticed} % of what is in sight can be told apart`;
      show(await createImageBitmap(await response.blob()), wish);
    }, failed);
    const ticks = /** @type {HTMLElement} */ (scale.querySelector('.scale-ticks'));
    // The scale is the root of the difference, as the map's colours are.
    ticks.replaceChildren(...TICKS.map(t => {
      const tick = document.createElement('span');
      tick.textContent = `${t}${t === END ? '+' : ''}`;
      tick.style.left = `${100 * Math.sqrt(t / END)}%`;
      return tick;
    }));
    const strip = /** @type {HTMLElement} */ (scale.querySelector('.scale-strip'));
    strip.style.background = `linear-gradient(to right, ${strip.dataset.colours})`;
  }

  /** @param {string} url @param {object} wish */
  ask(url, wish) {
    this.newest.ask({ url, wish });
  }

  get idle() {
    return this.newest.idle;
  }
}
