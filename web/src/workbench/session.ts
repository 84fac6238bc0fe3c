import { useQuery, useQueryClient } from '@tanstack/react-query';
import { createContext, useCallback, useContext, useEffect, useMemo, useRef, useState } from 'react';
import { api, Problem } from '../api/client';
import type { AllKinds, Edit, Manifest, Recipe, Site } from '../api/types';
import { sayProblem, useNotes } from '../parts/notes';
import { useFrame } from './frame';
import { answered, ask, gaveUp, useProgress } from './progress';
import { useSelection } from './selection';

/** The site that is open, and the ways to change it. */
export interface Session {
  site: Site;
  recipe: Recipe;
  kinds: AllKinds;
  manifest: Manifest | null;
  working: boolean;
  /** Ends what is being computed; the last picture stays. */
  stop: () => void;
  saving: boolean;
  /** Shows a change without saving it. */
  preview: (edits: Edit[]) => void;
  /** Saves a change as one step of undo. */
  commit: (edits: Edit[], undoNote?: string) => void;
  undo: () => void;
  redo: () => void;
}

export const SessionContext = createContext<Session | null>(null);

export function useSession(): Session {
  const session = useContext(SessionContext);
  if (!session) throw new Error('no site is open');
  return session;
}

/** Loads a site and keeps saving in order; changes by others arrive by themselves. */
export function useSiteSession(id: string): { session: Session | null; problem: Error | null } {
  const queries = useQueryClient();
  const site = useQuery({ queryKey: ['site', id], queryFn: () => api.site(id) });
  const kinds = useQuery({ queryKey: ['kinds'], queryFn: api.kinds, staleTime: Infinity });
  const [saves, setSaves] = useState(0);
  const queue = useRef<Promise<unknown>>(Promise.resolve());
  const set = useSelection((s) => s.set);

  const enqueue = useCallback(
    (work: (now: Site) => Promise<Site>, after?: () => void, always?: () => void) => {
      setSaves((n) => n + 1);
      useProgress.setState(({ saving }) => ({ saving: saving + 1 }));
      queue.current = queue.current.then(async () => {
        try {
          const now = queries.getQueryData<Site>(['site', id]);
          if (now) queries.setQueryData(['site', id], await work(now));
          after?.();
        } catch (error) {
          sayProblem(error);
          if (error instanceof Problem && error.changes.length > 0) {
            useNotes.getState().say(`Changed in the meantime: ${error.changes.slice(-3).join('; ')}`, { bad: true });
          }
          await queries.invalidateQueries({ queryKey: ['site', id] });
        } finally {
          always?.();
          setSaves((n) => n - 1);
          useProgress.setState(({ saving }) => ({ saving: saving - 1 }));
        }
      });
    },
    [id, queries],
  );

  const preview = useCallback((edits: Edit[]) => set({ pending: edits }), [set]);
  const undo = useCallback(() => enqueue(() => api.undo(id)), [enqueue, id]);
  const redo = useCallback(() => enqueue(() => api.redo(id)), [enqueue, id]);
  const commit = useCallback(
    (edits: Edit[], undoNote?: string) => {
      set({ pending: edits });
      enqueue(
        (now) => api.edit(id, now.revision, edits),
        () => undoNote && useNotes.getState().say(undoNote, { action: { label: 'Undo', run: undo } }),
        () => useSelection.getState().pending === edits && set({ pending: [] }),
      );
    },
    [enqueue, id, set, undo],
  );

  useEffect(() => {
    const events = new EventSource(`/api/sites/${id}/events`);
    events.addEventListener('revision', (event) => {
      const known = queries.getQueryData<Site>(['site', id]);
      if (known && Number((event as MessageEvent<string>).data) > known.revision) {
        queue.current = queue.current.then(() => queries.invalidateQueries({ queryKey: ['site', id] }));
      }
    });
    return () => events.close();
  }, [id, queries]);

  const { manifest, working, stop } = useManifest(site.data);
  const session = useMemo(
    () =>
      site.data && kinds.data
        ? { site: site.data, recipe: site.data.recipe, kinds: kinds.data, manifest, working, stop, saving: saves > 0, preview, commit, undo, redo }
        : null,
    [site.data, kinds.data, manifest, working, stop, saves, preview, commit, undo, redo],
  );
  return { session, problem: site.error ?? kinds.error };
}

const TOO_LONG = 400;

/**
 * The manifest of what is looked at. One request is under way at a time; while a slider moves the newest wish waits, and one
 * that has waited too long cancels what is under way.
 */
function useManifest(site: Site | undefined): { manifest: Manifest | null; working: boolean; stop: () => void } {
  const [manifest, setManifest] = useState<Manifest | null>(null);
  const [working, setWorking] = useState(false);
  const { pending, falloff, stage, layer, property, shows, time, comparing, alone } = useSelection();
  const full = useFrame((s) => s.full);
  const loop = useRef<{ wish: (() => void) | null; running: boolean; abort: AbortController; since: number }>({
    wish: null,
    running: false,
    abort: new AbortController(),
    since: 0,
  });

  const id = site?.id;
  const revision = site?.revision;
  useEffect(() => {
    if (!id || revision === undefined) return;
    const state = loop.current;
    const asked = ask();
    const run = async () => {
      state.wish = null;
      state.running = true;
      state.abort = new AbortController();
      state.since = performance.now();
      setWorking(true);
      const before = stage > 0 ? stage - 1 : 0;
      const view =
        shows === 'property' && !comparing
          ? { falloff, stage, layer, property, time, alone, draft: pending.length > 0, full }
          : { falloff, stage: comparing ? before : stage, layer: '', property: '', time, alone, draft: pending.length > 0, full };
      try {
        const seen = await api.view(id, revision, pending, view, state.abort.signal);
        answered(seen, asked, revision);
        setManifest(seen);
      } catch (error) {
        gaveUp(asked);
        const superseded = (error instanceof DOMException && error.name === 'AbortError') || (error instanceof Problem && error.status === 409);
        if (!superseded) sayProblem(error);
      }
      state.running = false;
      const next = state.wish as (() => void) | null;
      if (next) next();
      else setWorking(false);
    };
    if (!state.running) void run();
    else {
      state.wish = () => void run();
      if (performance.now() - state.since > TOO_LONG) state.abort.abort();
    }
  }, [id, revision, pending, falloff, stage, layer, property, shows, time, comparing, alone, full]);

  const stop = useCallback(() => {
    loop.current.wish = null;
    loop.current.abort.abort();
    api.stop().catch(sayProblem);
    useNotes.getState().say('Stopped. The picture is the last whole one; any change computes anew.');
  }, []);
  return { manifest, working, stop };
}
