// @vitest-environment jsdom
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { act, cleanup, render, waitFor } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { api, Problem } from '../src/api/client';
import type { Edit, Finding, Manifest, Site, ViewRequest } from '../src/api/types';
import { useNotes } from '../src/parts/notes';
import { Seeing } from '../src/view/Seeing';
import { newView, ViewContext, type View } from '../src/view/view';
import { SessionContext, useSiteSession } from '../src/workbench/session';

/** A server of one site that applies edits by counting them, and refuses what is based on anything but its newest revision. */
class SmallServer {
  revision = 1;
  edits: { base: number; edits: Edit[] }[] = [];
  views: { base: number; edits: Edit[]; request: ViewRequest; signal: AbortSignal; answer: (manifest: Manifest) => void; fail: (error: unknown) => void }[] = [];
  findings: { base: number; edits: Edit[] }[] = [];
  /** Calls that are held back until they are let go. */
  held: (() => void)[] = [];
  hold = false;
  refuse: Problem | null = null;

  site = (): Site => ({ id: 'tarn', revision: this.revision, canUndo: this.revision > 1, canRedo: false, recipe: { name: 'Tarn', falloffs: [], layers: [], drives: [] } }) as unknown as Site;

  private async gate(): Promise<void> {
    if (this.hold) await new Promise<void>((go) => this.held.push(go));
  }

  install(): void {
    vi.spyOn(api, 'site').mockImplementation(async () => this.site());
    vi.spyOn(api, 'kinds').mockImplementation(async () => ({}) as never);
    vi.spyOn(api, 'edit').mockImplementation(async (_id, base, edits) => {
      this.edits.push({ base, edits });
      await this.gate();
      if (this.refuse) {
        const problem = this.refuse;
        this.refuse = null;
        throw problem;
      }
      if (base !== this.revision) throw new Problem('The site has changed.', 409, [], ['Somebody moved Shore']);
      this.revision++;
      return this.site();
    });
    vi.spyOn(api, 'undo').mockImplementation(async () => {
      await this.gate();
      this.revision++;
      return this.site();
    });
  }

  /** Answers what a view asks for, when it is told to. */
  seenBy(view: View): void {
    vi.spyOn(view.api, 'view').mockImplementation(
      (_id, base, edits, request, signal) =>
        new Promise<Manifest>((answer, fail) => {
          this.views.push({ base, edits, request, signal: signal!, answer, fail });
          signal!.addEventListener('abort', () => fail(new DOMException('gone', 'AbortError')));
        }),
    );
    vi.spyOn(view.api, 'findings').mockImplementation(async (_id, base, edits) => {
      this.findings.push({ base, edits });
      return [{ title: `of ${base}` } as Finding];
    });
  }

  release(): void {
    this.hold = false;
    this.held.splice(0).forEach((go) => go());
  }
}

/** What is told of new revisions, told by the test. */
const listeners = new Map<string, (revision: number) => void>();
vi.mock('../src/api/events', () => ({
  onRevision: (site: string, listener: (revision: number) => void) => {
    listeners.set(site, listener);
    return () => listeners.delete(site);
  },
}));

const edit = (name: string) => [{ kind: 'rename', falloff: 'shore', name } as unknown as Edit];
let server: SmallServer;

let view: View;

function open(views = [view]) {
  const queries = new QueryClient({ defaultOptions: { queries: { retry: false } } });
  const result: { current: ReturnType<typeof useSiteSession> } = { current: { session: null, problem: null } };
  const Page = () => {
    result.current = useSiteSession('tarn');
    if (!result.current.session) return null;
    return (
      <SessionContext value={result.current.session}>
        {views.map((each, i) => (
          <ViewContext key={i} value={each}>
            <Seeing />
          </ViewContext>
        ))}
      </SessionContext>
    );
  };
  const { unmount } = render(
    <QueryClientProvider client={queries}>
      <Page />
    </QueryClientProvider>,
  );
  return { result, unmount };
}

async function opened(views?: View[]) {
  const hook = open(views);
  await waitFor(() => expect(hook.result.current.session).not.toBeNull());
  return hook;
}

beforeEach(() => {
  listeners.clear();
  window.sessionStorage.clear();
  server = new SmallServer();
  server.install();
  view = newView();
  server.seenBy(view);
  useNotes.setState({ notes: [] });
});
afterEach(() => {
  cleanup();
  vi.restoreAllMocks();
  vi.unstubAllGlobals();
});

describe('saving', () => {
  it('keeps the order of changes and builds each on the one before', async () => {
    const { result } = await opened();
    server.hold = true;
    act(() => result.current.session!.commit(edit('one')));
    act(() => result.current.session!.commit(edit('two')));
    act(() => result.current.session!.commit(edit('three')));
    await waitFor(() => expect(server.edits).toHaveLength(1));
    expect(result.current.session!.saving).toBe(true);
    expect(view.progress.getState().saving).toBe(3);
    await act(async () => server.release());
    await waitFor(() => expect(result.current.session!.saving).toBe(false));
    expect(server.edits.map((each) => [each.base, each.edits[0]])).toEqual([
      [1, edit('one')[0]],
      [2, edit('two')[0]],
      [3, edit('three')[0]],
    ]);
    expect(result.current.session!.site.revision).toBe(4);
    expect(view.progress.getState().saving).toBe(0);
  });

  it('shows an unsaved change at once and drops it when it is saved', async () => {
    const { result } = await opened();
    server.hold = true;
    act(() => result.current.session!.commit(edit('one')));
    expect(result.current.session!.edits).toEqual(edit('one'));
    expect(result.current.session!.pending).toEqual([]);
    await act(async () => server.release());
    await waitFor(() => expect(result.current.session!.edits).toEqual([]));
  });

  it('leaves a newer unsaved change alone when an older one is saved', async () => {
    const { result } = await opened();
    server.hold = true;
    act(() => result.current.session!.commit(edit('one')));
    act(() => result.current.session!.preview(edit('still moving')));
    await act(async () => server.release());
    await waitFor(() => expect(result.current.session!.saving).toBe(false));
    expect(result.current.session!.pending).toEqual(edit('still moving'));
  });

  it('says what a stale change met, and goes on from what is there', async () => {
    const { result } = await opened();
    server.revision = 7;
    act(() => result.current.session!.commit(edit('stale')));
    await waitFor(() => expect(useNotes.getState().notes.map((note) => note.text)).toContain('Changed in the meantime: Somebody moved Shore'));
    expect(useNotes.getState().notes.every((note) => note.bad)).toBe(true);
    await waitFor(() => expect(result.current.session!.site.revision).toBe(7));
    act(() => result.current.session!.commit(edit('again')));
    await waitFor(() => expect(result.current.session!.site.revision).toBe(8));
    expect(server.edits.at(-1)!.base).toBe(7);
  });

  it('does not let a refused change stop the ones behind it', async () => {
    const { result } = await opened();
    server.refuse = new Problem('The far end lies nearer than the near end.', 422);
    act(() => result.current.session!.commit(edit('bad')));
    act(() => result.current.session!.commit(edit('good')));
    await waitFor(() => expect(server.edits).toHaveLength(2));
    await waitFor(() => expect(result.current.session!.site.revision).toBe(2));
    expect(useNotes.getState().notes.map((note) => note.text)).toContain('The far end lies nearer than the near end.');
  });

  it('offers to take a change back where it says so', async () => {
    const { result } = await opened();
    act(() => result.current.session!.commit(edit('one'), 'Shore is gone.'));
    await waitFor(() => expect(useNotes.getState().notes).toHaveLength(1));
    const note = useNotes.getState().notes[0]!;
    expect(note.text).toBe('Shore is gone.');
    expect(note.bad).toBe(false);
    act(() => note.action!.run());
    await waitFor(() => expect(result.current.session!.site.revision).toBe(3));
    expect(api.undo).toHaveBeenCalledWith('tarn');
  });

  it('takes that offer back when something else has been changed since', async () => {
    const { result } = await opened();
    act(() => result.current.session!.commit(edit('one'), 'Shore is gone.'));
    await waitFor(() => expect(useNotes.getState().notes).toHaveLength(1));
    act(() => result.current.session!.commit(edit('two')));
    await waitFor(() => expect(useNotes.getState().notes).toHaveLength(0));
  });

  it('undoes after what is still being saved, not before', async () => {
    const { result } = await opened();
    server.hold = true;
    act(() => result.current.session!.commit(edit('one')));
    act(() => result.current.session!.undo());
    await waitFor(() => expect(server.edits).toHaveLength(1));
    expect(api.undo).not.toHaveBeenCalled();
    await act(async () => server.release());
    await waitFor(() => expect(api.undo).toHaveBeenCalledTimes(1));
  });
});

describe('changes by others', () => {
  it('are fetched when a newer revision is told, and not for an older one', async () => {
    const { result } = await opened();
    server.revision = 5;
    act(() => listeners.get('tarn')!(5));
    await waitFor(() => expect(result.current.session!.site.revision).toBe(5));
    const calls = vi.mocked(api.site).mock.calls.length;
    act(() => listeners.get('tarn')!(4));
    await Promise.resolve();
    expect(vi.mocked(api.site).mock.calls.length).toBe(calls);
  });

  it('are no longer listened to once the site is left', async () => {
    const { unmount } = await opened();
    unmount();
    expect(listeners.size).toBe(0);
  });
});

describe('a server that is away', () => {
  it('leaves the site open with everything on it, and what was changed waits', async () => {
    const { result } = await opened();
    server.refuse = new Problem('Lumbrit does not answer.', 0);
    act(() => result.current.session!.commit(edit('one')));
    await waitFor(() => expect(result.current.session!.away).toBe(true));
    expect(result.current.problem).toBeNull();
    expect(result.current.session!.waits).toBe(1);
    expect(result.current.session!.edits).toEqual(edit('one'));
    expect(useNotes.getState().notes).toEqual([]);
    act(() => result.current.session!.retry());
    await waitFor(() => expect(result.current.session!.waits).toBe(0));
    expect(result.current.session!.away).toBe(false);
    expect(result.current.session!.site.revision).toBe(2);
  });

  it('is asked for the picture again when it is back', async () => {
    const { result } = await opened();
    await waitFor(() => expect(server.views).toHaveLength(1));
    await act(async () => server.views[0]!.fail(new Problem('Lumbrit does not answer.', 0)));
    await waitFor(() => expect(result.current.session!.away).toBe(true));
    act(() => result.current.session!.retry());
    await waitFor(() => expect(server.views).toHaveLength(2));
    expect(useNotes.getState().notes).toEqual([]);
  });
});

describe('the view', () => {
  const manifest = (name: string) => ({ name }) as unknown as Manifest;

  it('has one request under way and asks for the newest wish next', async () => {
    const { result } = await opened();
    await waitFor(() => expect(server.views).toHaveLength(1));
    act(() => result.current.session!.preview(edit('a')));
    act(() => result.current.session!.preview(edit('b')));
    expect(server.views).toHaveLength(1);
    await act(async () => server.views[0]!.answer(manifest('first')));
    await waitFor(() => expect(server.views).toHaveLength(2));
    expect(server.views[1]!.edits).toEqual(edit('b'));
    expect(view.seen.getState().working).toBe(true);
    await act(async () => server.views[1]!.answer(manifest('second')));
    await waitFor(() => expect(view.seen.getState().working).toBe(false));
    expect(view.seen.getState().manifest).toEqual(manifest('second'));
  });

  it('looks for mistakes once the picture is there, and not while something is dragged', async () => {
    const { result } = await opened();
    await waitFor(() => expect(server.views).toHaveLength(1));
    expect(server.findings).toEqual([]);
    await act(async () => server.views[0]!.answer(manifest('first')));
    await waitFor(() => expect(view.seen.getState().findings).toEqual([{ title: 'of 1' }]));
    act(() => result.current.session!.preview(edit('dragged')));
    await waitFor(() => expect(server.views).toHaveLength(2));
    await act(async () => server.views[1]!.answer(manifest('second')));
    act(() => view.selection.getState().set({ time: 1 }));
    await waitFor(() => expect(server.views).toHaveLength(3));
    expect(server.findings).toHaveLength(1);
    act(() => result.current.session!.preview([]));
    await waitFor(() => expect(server.views.length).toBeGreaterThan(2));
    await act(async () => server.views.forEach(({ answer }) => answer(manifest('rest'))));
    expect(server.findings).toHaveLength(1);
  });

  it('forgets what it showed of a site that is left, also what is still on its way', async () => {
    const { unmount } = await opened();
    await waitFor(() => expect(server.views).toHaveLength(1));
    await act(async () => server.views[0]!.answer(manifest('first')));
    await waitFor(() => expect(view.seen.getState().findings).not.toBeNull());
    act(() => view.selection.getState().set({ time: 1 }));
    await waitFor(() => expect(server.views).toHaveLength(2));
    unmount();
    expect(server.views[1]!.signal.aborted).toBe(true);
    await act(async () => server.views[1]!.answer(manifest('late')));
    expect(view.seen.getState()).toMatchObject({ manifest: null, findings: null });
    expect(useNotes.getState().notes).toEqual([]);
  });

  it('keeps the last picture and says why when one fails', async () => {
    const { result } = await opened();
    await waitFor(() => expect(server.views).toHaveLength(1));
    await act(async () => server.views[0]!.answer(manifest('good')));
    act(() => result.current.session!.preview(edit('a')));
    await waitFor(() => expect(server.views).toHaveLength(2));
    await act(async () => server.views[1]!.fail(new Problem('Too many plants.', 422)));
    await waitFor(() => expect(useNotes.getState().notes.map((note) => note.text)).toEqual(['Too many plants.']));
    expect(view.seen.getState().manifest).toEqual(manifest('good'));
    const { asked, shown } = view.progress.getState();
    expect(shown).toBe(asked);
  });

  it('says nothing of a request that a newer one has replaced', async () => {
    await opened();
    await waitFor(() => expect(server.views).toHaveLength(1));
    await act(async () => server.views[0]!.fail(new DOMException('stopped', 'AbortError')));
    expect(useNotes.getState().notes).toEqual([]);
  });

  it('is stopped on wish, here and on the server', async () => {
    vi.spyOn(view.api, 'stop').mockResolvedValue(new Response());
    await opened();
    await waitFor(() => expect(server.views).toHaveLength(1));
    await act(async () => view.seen.getState().stop());
    expect(server.views[0]!.signal.aborted).toBe(true);
    expect(view.api.stop).toHaveBeenCalled();
    await waitFor(() => expect(view.seen.getState().working).toBe(false));
  });
});

describe('two views of one site', () => {
  it('look at different things, each in a stream of requests of its own', async () => {
    const other = newView();
    server.seenBy(other);
    view.selection.getState().set({ falloff: 'shore', shows: 'falloff' });
    other.selection.getState().set({ layer: 'grass', property: 'density', time: 2 });
    const { result } = await opened([view, other]);
    await waitFor(() => expect(server.views).toHaveLength(2));
    expect(server.views.map(({ request }) => [request.falloff, request.layer, request.time])).toEqual([
      ['shore', '', 0],
      ['', 'grass', 2],
    ]);
    const [first, second] = server.views.map(({ signal }) => signal);
    await act(async () => view.seen.getState().stop());
    expect([first!.aborted, second!.aborted]).toEqual([true, false]);
    await act(async () => server.views[1]!.answer({ name: 'other' } as unknown as Manifest));
    expect(other.seen.getState().manifest).toEqual({ name: 'other' });
    expect(view.seen.getState().manifest).toBeNull();
    // a change of the site is seen by both
    act(() => result.current.session!.preview(edit('moved')));
    await waitFor(() => expect(server.views).toHaveLength(4));
    expect(server.views.slice(2).every(({ edits }) => JSON.stringify(edits) === JSON.stringify(edit('moved')))).toBe(true);
  });

  it('ask for what has changed since what each holds', async () => {
    await opened();
    await waitFor(() => expect(server.views).toHaveLength(1));
    expect(server.views[0]!.request.since).toBeUndefined();
    const subject = (id: string, key: string) => ({ id, key, kind: 'field' });
    await act(async () => server.views[0]!.answer({ key: 'm1', since: '', subjects: [subject('a', '1'), subject('b', '1')], layers: [], falloffs: [] } as unknown as Manifest));
    act(() => view.selection.getState().set({ time: 1 }));
    await waitFor(() => expect(server.views).toHaveLength(2));
    expect(server.views[1]!.request.since).toBe('m1');
    const standing = { subjects: ['c', 'b'], layers: [], falloffs: [] };
    await act(async () => server.views[1]!.answer({ key: 'm2', since: 'm1', standing, subjects: [subject('c', '2')], layers: [], falloffs: [] } as unknown as Manifest));
    expect(view.seen.getState().manifest!.subjects).toEqual([subject('c', '2'), subject('b', '1')]);
  });
});

it('tells a site that cannot be opened as the server does', async () => {
  vi.mocked(api.site).mockRejectedValue(new Problem('There is no site with this id.', 404));
  const { result } = open();
  await waitFor(() => expect(result.current.problem?.message).toBe('There is no site with this id.'));
  expect(result.current.session).toBeNull();
});
