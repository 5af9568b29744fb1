// @ts-check
import { post } from '../http.js';
import { fault } from '../notes.js';
import { FlyTo } from '../photo/fly-to.js';

/** @typedef {{ x: number, y: number, length: number, points: number[] }} Stretch */

/** Where the contour of the chosen subject is in doubt: marked on the photo, longest first, and flown to. */
export class Doubts {
  /** @type {Stretch[] | null} */
  #found = null;
  /** Whether the gesture found next to nothing. */
  #isNothing = false;
  #current = -1;
  #for = '';
  #prepared = false;
  /** @type {ReturnType<typeof setTimeout> | undefined} */
  #timer;
  /** @type {AbortController | null} */
  #search = null;

  /** @param {import('./work.js').Work} work @param {import('../photo/stage.js').Stage} stage */
  constructor(work, stage) {
    this.work = work;
    this.stage = stage;
    this.fly = new FlyTo(stage);
    const { panel, take } = work;
    stage.marks.push(pen => {
      if (take.draft || !this.#found) return;
      for (const { points } of this.#found)
        for (let i = 0; i < points.length; i += 2) pen.ring(stage.view.toStage(points[i], points[i + 1]), 2.5, 'is-thin');
    });
    take.addEventListener('state', () => this.#later());
    panel.addEventListener('chosen', () => this.#later());
    panel.addEventListener('drawn', () => this.#draw());
    panel.element.addEventListener('click', event => {
      const button = event.target instanceof Element ? /** @type {HTMLElement | null} */ (event.target.closest('[data-doubt]')) : null;
      if (button) this.step(Number(button.dataset.doubt));
    });
  }

  get #isAt() {
    return this.work.part?.kind === 'subject';
  }

  /** Flies to the next stretch, or the one before. @param {number} by @returns {boolean} whether there is one */
  step(by) {
    const count = this.#isAt ? this.#found?.length ?? 0 : 0;
    if (count === 0) return false;
    this.#current = (this.#current + by + (this.#current < 0 && by < 0 ? 1 : 0) + count) % count;
    const { x, y, length } = /** @type {Stretch[]} */ (this.#found)[this.#current];
    const { photo, ratio } = this.stage.view;
    const radius = length * Math.max(photo.width, photo.height) / 2;
    this.fly.to(x, y, Math.min(Math.max(120 * ratio / radius, 0.25), 1), Math.min(radius, 60));
    this.#draw();
    return true;
  }

  #later() {
    clearTimeout(this.#timer);
    this.#search?.abort();
    const { area, part, begin } = this.work.panel;
    const { take } = this.work;
    // What can be known before the first gesture is looked at before it.
    if ((begin === 'subject' || this.#isAt) && !this.#prepared) {
      this.#prepared = true;
      take.ready.then(() => post(`${take.url}/subject/prepare`)).catch(fault);
    }
    const chosen = `${area} ${part}`;
    if (!this.#isAt || chosen !== this.#for) {
      if (this.#found) this.fly.clear();
      this.#found = null;
      this.#current = -1;
    }
    this.#for = chosen;
    if (this.#isAt) this.#timer = setTimeout(() => take.ready.then(() => this.#look()), 250);
  }

  async #look() {
    const search = new AbortController();
    this.#search = search;
    try {
      const found = await this.work.ofSubject('doubts', search.signal);
      if (!found) return;
      this.#found = found.stretches;
      this.#isNothing = found.nothing;
      if (this.#current >= found.stretches.length) this.#current = -1;
      this.#draw();
      this.stage.redraw();
    } catch (error) {
      // The part may have been removed meanwhile.
      if (!search.signal.aborted && this.#isAt) fault(error);
    }
  }

  #draw() {
    const place = this.work.panel.element.querySelector('#doubts');
    if (!place) return;
    const found = this.#found;
    if (!found) {
      place.innerHTML = '<p class="teach">Looking for doubt …</p>';
      return;
    }
    if (this.#isNothing) {
      place.innerHTML = '<p class="teach" role="status"><strong>Next to nothing was found here:</strong> what is inside looks like what is round it. Paint a short stroke on the thing; or draw the box closer, with all of the thing inside.</p>';
      return;
    }
    const share = (/** @type {Stretch} */ s) => `${(100 * s.length).toFixed(1)} % of the longer side`;
    place.innerHTML = found.length === 0 ? '<div class="dock-head"><h2>In doubt <small>nothing</small></h2></div>' : `
      <div class="dock-head"><h2>In doubt <small>${found.length === 1 ? '1 stretch' : `${found.length} stretches`}</small></h2><span class="head-tools">
        <button class="quiet" type="button" data-doubt="-1" title="The one before (<)" aria-label="The stretch before">‹</button><button class="quiet" type="button" data-doubt="1" title="The next (>)" aria-label="The next stretch">›</button></span></div>
      <p class="teach">${this.#current < 0 ? 'Ringed on the photo, longest first: there the line could as well run elsewhere. A short stroke settles it.' : `${this.#current + 1} of ${found.length}: ${share(found[this.#current])}`}</p>`;
  }
}
