// @ts-check
import { post } from './http.js';
import { listenToKeys } from './keys.js';
import { nextSurround, switchTheme } from './look.js';
import { SmallMap } from './map.js';
import { Marks } from './marks.js';
import { Mixes } from './mixes.js';
import { fault } from './notes.js';
import { wireNumbers } from './recipe-numbers.js';
import { Panel } from './panel.js';
import { Picking } from './picking.js';
import { Pulling } from './pulling.js';
import { Reading } from './reading.js';
import { Saving } from './saving.js';
import { Take } from './take.js';
import { Tones } from './tones.js';
import { Toning } from './toning.js';
import { PhotoView } from './view.js';
import { Wheel } from './wheel.js';

const get = (/** @type {string} */ id) => /** @type {HTMLElement} */ (document.getElementById(id));
const svg = (/** @type {string} */ id) => /** @type {SVGSVGElement} */ (/** @type {unknown} */ (document.getElementById(id)));
const bench = get('bench');
const stage = get('stage');

const take = new Take(Number(bench.dataset.take));
const photo = { width: Number(bench.dataset.width), height: Number(bench.dataset.height) };
const view = new PhotoView(stage, /** @type {HTMLCanvasElement} */ (get('photo')), take, photo);
const wheel = new Wheel(svg('wheel'), get('spokes'), /** @type {HTMLSelectElement} */ (get('basis')), take);
const panel = new Panel(get('panel'), take);
const marks = new Marks(svg('marks'), view);
const saving = new Saving(/** @type {HTMLDialogElement} */ (get('save')), take);
const recipeFile = /** @type {HTMLInputElement} */ (get('recipe-file'));
const pulling = new Pulling(view, take, wheel, get('pull-label'));
new Mixes(/** @type {HTMLElement} */ (bench.querySelector('.dock-wheel')), /** @type {HTMLDetailsElement} */ (get('mixes-fold')), svg('score'), take);
new Tones(svg('tones'), get('tone-words'), take);
new Toning(get('toning'), take);
wheel.addEventListener('light', event => view.light(/** @type {CustomEvent} */ (event).detail));
take.addEventListener('state', () => {
  for (const id of ['grey-numbers', 'light-numbers', 'finish-numbers']) wireNumbers(get(id), take);
});
new SmallMap(get('map'), view);
new Reading(get('reading'), view, take, hue => wheel.mark(hue));

const picking = new Picking(view,
  (pick, leaveOut) => take.pick({ pick, leaveOut, area: panel.area, part: panel.part }),
  (box, leaveOut) => marks.setBox(box, leaveOut));
panel.addEventListener('side', () => {
  picking.leaveOut = panel.leaveOut;
  showHint();
});
panel.addEventListener('chosen', () => {
  const changed = view.area !== panel.area;
  view.area = panel.area;
  marks.setPart(panel.colourPart);
  if (changed && view.show !== 'result' && view.show !== 'grey') view.ask(false);
  showHint();
});
get('panel').addEventListener('pointerover', event => {
  const pick = event.target instanceof Element ? /** @type {HTMLElement | null} */ (event.target.closest('.pick')) : null;
  marks.light(pick ? { list: pick.classList.contains('is-left-out') ? 'leaveOut' : 'picks', index: Number(pick.dataset.pick) } : null);
});
get('panel').addEventListener('pointerleave', () => marks.light(null));

// What covers the photo is gone while a value is dragged.
take.addEventListener('draft', () => svg('marks').classList.toggle('is-away', take.draft !== null));
take.addEventListener('state', () => {
  svg('marks').classList.remove('is-away');
  for (const [id, label, word, keys] of /** @type {[string, string | null, string, string][]} */ ([
    ['undo', take.state.undo, 'Undo', 'Ctrl+Z'], ['redo', take.state.redo, 'Redo', 'Ctrl+Shift+Z'],
  ])) {
    const button = /** @type {HTMLButtonElement} */ (get(id));
    button.disabled = !label;
    button.title = label ? `${word}: ${label} (${keys})` : `Nothing to ${word.toLowerCase()} (${keys})`;
    button.setAttribute('aria-label', label ? `${word}: ${label}` : word);
  }
  get('last-step').textContent = take.state.undo ?? '';
});

view.addEventListener('moved', () => {
  get('zoom-button').textContent = `${Math.round(view.zoom * 100)} % ▾`;
});
view.addEventListener('painted', () => {
  get('opening').hidden = true;
  marks.draw();
});

/** @param {boolean} active */
function setPulling(active) {
  pulling.setActive(active);
  picking.resting = active;
  get('pull').setAttribute('aria-pressed', String(active));
  showHint();
}

const SHOWN = { result: 'result', veil: 'veil', mask: 'mask alone', kept: 'kept alone', grey: 'grey' };

/** @param {string} show */
function setShow(show) {
  view.setShow(view.show === show ? 'result' : show);
  /** @type {HTMLElement} */ (get('show-button').querySelector('b')).textContent = SHOWN[/** @type {keyof typeof SHOWN} */ (view.show)];
  for (const item of get('show-menu').querySelectorAll('[data-show]')) item.classList.toggle('active', item.getAttribute('data-show') === view.show);
}

function showHint() {
  if (pulling.active) {
    get('hint').textContent = 'press on a thing and drag up to lighten its greys, down to darken them · P or Esc ends';
    return;
  }
  const side = picking.leaveOut ? 'leaves its shade out' : 'keeps its shade';
  const where = panel.area === null ? ' in a new area' : '';
  get('hint').textContent = `click ${side}${where} · drag a box · Alt ${picking.leaveOut ? 'keeps' : 'leaves out'} · wheel zooms · B before · V veil · ? keys`;
}

/** @param {string | undefined} zoom */
function setZoom(zoom) {
  if (zoom === 'fit') view.fit();
  else view.zoomTo(Number(zoom), pointer);
}

/** Where the pointer is on the stage; zooming by key goes about it. @type {{ x: number, y: number } | undefined} */
let pointer;
stage.addEventListener('pointermove', event => {
  const box = stage.getBoundingClientRect();
  pointer = { x: event.clientX - box.left, y: event.clientY - box.top };
});
stage.addEventListener('pointerleave', () => { pointer = undefined; });

/** @type {Record<string, () => unknown>} */
const acts = {
  undo: () => take.undo(),
  redo: () => take.redo(),
  save: () => saving.open(),
  help: () => /** @type {HTMLDialogElement} */ (get('help')).showModal(),
  theme: () => {
    switchTheme();
    view.paint();
  },
  surround: () => {
    nextSurround();
    view.paint();
  },
  docks: () => bench.classList.toggle('is-alone'),
  'wheel-level': () => wheel.level(),
  pull: () => setPulling(!pulling.active),
  'read-recipe': () => recipeFile.click(),
  'take-copy': async () => {
    try {
      const { id } = await (await post(`/takes/${take.id}/copy`)).json();
      location.assign(`/bench/${id}`);
    } catch (error) {
      fault(error);
    }
  },
};
bench.addEventListener('click', event => {
  const button = event.target instanceof Element ? /** @type {HTMLElement | null} */ (event.target.closest('[data-act], [data-show], [data-zoom]')) : null;
  if (!button) return;
  if (button.dataset.show) setShow(button.dataset.show);
  else if (button.dataset.zoom) setZoom(button.dataset.zoom);
  else if (!get('panel').contains(button)) acts[button.dataset.act ?? '']?.();
});
recipeFile.addEventListener('change', () => {
  const [file] = recipeFile.files ?? [];
  if (file) take.readRecipe(file);
  recipeFile.value = '';
});
for (const button of /** @type {NodeListOf<HTMLElement>} */ (bench.querySelectorAll('[data-hold]'))) {
  const hold = () => view.hold(/** @type {string} */ (button.dataset.hold));
  button.addEventListener('pointerdown', hold);
  for (const name of ['pointerup', 'pointerleave', 'pointercancel', 'keyup']) button.addEventListener(name, () => view.hold(null));
  button.addEventListener('keydown', event => { if (event.key === ' ' || event.key === 'Enter') hold(); });
}
addEventListener('blur', () => view.hold(null));

const nudge = (/** @type {number} */ x, /** @type {number} */ y) => (/** @type {KeyboardEvent} */ event) => {
  if (event.target === stage || event.target === document.body) view.pan(x, y);
};
listenToKeys({
  'Ctrl+z': acts.undo, 'Ctrl+Shift+z': acts.redo, 'Ctrl+y': acts.redo, 'Ctrl+s': acts.save,
  f: () => view.fit(), 1: () => setZoom('1'), 2: () => setZoom('2'), 4: () => setZoom('4'),
  '+': () => view.zoomTo(view.zoom * 1.25, pointer), '=': () => view.zoomTo(view.zoom * 1.25, pointer), '-': () => view.zoomTo(view.zoom / 1.25, pointer),
  ArrowLeft: nudge(60, 0), ArrowRight: nudge(-60, 0), ArrowUp: nudge(0, 60), ArrowDown: nudge(0, -60),
  b: () => view.hold('original'), w: () => view.hold('flat'),
  p: acts.pull, Escape: () => { if (pulling.active) setPulling(false); },
  v: () => setShow('veil'), m: () => setShow('mask'), k: () => setShow('kept'), g: () => setShow('grey'),
  x: () => panel.setSide(!panel.leaveOut), n: () => panel.choose(null, null),
  d: acts.docks, s: acts.surround, l: acts.theme, o: acts['read-recipe'], '?': acts.help,
  Delete: () => panel.removeChosen(), F2: () => /** @type {HTMLInputElement | null} */ (document.querySelector('[data-name-of]'))?.select(),
}, { b: () => view.hold(null), w: () => view.hold(null) });

take.load()
  .then(() => {
    view.fit();
    return wheel.loadHues();
  })
  .catch(error => {
    get('opening').hidden = true;
    fault(error);
  });

// For the tests and the benchmarks: the times of frames, and whether all is painted.
Object.assign(window, { yarnwheel: { view, take } });
