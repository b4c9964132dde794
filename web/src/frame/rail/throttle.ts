/** Milliseconds between two questions while something is dragged: ten a second. */
const PAUSE_MS = 100;

/** Passes on the newest of many values: the first at once, then at most one in each pause, and the last one at the end. */
export class Throttle<T> {
  private waiting: { value: T } | undefined;
  private timer: ReturnType<typeof setTimeout> | undefined;

  /** @param send gets the values that are passed on */
  constructor(private readonly send: (value: T) => void) {}

  push(value: T) {
    this.waiting = { value };
    if (this.timer === undefined) this.pass();
  }

  /** Passes on what waits, at once. */
  flush() {
    clearTimeout(this.timer);
    this.timer = undefined;
    if (this.waiting) this.send(this.waiting.value);
    this.waiting = undefined;
  }

  private pass() {
    this.flush();
    this.timer = setTimeout(() => {
      this.timer = undefined;
      if (this.waiting) this.pass();
    }, PAUSE_MS);
  }
}
