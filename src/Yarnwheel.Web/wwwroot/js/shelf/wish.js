// @ts-check
import { drawIn } from '../draw-in.js';
import { post } from '../http.js';
import { askName } from '../name-field.js';
import { fault } from '../notes.js';

/**
 * Which photos the Shelf shows: by name, mark, set, in which order and size. The application finds them; the wish stands in the address, the size in this browser.
 * @param {HTMLFormElement} form @param {HTMLInputElement} size
 */
export function wireWish(form, size) {
  const find = /** @type {HTMLInputElement} */ (form.elements.namedItem('find'));
  /** What was asked for, as the address has it. */
  const query = () => {
    const asked = new URLSearchParams();
    for (const [name, value] of new FormData(form)) if (value !== '' && value !== 'newest') asked.set(name, String(value));
    return asked;
  };
  const refresh = () => window.htmx.trigger(form, 'refresh');
  const refreshSets = () => drawIn('#sets', `/?handler=Sets&${query()}`, 'innerHTML');
  form.addEventListener('submit', event => event.preventDefault());
  form.addEventListener('change', () => {
    history.replaceState(null, '', query().size > 0 ? `/?${query()}` : '/');
    refreshSets();
  });
  /** @type {ReturnType<typeof setTimeout> | undefined} */
  let timer;
  find.addEventListener('input', () => {
    clearTimeout(timer);
    timer = setTimeout(() => find.dispatchEvent(new Event('change', { bubbles: true })), 200);
  });
  addEventListener('keydown', event => {
    if (event.key !== '/' || event.target instanceof HTMLInputElement) return;
    event.preventDefault();
    find.select();
  });

  size.value = localStorage.getItem('shelf size') ?? size.value;
  const resize = () => document.documentElement.style.setProperty('--card', `${size.value}px`);
  resize();
  size.addEventListener('input', resize);
  size.addEventListener('change', event => {
    event.stopPropagation();
    localStorage.setItem('shelf size', size.value);
  });

  form.addEventListener('click', async event => {
    const button = event.target instanceof Element ? /** @type {HTMLElement | null} */ (event.target.closest('[data-set-rename], [data-set-remove]')) : null;
    if (!button) return;
    const { setRename, setRemove, name = '' } = button.dataset;
    try {
      if (setRename) {
        askName(name, 'Name of the set', field => button.replaceWith(field), async wanted => {
          try {
            if (wanted !== null) await post(`/sets/${setRename}/rename`, { name: wanted });
          } catch (error) {
            fault(error);
          }
          refreshSets();
        });
        return;
      }
      await post(`/sets/${setRemove}/remove`);
      /** @type {HTMLInputElement} */ (form.querySelector('input[name="set"][value=""]')).checked = true;
      form.dispatchEvent(new Event('change', { bubbles: true }));
    } catch (error) {
      fault(error);
    }
  });
  return {
    /** Shares a set with these, and with nobody else. @param {number} set @param {string[]} people */
    async share(set, people) {
      try {
        await post(`/sets/${set}/share`, { people });
      } catch (error) {
        fault(error);
      }
      refreshSets();
    },
    refresh,
    refreshSets,
    /** The set that is shown. @returns {number | null} */
    get set() {
      return Number(query().get('set')) || null;
    },
  };
}
