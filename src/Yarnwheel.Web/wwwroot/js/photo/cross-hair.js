// @ts-check

/**
 * The pointer of those who work by keys: Shift with the arrows moves it over the photo, Enter presses there, Shift with Enter presses and holds
 * until the next Enter, Alt takes away as it does with the mouse. What lies under it is read out as under any pointer.
 */
export class CrossHair {
  /** CSS pixels on the stage. @type {{ x: number, y: number } | null} */
  #at = null;
  #isHeld = false;

  /** @param {import('./stage.js').Stage} stage */
  constructor(stage) {
    this.stage = stage;
    this.element = stage.view.stage;
    stage.marks.push(pen => {
      if (!this.#at) return;
      const { x, y } = this.#at;
      for (const [dx, dy] of [[1, 0], [-1, 0], [0, 1], [0, -1]]) pen.line({ x: x + 5 * dx, y: y + 5 * dy }, { x: x + 16 * dx, y: y + 16 * dy });
    });
    // A real pointer takes over.
    for (const name of /** @type {const} */ (['pointermove', 'pointerdown'])) this.element.addEventListener(name, event => {
      if (event.isTrusted) this.hide();
    }, { capture: true });
    this.element.addEventListener('blur', () => this.hide());
  }

  hide() {
    if (!this.#at) return;
    this.#at = null;
    this.#isHeld = false;
    this.stage.redraw();
  }

  /** @param {number} dx CSS pixels @param {number} dy CSS pixels */
  move(dx, dy) {
    const { clientWidth, clientHeight } = this.element;
    const from = this.#at ?? { x: clientWidth / 2, y: clientHeight / 2 };
    this.#at = this.#at === null ? from : { x: Math.min(Math.max(from.x + dx, 0), clientWidth - 1), y: Math.min(Math.max(from.y + dy, 0), clientHeight - 1) };
    this.#send('pointermove', false);
    this.stage.redraw();
  }

  /** @param {boolean} hold until the next press @param {boolean} alt @returns {boolean} whether it is on the photo */
  press(hold, alt) {
    if (!this.#at) return false;
    if (!this.#isHeld) this.#send('pointerdown', alt);
    this.#isHeld = hold && !this.#isHeld;
    if (!this.#isHeld) this.#send('pointerup', alt);
    this.stage.redraw();
    return true;
  }

  /** @param {string} name @param {boolean} altKey */
  #send(name, altKey) {
    const box = this.element.getBoundingClientRect();
    const { x, y } = /** @type {{ x: number, y: number }} */ (this.#at);
    this.element.dispatchEvent(new PointerEvent(name, { bubbles: true, cancelable: true, pointerType: 'mouse', clientX: box.left + x, clientY: box.top + y, altKey, buttons: name === 'pointerup' ? 0 : 1 }));
  }
}
