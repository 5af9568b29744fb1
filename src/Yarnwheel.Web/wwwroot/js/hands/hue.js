// @ts-check
import { hueName } from '../wheel/hue-words.js';

const turn = (/** @type {number} */ hue) => ((Math.round(hue) % 360) + 360) % 360;

/**
 * By hue: a press brings the hue under it in, pulling away widens the arc. Where every hue has an amount, pulling raises the nearest.
 * @param {import('../panel/work.js').Work} work
 * @returns {import('./pull-away.js').Way}
 */
export function hueWay(work) {
  const half = (/** @type {number} */ way) => Math.min(170, Math.round(12 + way * 0.35));
  const every = () => (work.part?.amounts?.length ? /** @type {{ hue: number, amount: number }[]} */ (work.part.amounts) : null);
  const apart = (/** @type {number} */ a, /** @type {number} */ b) => Math.abs(((a - b + 540) % 360) - 180);
  const nearest = (/** @type {number} */ hue) => (every() ?? []).reduce((best, entry, i, all) => (apart(entry.hue, hue) < apart(all[best].hue, hue) ? i : best), 0);
  const amount = (/** @type {any} */ begun, /** @type {number} */ way) => Math.min(100, Math.round(begun.amount + way));
  return {
    hint: 'pull away from a colour: the further, the wider the arc · its ends drag on the wheel · Esc drops it',
    reads: true,
    refusal: 'a grey: there is no hue here',
    begin: (press, read) => {
      if (read.chroma < 1.5) return null;
      const index = nearest(read.hue);
      return { hue: read.hue, name: read.name, index, amount: every()?.[index].amount ?? 0 };
    },
    fields: (begun, way) => {
      const all = every();
      return all
        ? { amounts: all.map((entry, i) => (i === begun.index ? { ...entry, amount: amount(begun, way) } : entry)) }
        : { from: turn(begun.hue - half(way)), to: turn(begun.hue + half(way)) };
    },
    words: (begun, way) => (every() ? `${hueName(begun.hue)} ${amount(begun, way)} %` : `${hueName(begun.hue)} ${turn(begun.hue)}° ± ${half(way)}°`),
    label: (begun, way) => (every() ? `Hue ${hueName(begun.hue)} ${amount(begun, way)} %` : `Hues round ${hueName(begun.hue)}`),
    named: begun => begun.name,
  };
}
