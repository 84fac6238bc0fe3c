import { describe, expect, it } from 'vitest';
import type { AllKinds, Layer } from '../../src/api/types';
import { edgeOf, kept, keeping } from '../../src/workbench/keeping';
import { recipeOf } from './fakeSession';

const kinds = { sources: [{ name: 'distance', title: 'Nearness', settings: [] }] } as unknown as AllKinds;
const grass = { id: 'g', name: 'Grass', kind: 'cover' } as unknown as Layer;
type Area = Parameters<typeof edgeOf>[0];
const square = (side: number): Area => ({ id: 'pond', name: 'Pond', kind: 'area', points: [[0, 0, 0], [side, 1, 0], [side, 0, 2 * side], [0, 0, 2 * side]] });
const pond = square(40);
const fence = (steps: object[], more: object = {}) => ({ id: 'f', name: 'Out of Pond', source: { kind: 'distance', place: 'pond', within: 'filled', ...more }, steps });
const drive = { layer: 'g', property: 'density', falloff: 'f', curve: [] };
const invert = { kind: 'invert', id: 's', skipped: false };

describe('how a cover keeps to an area', () => {
  it('ends over a metre, and over less at an area that is not ten metres wide', () => {
    expect(edgeOf(pond)).toBe(1);
    expect(edgeOf(square(0.43))).toBe(0.043);
    expect(kept(recipeOf({}), kinds, grass, square(2), 'out').edits[0]).toMatchObject({ added: { source: { near: 0, far: 0.2 } } });
  });

  it('is read from what drives its density', () => {
    const how = (falloff: object, drives: object[] = [drive]) => keeping(recipeOf({ falloffs: [falloff], drives }), grass, pond).how;
    expect(how(fence([invert]))).toBe('out');
    expect(how(fence([]))).toBe('within');
    expect(how(fence([{ ...invert, skipped: true }]))).toBe('within');
    expect(how(fence([invert, { ...invert, id: 't' }]))).toBe('within');
    expect(how(fence([invert], { place: 'meadow' }))).toBe('anywhere');
    expect(how(fence([invert], { within: 'edge' }))).toBe('anywhere');
    expect(how(fence([invert]), [{ ...drive, property: 'length' }])).toBe('anywhere');
    expect(how(fence([invert]), [{ ...drive, layer: 'moss' }])).toBe('anywhere');
  });

  it('changes by taking away the falloff that nothing else uses', () => {
    const { edits, falloff } = kept(recipeOf({ falloffs: [fence([invert])], drives: [drive] }), kinds, grass, pond, 'within');
    expect(edits.map((each) => each.kind)).toEqual(['remove-falloff', 'add-falloff', 'set-drive']);
    expect(edits[0]).toMatchObject({ falloff: 'f' });
    expect(edits[1]).toMatchObject({ added: { id: falloff, steps: [] } });
  });

  it('leaves a falloff that something else uses', () => {
    const driving = kept(recipeOf({ falloffs: [fence([])], drives: [drive, { ...drive, layer: 'moss' }] }), kinds, grass, pond, 'anywhere');
    expect(driving).toEqual({ edits: [{ kind: 'remove-drive', layer: 'g', property: 'density', falloff: 'f' }], falloff: '' });
    const other = { id: 'h', name: 'Other', source: { kind: 'slope' }, steps: [{ kind: 'multiply', id: 's', falloff: 'f' }] };
    expect(kept(recipeOf({ falloffs: [fence([]), other], drives: [drive] }), kinds, grass, pond, 'anywhere').edits).toMatchObject([{ kind: 'remove-drive' }]);
  });
});
