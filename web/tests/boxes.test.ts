import { describe, expect, it } from 'vitest';
import { highPart, plantsBox } from '../src/view3d/boxes';
import { inWords, roundLength } from '../src/workbench/Bearings';

describe('what the eye is turned to', () => {
  it('is the part of the ground where values are in their upper half', () => {
    const ground = { columns: 2, rows: 2, width: 100, depth: 50, values: Float32Array.of(0, 0, 10, 10) };
    const steps = new Uint16Array(11 * 11).fill(100);
    steps[3 * 11 + 7] = 60_000;
    steps[3 * 11 + 8] = 50_000;
    const box = highPart(ground, { columns: 11, rows: 11, steps })!;
    expect(box.middle[0]).toBeCloseTo(25);
    expect(box.middle[1]).toBeCloseTo(3);
    expect(box.middle[2]).toBeCloseTo(-10);
    expect(box.size[0]).toBeCloseTo(10);
    expect(highPart(ground, { columns: 11, rows: 11, steps: new Uint16Array(121).fill(7) })).toBeNull();
  });

  it('is all plants of a layer, with room for the tallest', () => {
    const box = plantsBox({ feet: Float32Array.of(1, 0, 1, 3, 2, 1), sizes: Float32Array.of(2, 0.5, 1, 0.5) })!;
    expect(box.middle).toEqual([2, 1, 1]);
    expect(box.size).toEqual([4, 4, 2]);
    expect(plantsBox({ feet: new Float32Array(), sizes: new Float32Array() })).toBeNull();
    expect(plantsBox(null)).toBeNull();
  });
});

describe('the scale bar', () => {
  it.each([[0.0123, '1 cm'], [0.007, '5 mm'], [7.9, '5 m'], [26, '20 m'], [999, '500 m'], [1700, '1 km'], [61_000, '50 km']])('of at most %f m is %s long', (most, words) => {
    expect(inWords(roundLength(most))).toBe(words);
  });
});
