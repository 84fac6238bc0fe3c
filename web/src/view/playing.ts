import { createStore, type StoreApi } from 'zustand/vanilla';
import type { MotionView } from '../api/types';

/** What is known of the motion: what moves, how much of it is there, and how it plays. */
export interface Playing {
  motion: MotionView | null;
  /** Blocks that are there, of how many. */
  loaded: number;
  blocks: number;
  /** The motion is being computed. */
  computing: boolean;
  playing: boolean;
  /** 1, ½ or ¼ of true speed. */
  rate: number;
  /** The moment that is shown while it plays, in frames. */
  moment: number;
  /** Frames drawn in a second, and the share of the time spent in scripts; 0 before any was measured. */
  drawn: number;
  scripts: number;
  /** Frames that are not there yet are waited for. */
  waiting: boolean;
  /** Somebody wants to see it move; else it is worked out once the picture has ripened. */
  wanted: boolean;
  set: (part: Partial<Omit<Playing, 'set'>>) => void;
}

export const newPlaying = (): StoreApi<Playing> =>
  createStore<Playing>((set) => ({
    motion: null,
    loaded: 0,
    blocks: 0,
    computing: false,
    playing: false,
    rate: 1,
    moment: 0,
    drawn: 0,
    scripts: 0,
    waiting: false,
    wanted: false,
    set: (part) => set(part),
  }));
