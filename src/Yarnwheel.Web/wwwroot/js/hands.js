// @ts-check
import { Brush } from './hands/brush.js';
import { BrushSettings } from './hands/brush-settings.js';
import { GreyPull } from './hands/grey-pull.js';
import { hueWay } from './hands/hue.js';
import { lightWay } from './hands/light.js';
import { looking } from './hands/looking.js';
import { Outline } from './hands/outline.js';
import { patchWay } from './hands/patch.js';
import { PullAway } from './hands/pull-away.js';
import { Ramp } from './hands/ramp.js';
import { Shades } from './hands/shades.js';
import { Subject } from './hands/subject.js';
import { handCursor } from './photo/cursors.js';

/** Gives the photo to the hand of what is chosen: that of the part's kind, of the part that is begun, or the pull of greys. */
export class Hands {
  pulling = false;
  /** What outline and subject were drawing for. */
  #for = '';

  /**
   * @param {boolean} onlyLooks whether whoever is here may only look
   * @param {import('./photo/stage.js').Stage} stage @param {import('./panel/work.js').Work} work
   * @param {import('./wheel/wheel.js').Wheel} wheel
   */
  constructor(onlyLooks, stage, work, wheel) {
    const { view } = stage;
    this.looking = onlyLooks ? looking(view) : null;
    const { panel, take } = work;
    this.stage = stage;
    this.work = work;
    this.shades = new Shades(work, view, panel);
    this.outline = new Outline(work, view);
    this.pull = new GreyPull(stage, take, wheel);
    const { photo } = view;
    this.brushSettings = new BrushSettings(panel.element, Math.max(photo.width, photo.height));
    this.brush = new Brush(work, view, this.brushSettings, () => stage.redraw());
    panel.addEventListener('drawn', () => this.brushSettings.wire());
    this.subject = new Subject(work, view, this.brushSettings, () => stage.redraw());
    const ramp = new Ramp(work, view);
    /** @type {Record<string, import('./photo/stage.js').Hand>} */
    this.kinds = {
      colour: this.shades, brush: this.brush, subject: this.subject, outline: this.outline, ramp, round: ramp,
      hue: new PullAway(work, stage, hueWay(work)), patch: new PullAway(work, stage, patchWay(work, view)), light: new PullAway(work, stage, lightWay(work)),
    };
  }

  /** @param {boolean} pulling */
  setPulling(pulling) {
    this.pulling = pulling;
    this.follow();
  }

  /** Takes up what is chosen now. */
  follow() {
    if (this.looking) {
      this.stage.take(this.looking);
      return;
    }
    const { area, part, begin } = this.work.panel;
    this.brushSettings.use(Boolean(begin ? this.work.panel.work : this.work.panel.areas[area ?? -1]?.over));
    const chosen = `${area} ${part} ${begin}`;
    if (chosen !== this.#for) {
      this.outline.rest();
      this.subject.rest();
    }
    this.#for = chosen;
    const kind = begin ?? (this.work.part?.kind === 'ramp' && this.work.part.shape === 'radial' ? 'round' : this.work.part?.kind) ?? 'colour';
    this.stage.cross = this.pulling ? null : alt => handCursor(kind, alt !== (kind === 'colour' && this.work.panel.leaveOut));
    this.stage.take(this.pulling ? this.pull : this.kinds[begin ?? this.work.part?.kind ?? 'colour'] ?? this.shades);
  }
}
