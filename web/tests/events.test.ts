import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';

/** Server-sent events, sent by the test. */
class Stream {
  static open: Stream[] = [];
  private readonly listeners = new Map<string, (event: { data: string }) => void>();
  constructor(readonly url: string) {
    Stream.open.push(this);
  }
  addEventListener(name: string, listener: (event: { data: string }) => void): void {
    this.listeners.set(name, listener);
  }
  send(site: string, revision: number): void {
    this.listeners.get('revision')?.({ data: JSON.stringify({ site, revision }) });
  }
}

/** What the tabs of one browser share. */
class Channel {
  static all: Channel[] = [];
  private readonly listeners: ((event: { data: unknown }) => void)[] = [];
  constructor() {
    Channel.all.push(this);
  }
  addEventListener(_name: string, listener: (event: { data: unknown }) => void): void {
    this.listeners.push(listener);
  }
  postMessage(data: unknown): void {
    for (const other of Channel.all) if (other !== this) other.listeners.forEach((each) => each({ data }));
  }
}

/** A tab of its own: the module anew. */
async function tab() {
  vi.resetModules();
  return import('../src/api/events');
}

let held = false;

beforeEach(() => {
  Stream.open = [];
  Channel.all = [];
  held = false;
  vi.stubGlobal('EventSource', Stream);
  vi.stubGlobal('BroadcastChannel', Channel);
  vi.stubGlobal('navigator', {
    locks: {
      request: (_name: string, work: () => Promise<void>) => {
        if (held) return new Promise(() => undefined);
        held = true;
        return work();
      },
    },
  });
});
afterEach(() => vi.unstubAllGlobals());

describe('news of new revisions', () => {
  it('come by one stream however many tabs are open, and each tab hears of its own site', async () => {
    const one = vi.fn();
    const two = vi.fn();
    (await tab()).onRevision('tarn', one);
    (await tab()).onRevision('hill', two);
    expect(Stream.open.map((each) => each.url)).toEqual(['/api/events']);
    Stream.open[0]!.send('tarn', 4);
    Stream.open[0]!.send('hill', 9);
    expect(one.mock.calls).toEqual([[4]]);
    expect(two.mock.calls).toEqual([[9]]);
  });

  it('are heard no more once nobody wants to', async () => {
    const heard = vi.fn();
    const end = (await tab()).onRevision('tarn', heard);
    end();
    Stream.open[0]!.send('tarn', 4);
    expect(heard).not.toHaveBeenCalled();
  });

  it('come by a stream a tab where the browser has no locks', async () => {
    vi.stubGlobal('navigator', {});
    const heard = vi.fn();
    (await tab()).onRevision('tarn', heard);
    (await tab()).onRevision('tarn', heard);
    expect(Stream.open).toHaveLength(2);
    Stream.open.forEach((each) => each.send('tarn', 2));
    expect(heard).toHaveBeenCalledTimes(2);
  });
});
