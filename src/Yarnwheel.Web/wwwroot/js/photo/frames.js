// @ts-check
import { get, post } from '../http.js';

/**
 * @typedef {{ x: number, y: number, width: number, height: number, scale: number, show: string, area: number | null, fast: boolean, draft: object[] | null, hue: number | null, ink: string, strength: number, stitch: boolean, at?: number | null }} Wish
 * @typedef {{ bitmap: ImageBitmap, wish: Wish }} Frame
 */

/** The same at half the scale, reaching at least as far. @param {Wish} wish @returns {Wish} */
export function coarser(wish) {
  const x = Math.floor(wish.x / 2), y = Math.floor(wish.y / 2);
  return { ...wish, x, y, width: Math.ceil((wish.x + wish.width) / 2) - x, height: Math.ceil((wish.y + wish.height) / 2) - y, scale: wish.scale / 2 };
}

/**
 * Asks for frames: one on its way at a time, and of those wished for meanwhile only the newest.
 * So frames are never shown out of order, and the hand never waits for a queue.
 */
export class FrameLoop {
  #busy = false;
  /** @type {Wish | null} */
  #next = null;
  /** What is on its way. @type {{ wish: Wish, abort: AbortController } | null} */
  #asked = null;

  /**
   * @param {string} url
   * @param {(frame: Frame) => void} show
   * @param {(error: unknown) => void} failed
   */
  constructor(url, show, failed) {
    this.url = url;
    this.show = show;
    this.failed = failed;
    /** Milliseconds from asking to decoded, of the last frames. @type {number[]} */
    this.times = [];
  }

  /** @param {Wish} wish */
  ask(wish) {
    this.#next = wish;
    // A hand that drags again does not wait for the exact frame of before.
    if (wish.fast && this.#asked && !this.#asked.wish.fast) this.#asked.abort.abort();
    if (!this.#busy) this.#run();
  }

  /** Whether nothing is on its way. */
  get idle() {
    return !this.#busy;
  }

  async #run() {
    this.#busy = true;
    while (this.#next) {
      const wish = this.#next;
      this.#next = null;
      try {
        const began = performance.now();
        this.#asked = { wish, abort: new AbortController() };
        const response = await this.#fetch(wish, this.#asked.abort.signal);
        const bitmap = await createImageBitmap(await response.blob());
        this.times.push(performance.now() - began);
        if (this.times.length > 200) this.times.shift();
        // Where many drag at once the application draws at half the scale.
        this.show({ bitmap, wish: response.headers.has('X-Coarser') ? coarser(wish) : wish });
      } catch (error) {
        this.failed(error);
      }
    }
    this.#asked = null;
    this.#busy = false;
  }

  /** What is kept is asked for by its address, so that the browser may still have it; a draft is sent along. @param {Wish} wish @param {AbortSignal} signal */
  #fetch(wish, signal) {
    if (wish.draft) return post(this.url, wish, signal);
    const query = new URLSearchParams();
    for (const [name, value] of Object.entries(wish)) if (value !== null) query.set(name, String(value));
    return get(`${this.url}?${query}`, signal);
  }
}
