// @ts-check

/**
 * What a take is compared with.
 * @typedef {{ kind: 'original' | 'bare' | 'without' | 'take' | 'step', number?: number, words: string }} Against
 */

/** @type {Against} */
export const asItCame = { kind: 'original', words: 'as it came' };

/**
 * How the other side differs from what the view asks for.
 * @param {Against} against @param {import('../take.js').Take} take @param {number | null} area the chosen one
 * @returns {{ take: number, show: string, at: number | null, draft: import('../take.js').Operation[] | null, isLive: boolean }} isLive: whether it changes while the take is worked on
 */
export function otherSide(against, take, area) {
  const side = { take: take.id, show: 'result', at: /** @type {number | null} */ (null), draft: /** @type {import('../take.js').Operation[] | null} */ (null), isLive: false };
  if (against.kind === 'original') return { ...side, show: 'original' };
  if (against.kind === 'take') return { ...side, take: against.number ?? take.id };
  if (against.kind === 'step') return { ...side, at: against.number ?? null };
  const areas = /** @type {any[]} */ (take.state.recipe?.areas ?? []);
  const off = areas.flatMap((_, index) => (against.kind === 'bare' || index === area ? [{ op: /** @type {const} */ ('replace'), path: `/areas/${index}/on`, value: false }] : []));
  return { ...side, draft: [...(take.draft ?? []), ...off], isLive: true };
}
