// @ts-check
/** A plain name of a tone. @param {number} tone 0 … 100 */
const toneName = tone => (tone < 33 ? 'Darks' : tone < 67 ? 'Middles' : 'Lights');

/**
 * By light: a press takes the tone under it, pulling away widens the range. On a free curve it adds a point there that pulling raises.
 * @param {import('../panel/work.js').Work} work
 * @returns {import('./pull-away.js').Way}
 */
export function lightWay(work) {
  const half = (/** @type {number} */ way) => Math.round(5 + way * 0.2);
  const curve = () => (work.part?.curve?.length ? /** @type {{ tone: number, mask: number }[]} */ (work.part.curve) : null);
  const raised = (/** @type {number} */ way) => Math.min(100, Math.round(50 + way * 0.5));
  return {
    hint: 'pull away from a tone: the further, the wider the range · its handles drag on the strip · Esc drops it',
    reads: true,
    begin: (press, read) => ({ tone: read.tone }),
    fields: (begun, way) => {
      const own = curve();
      if (own) return { curve: [...own.filter(p => Math.abs(p.tone - begun.tone) > 2), { tone: Math.round(begun.tone * 10) / 10, mask: raised(way) }].sort((a, b) => a.tone - b.tone) };
      return { from: Math.max(0, Math.round(begun.tone - half(way))), to: Math.min(100, Math.round(begun.tone + half(way))), ...(work.part ? {} : { fadeFrom: 8, fadeTo: 8 }) };
    },
    words: (begun, way) => (curve() ? `tone ${begun.tone.toFixed(0)} %, mask ${raised(way)} %` : `tone ${begun.tone.toFixed(0)} % ± ${half(way)} %`),
    label: begun => `Tones round ${begun.tone.toFixed(0)} %`,
    named: begun => toneName(begun.tone),
  };
}
