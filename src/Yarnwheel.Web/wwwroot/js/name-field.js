// @ts-check

/**
 * A field for a name where the name stands: Enter or leaving it keeps, Esc does not.
 * @param {string} value @param {string} label for screen readers
 * @param {(field: HTMLInputElement) => void} put puts it on the page
 * @param {(name: string | null) => unknown} end told once of the new name, or null where the old one stays; takes the field away
 */
export function askName(value, label, put, end) {
  const field = document.createElement('input');
  Object.assign(field, { value, maxLength: 60, className: 'name-field' });
  field.setAttribute('aria-label', label);
  let isOver = false;
  const finish = (/** @type {boolean} */ isKept) => {
    if (isOver) return;
    isOver = true;
    const name = field.value.trim();
    end(isKept && name !== value ? name : null);
  };
  field.addEventListener('click', event => event.preventDefault());
  field.addEventListener('change', event => event.stopPropagation());
  field.addEventListener('keydown', event => {
    event.stopPropagation();
    if (event.key !== 'Enter' && event.key !== 'Escape') return;
    event.preventDefault();
    finish(event.key === 'Enter');
  });
  field.addEventListener('blur', () => finish(true));
  put(field);
  field.focus();
  field.select();
}
