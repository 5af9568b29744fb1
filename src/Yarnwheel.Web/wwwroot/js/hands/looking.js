// @ts-check

/**
 * The hand of whoever may only look: a drag moves the photo, a double click goes close and back.
 * @param {import('../photo/view.js').PhotoView} view
 * @returns {import('../photo/stage.js').Hand}
 */
export function looking(view) {
  let last = { x: 0, y: 0 };
  return {
    hint: 'drag moves the photo, the wheel comes closer, a double click shows its pixels',
    cursor: 'grab',
    down(at) {
      last = at;
      if (!at.double) return;
      if (view.zoom < 1) view.zoomTo(1, at);
      else view.fit();
    },
    move(at) {
      view.pan(at.x - last.x, at.y - last.y);
      last = at;
    },
    drop() {},
  };
}
