// @ts-check
import { post } from '../http.js';
import { fault, note } from '../notes.js';

/**
 * Files of several pages or frames: a number typed at a photo brings that page to the Shelf as a photo of its own.
 * @param {HTMLElement} place of the photos @param {() => void} refresh
 */
export function wirePages(place, refresh) {
  place.addEventListener('change', async event => {
    const field = /** @type {HTMLInputElement | null} */ (/** @type {Element} */ (event.target).closest('[data-card="page"]'));
    const photo = /** @type {HTMLElement | null} */ (field?.closest('.photo-card') ?? null)?.dataset.photo;
    if (!field || !photo) return;
    event.stopPropagation();
    const page = field.value;
    field.value = field.defaultValue;
    try {
      const { name, wasThere } = await (await post(`/shelf/photos/${photo}/pages/${encodeURIComponent(page)}`)).json();
      note(wasThere ? `“${name}” is on the Shelf already.` : `“${name}” was put on the Shelf.`);
      refresh();
    } catch (error) {
      fault(error);
    }
  });
}
