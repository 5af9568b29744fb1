// @ts-check
import { distance } from '../photo/pen.js';
import { share } from '../photo/share.js';

/** @typedef {import('../photo/stage.js').Place} Place */
/** @typedef {{ x0: number, y0: number, x1: number, y1: number }} Box on the photo, 0 … 1 */
/** @typedef {{ x: number, y: number }} Point */

/** How near to a corner takes hold of it, CSS pixels. */
const NEAR = 9;

/** A box drawn on the photo from corner to corner, or one that is there dragged by a corner. */
export class BoxDrag {
  /** @type {Box | null} */
  box = null;

  /** @param {Place} start @param {Point} fixed the corner that stays @param {Point} by from the pointer to the corner that moves */
  constructor(start, fixed, by) {
    this.start = start;
    this.fixed = fixed;
    this.by = by;
  }

  /** @param {Place} at */
  static anew(at) {
    return new BoxDrag(at, at.photo, { x: 0, y: 0 });
  }

  /** Takes hold of a corner, if one is near. @param {Box | undefined} box @param {import('../photo/view.js').PhotoView} view @param {Place} at */
  static hold(box, view, at) {
    const corner = cornerNear(box, view, at);
    return box && corner && new BoxDrag(at, { x: box.x0 + box.x1 - corner.x, y: box.y0 + box.y1 - corner.y }, { x: corner.x - at.photo.x, y: corner.y - at.photo.y });
  }

  /** The cursor over a corner; none elsewhere. @param {Box | undefined} box @param {import('../photo/view.js').PhotoView} view @param {Place} at */
  static cursor(box, view, at) {
    const corner = cornerNear(box, view, at);
    if (!box || !corner) return undefined;
    return (corner.x === box.x0) === (corner.y === box.y0) ? 'nwse-resize' : 'nesw-resize';
  }

  /** Whether there is a box by now. @param {Place} at */
  move(at) {
    if (!this.box && distance(at, this.start) < 6) return false;
    const [a, b] = [this.fixed, { x: at.photo.x + this.by.x, y: at.photo.y + this.by.y }];
    this.box = { x0: share(Math.min(a.x, b.x)), y0: share(Math.min(a.y, b.y)), x1: share(Math.max(a.x, b.x)), y1: share(Math.max(a.y, b.y)) };
    return true;
  }
}

/** @param {Box | undefined} box @param {import('../photo/view.js').PhotoView} view @param {Place} at @returns {Point | undefined} */
function cornerNear(box, view, at) {
  if (!box) return undefined;
  const corners = [[box.x0, box.y0], [box.x1, box.y0], [box.x0, box.y1], [box.x1, box.y1]].map(([x, y]) => ({ x, y }));
  return corners.find(c => distance(view.toStage(c.x, c.y), at) <= NEAR);
}
