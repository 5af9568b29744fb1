// @ts-check

/** The line between both sides of a split: dragged anywhere, moved by arrow keys, to the middle by a double click. Fires "moved". */
export class SplitLine extends EventTarget {
  /** Where it is, 0 … 1 over the stage. */
  at = 0.5;
  /** Whether it lies level, the other side above it. */
  level = false;

  /** @param {HTMLElement} element @param {HTMLElement} stage */
  constructor(element, stage) {
    super();
    this.element = element;
    this.stage = stage;
    element.addEventListener('pointerdown', event => {
      if (event.button !== 0) return;
      event.preventDefault();
      event.stopPropagation();
      element.focus({ preventScroll: true });
      element.setPointerCapture(event.pointerId);
    });
    element.addEventListener('pointermove', event => {
      event.stopPropagation();
      if (!element.hasPointerCapture(event.pointerId)) return;
      const box = stage.getBoundingClientRect();
      this.move(this.level ? (event.clientY - box.top) / box.height : (event.clientX - box.left) / box.width);
    });
    element.addEventListener('dblclick', () => this.move(0.5));
    element.addEventListener('keydown', event => {
      const by = { ArrowLeft: -1, ArrowUp: -1, ArrowRight: 1, ArrowDown: 1 }[event.key];
      if (!by) return;
      event.preventDefault();
      event.stopPropagation();
      this.move(this.at + by * (event.shiftKey ? 0.1 : 0.01));
    });
  }

  /** @param {number} at */
  move(at) {
    this.at = Math.min(Math.max(at, 0.01), 0.99);
    this.draw();
    this.dispatchEvent(new Event('moved'));
  }

  /** @param {boolean} level */
  turn(level) {
    this.level = level;
    this.draw();
    this.dispatchEvent(new Event('moved'));
  }

  draw() {
    const { element, level } = this;
    element.classList.toggle('is-level', level);
    element.style.left = level ? '0' : `${100 * this.at}%`;
    element.style.top = level ? `${100 * this.at}%` : '0';
    element.setAttribute('aria-orientation', level ? 'vertical' : 'horizontal');
    element.setAttribute('aria-valuenow', String(Math.round(100 * this.at)));
  }
}
