// @ts-check
/** Passkeys, by the browser's Web Authentication (W3C WebAuthn Level 3). */

const Credential = /** @type {any} */ (window.PublicKeyCredential);

/** Whether this browser has them, at this address: they need a secure one, and a host name. */
export const hasPasskeys = !!Credential?.parseRequestOptionsFromJSON && isSecureContext && !/^(\d+\.|\[)/.test(location.hostname);

/** @param {() => Promise<any>} ask @returns {Promise<string>} */
async function asked(ask) {
  let credential;
  try {
    credential = await ask();
  } catch (error) {
    if (error instanceof DOMException && error.name === 'NotAllowedError') throw new Error('No passkey was given; nothing was changed.');
    if (error instanceof DOMException && error.name === 'InvalidStateError') throw new Error('This device has a passkey for this account already.');
    throw error;
  }
  return JSON.stringify(credential);
}

/** @param {any} options of the application @returns {Promise<string>} what to answer */
export const askPasskey = options => asked(() => navigator.credentials.get({ publicKey: Credential.parseRequestOptionsFromJSON(options) }));

/** @param {any} options of the application @returns {Promise<string>} what to answer */
export const makePasskey = options => asked(() => navigator.credentials.create({ publicKey: Credential.parseCreationOptionsFromJSON(options) }));
