import { createContext, useContext, useState, type ReactNode } from 'react';
import { useStore, type StoreApi } from 'zustand';
import { useShallow } from 'zustand/react/shallow';
import { viewApi, type ViewApi } from '../api/client';
import { newFrame, type Frame } from './frame';
import { newPlaying, type Playing } from './playing';
import { newProgress, type Progress } from './progress';
import { newSeen, type Seen } from './seen';
import { newSelection, type Selection } from './selection';

/** One view of a site: what is chosen and looked at in it, what it shows, and how far it is. Several stand on one page. */
export interface View {
  /** Its requests: a newer one takes the place of its older ones and of no other view's. */
  readonly api: ViewApi;
  readonly selection: StoreApi<Selection>;
  readonly frame: StoreApi<Frame>;
  readonly playing: StoreApi<Playing>;
  readonly progress: StoreApi<Progress>;
  readonly seen: StoreApi<Seen>;
}

/** A view that looks at nothing yet. */
export function newView(): View {
  return { api: viewApi(crypto.randomUUID().slice(0, 8)), selection: newSelection(), frame: newFrame(), playing: newPlaying(), progress: newProgress(), seen: newSeen() };
}

export const ViewContext = createContext<View | null>(null);

/** What stands in it looks through a view of its own. */
export function OwnView({ children }: { children: ReactNode }) {
  const [view] = useState(newView);
  return <ViewContext value={view}>{children}</ViewContext>;
}

/** The view that a component stands in; its stores, for what is done rather than shown. */
export function useView(): View {
  const view = useContext(ViewContext);
  if (!view) throw new Error('no view around this');
  return view;
}

/** Parts of a store by their names: a change of any other part draws nothing anew. */
function useParts<S extends object, K extends keyof S>(store: StoreApi<S>, names: K[]): Pick<S, K> {
  return useStore(
    store,
    useShallow((now: S) => Object.fromEntries(names.map((name) => [name, now[name]])) as unknown as Pick<S, K>),
  );
}

/** What of the selection is named. */
export function useSelection<K extends keyof Selection>(...names: K[]): Pick<Selection, K> {
  return useParts(useView().selection, names);
}

/** What is made of the selection: only where that changes, the component is drawn anew. */
export function useSelected<T>(of: (selection: Selection) => T): T {
  return useStore(useView().selection, of);
}

export function useFrame<K extends keyof Frame>(...names: K[]): Pick<Frame, K> {
  return useParts(useView().frame, names);
}

export function usePlaying<K extends keyof Playing>(...names: K[]): Pick<Playing, K> {
  return useParts(useView().playing, names);
}

export function useSeen<K extends keyof Seen>(...names: K[]): Pick<Seen, K> {
  return useParts(useView().seen, names);
}
