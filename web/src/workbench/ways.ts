import { shown } from '../parts/numbers';

/** What an end of a curve must differ by from what lies between, of the whole rise, for it to be seen as a hump or a dip. */
const SEEN = 0.1;

/**
 * How a curve from a falloff to a property reads: "only where Shore is high", "more where it is low", "only where it is about
 * 0.4" for a hump, "less where it is about 0.5" for a dip.
 *
 * @param points in and out, from 0 to 1, at least two
 */
export function wayOf(points: [number, number][]): { before: string; after: string } {
  const outs = points.map((point) => point[1]);
  const [first, last] = [outs[0]!, outs[outs.length - 1]!];
  const [least, most] = [Math.min(...outs), Math.max(...outs)];
  const rise = most - least;
  if (rise < 1e-6) return { before: 'the same wherever', after: 'is high or low' };
  const more = least > 0 ? 'more where' : 'only where';
  if (most - Math.max(first, last) > SEEN * rise) return { before: more, after: `is about ${middleOf(points, most)}` };
  if (Math.min(first, last) - least > SEEN * rise) return { before: least > 0 ? 'less where' : 'not where', after: `is about ${middleOf(points, least)}` };
  return { before: more, after: last < first ? 'is low' : 'is high' };
}

/** The middle of where the curve has a value. */
function middleOf(points: [number, number][], out: number): string {
  const there = points.filter((point) => Math.abs(point[1] - out) < 1e-9).map((point) => point[0]);
  return shown((there[0]! + there[there.length - 1]!) / 2, 2);
}
