import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { cleanup, render } from '@testing-library/react';
import type { ReactElement } from 'react';
import { MemoryRouter } from 'react-router';
import { afterEach, beforeEach, vi, type Mock } from 'vitest';
import type { AllKinds, Falloff, LayerKind, Recipe, Site } from '../../src/api/types';
import { useNotes } from '../../src/parts/notes';
import type { Seen } from '../../src/view/seen';
import type { Selection } from '../../src/view/selection';
import { newView, ViewContext } from '../../src/view/view';
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

/** What the server says of a kind of layer, with nothing in it but what a test gives. */
export function layerKind(kind: string, family: string, part: object = {}): LayerKind {
  return { kind, family, properties: [], results: [], seeded: false, duplicable: true, keyable: true, settingsTitle: 'Settings, name …', tools: [], ...part } as unknown as LayerKind;
}

/** The kinds that most tests need. */
export const LAYER_KINDS: LayerKind[] = [
  layerKind('cover', 'cover', { seeded: true, settingsTitle: 'Plant, where it stands, colours …', tools: ['hand', 'areas'] }),
  layerKind('plant', 'plant'),
  layerKind('tint', 'look'),
  layerKind('raise', 'relief', { results: [{ name: 'difference', title: 'difference', help: 'Metres that it raises the ground, or lowers it', unit: 'm', signed: true }] }),
  layerKind('wind', 'motion', { keyable: false, tools: ['rose'], results: [{ name: 'wind', title: 'speed of the air', help: 'Speed of the air now, with gusts', unit: 'm/s', signed: false }] }),
  layerKind('sway', 'motion', { duplicable: false, keyable: false, tools: ['spread'] }),
  layerKind('grains', 'motion'),
];

export const FAMILIES = [
  { name: 'relief', title: 'The ground' },
  { name: 'cover', title: 'What grows' },
  { name: 'plant', title: 'The nursery' },
  { name: 'motion', title: 'What moves' },
  { name: 'look', title: 'Colours' },
];

export function kindsOf(part: object = {}): AllKinds {
  return { layers: [], sources: [], steps: [], plants: [], shapes: [], layerKinds: LAYER_KINDS, families: FAMILIES, ...part } as unknown as AllKinds;
}

let view = newView();

/** The view that everything in a test looks through. */
export const theView = () => view;

/** An open site whose changes are only noted down. */
export type NotedSession = Session & { commit: Mock<Session['commit']>; preview: Mock<Session['preview']> };

export function sessionOf(recipe: Recipe, { manifest, findings, working, stop, ...part }: Partial<Session & Seen> = {}): NotedSession {
  view.seen.setState({ ...view.seen.getInitialState(), ...(manifest && { manifest }), ...(findings && { findings }), ...(working && { working }), ...(stop && { stop }) });
  const noted = { preview: vi.fn<Session['preview']>(), commit: vi.fn<Session['commit']>() };
  return {
    site: { id: 'tarn', revision: 3, canUndo: true, canRedo: false, recipe } as unknown as Site,
    recipe,
    kinds: kindsOf(),
    pending: [],
    edits: [],
    away: false,
    waits: 0,
    retry: vi.fn(),
    returns: 0,
    lost: vi.fn(),
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
      <SessionContext value={session}>
        <ViewContext value={view}>
          <MemoryRouter>{what}</MemoryRouter>
        </ViewContext>
      </SessionContext>
    </QueryClientProvider>,
  );
}

/** A falloff by height, called Shore, without steps. */
export function falloffOf(part: object = {}): Falloff {
  return { id: 'shore', name: 'Shore', source: { kind: 'height', low: 0, high: 4 }, steps: [], limits: [], ...part } as unknown as Falloff;
}

/** Each test of a file begins with nothing said and nothing chosen but this, and leaves nothing behind. */
export function eachAnew(chosen: Partial<Selection>) {
  beforeEach(() => {
    useNotes.setState({ notes: [] });
    view = newView();
    view.selection.setState(chosen);
  });
  afterEach(() => {
    cleanup();
    vi.restoreAllMocks();
  });
}
