// @ts-check
/**
 * One key for each tool and view. Keys typed into fields stay there.
 * @param {Record<string, (event: KeyboardEvent) => void>} pressed by key; with "Ctrl+" or "Ctrl+Shift+" before it
 * @param {Record<string, (event: KeyboardEvent) => void>} released
 */
export function listenToKeys(pressed, released) {
  const typing = (/** @type {KeyboardEvent} */ event) =>
    event.target instanceof HTMLInputElement || event.target instanceof HTMLSelectElement || event.target instanceof HTMLTextAreaElement;
  const name = (/** @type {KeyboardEvent} */ event) => {
    const key = event.key.length === 1 ? event.key.toLowerCase() : event.key;
    return (event.ctrlKey || event.metaKey ? 'Ctrl+' : '') + (event.shiftKey && (event.ctrlKey || event.metaKey) ? 'Shift+' : '') + key;
  };
  addEventListener('keydown', event => {
    if (document.querySelector('dialog[open]')) return;
    const action = pressed[name(event)];
    if (!action || (typing(event) && !event.ctrlKey && !event.metaKey)) return;
    event.preventDefault();
    action(event);
  });
  addEventListener('keyup', event => released[event.key.toLowerCase()]?.(event));
}
