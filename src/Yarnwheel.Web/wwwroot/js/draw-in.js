// @ts-check

/** Of each place: the number of the newest wish, and the end of what is being drawn. @type {Map<string, { newest: number, last: Promise<unknown> }>} */
const places = new Map();

/**
 * Puts what the application draws into a place. Each place has a turn of its own; of wishes that come while one is being fulfilled only the newest is.
 * @param {string} target @param {string} url @param {'innerHTML' | 'innerMorph'} swap
 * @returns {Promise<unknown>} done when it is there, or left to a newer one
 */
export function drawIn(target, url, swap) {
  const place = places.get(target) ?? { newest: 0, last: Promise.resolve() };
  places.set(target, place);
  const wish = ++place.newest;
  // Without a source of its own htmx would let all places of the page wait in one line, and drop the third.
  const turn = place.last.then(() => (wish === place.newest ? window.htmx.ajax('GET', url, { source: target, target, swap }) : undefined));
  place.last = turn.catch(() => {});
  return turn;
}
