import { describe, expect, it } from 'vitest';
import type { Edit, Recipe } from '../src/api/types';
import { applied } from '../src/workbench/applied';
import { recipeOf } from './workbench/fakeSession';

const recipe = recipeOf({
  places: [{ id: 'p', name: 'Point' }],
  props: [{ id: 't', name: 'Tower', x: 1 }],
  falloffs: [{ id: 'f', name: 'Shore', source: { kind: 'nearness', near: 1, far: 18 }, steps: [{ id: 's1', power: 1 }, { id: 's2', power: 2 }] }],
  layers: [{ id: 'g', name: 'Grass', kind: 'cover', properties: { density: { low: 0, high: 1 }, size: { low: 1, high: 1 } } }],
  drives: [{ layer: 'g', property: 'density', falloff: 'f', curve: [[0, 0], [1, 1]] }],
});
const after = (...edits: object[]): Recipe => applied(recipe, edits as Edit[]);

describe('a recipe with changes that wait', () => {
  it('holds both of two quick changes, each built on the one before', () => {
    const first = after({ kind: 'set-source', falloff: 'f', source: { kind: 'nearness', near: 1, far: 31 } });
    const second = { kind: 'set-source', falloff: 'f', source: { ...first.falloffs[0]!.source, near: 5 } };
    expect(applied(first, [second as unknown as Edit]).falloffs[0]!.source).toEqual({ kind: 'nearness', near: 5, far: 31 });
  });

  it('sets one thing and leaves the others as they are', () => {
    const changed = after(
      { kind: 'set-step', falloff: 'f', step: { id: 's2', power: 9 } },
      { kind: 'set-property', layer: 'g', property: 'density', range: { low: 0, high: 7 } },
      { kind: 'set-prop', prop: { id: 't', name: 'Tower', x: 4 } },
    );
    expect(changed.falloffs[0]!.steps).toEqual([{ id: 's1', power: 1 }, { id: 's2', power: 9 }]);
    expect(changed.layers[0]!.properties).toEqual({ density: { low: 0, high: 7 }, size: { low: 1, high: 1 } });
    expect(changed.props).toEqual([{ id: 't', name: 'Tower', x: 4 }]);
    expect(changed.places).toBe(recipe.places);
    expect(recipe.falloffs[0]!.steps[1]).toEqual({ id: 's2', power: 2 });
  });

  it('has new places, props, drives and keys at the end, and drives that were taken away no more', () => {
    const changed = after(
      { kind: 'set-place', place: { id: 'q', name: 'Path' } },
      { kind: 'set-prop', prop: { id: 'u', name: 'Hut' } },
      { kind: 'remove-drive', layer: 'g', property: 'density', falloff: 'f' },
      { kind: 'set-keys', track: { of: 'prop', id: 't', setting: 'x', keys: [[0, 1]] } },
    );
    expect(changed.places.map((each) => each.id)).toEqual(['p', 'q']);
    expect(changed.props.map((each) => each.id)).toEqual(['t', 'u']);
    expect(changed.drives).toEqual([]);
    expect(changed.clock.tracks).toHaveLength(1);
    const drive = { layer: 'g', property: 'density', falloff: 'f', curve: [[0, 1], [1, 0]] };
    expect(after({ kind: 'set-drive', drive }).drives).toEqual([drive]);
  });

  it('has the names and numbers of the site', () => {
    const changed = after({ kind: 'rename-site', name: 'Far tarn' }, { kind: 'rename-falloff', falloff: 'f', name: 'Edge' }, { kind: 'rename-layer', layer: 'g', name: 'Sedge' }, { kind: 'set-limits', limits: { plants: 5 } }, { kind: 'set-clock', clock: { loopSeconds: 4 } }, { kind: 'set-ground', ground: { width: 7 } }, { kind: 'set-layer', changed: { id: 'g', name: 'Rush' } });
    expect([changed.name, changed.falloffs[0]!.name, changed.layers[0]!.name]).toEqual(['Far tarn', 'Edge', 'Rush']);
    expect([changed.limits, changed.clock, changed.ground]).toEqual([{ plants: 5 }, { loopSeconds: 4 }, { width: 7 }]);
  });

  it('leaves to the server what only the server can tell', () => {
    expect(after({ kind: 'duplicate-layer', layer: 'g', id: 'h', name: 'Again', seed: 2 })).toBe(recipe);
  });
});
