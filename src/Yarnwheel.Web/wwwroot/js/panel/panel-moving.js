// @ts-check
/** @typedef {{ area: number, part: number | null }} Thing */

/** Areas and parts change places: dragged, or by Alt with the arrow keys. */
export class PanelMoving {
  /** @type {Thing | null} */
  #dragged = null;

  /** @param {import('./panel.js').Panel} panel */
  constructor(panel) {
    this.panel = panel;
    const { element } = panel;
    element.addEventListener('dragstart', event => this.#start(event));
    element.addEventListener('dragover', event => this.#over(event));
    element.addEventListener('drop', event => this.#drop(event));
    element.addEventListener('dragend', () => this.#end());
    element.addEventListener('keydown', event => this.#key(event));
  }

  /** @param {EventTarget | null} target @returns {Thing | null} */
  #thingAt(target) {
    const element = target instanceof Element ? /** @type {HTMLElement | null} */ (target.closest('.bead[data-part]:not(.knot), .area')) : null;
    return element && { area: Number(element.dataset.area), part: element.dataset.part === undefined ? null : Number(element.dataset.part) };
  }

  /** @param {DragEvent} event */
  #start(event) {
    this.#dragged = this.#thingAt(event.target);
    if (event.dataTransfer) event.dataTransfer.effectAllowed = 'move';
    event.dataTransfer?.setData('text/plain', 'move');
  }

  /** Where it would go: before or after the thing under the pointer. @param {DragEvent} event */
  #goal(event) {
    const dragged = this.#dragged;
    if (!dragged || !(event.target instanceof Element)) return null;
    const row = /** @type {HTMLElement | null} */ (event.target.closest('.area'));
    if (!row) return null;
    const area = Number(row.dataset.area);
    if (dragged.part === null) {
      const box = row.getBoundingClientRect();
      const after = event.clientY > box.top + box.height / 2;
      return { element: row, after, to: { area: area + (after ? 1 : 0), part: null } };
    }
    const beads = /** @type {HTMLElement[]} */ ([...row.querySelectorAll('.bead[data-part]:not(.knot)')]);
    const bead = beads.find(b => event.clientX < b.getBoundingClientRect().right && event.clientY < b.getBoundingClientRect().bottom + 2) ?? beads[beads.length - 1];
    if (!bead) return { element: row, after: true, to: { area, part: 0 } };
    const box = bead.getBoundingClientRect();
    const after = event.clientX > box.left + box.width / 2;
    return { element: bead, after, to: { area, part: Number(bead.dataset.part) + (after ? 1 : 0) } };
  }

  /** @param {DragEvent} event */
  #over(event) {
    const goal = this.#goal(event);
    if (!goal) return;
    event.preventDefault();
    this.#unmark();
    goal.element.classList.add(goal.after ? 'is-goal-after' : 'is-goal-before');
  }

  /** @param {DragEvent} event */
  #drop(event) {
    const goal = this.#goal(event);
    if (goal && this.#dragged) {
      event.preventDefault();
      this.#move(this.#dragged, goal.to);
    }
    this.#end();
  }

  #end() {
    this.#dragged = null;
    this.#unmark();
  }

  #unmark() {
    for (const marked of this.panel.element.querySelectorAll('.is-goal-before, .is-goal-after')) marked.classList.remove('is-goal-before', 'is-goal-after');
  }

  /** @param {KeyboardEvent} event */
  #key(event) {
    if (!event.altKey || !event.key.startsWith('Arrow')) return;
    const thing = this.#thingAt(event.target);
    if (!thing) return;
    event.preventDefault();
    event.stopPropagation();
    const { area, part } = thing;
    if (part === null) {
      if (event.key === 'ArrowUp') this.#move(thing, { area: area - 1, part });
      if (event.key === 'ArrowDown') this.#move(thing, { area: area + 2, part });
    } else {
      if (event.key === 'ArrowLeft') this.#move(thing, { area, part: part - 1 });
      if (event.key === 'ArrowRight') this.#move(thing, { area, part: part + 2 });
    }
  }

  /** Moves a thing before what stands at a place now. @param {Thing} from @param {Thing} to */
  async #move(from, to) {
    const { panel } = this;
    const path = (/** @type {Thing} */ t) => (t.part === null ? `/areas/${t.area}` : `/areas/${t.area}/mask/parts/${t.part}`);
    const goal = { ...to };
    if (from.part === null) {
      if (to.area > from.area) goal.area--;
      if (goal.area < 0 || goal.area >= panel.areas.length || goal.area === from.area) return;
    } else {
      if (to.area === from.area && /** @type {number} */ (to.part) > from.part) goal.part = /** @type {number} */ (to.part) - 1;
      const count = panel.areas[to.area].mask.parts.length - (to.area === from.area ? 1 : 0);
      if (/** @type {number} */ (goal.part) < 0 || /** @type {number} */ (goal.part) > count || (to.area === from.area && goal.part === from.part)) return;
    }
    await panel.take.commit(from.part === null ? 'Area moved' : 'Part moved', [{ op: 'move', from: path(from), path: path(goal) }]);
    panel.addEventListener('drawn', () => {
      const place = panel.element.querySelector(goal.part === null ? `.area-name[data-area="${goal.area}"]` : `.bead[data-area="${goal.area}"][data-part="${goal.part}"]`);
      /** @type {HTMLElement | null} */ (place)?.focus();
    }, { once: true });
  }
}
