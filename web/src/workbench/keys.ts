import type { CurvePoint, Edit, Recipe, Track } from '../api/types';

/** A number of the recipe that may be keyed over time. */
export interface KeyTarget {
  of: Track['of'];
  id: string;
  /** The way to it: "heading", "properties.speed.high", "source.featureSize". */
  setting: string;
  /** An angle that goes the shorter way round. */
  round?: boolean;
}

const SAME = 1e-4;

export function trackOf(recipe: Recipe, target: KeyTarget): Track | undefined {
  return recipe.clock.tracks.find((each) => each.of === target.of && each.id === target.id && each.setting === target.setting);
}

/** The number at a time, as the core gives it. */
export function keyedAt(track: Track, time: number): number {
  const keys = track.keys as CurvePoint[];
  const next = keys.findIndex((key) => key[0] > time);
  if (next === 0) return keys[0]![1];
  if (next < 0) return keys.at(-1)![1];
  const [before, after] = [keys[next - 1]!, keys[next]!];
  const t = (time - before[0]) / (after[0] - before[0]);
  const share = { linear: t, smooth: t * t * (3 - 2 * t), hold: 0, 'ease-in': t * t, 'ease-out': 1 - (1 - t) * (1 - t) }[track.easing];
  const way = after[1] - before[1];
  const turned = way % 360;
  const short = turned > 180 ? turned - 360 : turned < -180 ? turned + 360 : turned;
  return before[1] + (track.round ? short : way) * share;
}

/** Whether there is a key at a time. */
export function keyThere(track: Track | undefined, time: number): boolean {
  return track?.keys.some((key) => Math.abs(key[0]! - time) < SAME) ?? false;
}

/** Sets a key at a time; the first makes the number keyed. */
export function withKey(recipe: Recipe, target: KeyTarget, time: number, value: number): Edit[] {
  const track = trackOf(recipe, target);
  const at = Number(time.toFixed(6));
  const others = ((track?.keys ?? []) as CurvePoint[]).filter((key) => Math.abs(key[0] - at) >= SAME);
  const keys = [...others, [at, value] as CurvePoint].sort((a, b) => a[0] - b[0]);
  return [{ kind: 'set-keys', track: { of: target.of, id: target.id, setting: target.setting, easing: track?.easing ?? 'linear', round: track?.round ?? target.round ?? false, keys } }];
}

/** Takes the key at a time away; with the last one the number is not keyed any more. */
export function withoutKey(track: Track, time: number): Edit[] {
  const keys = (track.keys as CurvePoint[]).filter((key) => Math.abs(key[0] - time) >= SAME);
  return keys.length === 0 ? [{ kind: 'remove-keys', track }] : [{ kind: 'set-keys', track: { ...track, keys } }];
}
