import { describe, expect, it } from 'vitest';
import type { Falloff, Layer, Recipe } from '../src/api/types';
import { adapted, adaptedLayer } from '../src/workbench/adapting';

const height = { kind: 'height', low: 0, high: 1, heading: 0, elevation: 90, space: 'place' } as const;
const tall: Falloff = { id: 'tall', name: 'Tall', source: height, steps: [], limits: [] };
const near: Falloff = {
  id: 'near',
  name: 'Near',
  source: { kind: 'distance', place: 'p', near: 0, far: 5, measured: 'plan', within: 'edge' },
  steps: [{ kind: 'multiply', id: 's1', skipped: false, falloff: 'tall', amount: 1 }],
  limits: [{ step: 's1', by: 'tall' }],
};
const tint = { kind: 'tint', id: 't', name: 'Frost', properties: {} } as unknown as Layer;

function recipe(part: Partial<Recipe>): Recipe {
  return { name: 'R', ground: {} as Recipe['ground'], places: [], falloffs: [], layers: [], drives: [], clock: { framesPerSecond: 24, loopSeconds: 8 }, ...part } as Recipe;
}

const from = recipe({
  places: [{ kind: 'point', id: 'p', name: 'Cairn', at: [1, 2, 3] }],
  falloffs: [tall, near],
  layers: [tint],
  drives: [{ layer: 't', property: 'value', falloff: 'near', curve: [[0, 0], [1, 1]] }],
});

describe('copying to another site', () => {
  it('takes along what a falloff uses, under fresh ids', () => {
    const { edits, notes } = adapted(from, [near], recipe({}));
    expect(edits.map((each) => each.kind).sort()).toEqual(['add-falloff', 'add-falloff', 'set-place']);
    const place = edits.flatMap((each) => (each.kind === 'set-place' ? [each.place] : []))[0]!;
    const copies = edits.flatMap((each) => (each.kind === 'add-falloff' ? [each.added] : []));
    const copiedTall = copies.find((each) => each.name === 'Tall')!;
    const copiedNear = copies.find((each) => each.name === 'Near')!;
    expect(copiedNear.id).not.toBe('near');
    expect(copiedNear.source).toMatchObject({ place: place.id });
    expect(copiedNear.steps[0]).toMatchObject({ falloff: copiedTall.id });
    expect(copiedNear.limits).toEqual([{ step: 's1', by: copiedTall.id }]);
    expect(notes.join(' ')).toContain('Cairn was copied along');
  });

  it('uses a place of the same name, and says so, and renames what is taken', () => {
    const there = recipe({ places: [{ kind: 'point', id: 'q', name: 'Cairn', at: [9, 9, 9] }], falloffs: [tall] });
    const { edits, notes } = adapted(from, [near], there);
    expect(edits).toHaveLength(2);
    expect(JSON.stringify(edits)).toContain('"place":"q"');
    expect(notes.join(' ')).toContain('Tall is called Tall 2 there');
  });

  it('says so when nothing had to be adapted, and refuses what cannot be', () => {
    expect(adapted(from, [tall], recipe({})).notes).toEqual(['Nothing had to be adapted.']);
    const reads: Falloff = { ...tall, source: { kind: 'plants-near', layer: 'g', near: 0, far: 1 } };
    expect(() => adapted(from, [reads], recipe({}))).toThrow('has no cover');
  });

  it('brings a layer with its drives', () => {
    const { edits } = adaptedLayer(from, tint, recipe({ layers: [tint] }));
    const layer = edits.find((each) => each.kind === 'add-layer') as { added: Layer };
    expect(layer.added.name).toBe('Frost 2');
    const drive = edits.at(-1) as { kind: string; drive: { layer: string; falloff: string } };
    expect(drive.kind).toBe('set-drive');
    expect(drive.drive.layer).toBe(layer.added.id);
    expect(edits.some((each) => each.kind === 'add-falloff' && each.added.id === drive.drive.falloff)).toBe(true);
  });

  it('brings the plant of a cover along, and finds again what it stands on', () => {
    const plant = { kind: 'plant', id: 'reed', name: 'Reed', properties: {} } as unknown as Layer;
    const cover = {
      kind: 'cover',
      id: 'c',
      name: 'Reeds',
      plant: { kind: 'kept', plant: 'reed', variants: 2 },
      bed: { kind: 'prop', on: 'wall' },
      pattern: { kind: 'along-path', along: 'path', away: 1, every: 1, side: 'both', jitter: 0 },
      removed: ['00'],
      placed: [],
      properties: {},
    } as unknown as Layer;
    const here = recipe({
      layers: [plant, cover],
      places: [{ kind: 'path', id: 'path', name: 'Path', points: [[0, 0, 0], [1, 0, 0]], closed: false }],
      props: [{ id: 'wall', name: 'Wall' } as unknown as Recipe['props'][number]],
    });
    const { edits, notes } = adaptedLayer(here, cover, recipe({ props: [] }));
    const added = edits.flatMap((each) => (each.kind === 'add-layer' ? [each.added] : []));
    expect(added.map((each) => each.kind)).toEqual(['plant', 'cover']);
    const stands = added[1] as Extract<Layer, { kind: 'cover' }>;
    expect(stands.plant).toEqual({ kind: 'kept', plant: added[0]!.id, variants: 2 });
    expect(stands.bed.kind).toBe('ground');
    expect(stands.removed).toEqual([]);
    const place = edits.find((each) => each.kind === 'set-place');
    expect(place?.kind === 'set-place' && stands.pattern.kind === 'along-path' && stands.pattern.along === place.place.id).toBe(true);
    expect(notes.join(' ')).toContain('no Wall');
    expect(notes.join(' ')).toContain('nursery');
  });
});
