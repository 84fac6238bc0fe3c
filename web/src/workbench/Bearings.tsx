import { useEffect, useReducer } from 'react';
import { fixed, withUnit } from '../parts/numbers';
import type { Viewport } from '../view3d/Viewport';

/** Pixels that the bar has at most. */
const LONGEST = 110;

/** A round length, 1, 2 or 5 times a power of ten, that is no longer than this. */
export function roundLength(metres: number): number {
  const power = 10 ** Math.floor(Math.log10(metres));
  const times = metres / power;
  return power * (times >= 5 ? 5 : times >= 2 ? 2 : 1);
}

/** Metres from a thousand on as kilometres. */
export function inWords(metres: number): string {
  return metres >= 1000 ? withUnit(metres / 1000, 'km') : withUnit(Number(metres.toPrecision(3)), 'm');
}

/** Which way is north, and how long a length is in the middle of the picture. */
export function Bearings({ viewport }: { viewport: Viewport | null }) {
  const [, redraw] = useReducer((n: number) => n + 1, 0);
  useEffect(() => viewport?.onLook(redraw), [viewport]);
  if (!viewport) return null;
  const { heading, metres } = viewport.bearing;
  if (!(metres > 0) || !Number.isFinite(metres)) return null;
  const length = roundLength(metres * LONGEST);
  const words = inWords(length);
  return (
    <div className="bearings" role="img" aria-label={`The picture looks ${fixed(heading, 0)}° from north; the bar is ${words} long in its middle`}>
      <svg width="34" height="34" viewBox="-17 -17 34 34" aria-hidden="true">
        <circle r="15.5" className="rose-ring" />
        <g transform={`rotate(${-heading})`}>
          <path d="M0 -12 L4 0 L0 -2.4 L-4 0 Z" className="rose-north" />
          <path d="M0 12 L4 0 L0 2.4 L-4 0 Z" className="rose-south" />
        </g>
      </svg>
      <svg className="scale-bar" width={length / metres + 2} height="22" aria-hidden="true">
        <path d={`M1 12 v8 h${length / metres} v-8`} />
        <text x={length / metres / 2 + 1} y="14">
          {words}
        </text>
      </svg>
    </div>
  );
}
