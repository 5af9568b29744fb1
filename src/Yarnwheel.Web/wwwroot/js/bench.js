// @ts-check
import { Arcs } from './wheel/arcs.js';
import { Compare } from './compare/compare.js';
import { CompareMenu } from './compare/compare-menu.js';
import { CrossHair } from './photo/cross-hair.js';
import { Drawer } from './drawer/drawer.js';
import { History } from './drawer/history.js';
import { Looks } from './drawer/looks.js';
import { Doubts } from './panel/doubts.js';
import { Hands } from './hands.js';
import { Lens } from './photo/lens.js';
import { KeyHelp } from './key-help.js';
import { Keys } from './keys.js';
import { nextSurround, switchTheme } from './look.js';
import { HueAmounts } from './wheel/hue-amounts.js';
import { kinds, works } from './panel/kinds.js';
import { KeptShares } from './panel/kept-shares.js';
import { LeftOver } from './panel/left-over.js';
import { SmallMap } from './photo/map.js';
import { MaskPicture } from './panel/mask-picture.js';
import { Mixes } from './wheel/mixes.js';
import { fault } from './notes.js';
import { Panel } from './panel/panel.js';
import { PanelActs } from './panel/panel-acts.js';
import { PanelMoving } from './panel/panel-moving.js';
import { Peeking } from './panel/peeking.js';
import { Pen } from './photo/pen.js';
import { ReachPlot } from './panel/reach-plot.js';
import { Readings } from './panel/readings.js';
import { Reading } from './photo/reading.js';
import { wireHuePicks } from './panel/numbers.js';
import { wireNumbers } from './panel/recipe-numbers.js';
import { Saving } from './saving.js';
import { Showing } from './photo/showing.js';
import { Stage } from './photo/stage.js';
import { Steps } from './panel/steps.js';
import { Take } from './take.js';
import { TakeHints } from './take-hints.js';
import { TakeActs } from './take-acts.js';
import { TakeStrip } from './take-strip.js';
import { ToneHandles } from './tones/tone-handles.js';
import { Tones } from './tones/tones.js';
import { Toning } from './wheel/toning.js';
import { PhotoView } from './photo/view.js';
import { Wheel } from './wheel/wheel.js';
import { Work } from './panel/work.js';

const get = (/** @type {string} */ id) => /** @type {HTMLElement} */ (document.getElementById(id));
const svg = (/** @type {string} */ id) => /** @type {SVGSVGElement} */ (/** @type {unknown} */ (document.getElementById(id)));
/** Kinds of part whose hand chooses by what is seen. */
const CHOOSING = new Set(['colour', 'hue', 'patch', 'subject']);

const bench = get('bench');
const stageElement = get('stage');

const take = new Take(Number(bench.dataset.take));
const photo = { width: Number(bench.dataset.width), height: Number(bench.dataset.height) };
const view = new PhotoView(stageElement, /** @type {HTMLCanvasElement} */ (get('photo')), take, photo);
const wheel = new Wheel(svg('wheel'), get('spokes'), /** @type {HTMLSelectElement} */ (get('basis')), take);
const steps = new Steps(get('steps'), take.id);
const panel = new Panel(get('panel'), take);
const work = new Work(take, panel, () => view.zoom);
const stage = new Stage(view, new Pen(svg('marks'), get('hand-label')));
const crossHair = new CrossHair(stage);
/** What is shared with somebody to look at is shown without what it is worked on with. */
const onlyLooks = bench.classList.contains('is-looking');
const hands = new Hands(onlyLooks, stage, work, wheel);
const maskPicture = new MaskPicture(/** @type {HTMLInputElement} */ (get('mask-file')), work);
const acts = new PanelActs(panel, work, {
  outlineMode: mode => {
    hands.outline.setMode(/** @type {import('./hands/outline.js').Mode} */ (mode));
    stage.redraw();
    showHint();
  },
  subjectWay: way => {
    hands.subject.setWay(way);
    hands.follow();
    showHint();
  },
  picture: (area, part) => maskPicture.choose(area, part),
});
new PanelMoving(panel);
new Peeking(panel, view, mark => {
  hands.shades.light(mark);
  stage.redraw();
});
new Arcs(wheel, take, panel);
new HueAmounts(wheel, take, work);
const leftOver = new LeftOver(take, panel, stage, /** @type {HTMLButtonElement} */ (get('left-over-count')));
const doubts = new Doubts(work, stage);
const readings = new Readings(work);
const reachPlot = new ReachPlot(panel, take);
panel.addEventListener('drawn', () => acts.showSubjectWay(hands.subject.way));
const tones = new Tones(get('tones-strip'), take, work, new ToneHandles(get('tone-handles'), work));
const lens = new Lens(/** @type {HTMLCanvasElement} */ (get('lens')), view, stage, () => !hands.pulling && CHOOSING.has(panel.begin ?? work.part?.kind ?? 'colour'));
const showing = new Showing(get('show-menu'), get('show-button'), view, lens);
const saving = new Saving(/** @type {HTMLDialogElement} */ (get('save')), take);
const recipeFile = /** @type {HTMLInputElement} */ (get('recipe-file'));
new Mixes(bench, steps, svg('score'), take);
new Toning(get('toning'), take);
const compare = new Compare(stageElement, view, panel);
new CompareMenu(get('compare'), compare);
const drawer = new Drawer(get('drawer'), take);
new History(drawer, take, view, (number, words) => compare.with({ kind: 'step', number, words }));
new Looks(drawer, take, /** @type {HTMLInputElement} */ (get('look-file')));
const takeActs = new TakeActs(bench, take, get('takes'));
new TakeStrip(get('takes'), take);
new KeptShares(get('shares'), take);
new SmallMap(get('map'), view);
new Reading(get('reading'), view, take, panel, read => {
  wheel.mark(read && read.chroma > 1.5 ? read.hue : null);
  tones.mark(read ? read.tone : null);
  panel.mark(read ? read.areas : null);
  lens.over(read ? Math.max(...read.areas, 0) : null);
});

// While greys are mixed and the picture is finished the greys are what is looked at, also before anything is kept.
const lookFor = () => {
  view.isChoosing = !onlyLooks && ['light', 'keep'].includes(steps.step);
  if (take.state.revision > 0 && take.keepsNothing) view.ask(false);
};
steps.addEventListener('step', lookFor);
lookFor();

// A hue is taken from the photo by one click.
wireHuePicks(bench);
bench.addEventListener('pick-hue', event => {
  const keep = /** @type {CustomEvent<(hue: number) => void>} */ (event).detail;
  let isOver = false;
  const end = () => {
    if (isOver) return;
    isOver = true;
    hands.follow();
    showHint();
  };
  stage.cross = null;
  stage.take({
    hint: 'click the colour on the photo whose hue is wanted · Esc leaves it', cursor: 'crosshair', drop: end,
    key: key => key === 'Escape' && (end(), true),
    down: async at => {
      end();
      if (!at.inside) return;
      try {
        keep((await work.read(at.photo)).hue);
      } catch (error) {
        fault(error);
      }
    },
  });
  view.stage.focus();
  showHint();
});

wheel.addEventListener('light', event => view.light(/** @type {CustomEvent} */ (event).detail));
panel.addEventListener('side', () => {
  hands.follow();
  showHint();
});
panel.addEventListener('chosen', () => {
  if (take.state.made || panel.begin) steps.go('keep');
  const changed = view.area !== panel.area;
  view.area = panel.area;
  hands.follow();
  tones.follow();
  followWheel();
  if (changed && (view.overlay.stitch || !['result', 'grey'].includes(view.show))) view.ask(false);
  showHint();
});

/** A chosen part by light that has a wheel of its own is turned by the wheel. */
function followWheel() {
  const own = work.part?.kind === 'light' && work.part.grey;
  const place = own ? `${work.path}/grey` : '/grey';
  if (wheel.place !== place) wheel.setPlace(place);
  bench.classList.toggle('is-own-wheel', Boolean(own));
  get('wheel-title').textContent = own ? 'Wheel of the part by light' : 'Wheel';
}

// What covers the photo is gone while a value is dragged, but for what the hand itself is at.
take.addEventListener('draft', () => svg('marks').classList.toggle('is-away', take.draft !== null && !work.drafting && !stage.busy));
take.addEventListener('state', () => {
  work.drafting = false;
  svg('marks').classList.remove('is-away');
  for (const id of ['grey-numbers', 'ground-numbers', 'light-numbers', 'finish-numbers']) wireNumbers(get(id), take);
  for (const [id, label, word, keys] of /** @type {[string, string | null, string, string][]} */ ([
    ['undo', take.state.undo, 'Undo', 'Ctrl+Z'], ['redo', take.state.redo, 'Redo', 'Ctrl+Shift+Z'],
  ])) {
    const button = /** @type {HTMLButtonElement} */ (get(id));
    button.disabled = !label;
    button.title = label ? `${word}: ${label} (${keys})` : `Nothing to ${word.toLowerCase()} (${keys})`;
    button.setAttribute('aria-label', label ? `${word}: ${label}` : word);
  }
  get('last-step').textContent = take.state.undo ?? 'history';
});

view.addEventListener('moved', () => {
  get('zoom-button').textContent = `${Math.round(view.zoom * 100)} % ▾`;
});
view.addEventListener('painted', () => {
  get('opening').hidden = true;
  take.isReady();
});

/** @param {boolean} active */
function setPulling(active) {
  hands.setPulling(active);
  get('pull').setAttribute('aria-pressed', String(active));
  showHint();
}

function showHint() {
  get('hint').textContent = get('hint').title = [stage.hand?.hint, `${keys.of('veil')} veil`, '? keys'].filter(Boolean).join(' · ');
}

/** @param {string | undefined} zoom */
function setZoom(zoom) {
  if (zoom === 'fit') view.fit();
  else view.zoomTo(Number(zoom), stage.pointer ?? undefined);
}

function escape() {
  // A drag that is under way goes first, whatever is begun on the photo.
  if (reachPlot.drop() || stage.key('Escape')) return;
  crossHair.hide();
  if (hands.pulling) setPulling(false);
  else if (drawer.isOpen) drawer.close();
  else if (panel.begin) panel.setBegin(panel.area, null);
  // The keyboard comes back to the photo from wherever it was.
  else stageElement.focus();
}

/** @type {Record<string, () => unknown>} */
const buttons = {
  undo: () => take.undo(),
  redo: () => take.redo(),
  save: () => saving.open(),
  help: () => keyHelp.open(),
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
  pull: () => setPulling(!hands.pulling),
  'read-recipe': () => recipeFile.click(),
  'take-copy': () => takeActs.copy(),
  history: () => drawer.toggle('history'),
  looks: () => drawer.toggle('looks'),
};
bench.addEventListener('click', event => {
  const button = event.target instanceof Element ? /** @type {HTMLElement | null} */ (event.target.closest('[data-act], [data-show], [data-zoom]')) : null;
  if (!button) return;
  if (button.dataset.show) showing.show(button.dataset.show);
  else if (button.dataset.zoom) setZoom(button.dataset.zoom);
  else if (!get('panel').contains(button)) buttons[button.dataset.act ?? '']?.();
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
  if (event.target !== stageElement && event.target !== document.body) return;
  if (event.shiftKey) crossHair.move(-x / 6, -y / 6);
  else view.pan(x, y);
};
const zoomBy = (/** @type {number} */ factor) => () => view.zoomTo(view.zoom * factor, stage.pointer ?? undefined);
const kind = (/** @type {string} */ code) => () => {
  if (hands.pulling) setPulling(false);
  acts.reach(code);
};
const keys = new Keys(JSON.parse(bench.dataset.shortcuts ?? '[]'), get('rest'), {
  press: {
    ...Object.fromEntries(kinds.map(k => [`kind-${k.code}`, kind(k.code)])),
    ...Object.fromEntries(Object.keys(works).map(code => [`work-${code}`, () => acts.doLocally(code)])),
    new: () => panel.choose(null, null), side: () => panel.setSide(!panel.leaveOut),
    smaller: () => hands.brushSettings.size(-1), larger: () => hands.brushSettings.size(1), cling: () => hands.brush.hold(true),
    reading: () => readings.step(),
    'doubt-next': () => doubts.step(1) || leftOver.walk(1), 'doubt-back': () => doubts.step(-1) || leftOver.walk(-1),
    'speck-next': () => leftOver.step(1), 'speck-back': () => leftOver.step(-1),
    colours: () => view.hold('colours'), untouched: () => view.hold('original'), flat: () => view.hold('flat'), lens: () => showing.toggleLens(),
    veil: () => showing.show('veil'), mask: () => showing.show('mask'), kept: () => showing.show('kept'), grey: () => showing.show('grey'),
    stitch: () => showing.stitch(), 'all-areas': () => showing.all(),
    fit: () => view.fit(), 'zoom-1': () => setZoom('1'), 'zoom-2': () => setZoom('2'), 'zoom-4': () => setZoom('4'), docks: buttons.docks,
    'step-light': () => steps.go('light'), 'step-keep': () => steps.go('keep'), 'step-greys': () => steps.go('greys'), 'step-finish': () => steps.go('finish'), tug: buttons.pull,
    surround: buttons.surround, theme: buttons.theme, 'read-recipe': buttons['read-recipe'], 'take-copy': buttons['take-copy'], history: buttons.history, looks: buttons.looks,
    'compare-split': () => compare.take('split'), 'compare-beside': () => compare.take('beside'), 'compare-blink': () => compare.take('blink'),
    'compare-difference': () => compare.take('difference'), 'compare-level': () => compare.turn(),
  },
  release: { colours: () => view.hold(null), untouched: () => view.hold(null), flat: () => view.hold(null), cling: () => hands.brush.hold(false) },
  fixed: {
    'Ctrl+Z': buttons.undo, 'Ctrl+Shift+Z': buttons.redo, 'Ctrl+Y': buttons.redo, 'Ctrl+S': buttons.save, '?': buttons.help,
    '+': zoomBy(1.25), '=': zoomBy(1.25), '-': zoomBy(1 / 1.25),
    ArrowLeft: nudge(60, 0), ArrowRight: nudge(-60, 0), ArrowUp: nudge(0, 60), ArrowDown: nudge(0, -60),
    Escape: escape, Enter: event => crossHair.press(event.shiftKey, event.altKey) || stage.key('Enter'), Backspace: () => stage.key('Backspace') || leftOver.remove(),
    Delete: () => { if (!stage.key('Delete')) acts.removeChosen(); }, F2: () => panel.rename(),
  },
});
const hints = new TakeHints(bench, take, onlyLooks);
const keyHelp = new KeyHelp(/** @type {HTMLDialogElement} */ (get('help')), keys, () => hints.again(), () => panel.begin ?? work.part?.kind ?? 'colour');
keys.addEventListener('changed', showHint);
for (const drawn of [panel, readings]) drawn.addEventListener('drawn', () => keys.show());

take.load()
  .then(() => {
    view.fit();
    takeActs.tellRemoved();
    hands.follow();
    return take.ready.then(() => wheel.loadHues());
  })
  .catch(error => {
    get('opening').hidden = true;
    fault(error);
  });

// For the tests and the benchmarks: the times of frames, and whether all is painted.
Object.assign(window, { yarnwheel: { view, take, panel, compare } });
