// @ts-check
import { PNG } from 'pngjs';

/** Puts many small photos on the Shelf, each of a colour of its own. @param {string} url @param {number} count @param {{ width?: number, height?: number }} [size] */
export async function addPhotos(url, count, { width = 60, height = 40 } = {}) {
  const page = await (await fetch(url)).text();
  const token = /name="yarnwheel-token" content="([^"]+)"/.exec(page)?.[1] ?? '';
  const cookie = (await fetch(url)).headers.getSetCookie().map(c => c.split(';')[0]).join('; ');
  const fresh = await (await fetch(url, { headers: { cookie } })).text();
  const own = /name="yarnwheel-token" content="([^"]+)"/.exec(fresh)?.[1] ?? token;
  let next = 1;
  const one = async () => {
    while (next <= count) {
      const k = next++;
      const png = new PNG({ width, height });
      for (let i = 0; i < width * height; i++) png.data.set([(k * 37) % 256, (k * 11 + i % width) % 256, Math.floor(k / 4) % 256, 255], 4 * i);
      const answer = await fetch(`${url}/shelf/photos`, {
        method: 'POST', body: new Uint8Array(PNG.sync.write(png)), headers: { cookie, 'X-Yarnwheel-Token': own, 'X-File-Name': `photo ${k}.png`, 'Content-Type': 'application/octet-stream' },
      });
      if (!answer.ok) throw new Error(`photo ${k}: ${answer.status} ${await answer.text()}`);
    }
  };
  await Promise.all([one(), one(), one(), one()]);
}
