import type { EyeView } from '../api/types';

/** Degrees that a pixel of a drag turns the eye, and a key. */
const DRAGGED = 0.3;
const STEP = 6;
/** How much nearer a key, or a step of the wheel, brings the eye. */
const NEARER = 0.85;

/** Round the target by so many degrees. */
export function turned(eye: EyeView, byHeading: number, byElevation: number): EyeView {
  return { ...eye, heading: (eye.heading + byHeading + 360) % 360, elevation: Math.max(1, Math.min(90, eye.elevation + byElevation)) };
}

export const dragged = (eye: EyeView, x: number, y: number): EyeView => turned(eye, -x * DRAGGED, y * DRAGGED);

export const nearer = (eye: EyeView, steps: number): EyeView => ({ ...eye, distance: eye.distance * NEARER ** steps });

/** Where a key brings the eye; null for a key that does not move it. */
export function byKey(eye: EyeView, key: string): EyeView | null {
  switch (key) {
    case 'ArrowLeft':
      return turned(eye, STEP, 0);
    case 'ArrowRight':
      return turned(eye, -STEP, 0);
    case 'ArrowUp':
      return turned(eye, 0, STEP);
    case 'ArrowDown':
      return turned(eye, 0, -STEP);
    case '+':
      return nearer(eye, 1);
    case '-':
      return nearer(eye, -1);
    default:
      return null;
  }
}

/** An eye that has all of a site before it, for a site that nobody has looked at yet. @param width metres; @param depth metres */
export function overAll(width: number, depth: number): EyeView {
  const size = Math.max(width, depth);
  return { target: [0, 0.05 * size, 0], heading: 28, elevation: 30, distance: 1.5 * size, parallel: false };
}
