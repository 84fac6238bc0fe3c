import { describe, expect, it } from 'vitest';
import type { Source } from '../src/api/types';
import { contour } from '../src/view3d/contour';
import { handlesOf, type Surroundings } from '../src/workbench/sourceHandles';

const around: Surroundings = {
  width: 100,
  depth: 100,
  heightAt: () => 3,
  contour: () => [],
  focus: [0, 3, 0],
  places: [
    { kind: 'point', id: 'p', name: 'P', at: [10, 3, -5] },
    { kind: 'area', id: 'a', name: 'A', points: [[0, 0, 0], [9, 0, 0], [9, 0, 9]] },
  ],
};

function handle(source: Source, id: string) {
  const found = handlesOf(source, around).handles.find((each) => each.id === id);
  if (!found) throw new Error(`no handle ${id}`);
  return found;
}

describe('handles of sources', () => {
  it('move a level along its direction and nothing else', () => {
    const source: Source = { kind: 'height', low: 2, high: 6, heading: 0, elevation: 90, space: 'place' };
    const high = handle(source, 'high');
    expect(high.at[1]).toBe(6);
    expect(high.axis).toEqual([expect.closeTo(0, 12), 1, expect.closeTo(0, 12)]);
    expect(high.moved(1.5)).toEqual({ ...source, high: 7.5 });
    expect(handle(source, 'low').moved(-3)).toEqual({ ...source, low: -1 });
  });

  it('stand at the distances of a place, and never pull a distance below 0', () => {
    const source: Source = { kind: 'distance', place: 'p', near: 2, far: 8, measured: 'plan', within: 'edge' };
    expect(handle(source, 'far').at).toEqual([18, 3, -5]);
    expect(handle(source, 'far').moved(2)).toEqual({ ...source, far: 10 });
    expect(handle(source, 'near').moved(-7)).toEqual({ ...source, near: 0 });
    expect(handle({ ...source, within: 'signed', place: 'a' }, 'near').moved(-7)).toMatchObject({ near: -5 });
  });

  it('turn a direction by the way its tip goes', () => {
    const source: Source = { kind: 'sunlit', heading: 90, elevation: 0, softness: 1 };
    const tip = handle(source, 'sun-heading');
    expect(tip.at[0]).toBeCloseTo(16);
    // a quarter of the circle of 16 m about the middle is turned for the same way along it
    expect(tip.moved((Math.PI / 2) * 16)).toMatchObject({ heading: 180 });
    expect(handle(source, 'sun-elevation').moved(-50)).toMatchObject({ elevation: 0 });
  });

  it('pull out sizes, and are absent where a source has no place', () => {
    const cells: Source = { kind: 'cellular', featureSize: 5, measure: 'nearest', inverted: false, travel: 0, heading: 0, space: 'place', seed: 1 };
    expect(handle(cells, 'feature').moved(1.25)).toMatchObject({ featureSize: 6.25 });
    expect(handlesOf({ ...cells, space: 'own' }, around).handles).toEqual([]);
    expect(handlesOf({ kind: 'random', seed: 1, per: 'plant' }, around)).toEqual({ handles: [], lines: [] });
  });
});

describe('contour', () => {
  it('lies at its level, where the ground crosses it', () => {
    const values = new Float32Array([0, 10, 20, 0, 10, 20, 0, 10, 20]);
    const pieces = contour({ columns: 3, rows: 3, width: 40, depth: 40, values }, 5);
    expect(pieces.length).toBeGreaterThan(100);
    for (const [x, y, z] of pieces) {
      expect(y).toBe(5);
      expect(x).toBeCloseTo(-10, 4);
      expect(Math.abs(z)).toBeLessThanOrEqual(20);
    }
    expect(contour({ columns: 3, rows: 3, width: 40, depth: 40, values }, 25)).toEqual([]);
  });
});
