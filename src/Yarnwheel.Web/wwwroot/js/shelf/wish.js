// @ts-check
import { post } from '../http.js';
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
  const refreshSets = () => window.htmx.ajax('GET', `/?handler=Sets&${query()}`, { target: '#sets', swap: 'innerHTML' });
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
        nameIn(button, name, async wanted => {
          await post(`/sets/${setRename}/rename`, { name: wanted });
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
    refresh,
    refreshSets,
    /** The set that is shown. @returns {number | null} */
    get set() {
      return Number(query().get('set')) || null;
    },
  };
}

/** A button becomes a field for a name, until Enter or Esc. @param {HTMLElement} button @param {string} name @param {(name: string) => Promise<void>} keep */
function nameIn(button, name, keep) {
  const field = document.createElement('input');
  Object.assign(field, { value: name, maxLength: 60, className: 'set-name' });
  field.setAttribute('aria-label', 'Name of the set');
  button.replaceWith(field);
  field.select();
  let isOver = false;
  const end = () => {
    if (isOver) return;
    isOver = true;
    field.replaceWith(button);
  };
  field.addEventListener('change', event => event.stopPropagation());
  field.addEventListener('keydown', async event => {
    event.stopPropagation();
    if (event.key === 'Escape') end();
    if (event.key !== 'Enter') return;
    event.preventDefault();
    try {
      await keep(field.value);
    } catch (error) {
      fault(error);
    }
    end();
  });
  field.addEventListener('blur', end);
}
