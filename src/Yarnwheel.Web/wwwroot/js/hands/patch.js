// @ts-check
import { distance } from '../photo/pen.js';

/** What a press without a pull reaches. */
const RESTING = 15;

/**
 * By patch: the further the hand from the press, the wider the reach; coming back narrows it. Alt takes away.
 * A press on an earlier one pulls that anew.
 * @param {import('../panel/work.js').Work} work @param {import('../photo/view.js').PhotoView} view
 * @returns {import('./pull-away.js').Way}
 */
export function patchWay(work, view) {
  const seeds = () => /** @type {any[]} */ (work.part?.seeds ?? []);
  const reach = (/** @type {number} */ way) => Math.min(255, way < 1 ? RESTING : Math.round(way * 0.4));
  const signed = (/** @type {any} */ seed) => `${seed.takeAway ? 'takes away, ' : ''}reach ${seed.reach}`;
  /** @type {ReturnType<typeof setTimeout> | undefined} */
  let timer;
  const pulled = (/** @type {any} */ begun, /** @type {number} */ way) => ({ ...begun.seed, reach: reach(way) });
  return {
    hint: 'press and pull away: the further, the wider · or turn the wheel · Alt takes away · Esc drops it',
    reads: false,
    begin: press => {
      const index = seeds().findLastIndex(seed => distance(view.toStage(seed.x, seed.y), press) < 8);
      return index >= 0 ? { index, seed: seeds()[index] } : { index: seeds().length, seed: { x: press.photo.x, y: press.photo.y, ...(press.alt ? { takeAway: true } : {}) } };
    },
    fields: (begun, way) => {
      const all = [...seeds()];
      all[begun.index] = pulled(begun, way);
      return { seeds: all };
    },
    words: (begun, way) => signed(pulled(begun, way)),
    label: (begun, way) => `Patch ${signed(pulled(begun, way))}`,
    named: begun => ({ x: begun.seed.x, y: begun.seed.y }),
    draw: pen => {
      for (const seed of seeds()) {
        const at = view.toStage(seed.x, seed.y);
        pen.ring(at, 5);
        pen.path(seed.takeAway ? `M${at.x - 2.5} ${at.y}h5` : `M${at.x - 2.5} ${at.y}h5M${at.x} ${at.y - 2.5}v5`, 'is-thin');
      }
    },
    wheel: notches => {
      const last = seeds().length - 1;
      if (last < 0) return false;
      const path = `${work.path}/seeds/${last}/reach`;
      const before = seeds()[last].reach;
      const now = /** @type {number} */ (work.take.draft?.[0]?.path === path ? work.take.draft[0].value : before);
      const value = Math.min(Math.max(Math.round(now + 2 * notches), 0), 255);
      work.take.setDraft([{ op: 'replace', path, value }]);
      clearTimeout(timer);
      timer = setTimeout(() => work.take.commit(`Patch reach ${before} → ${value}`, [{ op: 'replace', path, value }]), 400);
      return true;
    },
  };
}
