// @ts-check
import { get } from '../http.js';
import { fault } from '../notes.js';
import { FlyTo } from '../photo/fly-to.js';

/**
 * @typedef {{ kind: 'stray' | 'island' | 'pinhole', x: number, y: number, width: number, height: number, pixels: number, visible: number }} Speck
 * @typedef {{ fault: 'halo' | 'fallsShort' | 'step', x: number, y: number, score: number }} Stretch
 * @typedef {{ revision: number, count: number, specks: Speck[], edges: Stretch[] }} Found
 */

/** Short words, and what they mean. */
const FAULTS = { halo: ['halo', 'the other side’s colour is kept along the edge'], fallsShort: ['falls short', 'its own colour goes on and is grey there, or a strand is broken'], step: ['no edge here', 'colour ends in the middle of a surface'] };
const LISTED = 30;
const px = (/** @type {number} */ pixels) => (pixels >= 10000 ? `${(pixels / 1000).toFixed(0)}k` : String(Math.round(pixels)));
const seen = (/** @type {number} */ visible) => (visible < 1 ? 'hardly seen' : visible < 4 ? 'faint' : visible < 9 ? 'plain' : 'glaring');

/** What is left over of the chosen area, its count always in sight, and the walk along its edge. */
export class LeftOver {
  /** @type {Found | null} */
  #found = null;
  #area = -1;
  #speck = -1;
  #stretch = -1;
  /** @type {ReturnType<typeof setTimeout> | undefined} */
  #timer;
  /** The search on its way. @type {AbortController | null} */
  #search = null;
  /** Whether what is shown is of before, and the new count on its way. */
  #isOld = false;
  /** What was asked for before it was known what is there. @type {(() => void) | null} */
  #wished = null;

  /**
   * @param {import('../take.js').Take} take @param {import('./panel.js').Panel} panel @param {import('../photo/stage.js').Stage} stage
   * @param {HTMLButtonElement} chip the count in the foot of the page
   */
  constructor(take, panel, stage, chip) {
    this.take = take;
    this.panel = panel;
    this.fly = new FlyTo(stage);
    this.chip = chip;
    chip.addEventListener('click', () => {
      if (panel.area === null && panel.areas.length > 0) panel.choose(0, null, true);
      else if (panel.area !== null) panel.choose(panel.area, null, true);
    });
    take.addEventListener('state', () => this.#later());
    // A hand that works again goes first.
    take.addEventListener('draft', () => { if (take.draft) this.#later(); });
    panel.addEventListener('chosen', () => { if (panel.area !== this.#area) this.#later(); });
    panel.addEventListener('drawn', () => this.#draw());
    panel.element.addEventListener('click', event => {
      const button = event.target instanceof Element ? /** @type {HTMLElement | null} */ (event.target.closest('[data-left]')) : null;
      const { left, value } = button?.dataset ?? {};
      if (left === 'go') this.#goTo(Number(value));
      if (left === 'next') this.step(Number(value));
      if (left === 'remove') this.remove();
      if (left === 'all') this.#removeAll(Number(value));
      if (left === 'walk') this.walk(Number(value));
      if (left === 'stretch') this.#walkTo(Number(value));
    });
  }

  /** Flies to the next speck, or the one before. @param {number} by */
  step(by) {
    if (!this.#found) this.#wished = () => this.step(by);
    const count = this.#found?.specks.length ?? 0;
    if (count > 0) this.#goTo((this.#speck + by + (this.#speck < 0 && by < 0 ? 1 : 0) + count) % count);
  }

  /** Walks on to the next stretch of the edge, or the one before. @param {number} by */
  walk(by) {
    if (!this.#found) this.#wished = () => this.walk(by);
    const count = this.#found?.edges.length ?? 0;
    if (count > 0) this.#walkTo((this.#stretch + by + (this.#stretch < 0 && by < 0 ? 1 : 0) + count) % count);
  }

  /** Removes the speck that was flown to. @returns {boolean} whether there is one */
  remove() {
    const speck = this.#found?.specks[this.#speck];
    if (!speck || this.panel.area === null) return false;
    this.take.removeSpeck({ area: this.panel.area, kind: speck.kind, x: speck.x, y: speck.y });
    return true;
  }

  /** Looks again when the hand rests. */
  #later() {
    clearTimeout(this.#timer);
    this.#search?.abort();
    const { area } = this.panel;
    if (area !== this.#area) {
      this.#found = this.#wished = null;
      this.#speck = this.#stretch = -1;
      this.fly.clear();
    }
    this.#area = area ?? -1;
    this.chip.hidden = area === null;
    if (area === null) return;
    this.#isOld = this.#found !== null;
    this.chip.textContent = this.#found ? `Left over: ${this.#found.count} …` : 'Left over: …';
    this.#draw();
    this.#timer = setTimeout(() => this.take.ready.then(() => this.#look(area)), 600);
  }

  /** @param {number} area */
  async #look(area) {
    const search = new AbortController();
    this.#search = search;
    try {
      const found = /** @type {Found} */ (await (await get(`${this.take.url}/left-over?area=${area}`, search.signal)).json());
      if (search.signal.aborted || area !== this.panel.area || found.revision !== this.take.state.revision) return;
      this.#found = found;
      this.#isOld = false;
      if (this.#speck >= found.specks.length) this.#speck = found.specks.length - 1;
      this.#show();
      this.#draw();
      this.#wished?.();
      this.#wished = null;
    } catch (error) {
      // What was asked for may be of the past; or the area was removed meanwhile, and there is nothing to count.
      if (!search.signal.aborted && area < this.panel.areas.length) fault(error);
    }
  }

  #show() {
    if (!this.#found) return;
    const count = (/** @type {string} */ kind) => this.#found?.specks.filter(s => s.kind === kind).length;
    this.chip.textContent = `Left over: ${this.#found.count}`;
    this.chip.title = this.#found.count === 0 ? 'No strays, islands or pinholes in this area' : `${count('stray')} strays, ${count('island')} islands, ${count('pinhole')} pinholes in this area. Press to list them; . and , fly to the next and the one before, Backspace removes it`;
  }

  /** @param {number} index */
  #goTo(index) {
    const speck = this.#found?.specks[index];
    if (!speck) return;
    this.#speck = index;
    const { photo } = this.fly.view;
    const size = Math.max(speck.width * photo.width, speck.height * photo.height);
    this.fly.to(speck.x, speck.y, Math.min(Math.max(120 / size, 0.25), 4), Math.max(size, 6) / 2);
    this.#draw();
  }

  /** @param {number} index */
  #walkTo(index) {
    const stretch = this.#found?.edges[index];
    if (!stretch) return;
    this.#stretch = index;
    const looked = this.#looked();
    looked.add(this.#placeOf(stretch));
    localStorage.setItem(this.#walkKey, JSON.stringify([...looked].slice(-500)));
    this.fly.to(stretch.x, stretch.y, 1, 28);
    if (this.panel.knot) this.#draw();
    else if (this.panel.area !== null) this.panel.choose(this.panel.area, null, true);
  }

  /** @param {number} largest pixels */
  #removeAll(largest) {
    const at = `/areas/${this.#area}/edge`;
    const size = Math.ceil(largest);
    const edge = this.take.at(at);
    this.take.commit(`Specks up to ${size} px removed`, [
      { op: 'replace', path: `${at}/islands`, value: Math.max(size, edge.islands) }, { op: 'replace', path: `${at}/pinholes`, value: Math.max(size, edge.pinholes) },
    ]);
  }

  get #walkKey() {
    return `walked-${this.take.id}-${this.panel.areas[this.#area]?.name}`;
  }

  /** @returns {Set<string>} */
  #looked() {
    try {
      return new Set(JSON.parse(localStorage.getItem(this.#walkKey) ?? '[]'));
    } catch {
      return new Set();
    }
  }

  /** About a hundredth of the photo is the same place. @param {Stretch} stretch */
  #placeOf(stretch) {
    return `${stretch.x.toFixed(2)} ${stretch.y.toFixed(2)}`;
  }

  #draw() {
    const place = this.panel.element.querySelector('#left-over');
    if (!place) return;
    const found = this.#found;
    if (!found) {
      place.innerHTML = '<p class="teach">Looking …</p>';
      return;
    }
    const current = found.specks[this.#speck] ?? found.specks[0];
    const looked = this.#looked();
    const stretch = found.edges[this.#stretch];
    place.innerHTML = `
      <div class="dock-head"><h2>Left over <small>${this.#isOld ? 'counting again …' : found.count === 0 ? 'nothing' : found.count}</small></h2>${found.count === 0 ? '' : `<span class="head-tools">
        <button class="quiet" type="button" data-left="next" data-value="-1" title="The one before (,)">‹</button><button class="quiet" type="button" data-left="next" data-value="1" title="The next (.)">›</button>
        <button class="quiet" type="button" data-left="remove" ${this.#speck < 0 ? 'disabled' : ''} title="Remove the one that is shown, by a stroke (Backspace)">remove</button></span>`}</div>
      <ol class="specks" aria-label="Left over, largest first">${found.specks.slice(0, LISTED).map((s, i) => `<li><button type="button" data-left="go" data-value="${i}" ${i === this.#speck ? 'aria-current="true"' : ''} title="Fly there"><img src="${this.#picture(s)}" width="44" height="32" alt="" loading="lazy"><span>${s.kind}</span><span>${px(s.pixels)} px</span><span>${seen(s.visible)}</span></button></li>`).join('')}</ol>
      ${found.count > LISTED ? `<p class="teach">and ${found.count - LISTED} smaller ones</p>` : ''}
      ${current ? `<div class="starts"><button type="button" class="quiet" data-left="all" data-value="${current.pixels}" title="Sets Islands and Pinholes above to this size">remove all up to ${px(current.pixels)} px</button></div>` : ''}
      <div class="dock-head"><h2>Edge walk</h2>${found.edges.length === 0 ? '' : '<span class="head-tools"><button class="quiet" type="button" data-left="walk" data-value="-1" title="The stretch before (<)">‹</button><button class="quiet" type="button" data-left="walk" data-value="1" title="The next stretch (>)">›</button></span>'}</div>
      ${found.edges.length === 0 ? '<p class="teach">No bad stretch found.</p>' : `<div class="walk" role="group" aria-label="Stretches, worst first">${found.edges.map((e, i) => `<button type="button" data-left="stretch" data-value="${i}" class="${looked.has(this.#placeOf(e)) ? 'is-looked' : ''}" ${i === this.#stretch ? 'aria-current="true"' : ''} title="${FAULTS[e.fault].join(': ')}, ${Math.round(e.score)} %${looked.has(this.#placeOf(e)) ? '; looked at' : ''}" aria-label="Stretch ${i + 1}"></button>`).join('')}</div>
      <p class="teach">${stretch ? `<span title="${FAULTS[stretch.fault][1]}">${this.#stretch + 1} of ${found.edges.length}: ${FAULTS[stretch.fault][0]}, ${Math.round(stretch.score)} %</span>` : `${found.edges.length} stretches, worst first; ${found.edges.filter(e => looked.has(this.#placeOf(e))).length} looked at`}</p>`}`;
  }

  /** @param {Speck} speck */
  #picture(speck) {
    const { photo } = this.fly.view;
    const scale = Math.min(1, 30 / Math.max(speck.width * photo.width, speck.height * photo.height, 1));
    const at = (/** @type {number} */ share, /** @type {number} */ length, /** @type {number} */ side) => Math.max(0, Math.min(Math.floor(share * length * scale - side / 2), Math.floor(length * scale) - side));
    return `${this.take.url}/frame?x=${at(speck.x, photo.width, 44)}&y=${at(speck.y, photo.height, 32)}&width=44&height=32&scale=${scale}&show=result&at=${this.take.state.revision}`;
  }
}
