// @ts-check
import { drawIn } from './draw-in.js';
import { post } from './http.js';
import { switchTheme } from './look.js';
import { fault } from './notes.js';

/** The page of copies: drawn anew while any is being made. */
const place = /** @type {HTMLElement} */ (document.getElementById('orders'));

const draw = () => drawIn('#orders', '/copies?handler=Orders', 'innerMorph');

place.addEventListener('click', async event => {
  const button = event.target instanceof Element ? /** @type {HTMLElement | null} */ (event.target.closest('[data-order-act]')) : null;
  const order = /** @type {HTMLElement | null} */ (button?.closest('[data-order]') ?? null);
  if (!button || !order) return;
  try {
    await post(`/copies/${order.dataset.order}/${button.dataset.orderAct}`);
  } catch (error) {
    fault(error);
  }
  draw();
});
addEventListener('keydown', event => {
  if (event.key === 'l' && !event.ctrlKey && !(event.target instanceof HTMLInputElement)) switchTheme();
});

// Somebody may begin more in another window, but that needs no hurry.
let waited = 0;
setInterval(() => {
  const isWorking = place.querySelector('.orders')?.getAttribute('data-working') === 'true';
  if (document.hidden || (!isWorking && ++waited % 8 !== 0)) return;
  draw();
}, 500);
