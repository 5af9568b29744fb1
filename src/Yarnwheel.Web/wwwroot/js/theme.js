// @ts-check
// Runs before the first paint, so that the page never flashes in the other theme.
(() => {
  const system = matchMedia('(prefers-color-scheme: dark)').matches ? 'dark' : 'light';
  document.documentElement.dataset.bsTheme = localStorage.getItem('theme') ?? system;
  document.documentElement.dataset.surround = localStorage.getItem('surround') ?? '2';
})();
