// @ts-check
import { post } from './http.js';

/** The tone strip: how often each tone occurs in the greys (filled) and in the photo (line), and what is clipped. */
export class Tones {
  #busy = false;
  #again = false;

  /** @param {SVGSVGElement} svg @param {HTMLElement} words @param {import('./take.js').Take} take */
  constructor(svg, words, take) {
    this.svg = svg;
    this.words = words;
    this.take = take;
    take.addEventListener('state', () => this.#ask());
    take.addEventListener('draft', () => this.#ask());
  }

  async #ask() {
    this.#again = true;
    if (this.#busy) return;
    this.#busy = true;
    while (this.#again) {
      this.#again = false;
      try {
        this.#draw(await (await post(`${this.take.url}/tones`, { draft: this.take.draft })).json());
      } catch {
        // What keeps the tones from being counted keeps the frame from being drawn, and that is said there.
        this.words.textContent = '';
      }
      await new Promise(resolve => setTimeout(resolve, 120));
    }
    this.#busy = false;
  }

  /** @param {{ result: number[], original: number[], black: number, white: number, originalBlack: number, originalWhite: number }} tones */
  #draw(tones) {
    const line = (/** @type {number[]} */ heights) => heights.map((h, i) => `${(i + 0.5) / heights.length * 256} ${58 - 55 * Math.sqrt(h)}`).join('L');
    this.svg.innerHTML = `<path class="tones-result" d="M0 58L${line(tones.result)}L256 58Z"/><path class="tones-original" d="M${line(tones.original)}"/>`;
    this.svg.setAttribute('aria-label', `Tones of the greys; black ${tones.black} %, white ${tones.white} %`);
    this.words.textContent = `at black ${tones.black.toFixed(1)} %, at white ${tones.white.toFixed(1)} %\nphoto ${tones.originalBlack.toFixed(1)} %, ${tones.originalWhite.toFixed(1)} %`;
  }
}
