/** Milliseconds that a wish waits for what is under way before it ends it. */
const TOO_LONG = 400;

/** What is asked for, until it is answered or ended; true where the server has given it up and it is worth asking again. */
export type Request = (signal: AbortSignal) => Promise<boolean>;

/**
 * One request under way at a time: while a slider moves the newest wish waits, and one that has waited too long ends what is under
 * way.
 */
export class RequestStream {
  private waiting: Request | null = null;
  private abort: AbortController | null = null;
  private since = 0;

  /** @param busy called when work begins and ends */
  constructor(private readonly busy: (working: boolean) => void) {}

  wish(request: Request): void {
    if (!this.abort) void this.run(request, 0);
    else {
      this.waiting = request;
      if (performance.now() - this.since > TOO_LONG) this.abort.abort();
    }
  }

  /** Ends what is under way, and what waits for it. */
  stop(): void {
    this.waiting = null;
    this.abort?.abort();
  }

  private async run(request: Request, again: number): Promise<void> {
    this.abort = new AbortController();
    this.since = performance.now();
    this.busy(true);
    const { signal } = this.abort;
    const givenUp = await request(signal);
    this.abort = null;
    const next = this.waiting;
    this.waiting = null;
    if (next) void this.run(next, 0);
    else if (givenUp && !signal.aborted && again < 3) void this.run(request, again + 1);
    else this.busy(false);
  }
}
