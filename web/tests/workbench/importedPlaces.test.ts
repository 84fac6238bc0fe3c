import { describe, expect, it } from 'vitest';
import type { Place, Recipe } from '../../src/api/types';
import { importedPlaces } from '../../src/workbench/importedPlaces';

const recipe = { places: [{ name: 'Meadow' }] } as unknown as Recipe;
const area = (points: [number, number][]) => ({ kind: 'area', id: 'a', name: 'Meadow', points: points.map(([x, z]) => [x, 0, z]) }) as unknown as Place;
const ground = { width: 200, depth: 100 };

describe('places that were read from a file', () => {
  it('get a name of their own and are put where they lie', () => {
    const { edits, said, centred } = importedPlaces([area([[90, 0], [130, 0], [130, 60]])], recipe, ground);
    expect(edits).toMatchObject([{ kind: 'set-place', place: { name: 'Meadow 2', points: [[90, 0, 0], [130, 0, 0], [130, 0, 60]] } }]);
    expect(said).toBe('Meadow 2 is imported.');
    expect(centred).toEqual([]);
  });

  it('say how far outside the site they lie, and can be moved to its middle together', () => {
    const point = { kind: 'point', id: 'b', name: 'Gate', at: [1100, 3, -400] } as unknown as Place;
    const { said, centred } = importedPlaces([area([[1100, -400], [1140, -400], [1140, -360]]), point], recipe, ground);
    expect(said).toBe('2 places lie outside the site: 1000 m east and 310 m north of its border.');
    expect(centred).toMatchObject([
      { kind: 'set-place', place: { points: [[-20, 0, -20], [20, 0, -20], [20, 0, 20]] } },
      { kind: 'set-place', place: { at: [-20, 3, -20] } },
    ]);
  });

  it('on one side only say so', () => {
    expect(importedPlaces([area([[0, 90], [10, 90], [10, 95]])], recipe, ground).said).toContain('outside the site: 40 m south of its border');
    expect(importedPlaces([area([[-150, 0], [-140, 0], [-140, 5]])], recipe, ground).said).toContain('40 m west');
  });
});
