// @ts-check
import { post } from '../http.js';

/**
 * The tone strip: how often each tone occurs in the greys (filled) and in the photo (line), and what is clipped.
 * While a part by light is chosen: the tones that it judges, what it makes of them, and its handles.
 */
export class Tones {
  #busy = false;
  #again = false;

  /**
   * @param {HTMLElement} strip @param {import('../take.js').Take} take @param {import('../panel/work.js').Work} work
   * @param {import('./tone-handles.js').ToneHandles} handles
   */
  constructor(strip, take, work, handles) {
    this.strip = strip;
    this.svg = /** @type {SVGSVGElement} */ (strip.querySelector('svg'));
    this.words = /** @type {HTMLElement} */ (strip.querySelector('output'));
    this.pointer = /** @type {HTMLElement} */ (strip.querySelector('.tone-pointer'));
    this.take = take;
    this.work = work;
    this.handles = handles;
    take.addEventListener('state', () => this.follow());
    take.addEventListener('draft', () => this.#ask());
  }

  /** Shows what is chosen. */
  follow() {
    this.strip.closest('.bench')?.classList.toggle('is-toning', this.handles.part !== null);
    this.handles.draw();
    this.#ask();
  }

  /** Marks the tone under the pointer; null takes the mark away. @param {number | null} tone */
  mark(tone) {
    this.pointer.hidden = tone === null;
    if (tone !== null) this.pointer.style.left = `${tone}%`;
  }

  async #ask() {
    this.#again = true;
    if (this.#busy) return;
    this.#busy = true;
    await this.take.ready;
    while (this.#again) {
      this.#again = false;
      try {
        const { area, part } = this.work.panel;
        const chosen = this.handles.part ? { area, part } : {};
        this.#draw(await (await post(`${this.take.url}/tones`, { draft: this.take.draft, ...chosen })).json());
      } catch {
        // What keeps the tones from being counted keeps the frame from being drawn, and that is said there.
        this.words.textContent = '';
      }
      await new Promise(resolve => setTimeout(resolve, this.handles.part ? 30 : 120));
    }
    this.#busy = false;
  }

  /** @param {{ result: number[], original: number[], black: number, white: number, originalBlack: number, originalWhite: number, judged: number[] | null, kept: number[] | null }} tones */
  #draw(tones) {
    const line = (/** @type {number[]} */ heights) => heights.map((h, i) => `${(i + 0.5) / heights.length * 256} ${58 - 55 * Math.sqrt(h)}`).join('L');
    if (tones.judged && tones.kept) {
      const curve = tones.kept.map((v, i) => `${i / ((tones.kept?.length ?? 2) - 1) * 256} ${60 * (1 - v)}`).join('L');
      this.svg.innerHTML = `<path class="tones-result" d="M0 58L${line(tones.judged)}L256 58Z"/><path class="tones-kept" d="M0 60L${curve}L256 60Z"/>`;
      this.svg.setAttribute('aria-label', 'The tones that the part by light judges, and what it keeps of them');
      this.words.textContent = 'black 0 … white 100\nheight: how far it keeps';
      return;
    }
    this.svg.innerHTML = `<path class="tones-result" d="M0 58L${line(tones.result)}L256 58Z"/><path class="tones-original" d="M${line(tones.original)}"/>`;
    this.svg.setAttribute('aria-label', `Tones of the greys; black ${tones.black} %, white ${tones.white} %`);
    this.words.textContent = `at black ${tones.black.toFixed(1)} %, at white ${tones.white.toFixed(1)} %\nphoto ${tones.originalBlack.toFixed(1)} %, ${tones.originalWhite.toFixed(1)} %`;
  }
}
