import type { Manifest } from '../api/types';
import type { Frame } from './frame';
import { groundOf } from './manifest';

type From = NonNullable<Frame['from']>;

/** Steps of the eye's height above the ground, or of a small part of the site, that it moves before other plants are asked for. */
const STEP = 0.5;
const SMALLEST = 1 / 400;
/** Degrees that it turns. */
const TURN = 30;

/** Whether a picture shows only a part of some layer's plants because they are too many. */
export function hasCrowds(manifest: Manifest | null): boolean {
  return manifest?.layers.some((layer) => layer.plants > 2 * layer.shown && layer.shown > 0) ?? false;
}

/** Whether what a picture shows depends on where the eye is: crowds of plants, and ground that is finer than can be shown everywhere. */
export function dependsOnEye(manifest: Manifest | null): boolean {
  return hasCrowds(manifest) || (groundOf(manifest)?.tiled ?? false);
}

/** Where crowds are looked at from, in steps, so that small moves of the eye ask for nothing; the one before where it is the same. */
export function seenFrom(before: Frame['from'], stand: From, extent: number): From {
  const above = 2 ** Math.round(Math.log2(Math.max(stand.eyeAbove, extent / 4000)));
  const step = Math.max(STEP * above, SMALLEST * extent);
  const next = {
    eyeX: Math.round(stand.eyeX / step) * step,
    eyeZ: Math.round(stand.eyeZ / step) * step,
    eyeHeading: (Math.round(stand.eyeHeading / TURN) * TURN) % 360,
    eyeAbove: above,
  };
  return before && JSON.stringify(before) === JSON.stringify(next) ? before : next;
}
