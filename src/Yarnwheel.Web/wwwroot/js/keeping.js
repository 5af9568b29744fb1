// @ts-check
import { post } from './http.js';
import { fault } from './notes.js';

const state = /** @type {HTMLElement} */ (document.getElementById('state'));
const question = /** @type {HTMLDialogElement} */ (document.getElementById('question'));

const look = () => state.dispatchEvent(new Event('look'));
/** While something is being done, it is looked at again and again. */
const follow = () => {
  if (state.querySelector('[data-working]')) setTimeout(look, 400);
};
document.addEventListener('htmx:after:swap', follow);
follow();

/** @param {string} kind @param {string} folder */
async function begin(kind, folder) {
  try {
    await post(`/keeping/${kind}`, { folder });
    look();
  } catch (error) {
    fault(error);
  }
}

for (const form of /** @type {NodeListOf<HTMLFormElement>} */ (document.querySelectorAll('form[data-keeping]'))) {
  form.addEventListener('submit', async event => {
    event.preventDefault();
    const kind = /** @type {string} */ (form.dataset.keeping);
    const folder = /** @type {HTMLInputElement} */ (form.elements.namedItem('folder')).value.trim();
    if (kind === 'restore') {
      question.returnValue = '';
      question.showModal();
      await new Promise(done => question.addEventListener('close', done, { once: true }));
      if (question.returnValue !== 'restore') return;
    }
    begin(kind, folder);
  });
}

state.addEventListener('click', event => {
  if (/** @type {Element} */ (event.target).closest('[data-cancel]')) post('/keeping/cancel').catch(fault);
});
