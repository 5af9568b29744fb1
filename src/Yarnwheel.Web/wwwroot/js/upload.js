// @ts-check
import { headers } from './http.js';

/**
 * Sends one file, with a line in the list of those coming in: its progress, a cancel button, and why it failed if it did.
 * @param {File} file
 * @param {HTMLElement} list
 * @returns {Promise<{ id: number, name: string, wasThere: boolean, brought: { id: number, name: string } | null } | null>} null where it was cancelled or refused
 */
export function upload(file, list) {
  const line = document.createElement('li');
  const name = document.createElement('span');
  name.className = 'incoming-name';
  name.textContent = file.name;
  const bar = document.createElement('progress');
  bar.max = 1;
  bar.value = 0;
  bar.setAttribute('aria-label', `Adding ${file.name}`);
  const words = document.createElement('span');
  words.className = 'incoming-words';
  const stop = document.createElement('button');
  stop.type = 'button';
  stop.className = 'quiet';
  stop.textContent = 'cancel';
  line.append(name, bar, words, stop);
  list.append(line);

  return new Promise(resolve => {
    const request = new XMLHttpRequest();
    request.open('POST', '/shelf/photos');
    for (const [key, value] of Object.entries(headers)) request.setRequestHeader(key, value);
    request.setRequestHeader('X-File-Name', encodeURIComponent(file.name));
    request.setRequestHeader('Content-Type', 'application/octet-stream');
    request.upload.addEventListener('progress', event => {
      if (!event.lengthComputable) return;
      bar.value = event.loaded / event.total;
      if (event.loaded === event.total) {
        bar.removeAttribute('value');
        words.textContent = 'being read …';
      }
    });
    const failed = (/** @type {string} */ why) => {
      line.classList.add('is-fault');
      bar.remove();
      words.textContent = why;
      stop.textContent = '×';
      stop.setAttribute('aria-label', `Close the line of ${file.name}`);
      stop.onclick = () => line.remove();
      resolve(null);
    };
    request.addEventListener('load', () => {
      if (request.status !== 200) {
        failed(request.responseText.slice(0, 400) || 'It could not be added.');
        return;
      }
      line.remove();
      resolve(JSON.parse(request.responseText));
    });
    request.addEventListener('error', () => failed('The connection broke. Nothing was added; try again.'));
    request.addEventListener('abort', () => {
      line.remove();
      resolve(null);
    });
    stop.onclick = () => request.abort();
    request.send(file);
  });
}
