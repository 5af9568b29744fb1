// @ts-check
import { post } from '../http.js';
import { SaveSet } from '../copies/save-set.js';
import { fault, note } from '../notes.js';

/**
 * What can be done with the selected photos.
 * @param {HTMLElement} bar @param {import('./selection.js').Selection} selection @param {ReturnType<typeof import('./wish.js').wireWish>} wish
 */
export function wireSelected(bar, selection, wish) {
  const count = () => `${selection.ids.length} photo${selection.ids.length === 1 ? '' : 's'}`;
  selection.addEventListener('changed', () => {
    bar.hidden = selection.ids.length === 0;
    /** @type {HTMLElement} */ (bar.querySelector('b')).textContent = `${count()} selected`;
    /** @type {HTMLElement} */ (bar.querySelector('[data-select="take-out"]')).hidden = wish.set === null;
  });
  const saving = new SaveSet(/** @type {HTMLDialogElement} */ (document.getElementById('save-set')));
  addEventListener('keydown', event => {
    if (event.key !== 's' || !(event.ctrlKey || event.metaKey) || selection.ids.length === 0) return;
    event.preventDefault();
    saving.open(selection.inOrder);
  });
  /** @type {Record<string, () => Promise<unknown>>} */
  const acts = {
    like: () => post('/shelf/like', { photos: selection.ids, liked: true }),
    unlike: () => post('/shelf/like', { photos: selection.ids, liked: false }),
    'take-out': () => post(`/sets/${wish.set}/take-out`, { photos: selection.ids }),
  };
  bar.addEventListener('click', async event => {
    const button = event.target instanceof Element ? /** @type {HTMLElement | null} */ (event.target.closest('[data-select]')) : null;
    const what = button?.dataset.select ?? '';
    if (what === 'none') selection.clear();
    if (what === 'copies') saving.open(selection.inOrder);
    if (what === 'sheet') location.assign(`/sheet?photos=${selection.inOrder.join(',')}`);
    if (!acts[what]) return;
    try {
      await acts[what]();
      wish.refresh();
      if (what === 'take-out') wish.refreshSets();
    } catch (error) {
      fault(error);
    }
  });
  bar.addEventListener('submit', async event => {
    event.preventDefault();
    const field = /** @type {HTMLInputElement} */ (bar.querySelector('.set-new input'));
    const name = field.value.trim();
    const known = [.../** @type {NodeListOf<HTMLElement>} */ (document.querySelectorAll('#set-names option'))].find(option => /** @type {HTMLOptionElement} */ (option).value === name);
    try {
      await post('/sets', { set: known ? Number(known.dataset.set) : null, name, photos: selection.ids });
      note(`${count()} in the set “${name}”.`);
      field.value = '';
      selection.clear();
      wish.refreshSets();
    } catch (error) {
      fault(error);
    }
  });
}
