import { byHand, withUnit } from '../parts/numbers';
import type { Place, Source } from '../api/types';

export type Point = [number, number, number];

/** Something in the view that can be taken hold of: it stands at a place and moves along a line. */
export interface Handle {
  id: string;
  label: string;
  text: string;
  at: Point;
  /** A unit vector. */
  axis: Point;
  /** The source after a move by so many metres along the axis. */
  moved: (metres: number) => Source;
}

export interface Line {
  points: Point[];
  closed: boolean;
  colour: string;
  /** Stays where it is, instead of lying on the ground. */
  flat?: boolean;
  /** Pieces of two ends each, instead of one line. */
  pieces?: boolean;
}

export interface Held {
  handles: Handle[];
  lines: Line[];
}

/** What handles can stand on. */
export interface Surroundings {
  width: number;
  depth: number;
  heightAt: (x: number, z: number) => number;
  /** Where the ground has a height, in pieces of two ends each. */
  contour: (level: number) => Point[];
  /** What the eye looks at; handles without a place of their own stand near it. */
  focus: Point;
  places: Place[];
}

const HEATHER = '#b5579b';
const PALE = '#d9a8cb';

type Of<K extends Source['kind']> = Extract<Source, { kind: K }>;
type Makers = { [K in Source['kind']]?: (source: Of<K>, around: Surroundings) => Held };

const round = (v: number, digits?: number) => (digits === undefined ? byHand(v) : Number(v.toFixed(digits)));
const metres = (v: number) => (Math.abs(v) < 1 ? withUnit(round(v), 'm') : `${round(v)} m`);
const radians = (degrees: number) => (degrees * Math.PI) / 180;
const turn = (heading: number) => ((heading % 360) + 360) % 360;

function direction(heading: number, elevation: number): Point {
  const flat = Math.cos(radians(elevation));
  return [flat * Math.sin(radians(heading)), Math.sin(radians(elevation)), -flat * Math.cos(radians(heading))];
}

function along(from: Point, axis: Point, by: number): Point {
  return [from[0] + axis[0] * by, from[1] + axis[1] * by, from[2] + axis[2] * by];
}

function circle(centre: Point, radius: number): Point[] {
  return Array.from({ length: 72 }, (_, i): Point => [centre[0] + radius * Math.cos((i * Math.PI) / 36), centre[1], centre[2] + radius * Math.sin((i * Math.PI) / 36)]);
}

function middle(around: Surroundings, lift = 0): Point {
  const [x, , z] = around.focus;
  return [x, around.heightAt(x, z) + lift, z];
}

/** An arrow that turns by its tip. */
function arrow(id: string, label: string, around: Surroundings, heading: number, elevation: number, set: (heading: number, elevation: number) => Source, withElevation: boolean): Held {
  const foot = middle(around, 0.05 * around.width);
  const length = 0.16 * around.width;
  const d = direction(heading, elevation);
  const tip = along(foot, d, length);
  const side: Point = [Math.cos(radians(heading)), 0, Math.sin(radians(heading))];
  const up = direction(heading, elevation + 90);
  const flat = Math.max(0.2, Math.cos(radians(elevation)));
  const barb = (way: number) => along(along(tip, d, -0.16 * length), side, way * 0.08 * length);
  const handles: Handle[] = [
    {
      id: `${id}-heading`,
      label: `${label}: heading`,
      text: `${round(turn(heading), 0)}°`,
      at: tip,
      axis: side,
      moved: (m) => set(round(turn(heading + (m / (length * flat)) * (180 / Math.PI)), 1), elevation),
    },
  ];
  if (withElevation) {
    handles.push({
      id: `${id}-elevation`,
      label: `${label}: elevation`,
      text: `${round(elevation, 0)}° up`,
      at: along(foot, d, 0.62 * length),
      axis: up,
      moved: (m) => set(heading, round(Math.max(-90, Math.min(90, elevation + (m / (0.62 * length)) * (180 / Math.PI))), 1)),
    });
  }
  return {
    handles,
    lines: [
      { points: [foot, tip], closed: false, colour: HEATHER, flat: true },
      { points: [barb(-1), tip, barb(1)], closed: false, colour: HEATHER, flat: true },
    ],
  };
}

/** A length that is pulled out from the middle of the site. */
function ruler(id: string, label: string, around: Surroundings, axis: Point, size: number, set: (size: number) => Source): Held {
  const foot = middle(around, 0.02 * around.width);
  const tip = along(foot, axis, size);
  return {
    handles: [{ id, label, text: metres(size), at: tip, axis, moved: (m) => set(round(Math.max(0.001, size + m))) }],
    lines: [{ points: [foot, tip], closed: false, colour: HEATHER, flat: true }],
  };
}

function both(a: Held, b: Held): Held {
  return { handles: [...a.handles, ...b.handles], lines: [...a.lines, ...b.lines] };
}

const NOTHING: Held = { handles: [], lines: [] };

const MAKERS: Makers = {
  height: (source, around) => {
    if (source.space === 'own') return NOTHING;
    const d = direction(source.heading, source.elevation);
    const upright = source.elevation === 90;
    const level = (which: 'low' | 'high', share: number): Held => {
      const value = source[which];
      const base = middle(around);
      const aside: Point = [base[0] + share * around.width, 0, base[2]];
      const at = upright ? along(aside, [0, 1, 0], value) : along(base, d, value - (base[0] * d[0] + base[1] * d[1] + base[2] * d[2]));
      const colour = which === 'low' ? PALE : HEATHER;
      const line: Line = upright ? { points: around.contour(value), closed: false, colour, pieces: true } : { points: [base, at], closed: false, colour, flat: true };
      const post: Line[] = upright ? [{ points: [[at[0], around.heightAt(at[0], at[2]), at[2]], at], closed: false, colour, flat: true }] : [];
      return {
        handles: [{ id: which, label: `${which} level`, text: `${which} ${metres(value)}`, at, axis: d, moved: (m) => ({ ...source, [which]: round(value + m) }) }],
        lines: [line, ...post],
      };
    };
    return both(level('low', -0.06), level('high', 0.06));
  },
  distance: (source, around) => {
    const place = around.places.find((each) => each.id === source.place);
    if (!place) return NOTHING;
    const corners = (place.kind === 'point' ? [place.at] : place.points) as Point[];
    const [x, , z] = corners[Math.floor(corners.length / 2)]!;
    const centre: Point = [x, around.heightAt(x, z), z];
    const radius = (which: 'near' | 'far', axis: Point): Held => ({
      handles: [
        {
          id: which,
          label: `${which} distance`,
          text: `${which} ${metres(source[which])}`,
          at: along(centre, axis, source[which]),
          axis,
          moved: (m) => ({ ...source, [which]: round(Math.max(source.within === 'signed' ? -20000 : 0, source[which] + m)) }),
        },
      ],
      lines: [{ points: circle(centre, Math.max(0.05, Math.abs(source[which]))), closed: true, colour: which === 'near' ? HEATHER : PALE }],
    });
    const outline: Line = { points: corners, closed: place.kind === 'area' || (place.kind === 'path' && place.closed), colour: HEATHER };
    const all = both(radius('near', [0, 0, 1]), radius('far', [1, 0, 0]));
    return { ...all, lines: [...all.lines, outline] };
  },
  facing: (source, around) => arrow('facing', 'Direction', around, source.heading, source.elevation, (heading, elevation) => ({ ...source, heading, elevation }), true),
  sunlit: (source, around) => arrow('sun', 'Sun', around, source.heading, source.elevation, (heading, elevation) => ({ ...source, heading, elevation: Math.max(0, elevation) }), true),
  bands: (source, around) => {
    const d = direction(source.heading, source.elevation);
    const side: Point = [Math.cos(radians(source.heading)), 0, Math.sin(radians(source.heading))];
    const rule = ruler('period', 'Period of the bands', around, d, source.period, (period) => ({ ...source, period }));
    const edges = [-1.5, -0.5, 0.5, 1.5].map((n): Line => {
      const foot = along(middle(around), d, source.offset + n * source.period);
      return { points: Array.from({ length: 25 }, (_, i) => along(foot, side, ((i - 12) / 24) * 0.5 * around.width)), closed: false, colour: PALE };
    });
    const way = arrow('bands', 'Bands', around, source.heading, source.elevation, (heading) => ({ ...source, heading }), false);
    return { handles: [...rule.handles, ...way.handles], lines: [...rule.lines, ...way.lines, ...edges] };
  },
  noise: (source, around) => {
    if (source.space === 'own') return NOTHING;
    const rule = ruler('feature', 'Feature size', around, [1, 0, 0], source.featureSize, (featureSize) => ({ ...source, featureSize }));
    return source.travel === 0 ? rule : both(rule, arrow('travel', 'Travel', around, source.heading, 0, (heading) => ({ ...source, heading }), false));
  },
  cellular: (source, around) =>
    source.space === 'own' ? NOTHING : ruler('feature', 'Feature size', around, [1, 0, 0], source.featureSize, (featureSize) => ({ ...source, featureSize })),
  ball: (source) => {
    if (source.space === 'own') return NOTHING;
    const centre: Point = [source.x, source.y, source.z];
    const at = (by: number) => along(centre, [1, 0, 0], by);
    return {
      handles: [
        { id: 'near', label: 'Near radius', text: metres(source.near), at: at(source.near), axis: [1, 0, 0], moved: (m) => ({ ...source, near: round(Math.max(0, source.near + m)) }) },
        { id: 'far', label: 'Far radius', text: metres(source.far), at: at(source.far), axis: [1, 0, 0], moved: (m) => ({ ...source, far: round(Math.max(0, source.far + m)) }) },
        { id: 'x', label: 'Ball to the east', text: 'x', at: along(centre, [1, 0, 0], -1), axis: [1, 0, 0], moved: (m) => ({ ...source, x: round(source.x + m) }) },
        { id: 'y', label: 'Ball up', text: 'y', at: along(centre, [0, 1, 0], 1), axis: [0, 1, 0], moved: (m) => ({ ...source, y: round(source.y + m) }) },
        { id: 'z', label: 'Ball to the south', text: 'z', at: along(centre, [0, 0, 1], 1), axis: [0, 0, 1], moved: (m) => ({ ...source, z: round(source.z + m) }) },
      ],
      lines: [source.near, source.far].map((radius) => ({
        points: Array.from({ length: 49 }, (_, i): Point => [source.x + radius * Math.cos((i * Math.PI) / 24), source.y, source.z + radius * Math.sin((i * Math.PI) / 24)]),
        closed: true,
        colour: HEATHER,
        flat: true,
      })),
    };
  },
  picture: (source, around) => {
    const centre: Point = [source.x, around.heightAt(source.x, source.z), source.z];
    const right = direction(source.turned + 90, 0);
    const down = direction(source.turned + 180, 0);
    const half = source.width / 2;
    const deep = (source.depth || source.width) / 2;
    const corner = (a: number, b: number) => along(along(centre, right, a * half), down, b * deep);
    return {
      handles: [
        { id: 'width', label: 'Width of the picture', text: metres(source.width), at: along(centre, right, half), axis: right, moved: (m) => ({ ...source, width: round(Math.max(0.1, source.width + 2 * m)) }) },
        { id: 'x', label: 'Picture to the east', text: 'x', at: along(centre, [1, 0, 0], 0.04 * around.width), axis: [1, 0, 0], moved: (m) => ({ ...source, x: round(source.x + m) }) },
        { id: 'z', label: 'Picture to the south', text: 'z', at: along(centre, [0, 0, 1], 0.04 * around.width), axis: [0, 0, 1], moved: (m) => ({ ...source, z: round(source.z + m) }) },
      ],
      lines: [{ points: [corner(-1, -1), corner(1, -1), corner(1, 1), corner(-1, 1)], closed: true, colour: HEATHER }],
    };
  },
};

/** The handles of a source and the lines that show where it is. */
export function handlesOf(source: Source, around: Surroundings): Held {
  const make = MAKERS[source.kind] as ((source: Source, around: Surroundings) => Held) | undefined;
  return make ? make(source, around) : NOTHING;
}
