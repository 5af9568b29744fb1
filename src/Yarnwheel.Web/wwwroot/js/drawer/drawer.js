// @ts-check
import { drawIn } from '../draw-in.js';
import { fault } from '../notes.js';

/** A sheet over the steps' dock: the history, or looks. The application draws it. Fires "drawn" with its name, and "closed". */
export class Drawer extends EventTarget {
  /** What is in it. @type {string | null} */
  shown = null;

  /** @param {HTMLElement} element @param {import('../take.js').Take} take */
  constructor(element, take) {
    super();
    this.element = element;
    this.take = take;
    element.addEventListener('click', event => {
      if (event.target instanceof Element && event.target.closest('[data-drawer="close"]')) this.close();
    });
  }

  get isOpen() {
    return this.shown !== null;
  }

  /** @param {string} name of the page that draws it */
  toggle(name) {
    if (this.shown === name) this.close();
    else this.open(name);
  }

  /** @param {string} name */
  async open(name) {
    if (this.isOpen) this.dispatchEvent(new CustomEvent('closed'));
    this.shown = name;
    await this.refresh();
    this.element.hidden = false;
    this.element.focus({ preventScroll: true });
  }

  /** Draws what is in it anew. */
  async refresh() {
    const name = this.shown;
    try {
      await drawIn('#drawer', `${this.take.url}/${name}`, 'innerHTML');
    } catch (error) {
      fault(error);
    }
    if (this.shown === name) this.dispatchEvent(new CustomEvent('drawn', { detail: name }));
  }

  close() {
    this.shown = null;
    this.element.hidden = true;
    this.element.replaceChildren();
    this.dispatchEvent(new CustomEvent('closed'));
  }
}
