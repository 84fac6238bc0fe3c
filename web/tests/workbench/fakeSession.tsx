import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { cleanup, render } from '@testing-library/react';
import type { ReactElement } from 'react';
import { afterEach, beforeEach, vi, type Mock } from 'vitest';
import type { Falloff, Recipe, Site } from '../../src/api/types';
import { useNotes } from '../../src/parts/notes';
import { useSelection } from '../../src/workbench/selection';
import { SessionContext, type Session } from '../../src/workbench/session';

/** A recipe with nothing in it but what a test gives. */
export function recipeOf(part: object = {}): Recipe {
  return {
    name: 'Tarn',
    ground: { width: 100 },
    places: [],
    props: [],
    falloffs: [],
    layers: [],
    drives: [],
    clock: { framesPerSecond: 24, loopSeconds: 8, startSeconds: 0, endSeconds: 8, tracks: [] },
    ...part,
  } as unknown as Recipe;
}

/** An open site whose changes are only noted down. */
export type NotedSession = Session & { commit: Mock<Session['commit']>; preview: Mock<Session['preview']> };

export function sessionOf(recipe: Recipe, part: Partial<Session> = {}): NotedSession {
  const noted = { preview: vi.fn<Session['preview']>(), commit: vi.fn<Session['commit']>() };
  return {
    site: { id: 'tarn', revision: 3, canUndo: true, canRedo: false, recipe } as unknown as Site,
    recipe,
    kinds: {} as Session['kinds'],
    manifest: null,
    edits: [],
    working: false,
    away: false,
    waits: 0,
    retry: vi.fn(),
    stop: vi.fn(),
    saving: false,
    undo: vi.fn(),
    redo: vi.fn(),
    ...part,
    ...noted,
  };
}

export function showIn(session: Session, what: ReactElement) {
  const queries = new QueryClient({ defaultOptions: { queries: { retry: false } } });
  return render(
    <QueryClientProvider client={queries}>
      <SessionContext value={session}>{what}</SessionContext>
    </QueryClientProvider>,
  );
}

/** A falloff by height, called Shore, without steps. */
export function falloffOf(part: object = {}): Falloff {
  return { id: 'shore', name: 'Shore', source: { kind: 'height', low: 0, high: 4 }, steps: [], limits: [], ...part } as unknown as Falloff;
}

/** Each test of a file begins with nothing said and nothing chosen but this, and leaves nothing behind. */
export function eachAnew(chosen: Parameters<ReturnType<typeof useSelection.getState>['set']>[0]) {
  beforeEach(() => {
    useNotes.setState({ notes: [] });
    useSelection.setState({ ...useSelection.getInitialState(), ...chosen });
  });
  afterEach(() => {
    cleanup();
    vi.restoreAllMocks();
  });
}
