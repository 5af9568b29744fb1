// @ts-check
import { drawIn } from '../draw-in.js';
import { getJson, post } from '../http.js';
import { fault, note } from '../notes.js';

/** Auto, the score of the mix, and the mixes to start from. */
export class Mixes {
  #stale = true;

  /**
   * @param {HTMLElement} dock @param {import('../panel/steps.js').Steps} steps @param {SVGSVGElement} score
   * @param {import('../take.js').Take} take
   */
  constructor(dock, steps, score, take) {
    this.steps = steps;
    this.score = score;
    this.take = take;
    dock.addEventListener('click', event => {
      const button = event.target instanceof Element ? /** @type {HTMLElement | null} */ (event.target.closest('[data-mix], [data-mix-remove]')) : null;
      if (button?.dataset.mix) take.mix(button.dataset.mix);
      else if (button?.dataset.mixRemove) this.#remove(button.dataset.mixRemove);
    });
    dock.addEventListener('submit', event => {
      if (!(event.target instanceof Element && event.target.matches('.mix-keep'))) return;
      event.preventDefault();
      const field = /** @type {HTMLInputElement} */ (dock.querySelector('.mix-keep input'));
      this.#keep(field.value);
    });
    steps.addEventListener('step', () => this.#load());
    take.addEventListener('state', () => {
      this.#stale = true;
      this.#load();
      this.#judge();
    });
  }

  async #load() {
    if (this.steps.step !== 'greys' || !this.#stale || this.take.state.revision === 0) return;
    this.#stale = false;
    try {
      await drawIn('#mixes', `${this.take.url}?handler=Mixes`, 'innerMorph');
    } catch (error) {
      fault(error);
    }
  }

  /** @param {string} name */
  async #keep(name) {
    try {
      await post(`${this.take.url}/mixes`, { name });
      note(`The mix is kept as “${name.trim()}”.`);
      const field = /** @type {HTMLInputElement | null} */ (document.querySelector('.mix-keep input'));
      if (field) field.value = '';
    } catch (error) {
      fault(error);
    }
    this.#stale = true;
    this.#load();
  }

  /** @param {string} id */
  async #remove(id) {
    try {
      await post(`/mixes/${id}/remove`);
    } catch (error) {
      fault(error);
    }
    this.#stale = true;
    this.#load();
  }

  async #judge() {
    try {
      await this.take.ready;
      const shares = await getJson(`${this.take.url}/score`);
      const rows = /** @type {[string, number][]} */ ([['flat', shares.flat], ['this mix', shares.present], ['auto', shares.auto]]);
      this.score.innerHTML = rows.map(([name, share], i) => `<text x="0" y="${9 + 13 * i}">${name}</text><rect class="score-all" x="52" y="${3 + 13 * i}" width="140" height="6" rx="3"/>`
        + `<rect class="score-share${i === 1 ? ' is-present' : ''}" x="52" y="${3 + 13 * i}" width="${(140 * share).toFixed(1)}" height="6" rx="3"/><text class="score-number" x="230" y="${9 + 13 * i}">${(100 * share).toFixed(0)} %</text>`).join('');
      this.score.setAttribute('aria-label', `Share of colour contrasts kept: ${rows.map(([name, share]) => `${name} ${(100 * share).toFixed(0)} %`).join(', ')}`);
    } catch (error) {
      fault(error);
    }
  }
}
