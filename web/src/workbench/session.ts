import { useQuery, useQueryClient } from '@tanstack/react-query';
import { createContext, useCallback, useContext, useEffect, useMemo, useRef, useState, useSyncExternalStore } from 'react';
import { api, isStopped, Problem } from '../api/client';
import { onRevision } from '../api/events';
import type { AllKinds, Edit, Manifest, Recipe, Site } from '../api/types';
import { sayProblem, useNotes } from '../parts/notes';
import { applied } from './applied';
import { useFrame } from './frame';
import { answered, ask, gaveUp, useProgress } from './progress';
import { isSilence, SaveQueue } from './SaveQueue';
import { useSelection } from './selection';

/** The site that is open, and the ways to change it. */
export interface Session {
  /** As it was saved last. */
  site: Site;
  /** With the changes that wait to be saved. */
  recipe: Recipe;
  kinds: AllKinds;
  manifest: Manifest | null;
  /** What the picture shows beyond the saved site: changes that wait to be saved, and the one that is only shown. */
  edits: Edit[];
  working: boolean;
  /** Ends what is being computed; the last picture stays. */
  stop: () => void;
  saving: boolean;
  /** The server does not answer; changes wait until it does. */
  away: boolean;
  /** How many changes wait. */
  waits: number;
  /** Tries at once whether the server is back. */
  retry: () => void;
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

const NONE: Edit[] = [];

/** Loads a site and keeps saving in order; changes by others arrive by themselves. */
export function useSiteSession(id: string): { session: Session | null; problem: Error | null } {
  const queries = useQueryClient();
  const site = useQuery({ queryKey: ['site', id], queryFn: () => api.site(id) });
  const kinds = useQuery({ queryKey: ['kinds'], queryFn: api.kinds, staleTime: Infinity });
  const [returns, setReturns] = useState(0);
  const set = useSelection((s) => s.set);
  const queue = useMemo(
    () =>
      new SaveQueue(id, {
        now: (now) => {
          useNotes.getState().moved(now.revision);
          return queries.setQueryData<Site>(['site', id], (known) => (known && known.revision > now.revision ? known : now));
        },
        refused: (error) => {
          sayProblem(error);
          if (error instanceof Problem && error.changes.length > 0) {
            useNotes.getState().say(`Changed in the meantime: ${error.changes.slice(-3).join('; ')}`, { bad: true });
          }
          void queries.invalidateQueries({ queryKey: ['site', id] });
        },
        back: () => setReturns((n) => n + 1),
      }),
    [id, queries],
  );
  useEffect(() => {
    queue.begin();
    return () => {
      queue.end();
      // what failed here is no longer looked at
      for (const about of ['view', 'picture', 'motion']) useNotes.getState().over(about);
    };
  }, [queue]);
  const waiting = useSyncExternalStore(queue.subscribe, queue.snapshot);
  const waits = waiting.changes.filter((each) => each.savedAs === null).length;
  useEffect(() => useProgress.setState({ saving: waits }), [waits]);
  const lost = useCallback(() => queue.lost(), [queue]);
  const retry = useCallback(() => queue.retry(), [queue]);

  const saved = site.data;
  const unsaved = useMemo(() => {
    const edits = waiting.changes.filter((each) => each.savedAs === null || each.savedAs > (saved?.revision ?? 0)).flatMap((each) => each.edits);
    return edits.length === 0 ? NONE : edits;
  }, [waiting, saved]);
  const recipe = useMemo(() => saved && applied(saved.recipe, unsaved), [saved, unsaved]);
  const pending = useSelection((s) => s.pending);
  const edits = useMemo(() => (unsaved.length === 0 ? pending : pending.length === 0 ? unsaved : [...unsaved, ...pending]), [unsaved, pending]);

  const revision = saved?.revision ?? 0;
  const preview = useCallback((shown: Edit[]) => set({ pending: shown }), [set]);
  const undo = useCallback(() => queue.add('undo', [], revision), [queue, revision]);
  const redo = useCallback(() => queue.add('redo', [], revision), [queue, revision]);
  const commit = useCallback(
    (changes: Edit[], undoNote?: string) => {
      queue.add('edit', changes, revision, () => undoNote && useNotes.getState().say(undoNote, { of: queue.newest, action: { label: 'Undo', run: () => queue.add('undo', [], queue.newest) } }));
      set({ pending: NONE });
    },
    [queue, revision, set],
  );

  useEffect(
    () =>
      onRevision(id, (newest) => {
        const known = queries.getQueryData<Site>(['site', id]);
        // what we save ourselves arrives with the answer
        if (known && newest > known.revision && queue.waits === 0) void queries.invalidateQueries({ queryKey: ['site', id] });
      }),
    [id, queries, queue],
  );

  const { manifest, working, stop } = useManifest(saved, edits, returns, lost);
  const session = useMemo(
    () =>
      saved && recipe && kinds.data
        ? { site: saved, recipe, kinds: kinds.data, manifest, edits, working, stop, saving: waits > 0, away: waiting.away, waits, retry, preview, commit, undo, redo }
        : null,
    [saved, recipe, kinds.data, manifest, edits, working, stop, waits, waiting.away, retry, preview, commit, undo, redo],
  );
  // a site that is open stays open, whatever happens to the server
  return { session, problem: session ? null : (site.error ?? kinds.error) };
}

const TOO_LONG = 400;

/**
 * The manifest of what is looked at. One request is under way at a time; while a slider moves the newest wish waits, and one
 * that has waited too long cancels what is under way.
 */
function useManifest(site: Site | undefined, edits: Edit[], returns: number, lost: () => void): { manifest: Manifest | null; working: boolean; stop: () => void } {
  const [manifest, setManifest] = useState<Manifest | null>(null);
  const [working, setWorking] = useState(false);
  const { pending, falloff, stage, layer, property, shows, time, comparing, alone, course } = useSelection();
  const draft = pending.length > 0;
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
    const run = async (again = 0) => {
      state.wish = null;
      state.running = true;
      state.abort = new AbortController();
      state.since = performance.now();
      setWorking(true);
      const before = stage > 0 ? stage - 1 : 0;
      const onCourse = course === null ? {} : { courseLayer: layer, courseStep: course };
      const view =
        shows === 'property' && !comparing
          ? { falloff, stage, layer, property, time, alone, draft, full, ...onCourse }
          : { falloff, stage: comparing ? before : stage, layer: '', property: '', time, alone, draft, full, ...onCourse };
      try {
        const seen = await api.view(id, revision, edits, view, state.abort.signal);
        answered(seen, asked, revision);
        setManifest(seen);
        useNotes.getState().over('view');
      } catch (error) {
        gaveUp(asked);
        if (isSilence(error)) lost();
        else if (!isStopped(error)) sayProblem(error, 'view');
        // given up by the server though nobody here has stopped it
        else if (!state.abort.signal.aborted && !state.wish && again < 3) state.wish = () => void run(again + 1);
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
  }, [id, revision, edits, draft, falloff, stage, layer, property, shows, time, comparing, alone, course, full, returns, lost]);

  const stop = useCallback(() => {
    loop.current.wish = null;
    loop.current.abort.abort();
    api.stop().catch(sayProblem);
    useNotes.getState().say('Stopped. The picture is the last whole one; any change computes anew.');
  }, []);
  return { manifest, working, stop };
}
