// @ts-check
const SVG = 'http://www.w3.org/2000/svg';

/** Draws over the photo in two tones, so that it shows on any colour. All in CSS pixels of the stage. */
export class Pen {
  /** @param {SVGSVGElement} svg @param {HTMLElement} words a small sign beside the pointer */
  constructor(svg, words) {
    this.svg = svg;
    this.words = words;
  }

  clear() {
    this.svg.replaceChildren();
    this.words.hidden = true;
  }

  /** @param {string} d @param {string} [kind] "is-lit", "is-thin", "is-dashed" */
  path(d, kind = '') {
    for (const name of ['mark-under', 'mark-over']) {
      const path = document.createElementNS(SVG, 'path');
      path.setAttribute('d', d);
      path.setAttribute('class', `${name} ${kind}`);
      this.svg.append(path);
    }
  }

  /** @param {{ x: number, y: number }} at @param {number} radius @param {string} [kind] */
  ring({ x, y }, radius, kind = '') {
    this.path(`M${x - radius} ${y}a${radius} ${radius} 0 1 0 ${2 * radius} 0a${radius} ${radius} 0 1 0 ${-2 * radius} 0`, kind);
  }

  /** A thing to drag: a square for corners, a ring for all else. @param {{ x: number, y: number }} at @param {'ring' | 'square' | 'small'} shape @param {boolean} [lit] */
  handle({ x, y }, shape, lit = false) {
    const size = shape === 'small' ? 3 : 5;
    const kind = `mark-handle${lit ? ' is-lit' : ''}`;
    if (shape === 'square') this.path(`M${x - size} ${y - size}h${2 * size}v${2 * size}h${-2 * size}z`, kind);
    else this.ring({ x, y }, size, kind);
  }

  /** @param {{ x: number, y: number }} a @param {{ x: number, y: number }} b @param {string} [kind] */
  line(a, b, kind = '') {
    this.path(`M${a.x} ${a.y}L${b.x} ${b.y}`, kind);
  }

  /**
   * What a brush would lay down: full up to its hardness, easing to nothing (Hermite).
   * @param {{ x: number, y: number }} at @param {number} radius @param {number} hardness 0 … 1 @param {number} strength 0 … 1
   */
  soft({ x, y }, radius, hardness, strength) {
    const gradient = document.createElementNS(SVG, 'radialGradient');
    gradient.id = 'soft-brush';
    for (let i = 0; i <= 8; i++) {
      const stop = document.createElementNS(SVG, 'stop');
      const t = i / 8;
      stop.setAttribute('offset', String(hardness + (1 - hardness) * t));
      stop.setAttribute('stop-color', '#fff');
      stop.setAttribute('stop-opacity', String(0.3 * strength * (1 - t * t * (3 - 2 * t))));
      gradient.append(stop);
    }
    const disc = document.createElementNS(SVG, 'circle');
    for (const [name, value] of Object.entries({ cx: x, cy: y, r: radius, fill: 'url(#soft-brush)' })) disc.setAttribute(name, String(value));
    this.svg.append(gradient, disc);
  }

  /** The way of a brush that is not computed yet. @param {{ x: number, y: number }[]} points @param {number} width @param {boolean} away */
  trail(points, width, away) {
    if (points.length === 0) return;
    const path = document.createElementNS(SVG, 'path');
    path.setAttribute('d', `M${points.map(p => `${p.x} ${p.y}`).join('L')}${points.length === 1 ? 'h0' : ''}`);
    path.setAttribute('class', `mark-trail${away ? ' is-away' : ''}`);
    path.setAttribute('stroke-width', String(width));
    this.svg.append(path);
  }

  /** @param {{ x: number, y: number }} at @param {string} words */
  say({ x, y }, words) {
    this.words.textContent = words;
    this.words.hidden = false;
    const room = /** @type {HTMLElement} */ (this.words.parentElement).clientWidth;
    const left = x + 20 + this.words.offsetWidth > room ? x - 20 - this.words.offsetWidth : x + 20;
    Object.assign(this.words.style, { left: `${left}px`, top: `${Math.max(4, y - 14)}px` });
  }
}

/** @param {{ x: number, y: number }} a @param {{ x: number, y: number }} b */
export const distance = (a, b) => Math.hypot(a.x - b.x, a.y - b.y);
