// @ts-check
import { Refused, getJson, post } from './http.js';
import { fault, note } from './notes.js';

/**
 * @typedef {{ op: 'add' | 'remove' | 'replace' | 'move', path: string, value?: any, from?: string }} Operation a step of JSON Patch (RFC 6902)
 * @typedef {{ revision: number, undo: string | null, redo: string | null, step: number, recipe: any, made?: { area: number, part: number | null } }} State made: what the change that gave this state made
 */

/**
 * The take as this window knows it. Changes go to the application one after the other;
 * "state" is fired when an answer or another window brings a newer one, "draft" while a value is dragged.
 */
export class Take extends EventTarget {
  /** @type {State} */
  state = { revision: 0, undo: null, redo: null, step: 0, recipe: null };
  /** @type {Operation[] | null} */
  draft = null;
  /** @type {Promise<unknown>} */
  #last = Promise.resolve();
  #window = crypto.randomUUID();
  /** Called when the first frame is on the screen. @type {() => void} */
  isReady = () => {};
  /** What can wait lets the first frame go first. @type {Promise<void>} */
  ready = new Promise(resolve => { this.isReady = resolve; });
  /** How many changes are on their way. */
  pending = 0;

  /** @param {number} id */
  constructor(id) {
    super();
    this.id = id;
    this.url = `/bench/${id}`;
  }

  /** Resolves when every change that is on its way has been answered. */
  get settled() {
    return this.#last;
  }

  get window() {
    return this.#window;
  }

  async load() {
    // Listening comes first: a change that another window makes meanwhile is heard, or is in the state already.
    const changes = new EventSource(`${this.url}/changes`);
    let isLoaded = () => {};
    const loaded = new Promise(resolve => {
      isLoaded = () => resolve(undefined);
    });
    changes.onmessage = async event => {
      await loaded;
      const change = JSON.parse(event.data);
      if (change.window === this.#window || change.revision <= this.state.revision) return;
      try {
        const state = await getJson(`${this.url}/state`);
        if (state.revision <= this.state.revision) return;
        this.#accept(state, 'elsewhere');
        note(`Changed in another window: ${change.label}. This one shows the newest state.`);
      } catch (error) {
        fault(error);
      }
    };
    addEventListener('pagehide', () => changes.close());
    await new Promise(resolve => {
      changes.addEventListener('open', resolve, { once: true });
      changes.addEventListener('error', resolve, { once: true });
    });
    this.#accept(await getJson(`${this.url}/state`), 'load');
    isLoaded();
  }

  /** Whether no area says what is kept. */
  get keepsNothing() {
    return this.state.recipe !== null && this.state.recipe.areas.every((/** @type {any} */ area) => area.over);
  }

  /** The value at a JSON Pointer. @param {string} path */
  at(path) {
    return path.split('/').slice(1).reduce((node, step) => node?.[step], this.state.recipe);
  }

  /** Something of the recipe, with what is not yet kept of its fields. @param {string} path @param {any} [value] as the recipe has it */
  drafted(path, value = this.at(path)) {
    const drafted = { ...value };
    for (const step of this.draft ?? []) if (step.path.startsWith(`${path}/`)) drafted[step.path.slice(path.length + 1)] = step.value;
    return drafted;
  }

  /** Shows a change without keeping it; null ends it. @param {Operation[] | null} change */
  setDraft(change) {
    this.draft = change;
    this.dispatchEvent(new Event('draft'));
  }

  /**
   * Keeps a change. The draft stays in sight until the answer is there.
   * @param {string} label @param {Operation[]} change
   */
  commit(label, change) {
    this.draft = change;
    return this.#send('edit', () => ({ revision: this.state.revision, label, change, window: this.#window }), 'edit');
  }

  /** @param {object} pick */
  pick(pick) {
    return this.#send('pick', () => ({ revision: this.state.revision, window: this.#window, ...pick }), 'pick');
  }

  /** Removes a speck by strokes on the mask. @param {{ area: number, kind: string, x: number, y: number }} speck */
  removeSpeck(speck) {
    return this.#send('left-over/remove', () => ({ revision: this.state.revision, window: this.#window, ...speck }), 'edit');
  }

  /** Gives an area's edge the settings that suit its mask. @param {number} area */
  tidyEdge(area) {
    return this.#send('edge/tidy', () => ({ revision: this.state.revision, window: this.#window, area }), 'edit');
  }

  /** Gives a part by colour the reach that fits the photo. @param {number} area @param {number} part */
  fitReach(area, part) {
    return this.#send('reach/fit', () => ({ revision: this.state.revision, window: this.#window, area, part }), 'edit');
  }

  /** Proposes the main subject, what is behind it, or the sky. @param {{ area: number | null, what: string }} wish */
  mainSubject(wish) {
    return this.#send('subject/main', () => ({ revision: this.state.revision, window: this.#window, ...wish }), 'edit');
  }

  /** Takes a mix by its key. @param {string} mix */
  mix(mix) {
    return this.#send('mix', () => ({ revision: this.state.revision, window: this.#window, mix }), 'mix');
  }

  /** Goes to a step of the history. @param {number} step */
  goTo(step) {
    return this.#send('goto', () => ({ revision: this.state.revision, window: this.#window, step }), 'undo');
  }

  /** Lays a look. @param {object} wish */
  layLook(wish) {
    return this.#send('looks/lay', () => ({ ...wish, revision: this.state.revision, window: this.#window }), 'edit');
  }

  undo() {
    return this.#send('undo', () => ({ revision: this.state.revision, window: this.#window }), 'undo');
  }

  redo() {
    return this.#send('redo', () => ({ revision: this.state.revision, window: this.#window }), 'redo');
  }

  /** @param {File} file */
  readRecipe(file) {
    return this.#send(`recipe?window=${this.#window}`, () => file, 'recipe', () => `&revision=${this.state.revision}`);
  }

  /**
   * @param {string} action @param {() => any} body made when its turn has come, so that it names the newest revision
   * @param {string} cause @param {() => string} [query]
   * @returns {Promise<boolean>} whether it was kept
   */
  #send(action, body, cause, query = () => '') {
    this.pending++;
    const turn = this.#last.then(async () => {
      try {
        const response = await post(`${this.url}/${action}${query()}`, body());
        this.#accept(await response.json(), cause);
        return true;
      } catch (error) {
        fault(error);
        this.draft = null;
        if (error instanceof Refused && error.status === 409 && error.answer?.recipe) this.#accept(error.answer, 'elsewhere');
        else this.dispatchEvent(new CustomEvent('state', { detail: 'refused' }));
        return false;
      } finally {
        this.pending--;
      }
    });
    this.#last = turn;
    return turn;
  }

  /** @param {State} state @param {string} cause */
  #accept(state, cause) {
    if (state.revision < this.state.revision) return;
    this.state = state;
    this.draft = null;
    this.dispatchEvent(new CustomEvent('state', { detail: cause }));
  }
}
