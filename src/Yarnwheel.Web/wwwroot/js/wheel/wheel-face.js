// @ts-check
import { hueColour, hueName } from './hue-words.js';
import { wheelCurve } from './wheel-curve.js';

/** @typedef {{ hue: number, lift: number }} Spoke */

/** Radii of the wheel in its own units; its view box runs from −130 to 130. */
export const RADII = {
  neutral: 54,      // of lift 0
  span: 33,         // from lift 0 to ±100
  ring: 93,
  ringEnd: 100,
  band: 100.5,      // arcs of kept hues
  bandEnd: 105,
  petals: 106,
  petalsEnd: 129,
};
const SVG = 'http://www.w3.org/2000/svg';

/** @param {number} hue @param {number} radius */
const place = (hue, radius) => ({ x: radius * Math.cos(hue * Math.PI / 180), y: -radius * Math.sin(hue * Math.PI / 180) });

/** @param {number} lift */
const radiusOf = lift => RADII.neutral + lift / 100 * RADII.span;

/** @param {string} name @param {Record<string, string | number>} attributes @param {Element} parent */
function draw(name, attributes, parent) {
  const element = document.createElementNS(SVG, name);
  for (const [key, value] of Object.entries(attributes)) element.setAttribute(key, String(value));
  parent.append(element);
  return element;
}

/** A piece of a ring. @param {number} from @param {number} to degrees @param {number} inner @param {number} outer */
function arc(from, to, inner, outer) {
  const a = place(from, inner), b = place(from, outer), c = place(to, outer), d = place(to, inner);
  return `M${a.x} ${a.y}L${b.x} ${b.y}A${outer} ${outer} 0 0 0 ${c.x} ${c.y}L${d.x} ${d.y}A${inner} ${inner} 0 0 1 ${a.x} ${a.y}Z`;
}

/** What the wheel looks like: ring, petals, curve, arcs, knobs. It draws what it is told and knows nothing of the take. */
export class WheelFace {
  /** @param {SVGSVGElement} svg */
  constructor(svg) {
    this.svg = svg;
    this.petals = draw('g', { class: 'petals' }, svg);
    const ring = draw('g', { class: 'ring' }, svg);
    for (let hue = 0; hue < 360; hue += 3) draw('path', { d: arc(hue, hue + 3.2, RADII.ring, RADII.ringEnd), fill: hueColour(hue + 1.5) }, ring);
    draw('circle', { class: 'wheel-face', r: RADII.ring - 2 }, svg);
    for (const lift of [-100, -50, 50, 100]) draw('circle', { class: 'wheel-line', r: radiusOf(lift) }, svg);
    draw('circle', { class: 'wheel-line is-neutral', r: RADII.neutral }, svg);
    this.curve = draw('path', { class: 'wheel-curve' }, svg);
    this.pointer = draw('g', { class: 'hue-pointer', visibility: 'hidden' }, svg);
    draw('path', { d: `M${RADII.ring + 1} 0L${RADII.ringEnd + 6} -4.5L${RADII.ringEnd + 6} 4.5Z` }, this.pointer);
    this.knobs = draw('g', {}, svg);
    this.arcs = draw('g', { class: 'hue-arcs' }, svg);
  }

  /** Where the pointer is. @param {MouseEvent} event */
  at(event) {
    const box = this.svg.getBoundingClientRect();
    const x = (event.clientX - box.left) / box.width * 260 - 130;
    const y = (event.clientY - box.top) / box.height * 260 - 130;
    return { radius: Math.hypot(x, y), hue: ((Math.atan2(-y, x) * 180 / Math.PI) + 360) % 360 };
  }

  /** The photo's own hues round the ring. @param {number[]} hues shares, 0 … 1 */
  drawPetals(hues) {
    const step = 360 / hues.length;
    const { petals, petalsEnd } = RADII;
    this.petals.replaceChildren();
    hues.forEach((share, i) => {
      if (share < 0.004) return;
      draw('path', { d: arc(i * step, (i + 1) * step, petals, petals + Math.sqrt(share) * (petalsEnd - petals)), fill: hueColour((i + 0.5) * step, 0.66, 0.12) }, this.petals);
    });
  }

  /** Marks the hue under the pointer; null takes the mark away. @param {number | null} hue */
  mark(hue) {
    this.pointer.setAttribute('visibility', hue === null ? 'hidden' : 'visible');
    if (hue !== null) this.pointer.setAttribute('transform', `rotate(${-hue})`);
  }

  /** The arcs of hues that are kept, with their soft shoulders; those of the chosen area can be dragged. @param {{ arc: { from: number, to: number, fade?: number }, path: string, chosen: boolean, own: boolean }[]} arcs */
  drawArcs(arcs) {
    const held = this.arcs.querySelector(':focus')?.getAttribute('data-grip');
    this.arcs.replaceChildren();
    const { band, bandEnd } = RADII;
    // The chosen one last: its grips lie on top.
    for (const { arc: { from, to, fade = 0 }, path, chosen, own } of arcs.toSorted((a, b) => Number(a.chosen) - Number(b.chosen))) {
      const width = ((to - from) % 360 + 360) % 360;
      const group = draw('g', { class: `hue-arc${own ? ' is-own' : ''}${chosen ? ' is-chosen' : ''}`, 'data-arc': path, 'data-grip': 'all' }, this.arcs);
      const reach = Math.min(fade, (360 - width) / 2);
      for (let k = 0; k < 6; k++) {
        const [near, far] = [reach * k / 6, reach * (k + 1) / 6];
        for (const [a, b] of [[from - far, from - near], [to + near, to + far]]) draw('path', { d: arc(a, b, band, bandEnd), opacity: 0.75 * (1 - (k + 0.5) / 6) }, group);
      }
      for (let at = 0; at < width; at += 6) draw('path', { d: arc(from + at, from + Math.min(at + 6.2, width), band, bandEnd) }, group);
      if (!chosen) continue;
      for (const [grip, hue, label] of /** @type {[string, number, string][]} */ ([['fadeFrom', from - reach, 'Fade before the arc'], ['fadeTo', to + reach, 'Fade after the arc'], ['from', from, 'Beginning of the arc'], ['to', to, 'End of the arc']])) {
        const at = place(hue, (band + bandEnd) / 2);
        const value = grip.startsWith('fade') ? fade : hue;
        const end = draw('circle', { cx: at.x, cy: at.y, r: grip.startsWith('fade') ? 2.6 : 4.6, class: `arc-grip is-${grip.startsWith('fade') ? 'fade' : 'end'}`, tabindex: 0, role: 'slider', 'aria-label': label, 'aria-valuenow': Math.round(value), 'aria-valuetext': `${Math.round(value)}°`, 'data-arc': path, 'data-grip': grip }, group);
        if (grip === held) /** @type {SVGElement} */ (end).focus({ preventScroll: true });
      }
    }
  }

  /** @param {Spoke[]} spokes @param {number} dragged index, or −1 @param {boolean} off whether the dragged one is pulled off */
  drawSpokes(spokes, dragged, off) {
    const curve = wheelCurve(spokes);
    const points = [];
    for (let hue = 0; hue < 360; hue += 2) {
      const at = place(hue, radiusOf(curve(hue)));
      points.push(`${at.x.toFixed(2)} ${at.y.toFixed(2)}`);
    }
    this.curve.setAttribute('d', `M${points.join('L')}Z`);
    while (this.knobs.children.length > spokes.length) this.knobs.lastElementChild?.remove();
    spokes.forEach((spoke, i) => {
      const knob = this.knobs.children[i] ?? this.#newKnob(i);
      const at = place(spoke.hue, radiusOf(spoke.lift));
      const foot = place(spoke.hue, RADII.neutral);
      const [line, hit, face] = knob.children;
      for (const [name, value] of Object.entries({ x1: foot.x, y1: foot.y, x2: at.x, y2: at.y })) line.setAttribute(name, String(value));
      for (const circle of [hit, face]) {
        circle.setAttribute('cx', String(at.x));
        circle.setAttribute('cy', String(at.y));
      }
      face.setAttribute('fill', hueColour(spoke.hue, 0.68, 0.14));
      knob.setAttribute('aria-label', `Spoke at ${Math.round(spoke.hue)}°, ${hueName(spoke.hue)}`);
      knob.setAttribute('aria-valuenow', String(Math.round(spoke.lift)));
      knob.setAttribute('aria-valuetext', `lift ${Math.round(spoke.lift)}`);
      knob.classList.toggle('is-dragged', i === dragged);
      knob.classList.toggle('is-off', i === dragged && off);
    });
  }

  /** The lift that a radius stands for. @param {number} radius */
  static liftAt(radius) {
    return (radius - RADII.neutral) / RADII.span * 100;
  }

  /** @param {number} index */
  #newKnob(index) {
    const knob = draw('g', { class: 'knob', tabindex: 0, role: 'slider', 'data-spoke': index, 'aria-valuemin': -100, 'aria-valuemax': 100 }, this.knobs);
    draw('line', {}, knob);
    draw('circle', { class: 'knob-hit', r: 10 }, knob);
    draw('circle', { class: 'knob-face', r: 5.5 }, knob);
    return knob;
  }
}
