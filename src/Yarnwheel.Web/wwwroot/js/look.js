// @ts-check
/** Light or dark, and the surround of the photo; remembered in this browser. */

export function switchTheme() {
  const root = document.documentElement;
  root.dataset.bsTheme = root.dataset.bsTheme === 'dark' ? 'light' : 'dark';
  localStorage.setItem('theme', root.dataset.bsTheme);
}

/** Goes through five greys from dark to light. */
export function nextSurround() {
  const root = document.documentElement;
  root.dataset.surround = String((Number(root.dataset.surround ?? '2') + 1) % 5);
  localStorage.setItem('surround', root.dataset.surround);
}
