import type { Seat, Viewport } from '../view3d/Viewport';
import type { Selection } from '../view/selection';

/** Metres of what is asked about, for a metre of the way that the eye has to its target. */
const NEARER = 0.16;

/** Whether the eye is where it was left. */
const same = (a: Seat, b: Seat | null) => JSON.stringify(a) === JSON.stringify(b);

/** Where {@link frameChosen} has put an eye last. */
const put = new WeakMap<Viewport, Seat>();

/**
 * Puts what is chosen into the picture: a prop, the place that is asked about, the high part of the falloff that is shown, the plants of
 * the layer; the whole site where that is what is chosen, or when it is asked again from there.
 */
export function frameChosen(viewport: Viewport, { prop, asked, values, layer }: Pick<Selection, 'prop' | 'asked' | 'values' | 'layer'>): void {
  const again = same(viewport.seat, put.get(viewport) ?? null);
  if (again || !framed(viewport, prop, asked, values, layer)) viewport.frame(viewport.parallel);
  else put.set(viewport, viewport.seat);
}

function framed(viewport: Viewport, prop: string, asked: Selection['asked'], values: boolean, layer: string): boolean {
  if (prop !== '') return viewport.frameOn({ prop });
  if (asked) {
    viewport.lookAt([asked.x, asked.y, asked.z], viewport.seat.pose.distance * NEARER);
    return true;
  }
  return values ? viewport.frameOn('values') : viewport.frameOn({ layer });
}

const placeOf = (site: string) => `lumbrit.eye.${site}`;

/** Remembers where the eye is in a site, in this browser. */
export function keepSeat(site: string, seat: Seat): void {
  try {
    localStorage.setItem(placeOf(site), JSON.stringify(seat));
  } catch {
    // a browser that keeps nothing begins with the whole site
  }
}

/** Where the eye was left in a site, or null. */
export function seatOf(site: string): Seat | null {
  try {
    const kept = JSON.parse(localStorage.getItem(placeOf(site)) ?? 'null') as Seat | null;
    const numbers = kept ? [...kept.pose.target, kept.pose.heading, kept.pose.elevation, kept.pose.distance] : [];
    return kept && numbers.length === 6 && numbers.every(Number.isFinite) ? kept : null;
  } catch {
    return null;
  }
}
