// @ts-check
import { post } from '../http.js';

/** Reads out what is under the pointer: place, colour, hue, grey, how far it is kept. */
export class Reading {
  /** @type {{ x: number, y: number } | null} */
  #wish = null;
  #busy = false;
  /** Where the pointer is, on the photo. @type {{ x: number, y: number } | null} */
  #at = null;

  /**
   * @param {HTMLElement} output @param {import('./view.js').PhotoView} view @param {import('../take.js').Take} take
   * @param {import('../panel/panel.js').Panel} panel
   * @param {(read: any | null) => void} tell told of what is under the pointer
   */
  constructor(output, view, take, panel, tell) {
    this.output = output;
    this.view = view;
    this.take = take;
    this.panel = panel;
    this.tell = tell;
    view.stage.addEventListener('pointermove', event => {
      const box = view.stage.getBoundingClientRect();
      const folded = view.fold(event.clientX - box.left, event.clientY - box.top);
      const at = view.toPhoto(folded.x, folded.y);
      if (at.x < 0 || at.x >= 1 || at.y < 0 || at.y >= 1) this.#clear();
      else this.#ask(at);
    });
    view.stage.addEventListener('pointerleave', () => this.#clear());
    // What lies under a pointer that rests changes with the picture.
    take.addEventListener('state', () => {
      if (this.#at) this.#ask(this.#at);
    });
  }

  /** What the chosen area does with what its mask holds. */
  get #word() {
    const { area, areas } = this.panel;
    return area !== null && areas[area]?.over ? 'worked on' : 'kept';
  }

  #clear() {
    this.#at = this.#wish = null;
    this.output.textContent = '\u00a0';
    this.tell(null);
  }

  /** @param {{ x: number, y: number }} at */
  async #ask(at) {
    this.#at = this.#wish = at;
    if (this.#busy) return;
    this.#busy = true;
    while (this.#wish) {
      const wish = this.#wish;
      this.#wish = null;
      try {
        const read = await (await post(`${this.take.url}/read`, { ...wish, area: this.panel.area, part: this.panel.part, scale: this.view.zoom })).json();
        this.output.innerHTML = '<i></i>';
        /** @type {HTMLElement} */ (this.output.firstElementChild).style.background = `rgb(${read.red} ${read.green} ${read.blue})`;
        this.output.append(`${read.x}, ${read.y}   R ${read.red} G ${read.green} B ${read.blue}   hue ${read.hue.toFixed(0)}°   chroma ${read.chroma.toFixed(1)}   grey ${read.grey}   ${this.#word} ${read.kept.toFixed(0)} %`);
        this.tell(read);
      } catch {
        // The next movement asks again; what fails for good is said by the frame.
        this.output.textContent = '\u00a0';
      }
      await new Promise(resolve => setTimeout(resolve, 40));
    }
    this.#busy = false;
  }
}
