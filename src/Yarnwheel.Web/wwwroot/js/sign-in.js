// @ts-check
import { post } from './http.js';
import { askPasskey, hasPasskeys } from './passkeys.js';

const form = /** @type {HTMLFormElement} */ (document.getElementById('sign-in'));
const told = /** @type {HTMLElement} */ (document.getElementById('fault'));
const passkey = /** @type {HTMLButtonElement} */ (document.getElementById('passkey'));
const field = (/** @type {string} */ name) => /** @type {HTMLInputElement} */ (form.elements.namedItem(name));

/** @param {() => Promise<void>} signIn */
async function enter(signIn) {
  told.hidden = true;
  form.inert = true;
  try {
    await signIn();
    location.replace(form.dataset.to ?? '/');
  } catch (error) {
    told.textContent = error instanceof Error ? error.message : String(error);
    told.hidden = false;
    form.inert = false;
    field('password').select();
  }
}

form.addEventListener('submit', event => {
  event.preventDefault();
  enter(async () => {
    await post('/sign-in', { name: field('name').value.trim(), password: field('password').value, stay: field('stay').checked });
  });
});

passkey.hidden = !hasPasskeys;
passkey.addEventListener('click', () => enter(async () => {
  const options = await (await post('/sign-in/passkey-options')).json();
  await post('/sign-in/passkey', { credential: await askPasskey(options) });
}));
