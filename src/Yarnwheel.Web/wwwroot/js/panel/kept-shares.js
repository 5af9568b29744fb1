// @ts-check
import { getJson } from '../http.js';

/** How much of the photo each area keeps, where the screen has room for it. */
export class KeptShares {
  #room = matchMedia('(min-width: 1900px)');
  #turn = 0;

  /** @param {HTMLElement} list @param {import('../take.js').Take} take */
  constructor(list, take) {
    this.list = list;
    this.take = take;
    take.addEventListener('state', () => this.#load());
    this.#room.addEventListener('change', () => this.#load());
  }

  async #load() {
    if (!this.#room.matches || this.take.state.revision === 0) return;
    const turn = ++this.#turn;
    await this.take.ready;
    try {
      /** @type {{ all: number, areas: { name: string, share: number }[] }} */
      const { all, areas } = await getJson(`${this.take.url}/shares`);
      if (turn !== this.#turn) return;
      this.list.replaceChildren(...[...areas, { name: 'all together', share: all }].flatMap(({ name, share }) => {
        const term = document.createElement('dt');
        term.textContent = name;
        const value = document.createElement('dd');
        value.style.setProperty('--share', `${share}%`);
        value.textContent = `${share.toFixed(1)} %`;
        return [term, value];
      }));
    } catch {
      // The numbers are no part of the work; the next change asks anew.
      if (turn === this.#turn) this.list.replaceChildren();
    }
  }
}
