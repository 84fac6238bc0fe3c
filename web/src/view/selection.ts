import { createStore, type StoreApi } from 'zustand/vanilla';
import type { Hit } from '../view3d/picking';

export type Look = 'grey' | 'colour' | 'bands';

export interface Brush {
  radius: number;
  strength: number;
  softness: number;
  remove: boolean;
}

/** What the board, the strip and the picture of a view share: what is chosen and looked at; nothing else. */
export interface Selection {
  falloff: string;
  /** The chosen card: 0 the source, 1… a step, −1 the result. */
  stage: number;
  layer: string;
  property: string;
  /** What the values view shows. */
  shows: 'falloff' | 'property';
  values: boolean;
  /** The place is shown as lines, where no values are. */
  drawn: boolean;
  look: Look;
  /** Levels of the bands: a number of equal bands, or the levels themselves. */
  levels: string;
  /** Seconds on the clock. */
  time: number;
  /** The brush is in the hand. */
  painting: boolean;
  brush: Brush;
  /** While held, the step before the chosen one is shown. */
  comparing: boolean;
  hover: Hit | null;
  /** The shown value under the pointer. */
  hoverValue: number | null;
  asked: Hit | null;
  placing: 'point' | 'path' | 'area' | null;
  /** Corners of the place that is being drawn, so far. */
  corners: [number, number, number][];
  /** The prop whose numbers and handles are shown. */
  prop: string;
  /** Single plants of the chosen cover are placed or removed by hand. */
  hand: 'place' | 'remove' | null;
  /** Metres around the pointer within which plants are removed. */
  handRadius: number;
  /** A relief layer that is looked at without the others. */
  alone: string;
  /** The step of the chosen layer's course that is looked at; null for the finished ground. */
  course: number | null;
  /** A line over the ground is being laid: a tape that measures, or a cut that shows a profile. */
  laying: 'tape' | 'cut' | null;
  /** The ends of that line. */
  line: [number, number, number][];
  set: (part: Partial<Omit<Selection, 'set'>>) => void;
  chooseFalloff: (falloff: string, stage?: number) => void;
  chooseProperty: (layer: string, property: string) => void;
}

export const newSelection = (): StoreApi<Selection> =>
  createStore<Selection>((set) => ({
    falloff: '',
    stage: -1,
    layer: '',
    property: '',
    shows: 'property',
    values: false,
    drawn: false,
    look: 'grey',
    levels: '10',
    time: 0,
    painting: false,
    brush: { radius: 4, strength: 0.8, softness: 0.5, remove: false },
    comparing: false,
    hover: null,
    hoverValue: null,
    asked: null,
    placing: null,
    corners: [],
    prop: '',
    hand: null,
    handRadius: 0.5,
    alone: '',
    course: null,
    laying: null,
    line: [],
    set: (part) => set(part),
    chooseFalloff: (falloff, stage = -1) => set((now) => ({ falloff, stage, shows: 'falloff', painting: now.painting && now.falloff === falloff })),
    chooseProperty: (layer, property) => set((now) => ({ layer, property, shows: 'property', course: now.layer === layer ? now.course : null })),
  }));

/** A fresh id that no other browser makes at the same time. */
export function freshId(prefix: string): string {
  return `${prefix}-${crypto.randomUUID().slice(0, 8)}`;
}

/** A name that is not taken: "Noise", "Noise 2", … */
export function freeName(wish: string, taken: string[]): string {
  let name = wish;
  for (let n = 2; taken.includes(name); n++) name = `${wish} ${n}`;
  return name;
}
