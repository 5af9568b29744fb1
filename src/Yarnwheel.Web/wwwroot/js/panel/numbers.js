// @ts-check
/**
 * Numbers that can be dragged, typed, stepped by arrow keys (Shift for ten) and reset by a double click.
 * @typedef {{ draft: (value: number) => void, commit: (value: number, before: number) => void, cancel: () => void }} Hooks
 */

/** @type {WeakMap<HTMLElement, Hooks>} */
const hooks = new WeakMap();

/** @param {HTMLElement} element */
const limits = element => ({
  least: Number(element.dataset.least),
  most: Number(element.dataset.most),
  neutral: Number(element.dataset.neutral),
  step: Number(element.dataset.step ?? 1),
});

/** @param {HTMLElement} element */
const input = element => /** @type {HTMLInputElement} */ (element.querySelector('.number-value'));

/** Whether it is a hue of the whole circle: its track is a strip of the hues themselves. @param {HTMLElement} element */
const isHue = element => element.classList.contains('is-hue');

/** As finely as its step asks for. @param {number} value @param {number} step */
const rounded = (value, step) => (step < 0.01 ? Math.round(value * 1e4) / 1e4 : Math.round(value * 100) / 100);

/** Shows a value without telling anybody. @param {HTMLElement} element @param {number} value */
export function showNumber(element, value) {
  const field = input(element);
  const text = String(rounded(value, limits(element).step));
  field.value = text;
  field.setAttribute('aria-valuenow', text);
  element.dataset.now = String(value);
  showTrack(element, value);
}

/** Shows a value on the track alone, while the field is being typed in. @param {HTMLElement} element @param {number} value */
export function showTrack(element, value) {
  const { least, most, neutral } = limits(element);
  const share = (/** @type {number} */ v) => Math.min(Math.max((v - least) / (most - least), 0), 1);
  const from = Math.min(share(value), share(neutral));
  const to = Math.max(share(value), share(neutral));
  if (isHue(element)) element.style.setProperty('--turned', String(value));
  const fill = /** @type {HTMLElement} */ (element.querySelector('.number-fill'));
  fill.style.left = `${100 * from}%`;
  fill.style.width = `${100 * (to - from)}%`;
  const mark = /** @type {HTMLElement} */ (element.querySelector('.number-neutral'));
  mark.style.left = `${100 * share(neutral)}%`;
}

/**
 * Builds a number where no page drew it.
 * @param {string} label @param {number} least @param {number} most @param {number} neutral @param {string} unit @param {string} hint
 */
export function buildNumber(label, least, most, neutral, unit, hint) {
  const element = document.createElement('div');
  element.className = 'number';
  Object.assign(element.dataset, { least, most, neutral, unit });
  if (unit === '°' && least === 0 && most === 360) element.classList.add('is-hue');
  element.title = `${hint} Drag, type, or use the arrow keys (Shift for ten); double click: ${neutral}`;
  element.innerHTML = '<span class="number-label"></span><input class="number-value" type="text" inputmode="decimal" role="spinbutton" autocomplete="off" value="0"><span class="number-unit" aria-hidden="true"></span><span class="number-track" aria-hidden="true"><span class="number-fill"></span><span class="number-neutral"></span></span>';
  /** @type {HTMLElement} */ (element.querySelector('.number-label')).textContent = label;
  /** @type {HTMLElement} */ (element.querySelector('.number-unit')).textContent = unit;
  const field = input(element);
  field.setAttribute('aria-label', label);
  field.setAttribute('aria-valuemin', String(least));
  field.setAttribute('aria-valuemax', String(most));
  if (isHue(element)) field.insertAdjacentHTML('beforebegin', `<button type="button" class="hue-pick" title="Take the hue from the photo: press, then click on the photo" aria-label="${label}: take it from the photo"></button>`);
  return element;
}

/** Makes a number work. @param {HTMLElement} element @param {Hooks} own */
export function wireNumber(element, own) {
  const known = hooks.has(element);
  hooks.set(element, own);
  if (known) return;
  showNumber(element, Number(input(element).getAttribute('value')));
  const field = input(element);
  const now = () => Number(element.dataset.now);
  const hold = (/** @type {number} */ value) => {
    const { least, most, step } = limits(element);
    return Math.min(Math.max(rounded(value, step), least), most);
  };
  const call = () => /** @type {Hooks} */ (hooks.get(element));
  let before = now();
  const draft = (/** @type {number} */ value) => {
    showNumber(element, hold(value));
    call().draft(now());
  };
  const commit = () => {
    if (now() !== before) call().commit(now(), before);
    before = now();
  };

  /** @type {{ x: number, value: number, moved: boolean } | null} */
  let drag = null;
  element.addEventListener('pointerdown', event => {
    if (event.button !== 0) return;
    before = now();
    if (event.target instanceof Element && event.target.closest('.hue-pick')) return;
    drag = { x: event.clientX, value: before, moved: false };
    const strip = isHue(element) && event.target instanceof Element ? event.target.closest('.number-track') : null;
    if (strip) {
      // On the strip a press takes the hue that lies there.
      const box = strip.getBoundingClientRect();
      drag.value = Math.round((event.clientX - box.left) / box.width * 360);
      drag.moved = true;
      draft(drag.value);
    }
    element.setPointerCapture(event.pointerId);
    if (event.target !== field) event.preventDefault();
  });
  element.addEventListener('pointermove', event => {
    if (!drag) return;
    const way = event.clientX - drag.x;
    if (!drag.moved && Math.abs(way) < 3) return;
    drag.moved = true;
    field.blur();
    element.classList.add('is-dragged');
    const { least, most, step } = limits(element);
    const reach = (most - least) / element.clientWidth * (event.shiftKey ? 0.2 : 1);
    draft(Math.round((drag.value + way * reach) / step) * step);
  });
  const letGo = () => {
    if (!drag) return;
    if (drag.moved) commit();
    else field.select();
    drag = null;
    element.classList.remove('is-dragged');
  };
  element.addEventListener('pointerup', event => {
    const clicked = drag && !drag.moved;
    letGo();
    if (clicked && event.target !== field) field.focus();
  });
  element.addEventListener('pointercancel', letGo);
  element.addEventListener('dblclick', () => {
    before = now();
    draft(limits(element).neutral);
    commit();
  });

  field.addEventListener('focus', () => { before = now(); });
  field.addEventListener('keydown', event => {
    const step = limits(element).step * (event.shiftKey ? 10 : 1);
    if (event.key === 'ArrowUp') draft(now() + step);
    else if (event.key === 'ArrowDown') draft(now() - step);
    else if (event.key === 'Enter') read();
    else if (event.key === 'Escape') {
      showNumber(element, before);
      call().cancel();
      field.blur();
    } else return;
    event.preventDefault();
    event.stopPropagation();
  });
  field.addEventListener('keyup', event => {
    if (event.key === 'ArrowUp' || event.key === 'ArrowDown') commit();
  });
  field.addEventListener('blur', () => read());
  const read = () => {
    const typed = Number(field.value.replace(',', '.').replace('−', '-'));
    if (field.value.trim() === '' || !Number.isFinite(typed)) showNumber(element, before);
    else showNumber(element, hold(typed));
    if (now() !== before) call().draft(now());
    commit();
  };
}

/** What a press on a hue's pick asks for: that one be taken from the photo. @param {HTMLElement} place */
export function wireHuePicks(place) {
  place.addEventListener('click', event => {
    const element = event.target instanceof Element && event.target.closest('.hue-pick') ? /** @type {HTMLElement | null} */ (event.target.closest('.number')) : null;
    element?.dispatchEvent(new CustomEvent('pick-hue', {
      bubbles: true,
      detail: (/** @type {number} */ hue) => {
        const before = Number(element.dataset.now);
        showNumber(element, Math.round(hue));
        hooks.get(element)?.commit(Number(element.dataset.now), before);
      },
    }));
  });
}
