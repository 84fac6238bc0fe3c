import { expect, test } from 'vitest';
import type { Recipe, Track } from '../src/api/types';
import { keyedAt, keyThere, withKey, withoutKey } from '../src/workbench/keys';
import { frameAt, timeAt } from '../src/workbench/motion';
import { traceOf } from '../src/workbench/MotionTrace';

const track: Track = { of: 'layer', id: 'wind', setting: 'properties.speed.high', easing: 'linear', round: false, keys: [[0, 2], [2, 6], [3, 4]] };
const recipe = (tracks: Track[]) => ({ clock: { tracks }, layers: [], props: [], falloffs: [] }) as unknown as Recipe;
const target = { of: track.of, id: track.id, setting: track.setting };

test('a keyed number goes from key to key and is held before the first and after the last', () => {
  expect(keyedAt(track, -1)).toBe(2);
  expect(keyedAt(track, 1)).toBe(4);
  expect(keyedAt(track, 9)).toBe(4);
  expect(keyedAt({ ...track, easing: 'hold' }, 1.9)).toBe(2);
  expect(keyedAt({ ...track, easing: 'smooth' }, 0.5)).toBeCloseTo(2 + 4 * (3 * 0.0625 - 2 * 0.015625), 12);
  expect(keyedAt({ ...track, round: true, keys: [[0, 350], [2, 20]] }, 1)).toBe(365);
});

test('a key is set at its time in order, and the last one taken away ends the keys', () => {
  const [edit] = withKey(recipe([track]), target, 1, 9);
  expect(edit).toMatchObject({ kind: 'set-keys', track: { keys: [[0, 2], [1, 9], [2, 6], [3, 4]] } });
  expect(withKey(recipe([]), target, 0.5, 3)[0]).toMatchObject({ kind: 'set-keys', track: { easing: 'linear', keys: [[0.5, 3]] } });
  expect(keyThere(track, 2.00001)).toBe(true);
  expect(withoutKey(track, 2)[0]).toMatchObject({ kind: 'set-keys', track: { keys: [[0, 2], [3, 4]] } });
  expect(withoutKey({ ...track, keys: [[1, 1]] }, 1)[0]).toMatchObject({ kind: 'remove-keys' });
});

test('times and frames belong together, around the loop or held at the ends', () => {
  const loop = { start: 1, step: 0.25, frames: 8, loops: true };
  expect(frameAt(loop, 1.5)).toBe(2);
  expect(frameAt(loop, 3)).toBe(0);
  expect(frameAt(loop, 0.75)).toBe(7);
  expect(frameAt({ ...loop, loops: false }, 30)).toBe(7);
  expect(timeAt(loop, 4)).toBe(2);
});

test('the tip of a plant of 1 m bent by a right angle moves 63.66 cm', () => {
  const bends = [{ east: Math.PI / 2, south: 0 }, { east: 0, south: 0 }];
  const [first, second] = traceOf(bends, 1);
  expect(first).toBeCloseTo(63.66, 2);
  expect(second).toBeCloseTo(0, 9);
});
