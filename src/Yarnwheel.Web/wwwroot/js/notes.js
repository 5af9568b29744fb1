// @ts-check
/** Sentences that come up at the foot of the page and go by themselves. */

/**
 * @param {string} text
 * @param {'plain' | 'fault'} [kind] faults stay until they are closed
 * @param {{ words: string, act: () => unknown }} [offer] what can be done about it; then it stays longer
 */
export function note(text, kind = 'plain', offer) {
  const place = /** @type {HTMLElement} */ (document.getElementById('notes'));
  for (const old of place.children) if (old.firstChild?.textContent === text) old.remove();
  const line = document.createElement('div');
  line.className = `note is-${kind}`;
  const words = document.createElement('span');
  words.textContent = text;
  const close = document.createElement('button');
  close.type = 'button';
  close.className = 'quiet';
  close.textContent = '×';
  close.setAttribute('aria-label', 'Close');
  close.addEventListener('click', () => line.remove());
  line.append(words);
  if (offer) {
    const button = document.createElement('button');
    Object.assign(button, { type: 'button', className: 'quiet note-offer', textContent: offer.words });
    button.addEventListener('click', () => {
      line.remove();
      offer.act();
    });
    line.append(button);
  }
  line.append(close);
  place.append(line);
  if (kind === 'plain') setTimeout(() => line.remove(), offer ? 20_000 : 6000);
}

/** @param {unknown} error */
export function fault(error) {
  if (error instanceof DOMException && error.name === 'AbortError') return;
  note(error instanceof Error ? error.message : String(error), 'fault');
}
