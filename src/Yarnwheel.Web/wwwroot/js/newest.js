// @ts-check

/** Does work for wishes, one at a time; of those that come meanwhile only the newest is done. @template T */
export class Newest {
  #busy = false;
  /** @type {T | null} */
  #next = null;

  /** @param {(wish: T) => Promise<void>} work @param {(error: unknown) => void} failed */
  constructor(work, failed) {
    this.work = work;
    this.failed = failed;
  }

  /** Whether nothing is being done. */
  get idle() {
    return !this.#busy;
  }

  /** What waits is not done any more. */
  forget() {
    this.#next = null;
  }

  /** @param {T} wish */
  async ask(wish) {
    this.#next = wish;
    if (this.#busy) return;
    this.#busy = true;
    while (this.#next !== null) {
      const now = this.#next;
      this.#next = null;
      try {
        await this.work(now);
      } catch (error) {
        this.failed(error);
      }
    }
    this.#busy = false;
  }
}
