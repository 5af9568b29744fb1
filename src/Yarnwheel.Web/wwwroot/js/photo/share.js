// @ts-check

/** A share of a side of the photo: 0 … 1, to five digits. @param {number} v */
export const share = v => Math.round(Math.min(Math.max(v, 0), 1) * 1e5) / 1e5;
