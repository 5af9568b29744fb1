// @ts-check
import { post } from './http.js';
import { AsItCame } from './shelf/as-it-came.js';
import { Hints } from './hints.js';
import { switchTheme } from './look.js';
import { fault, note } from './notes.js';
import { wirePages } from './shelf/pages.js';
import { Selection } from './shelf/selection.js';
import { wireSelected } from './shelf/selected.js';
import { upload } from './upload.js';
import { wireWish } from './shelf/wish.js';

const get = (/** @type {string} */ id) => /** @type {HTMLElement} */ (document.getElementById(id));
const picker = /** @type {HTMLInputElement} */ (get('files'));
const question = /** @type {HTMLDialogElement} */ (get('question'));
const drop = get('drop');

// On an empty Shelf: how to begin.
const hints = new Hints(document.body, 'shelf hints gone');
const showHints = () => hints.draw(!document.querySelector('.photo-card'));
if (location.search === '?hints') {
  hints.again(['hints gone']);
  history.replaceState(null, '', '/');
}
showHints();

const photos = get('photos');
const selection = new Selection(photos);
const wish = wireWish(/** @type {HTMLFormElement} */ (get('wish')), /** @type {HTMLInputElement} */ (get('size')));
wireSelected(get('selection'), selection, wish);
new AsItCame(photos);
const refresh = wish.refresh;
wirePages(photos, refresh);
document.addEventListener('htmx:after:swap', () => {
  showHints();
  selection.follow();
});

/** Two at a time: more would only wait for one another. @param {File[]} files */
async function addAll(files) {
  const waiting = [...files];
  /** @type {string[]} */
  const known = [];
  const one = async () => {
    for (let file = waiting.shift(); file; file = waiting.shift()) {
      const added = await upload(file, get('incoming'));
      if (added?.brought) {
        const { id, name } = added.brought;
        note(`“${file.name}” was made of “${added.name}”, which is here: its take came back as “${name}”.`, 'plain', { words: 'Open it', act: () => location.assign(`/bench/${id}`) });
      } else if (added?.wasThere) known.push(added.name);
      if (added) {
        hints.done('add');
        refresh();
      }
    }
  };
  await Promise.all([one(), one()]);
  if (known.length > 0) note(`${known.map(n => `“${n}”`).join(', ')} ${known.length === 1 ? 'is' : 'are'} on the Shelf already; nothing was added twice.`);
}

// Where a folder is watched, photos come by themselves.
const watching = document.querySelector('[data-watching]');
if (watching) {
  const news = new EventSource('/shelf/changes');
  news.addEventListener('message', event => {
    const { label, window: kind } = JSON.parse(event.data);
    if (kind === 'fault') fault(new Error(label));
    else {
      note(`“${label}” came from the watched folder.`);
      refresh();
    }
  });
  addEventListener('pagehide', () => news.close());
}

get('add').addEventListener('click', () => picker.click());
get('theme').addEventListener('click', switchTheme);
picker.addEventListener('change', () => {
  addAll([...(picker.files ?? [])]);
  picker.value = '';
});

let over = 0;
const carriesFiles = (/** @type {DragEvent} */ event) => event.dataTransfer?.types.includes('Files') ?? false;
addEventListener('dragenter', event => {
  if (!carriesFiles(event)) return;
  over++;
  drop.hidden = false;
});
addEventListener('dragleave', event => {
  if (carriesFiles(event) && --over === 0) drop.hidden = true;
});
addEventListener('dragover', event => {
  if (carriesFiles(event)) event.preventDefault();
});
addEventListener('drop', event => {
  if (!carriesFiles(event)) return;
  event.preventDefault();
  over = 0;
  drop.hidden = true;
  addAll([...(event.dataTransfer?.files ?? [])]);
});

document.querySelector('.shelf-help')?.addEventListener('click', () => hints.done('jobs'));

addEventListener('keydown', event => {
  if (event.ctrlKey || event.target instanceof HTMLInputElement && event.target.type !== 'range') return;
  if (event.key === 'l') switchTheme();
  if (event.key === 'Escape') selection.clear();
});

document.addEventListener('htmx:after:swap', () => {
  if (question.firstElementChild && !question.open) question.showModal();
});
question.addEventListener('close', async () => {
  const form = question.querySelector('form');
  const id = form?.dataset.remove;
  if (form?.dataset.share && question.returnValue === 'share') await wish.share(Number(form.dataset.share), new FormData(form).getAll('person').map(String));
  question.replaceChildren();
  if (question.returnValue !== 'remove' || !id) return;
  try {
    await post(`/shelf/photos/${id}/remove`);
  } catch (error) {
    fault(error);
  }
  refresh();
});

photos.addEventListener('click', async event => {
  const like = event.target instanceof Element ? event.target.closest('[data-card="like"]') : null;
  if (like) {
    const isLiked = like.getAttribute('aria-pressed') !== 'true';
    like.setAttribute('aria-pressed', String(isLiked));
    try {
      await post('/shelf/like', { photos: [Number(/** @type {HTMLElement} */ (like.closest('.photo-card')).dataset.photo)], liked: isLiked });
    } catch (error) {
      like.setAttribute('aria-pressed', String(!isLiked));
      fault(error);
    }
  }
  const button = event.target instanceof Element ? event.target.closest('#demo') : null;
  if (!(button instanceof HTMLButtonElement)) return;
  button.disabled = true;
  button.textContent = 'Putting them on the Shelf …';
  try {
    await post('/shelf/demo');
    hints.done('demo');
  } catch (error) {
    fault(error);
  }
  refresh();
});
