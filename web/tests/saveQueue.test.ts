// @vitest-environment jsdom
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { api, Problem } from '../src/api/client';
import type { Edit, Site } from '../src/api/types';
import { SaveQueue } from '../src/workbench/SaveQueue';

const edit = (name: string) => [{ kind: 'rename-site', name } as unknown as Edit];
const away = () => new Problem('Lumbrit does not answer.', 0);

/** A server that may be away, or lose the answer to a change that it has saved. */
const server = { revision: 1, away: false, losing: false, saved: [] as string[], undone: 0 };
const hooks = { now: vi.fn<(site: Site) => void>(), refused: vi.fn<(error: unknown) => void>(), back: vi.fn() };
const site = () => ({ id: 'tarn', revision: server.revision }) as unknown as Site;
let queue: SaveQueue;

function answer(): Site {
  server.revision++;
  if (server.losing) {
    server.away = true;
    server.losing = false;
    throw away();
  }
  return site();
}

beforeEach(() => {
  vi.useFakeTimers();
  window.sessionStorage.clear();
  Object.assign(server, { revision: 1, away: false, losing: false, saved: [], undone: 0 });
  const here = () => {
    if (server.away) throw away();
  };
  vi.spyOn(api, 'site').mockImplementation(async () => (here(), site()));
  vi.spyOn(api, 'edit').mockImplementation(async (_id, base, edits) => {
    here();
    if (base !== server.revision) throw new Problem('The site has changed.', 409);
    const name = (edits[0] as unknown as { name: string }).name;
    if (server.saved.includes(name)) throw new Problem('It is there already.', 422);
    server.saved.push(name);
    return answer();
  });
  vi.spyOn(api, 'undo').mockImplementation(async () => {
    here();
    server.undone++;
    return answer();
  });
  queue = new SaveQueue('tarn', hooks);
  queue.begin();
});
afterEach(() => {
  queue.end();
  vi.useRealTimers();
  vi.restoreAllMocks();
  vi.clearAllMocks();
});

const settle = () => vi.advanceTimersByTimeAsync(10);

describe('saving', () => {
  it('builds each change on the one before, though all were made on the same revision', async () => {
    for (const name of ['a', 'b', 'c']) queue.add('edit', edit(name), 1);
    expect(queue.waits).toBe(3);
    await settle();
    expect(server.saved).toEqual(['a', 'b', 'c']);
    expect(queue.waits).toBe(0);
    expect(queue.newest).toBe(4);
    expect(hooks.refused).not.toHaveBeenCalled();
  });

  it('goes on after a change that was refused, and says which', async () => {
    server.saved.push('b');
    for (const name of ['a', 'b', 'c']) queue.add('edit', edit(name), 1);
    await settle();
    expect(server.saved).toEqual(['b', 'a', 'c']);
    expect(hooks.refused).toHaveBeenCalledTimes(1);
  });

  it('keeps what is saved in view until the site itself has it', async () => {
    queue.add('edit', edit('a'), 1);
    await settle();
    expect(queue.snapshot().changes).toMatchObject([{ savedAs: 2 }]);
    queue.add('edit', edit('b'), 2);
    expect(queue.snapshot().changes).toHaveLength(1);
  });
});

describe('while the server is away', () => {
  it('changes wait, and are sent by themselves when it is back', async () => {
    server.away = true;
    queue.add('edit', edit('a'), 1);
    queue.add('edit', edit('b'), 1);
    await settle();
    expect(queue.snapshot().away).toBe(true);
    expect(queue.waits).toBe(2);
    await vi.advanceTimersByTimeAsync(9000);
    expect(server.saved).toEqual([]);
    server.away = false;
    await vi.advanceTimersByTimeAsync(2100);
    expect(server.saved).toEqual(['a', 'b']);
    expect(queue.snapshot().away).toBe(false);
    expect(hooks.back).toHaveBeenCalledTimes(1);
    expect(hooks.refused).not.toHaveBeenCalled();
  });

  it('they outlive a reload of the page', async () => {
    server.away = true;
    queue.add('edit', edit('a'), 1);
    await settle();
    queue.end();
    server.away = false;
    const again = new SaveQueue('tarn', hooks);
    expect(again.waits).toBe(1);
    again.begin();
    await settle();
    expect(server.saved).toEqual(['a']);
    expect(window.sessionStorage.length).toBe(0);
    again.end();
  });

  it('a change whose answer was lost is not made twice, and nobody is troubled', async () => {
    server.losing = true;
    queue.add('edit', edit('a'), 1);
    await settle();
    server.away = false;
    await vi.advanceTimersByTimeAsync(2100);
    expect(server.saved).toEqual(['a']);
    expect(queue.waits).toBe(0);
    expect(hooks.refused).not.toHaveBeenCalled();
    expect(hooks.now).toHaveBeenCalledWith(expect.objectContaining({ revision: 2 }));
  });

  it('a step back whose answer was lost is not taken twice', async () => {
    server.losing = true;
    queue.add('undo', [], 1);
    await settle();
    server.away = false;
    await vi.advanceTimersByTimeAsync(2100);
    expect(server.undone).toBe(1);
    expect(queue.waits).toBe(0);
  });

  it('somebody who only looks learns when it is back', async () => {
    server.away = true;
    queue.lost();
    expect(queue.snapshot().away).toBe(true);
    await vi.advanceTimersByTimeAsync(5000);
    expect(hooks.back).not.toHaveBeenCalled();
    server.away = false;
    queue.retry();
    await settle();
    expect(hooks.back).toHaveBeenCalledTimes(1);
    expect(hooks.now).toHaveBeenCalled();
  });

  it('says once why it is not as hoped when it is back, and asks no more', async () => {
    queue.lost();
    vi.mocked(api.site).mockRejectedValue(new Problem('This site is not here any more.', 404));
    await vi.advanceTimersByTimeAsync(20_000);
    expect(hooks.refused).toHaveBeenCalledTimes(1);
    expect(queue.snapshot().away).toBe(false);
  });

  it('what was kept and cannot be read is left aside', () => {
    window.sessionStorage.setItem('lumbrit.waiting.other', '{broken');
    expect(new SaveQueue('other', hooks).waits).toBe(0);
  });
});
