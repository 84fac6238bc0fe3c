import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { RequestStream, type Request } from '../../src/view/RequestStream';

let busy: boolean[] = [];
let stream: RequestStream;
beforeEach(() => {
  vi.useFakeTimers();
  busy = [];
  stream = new RequestStream((working) => busy.push(working));
});
afterEach(() => vi.useRealTimers());

/** A request that ends when it is told to, or when it is ended. */
function held() {
  const seen: { signal: AbortSignal | null; times: number; end: (givenUp: boolean) => void } = { signal: null, times: 0, end: () => undefined };
  const request: Request = (signal) =>
    new Promise((done) => {
      seen.signal = signal;
      seen.times++;
      seen.end = done;
      signal.addEventListener('abort', () => done(true));
    });
  return { seen, request };
}
const turn = () => vi.advanceTimersByTimeAsync(0);

it('asks for the newest wish next and leaves those between out', async () => {
  const [first, between, newest] = [held(), held(), held()];
  stream.wish(first.request);
  stream.wish(between.request);
  stream.wish(newest.request);
  first.seen.end(false);
  await turn();
  expect([first.seen.times, between.seen.times, newest.seen.times]).toEqual([1, 0, 1]);
  newest.seen.end(false);
  await turn();
  expect(busy.at(-1)).toBe(false);
});

it('ends what has been under way for long once something newer is wished', async () => {
  const [slow, newest] = [held(), held()];
  stream.wish(slow.request);
  stream.wish(newest.request);
  expect(slow.seen.signal!.aborted).toBe(false);
  await vi.advanceTimersByTimeAsync(500);
  const last = held();
  stream.wish(last.request);
  expect(slow.seen.signal!.aborted).toBe(true);
  await turn();
  expect([newest.seen.times, last.seen.times]).toEqual([0, 1]);
});

it('asks again, three times at most, where the server gave it up unasked', async () => {
  let times = 0;
  stream.wish(async () => {
    times++;
    return true;
  });
  await turn();
  expect(times).toBe(4);
  expect(busy.at(-1)).toBe(false);
});

it('stops what is under way and what waits', async () => {
  const [first, next] = [held(), held()];
  stream.wish(first.request);
  stream.wish(next.request);
  stream.stop();
  await turn();
  expect([first.seen.signal!.aborted, first.seen.times, next.seen.times]).toEqual([true, 1, 0]);
  expect(busy.at(-1)).toBe(false);
});
