import { createStore, type StoreApi } from 'zustand/vanilla';
import type { Finding, Manifest } from '../api/types';

/** What a view shows, as the server told it last. */
export interface Seen {
  manifest: Manifest | null;
  /** What is probably not meant in the site; null until it is known. */
  findings: Finding[] | null;
  /** A newer one is on its way. */
  working: boolean;
  /** How often it was asked for once more though nothing has changed. */
  again: number;
  /** Ends what is being computed; the last picture stays. */
  stop: () => void;
}

export const newSeen = (): StoreApi<Seen> => createStore<Seen>(() => ({ manifest: null, findings: null, working: false, again: 0, stop: () => undefined }));
