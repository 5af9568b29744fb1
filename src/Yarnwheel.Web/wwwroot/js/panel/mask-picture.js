// @ts-check
import { post } from '../http.js';
import { fault, note } from '../notes.js';

/** Takes a grey PNG in as a part by picture. */
export class MaskPicture {
  /** @type {{ area: number | null, part: number | null }} */
  #goal = { area: null, part: null };

  /** @param {HTMLInputElement} input @param {import('./work.js').Work} work */
  constructor(input, work) {
    this.input = input;
    this.work = work;
    input.addEventListener('change', () => {
      const [file] = input.files ?? [];
      input.value = '';
      if (file) this.#take(file);
    });
  }

  /** @param {number | null} area that it joins; null for a new one @param {number | null} part whose picture it becomes; null for a new one */
  choose(area, part) {
    this.#goal = { area, part };
    this.input.click();
  }

  /** @param {File} file */
  async #take(file) {
    const { area, part } = this.#goal;
    const { panel, take } = this.work;
    try {
      note('Taking the mask picture in …');
      const { asset } = await (await post(`${take.url}/mask-picture`, file)).json();
      if (area !== null && part !== null) {
        take.commit('Another mask picture', [{ op: 'add', path: `/areas/${area}/mask/parts/${part}/asset`, value: asset }]);
        return;
      }
      panel.setBegin(area, 'picture');
      await this.work.keep('Part by picture', { asset }, file.name.replace(/\.[^.]*$/, '').slice(0, 80) || 'Picture');
    } catch (error) {
      fault(error);
    }
  }
}
