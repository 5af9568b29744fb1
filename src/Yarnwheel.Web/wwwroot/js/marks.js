// @ts-check
const SVG = 'http://www.w3.org/2000/svg';

/** The picks of the chosen part, drawn over the photo in two tones so that they show on any colour. */
export class Marks {
  /** @type {{ picks: any[], leaveOut: any[] }} */
  #part = { picks: [], leaveOut: [] };
  /** @type {any} */
  #box = null;
  /** @type {{ list: string, index: number } | null} */
  #lit = null;

  /** @param {SVGSVGElement} svg @param {import('./view.js').PhotoView} view */
  constructor(svg, view) {
    this.svg = svg;
    this.view = view;
    view.addEventListener('moved', () => this.draw());
  }

  /** @param {any} part the chosen by-colour part, or null */
  setPart(part) {
    this.#part = { picks: part?.picks ?? [], leaveOut: part?.leaveOut ?? [] };
    this.draw();
  }

  /** @param {any} box @param {boolean} leaveOut */
  setBox(box, leaveOut) {
    this.#box = box && { ...box, leaveOut };
    this.draw();
  }

  /** Makes one pick stand out. @param {{ list: string, index: number } | null} pick */
  light(pick) {
    this.#lit = pick;
    this.draw();
  }

  draw() {
    this.svg.replaceChildren();
    for (const list of /** @type {const} */ (['picks', 'leaveOut'])) {
      this.#part[list].forEach((pick, index) => {
        const lit = this.#lit?.list === list && this.#lit.index === index;
        if (pick.x0 === undefined) this.#point(pick, list === 'leaveOut', lit);
        else this.#rectangle(pick, list === 'leaveOut', lit);
      });
    }
    if (this.#box) this.#rectangle(this.#box, this.#box.leaveOut, true);
  }

  /** @param {any} pick @param {boolean} leaveOut @param {boolean} lit */
  #point(pick, leaveOut, lit) {
    const { x, y } = this.view.toStage(pick.x, pick.y);
    const radius = lit ? 9 : 6;
    const d = `M${x - radius} ${y}a${radius} ${radius} 0 1 0 ${2 * radius} 0a${radius} ${radius} 0 1 0 ${-2 * radius} 0`
      + (leaveOut ? `M${x - radius} ${y + radius}L${x + radius} ${y - radius}` : '');
    this.#twoTone(d);
  }

  /** @param {any} box @param {boolean} leaveOut @param {boolean} lit */
  #rectangle(box, leaveOut, lit) {
    const a = this.view.toStage(box.x0, box.y0);
    const b = this.view.toStage(box.x1, box.y1);
    const d = `M${a.x} ${a.y}H${b.x}V${b.y}H${a.x}Z` + (leaveOut ? `M${a.x} ${b.y}L${b.x} ${a.y}` : '');
    this.#twoTone(d, lit);
  }

  /** @param {string} d @param {boolean} [lit] */
  #twoTone(d, lit = false) {
    for (const name of ['mark-under', lit ? 'mark-over is-lit' : 'mark-over']) {
      const path = document.createElementNS(SVG, 'path');
      path.setAttribute('d', d);
      path.setAttribute('class', name);
      this.svg.append(path);
    }
  }
}
