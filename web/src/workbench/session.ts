import { useQuery, useQueryClient } from '@tanstack/react-query';
import { createContext, useCallback, useContext, useEffect, useMemo, useState, useSyncExternalStore } from 'react';
import { api, Problem } from '../api/client';
import { onRevision } from '../api/events';
import type { AllKinds, Edit, Recipe, Site } from '../api/types';
import { sayProblem, useNotes } from '../parts/notes';
import { applied } from './applied';
import { SaveQueue } from './SaveQueue';

/** The site that is open, and the ways to change it. */
export interface Session {
  /** As it was saved last. */
  site: Site;
  /** With the changes that wait to be saved. */
  recipe: Recipe;
  kinds: AllKinds;
  /** The change that is only shown: what is being dragged. */
  pending: Edit[];
  /** What pictures show beyond the saved site: changes that wait to be saved, and the one that is only shown. */
  edits: Edit[];
  saving: boolean;
  /** The server does not answer; changes wait until it does. */
  away: boolean;
  /** How many changes wait. */
  waits: number;
  /** How often the server has come back. */
  returns: number;
  /** Somebody has met the server's silence. */
  lost: () => void;
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
  const [pending, setPending] = useState<Edit[]>(NONE);
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
      for (const about of ['view', 'picture', 'motion', 'findings']) useNotes.getState().over(about);
    };
  }, [queue]);
  const waiting = useSyncExternalStore(queue.subscribe, queue.snapshot);
  const waits = waiting.changes.filter((each) => each.savedAs === null).length;
  const lost = useCallback(() => queue.lost(), [queue]);
  const retry = useCallback(() => queue.retry(), [queue]);

  const saved = site.data;
  const unsaved = useMemo(() => {
    const edits = waiting.changes.filter((each) => each.savedAs === null || each.savedAs > (saved?.revision ?? 0)).flatMap((each) => each.edits);
    return edits.length === 0 ? NONE : edits;
  }, [waiting, saved]);
  const recipe = useMemo(() => saved && applied(saved.recipe, unsaved), [saved, unsaved]);
  const edits = useMemo(() => (unsaved.length === 0 ? pending : pending.length === 0 ? unsaved : [...unsaved, ...pending]), [unsaved, pending]);

  const revision = saved?.revision ?? 0;
  const preview = useCallback((shown: Edit[]) => setPending(shown), []);
  const undo = useCallback(() => queue.add('undo', [], revision), [queue, revision]);
  const redo = useCallback(() => queue.add('redo', [], revision), [queue, revision]);
  const commit = useCallback(
    (changes: Edit[], undoNote?: string) => {
      queue.add('edit', changes, revision, () => undoNote && useNotes.getState().say(undoNote, { of: queue.newest, action: { label: 'Undo', run: () => queue.add('undo', [], queue.newest) } }));
      setPending(NONE);
    },
    [queue, revision],
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

  const session = useMemo(
    () =>
      saved && recipe && kinds.data
        ? { site: saved, recipe, kinds: kinds.data, pending, edits, saving: waits > 0, away: waiting.away, waits, returns, lost, retry, preview, commit, undo, redo }
        : null,
    [saved, recipe, kinds.data, pending, edits, waits, waiting.away, returns, lost, retry, preview, commit, undo, redo],
  );
  // a site that is open stays open, whatever happens to the server
  return { session, problem: session ? null : (site.error ?? kinds.error) };
}
