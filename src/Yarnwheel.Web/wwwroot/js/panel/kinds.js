// @ts-check

/** @typedef {{ code: string, start: any }} Kind a kind of part: its code, and what a part of it begins with */

/** The kinds of part, as the application lists them. @type {Kind[]} */
export const kinds = JSON.parse(document.getElementById('bench')?.dataset.kinds ?? '[]');

/** What the areas of local work begin with, by code. @type {Record<string, any>} */
export const works = JSON.parse(document.getElementById('bench')?.dataset.works ?? '{}');

/** What a part of a kind begins with. @param {string} code */
export const startOf = code => kinds.find(k => k.code === code)?.start;

/** Whether a part is of a kind. @param {string} code @param {any} part */
export function isOf(code, part) {
  const start = startOf(code);
  return part.kind === start?.kind && (part.shape ?? 'linear') === (start.shape ?? 'linear');
}
