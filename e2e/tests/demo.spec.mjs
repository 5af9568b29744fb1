// @ts-check
import { expect, test } from '@playwright/test';
import { shared as app } from '../support/application.mjs';
import { openPhoto, recipe } from '../support/bench.mjs';

test.beforeAll(() => app.fresh());

const takes = {
  'drying-rail': ['Teal skein'], 'madder-basket': ['Madder hank'], 'steaming-vat': ['Indigo cloth'], 'yarn-ends': ['Madder ends'],
  'felt-string': ['Madder balls'], 'spool-stand': ['Teal spool'], 'mordant-jar': ['Blue vitriol', 'Copper'], 'hoop-wall': ['Madder rings'],
};

for (const [photo, areas] of Object.entries(takes)) {
  test(`${photo} opens with its finished take: colour where it is kept, grey elsewhere`, async ({ page }) => {
    /** @type {string[]} */
    const faults = [];
    page.on('pageerror', e => faults.push(e.message));
    await openPhoto(page, app.url, photo);
    expect((await recipe(page)).areas.map((/** @type {{ name: string }} */ a) => a.name)).toEqual(areas);
    // The shown picture: a part of it is coloured, the most of it is not.
    const share = await page.evaluate(() => {
      const canvas = /** @type {HTMLCanvasElement} */ (document.querySelector('#stage canvas'));
      const pixels = /** @type {CanvasRenderingContext2D} */ (canvas.getContext('2d')).getImageData(0, 0, canvas.width, canvas.height).data;
      let coloured = 0;
      for (let i = 0; i < pixels.length; i += 4) {
        const [r, g, b] = [pixels[i], pixels[i + 1], pixels[i + 2]];
        if (Math.max(r, g, b) - Math.min(r, g, b) > 40) coloured++;
      }
      return coloured / (pixels.length / 4);
    });
    expect(share).toBeGreaterThan(0.004);
    expect(share).toBeLessThan(0.3);
    expect(faults).toEqual([]);
  });
}
