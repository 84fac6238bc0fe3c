import { FIELD, type Pose } from './Eye';
import { heightAt, type Heights } from './ground';

/** Degrees that a view over land begins with, and the steepest that is tried where slopes stand in front. */
const LOW = 12;
const STEEP = 48;
/** Degrees beside the straight look over a side, so that two sides are seen. */
const ASIDE = 15;
/** Share of the places that have to be seen. */
const SEEN = 0.8;
/** Places along a side of the site that are looked for, and steps of the way to each. */
const PLACES = 9;
const STEPS = 48;
/** Width of the picture for one of its height. */
const WIDE = 1.5;
/** Shares of half the picture's width that the site takes, and of half its height that its nearest part lies below the middle. */
const FILLED = 0.9;
const LOWEST = 0.8;

const radians = (degrees: number) => (degrees * Math.PI) / 180;

/** From above, the whole site. */
export function planOf(ground: Heights): Pose {
  const half = Math.max(ground.depth, ground.width / WIDE) / 2;
  return { target: [0, heightAt(ground, 0, 0), 0], heading: 0, elevation: 90, distance: (half * 1.06) / Math.tan(radians(18)) };
}

/**
 * A pose that shows the place: low over its water where that lies in the middle; else from above its lowest side, as flat as most of the
 * ground is seen from.
 *
 * @param water metres of its level, null where there is none
 */
export function openingOf(ground: Heights, water: number | null): Pose {
  return (water !== null && overWater(ground, water)) || overLand(ground, water);
}

function overWater(ground: Heights, level: number): Pose | null {
  const size = Math.max(ground.width, ground.depth);
  const pose: Pose = { target: [size * 0.01, level + size * 0.03, -size * 0.06], heading: 354, elevation: 7.5, distance: size * 0.43 };
  const wet = heightAt(ground, 0, 0) < level && heightAt(ground, pose.target[0], pose.target[2]) < pose.target[1];
  return wet && sees(ground, eyeOf(pose), pose.target) ? pose : null;
}

function overLand(ground: Heights, water: number | null): Pose {
  const heading = (lowestSide(ground) - ASIDE + 360) % 360;
  const places = lookedFor(ground, water);
  const middle = places.reduce((sum, [, y]) => sum + y, 0) / places.length;
  for (let elevation = LOW; ; elevation += 3) {
    const pose = fitted({ target: [0, middle, 0], heading, elevation, distance: Math.max(ground.width, ground.depth) }, places);
    const eye = eyeOf(pose);
    const seen = places.filter((place) => sees(ground, eye, place)).length;
    if (elevation >= STEEP || (seen >= SEEN * places.length && eye[1] > heightAt(ground, eye[0], eye[2]))) return pose;
  }
}

/** The same look from so far that the places fit into the picture's width, with the nearest of them low in it. */
function fitted(pose: Pose, places: [number, number, number][]): Pose {
  const [h, e] = [radians(pose.heading), radians(pose.elevation)];
  const tall = Math.tan(radians(FIELD / 2));
  // of a place: right of, above and away from the middle of the picture
  const seen = places.map((place) => {
    const [x, y, z] = place.map((p, k) => p - pose.target[k]!) as [number, number, number];
    const ahead = x * Math.sin(h) - z * Math.cos(h);
    return { right: x * Math.cos(h) + z * Math.sin(h), up: y * Math.cos(e) + ahead * Math.sin(e), away: ahead * Math.cos(e) - y * Math.sin(e) };
  });
  const distance = Math.max(...seen.map(({ right, away }) => Math.abs(right) / (tall * WIDE * FILLED) - away));
  const lowest = Math.min(...seen.map(({ up, away }) => up / (distance + away)));
  const lift = Math.max(0, Math.min(0.3, lowest / tall + LOWEST)) * tall * distance;
  return { ...pose, target: [pose.target[0], pose.target[1] + lift, pose.target[2]], distance };
}

export function eyeOf({ target, heading, elevation, distance }: Pose): [number, number, number] {
  const flat = Math.cos(radians(elevation)) * distance;
  return [target[0] - Math.sin(radians(heading)) * flat, target[1] + Math.sin(radians(elevation)) * distance, target[2] + Math.cos(radians(heading)) * flat];
}

/** The heading of a look inward over the side whose border lies lowest. */
function lowestSide(ground: Heights): number {
  const mean = (at: (share: number) => [number, number]) => {
    let sum = 0;
    for (let i = 0; i < 33; i++) sum += heightAt(ground, ...at(i / 32 - 0.5));
    return sum / 33;
  };
  const { width, depth } = ground;
  const sides = [
    { heading: 0, height: mean((t) => [t * width, 0.45 * depth]) },
    { heading: 90, height: mean((t) => [-0.45 * width, t * depth]) },
    { heading: 270, height: mean((t) => [0.45 * width, t * depth]) },
    { heading: 180, height: mean((t) => [t * width, -0.45 * depth]) },
  ];
  // the south where sides are alike
  return sides.reduce((best, each) => (each.height < best.height - 1e-3 * Math.max(width, depth) ? each : best)).heading;
}

function lookedFor(ground: Heights, water: number | null): [number, number, number][] {
  const places: [number, number, number][] = [];
  for (let r = 0; r < PLACES; r++) {
    for (let c = 0; c < PLACES; c++) {
      const x = ((c + 0.5) / PLACES - 0.5) * ground.width;
      const z = ((r + 0.5) / PLACES - 0.5) * ground.depth;
      places.push([x, Math.max(heightAt(ground, x, z), water ?? -Infinity), z]);
    }
  }
  return places;
}

/** Whether no slope stands between the eye and a place. */
function sees(ground: Heights, eye: [number, number, number], place: [number, number, number]): boolean {
  const slack = 4e-3 * Math.max(ground.width, ground.depth);
  for (let i = 1; i < STEPS; i++) {
    const t = i / STEPS;
    const [x, y, z] = place.map((p, k) => p + t * (eye[k]! - p)) as [number, number, number];
    if (Math.abs(x) > ground.width / 2 || Math.abs(z) > ground.depth / 2) break;
    if (heightAt(ground, x, z) > y + slack) return false;
  }
  return true;
}
