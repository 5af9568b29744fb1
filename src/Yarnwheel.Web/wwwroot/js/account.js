// @ts-check
import { post } from './http.js';
import { fault, note } from './notes.js';
import { hasPasskeys, makePasskey } from './passkeys.js';

const get = (/** @type {string} */ id) => /** @type {HTMLElement} */ (document.getElementById(id));
const field = (/** @type {HTMLFormElement} */ form, /** @type {string} */ name) => /** @type {HTMLInputElement} */ (form.elements.namedItem(name));
const password = /** @type {HTMLFormElement} */ (get('change-password'));
const adding = /** @type {HTMLFormElement} */ (get('add-passkey'));

get('sign-out').addEventListener('click', async () => {
  try {
    await post('/sign-out');
    location.assign('/sign-in');
  } catch (error) {
    fault(error);
  }
});

password.addEventListener('submit', async event => {
  event.preventDefault();
  try {
    await post('/account/password', { old: field(password, 'old').value, new: field(password, 'new').value });
    password.reset();
    note('You have another password.');
  } catch (error) {
    fault(error);
  }
});

adding.addEventListener('submit', async event => {
  event.preventDefault();
  if (!hasPasskeys) {
    fault(new Error('This browser has no passkeys at this address: they need https and a host name, or localhost.'));
    return;
  }
  try {
    const options = await (await post('/account/passkeys/options')).json();
    await post('/account/passkeys', { credential: await makePasskey(options), name: field(adding, 'name').value });
    location.reload();
  } catch (error) {
    fault(error);
  }
});

document.addEventListener('click', async event => {
  const button = event.target instanceof Element ? /** @type {HTMLElement | null} */ (event.target.closest('[data-passkey]')) : null;
  if (!button) return;
  try {
    await post(`/account/passkeys/${button.dataset.passkey}/remove`);
    location.reload();
  } catch (error) {
    fault(error);
  }
});
