import { createStore, type StoreApi } from 'zustand/vanilla';

/** What the last still picture drew and took; the artist's wish for detail. */
export interface Frame {
  triangles: number;
  draws: number;
  /** Of the last measured pass. */
  milliseconds: number;
  /** What a frame with everything in it would take by what was measured, and how far that is off. */
  expected: { milliseconds: number; error: number } | null;
  /** Largest error of the details drawn, pixels. */
  tolerance: number;
  /** −1 lets each plant's detail be chosen by its size in the picture. */
  detail: number;
  /** Every plant, however many there are. */
  full: boolean;
  /** Where crowds of plants are looked at from; null until there are some. */
  from: { eyeX: number; eyeZ: number; eyeHeading: number; eyeAbove: number } | null;
  set: (part: Partial<Omit<Frame, 'set'>>) => void;
}

export const newFrame = (): StoreApi<Frame> =>
  createStore<Frame>((set) => ({
    triangles: 0,
    draws: 0,
    milliseconds: 0,
    expected: null,
    tolerance: 0,
    detail: -1,
    full: false,
    from: null,
    set: (part) => set(part),
  }));
