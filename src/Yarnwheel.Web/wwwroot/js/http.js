// @ts-check
/** Requests to the application. */

const token = /** @type {HTMLMetaElement} */ (document.querySelector('meta[name="yarnwheel-token"]')).content;

/** A refusal or failure, with a sentence for people. */
export class Refused extends Error {
  /** @param {string} message @param {number} status @param {any} [answer] */
  constructor(message, status, answer) {
    super(message);
    this.status = status;
    this.answer = answer;
  }
}

export const headers = { 'X-Yarnwheel-Token': token };

/**
 * @param {string} url
 * @param {any} [body] sent as JSON; a Blob as it is
 * @param {AbortSignal} [signal]
 * @returns {Promise<Response>}
 */
export async function post(url, body, signal) {
  const raw = body instanceof Blob;
  const content = raw ? body : JSON.stringify(body ?? {});
  let response;
  try {
    response = await fetch(url, {
      method: 'POST',
      headers: { ...headers, 'Content-Type': raw ? 'application/octet-stream' : 'application/json' },
      body: content,
      signal,
      // What is done is done, also when the page is left at once; browsers take 64 kB of all requests together for that, so only small ones.
      keepalive: !signal && typeof content === 'string' && content.length < 2000,
    });
  } catch (error) {
    if (signal?.aborted) throw error;
    throw new Refused('The application does not answer. What was acknowledged is kept; start it again and reload the page.', 0);
  }
  if (!response.ok) await refuse(response);
  return response;
}

/** @param {string} url @param {AbortSignal} [signal] @returns {Promise<Response>} */
export async function get(url, signal) {
  let response;
  try {
    response = await fetch(url, { signal });
  } catch (error) {
    if (signal?.aborted) throw error;
    throw new Refused('The application does not answer. What was acknowledged is kept; start it again and reload the page.', 0);
  }
  if (!response.ok) await refuse(response);
  return response;
}

/** @param {string} url @returns {Promise<any>} */
export async function getJson(url) {
  return (await get(url)).json();
}

/** @param {Response} response @returns {Promise<never>} */
async function refuse(response) {
  if (response.headers.get('Content-Type')?.startsWith('application/json')) {
    const answer = await response.json();
    throw new Refused(answer.message ?? 'That was refused.', response.status, answer);
  }
  const text = await response.text();
  throw new Refused(text.length > 0 && text.length < 600 ? text : `That was refused (${response.status}).`, response.status);
}
