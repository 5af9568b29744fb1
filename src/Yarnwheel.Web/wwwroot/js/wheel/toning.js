// @ts-check
import { buildNumber, showNumber, wireNumber } from '../panel/numbers.js';

/** Tones the grey ground: a hue and an amount for the lights, and one for the darks. */
export class Toning {
  /** @type {Record<string, { hue: number, amount: number }>} what a hue is set to while its amount is still 0 */
  #resting = { tint: { hue: 70, amount: 0 }, tintDarks: { hue: 250, amount: 0 } };

  /** @param {HTMLElement} place @param {import('../take.js').Take} take */
  constructor(place, take) {
    this.take = take;
    const rows = /** @type {[string, 'hue' | 'amount', string, number, string][]} */ ([
      ['tint', 'hue', 'Lights, hue', 360, '°'], ['tint', 'amount', 'Lights, amount', 100, '%'],
      ['tintDarks', 'hue', 'Darks, hue', 360, '°'], ['tintDarks', 'amount', 'Darks, amount', 100, '%'],
    ]);
    for (const [key, field, label, most, unit] of rows) {
      const number = buildNumber(label, 0, most, field === 'hue' ? this.#resting[key].hue : 0, unit,
        field === 'hue' ? 'The hue that comes into the grey.' : key === 'tint' ? 'How much of it; for all tones as long as the darks have none of their own.' : 'How much of it in the darks.');
      number.dataset.label = label;
      place.append(number);
      wireNumber(number, {
        draft: value => take.setDraft(this.#change(key, { [field]: value })),
        commit: (value, before) => {
          const change = this.#change(key, { [field]: value });
          if (change.length > 0) take.commit(`${label} ${before} → ${value}`, change);
          else take.setDraft(null);
        },
        cancel: () => take.setDraft(null),
      });
      take.addEventListener('state', () => {
        const now = this.#now(key);
        if (!number.contains(document.activeElement)) showNumber(number, now[field]);
      });
    }
  }

  /** @param {string} key */
  #now(key) {
    return this.take.state.recipe.ground[key] ?? this.#resting[key];
  }

  /** @param {string} key @param {Partial<{ hue: number, amount: number }>} part @returns {import('../take.js').Operation[]} */
  #change(key, part) {
    const value = { ...this.#now(key), ...part };
    this.#resting[key].hue = value.hue;
    const path = `/ground/${key}`;
    if (value.amount > 0) return [{ op: 'add', path, value }];
    return this.take.state.recipe.ground[key] ? [{ op: 'remove', path }] : [];
  }
}
