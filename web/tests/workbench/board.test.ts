import { describe, expect, it } from 'vitest';
import type { Layer } from '../../src/api/types';
import { families, hasRow, matching, sizeOf } from '../../src/workbench/families';
import { kindsOf } from './fakeSession';
import { wayOf } from '../../src/workbench/ways';

const layer = (kind: string, name: string) => ({ kind, id: name, name }) as unknown as Layer;
const few = [layer('raise', 'Hills'), layer('cover', 'Reeds'), layer('wind', 'Wind'), layer('cover', 'Birches'), layer('plant', 'Birch'), layer('sway', 'Sway of birches'), layer('tint', 'Frost')];

describe('families of layers', () => {
  it('keep the order of the site within each, and leave plants of the nursery out', () => {
    expect(families(kindsOf(), few).map((family) => [family.key, family.layers.map((each) => each.name)])).toEqual([
      ['relief', ['Hills']],
      ['cover', ['Reeds', 'Birches']],
      ['motion', ['Wind', 'Sway of birches']],
      ['look', ['Frost']],
    ]);
  });

  it('have a row of their own only where there are many layers, the ground always', () => {
    const all = families(kindsOf(), few);
    expect(all.filter((family) => hasRow(family, all)).map((family) => family.key)).toEqual(['relief']);
    const many = families(kindsOf(), [...few, ...Array.from({ length: 20 }, (_, i) => layer('cover', `Cover ${i}`))]);
    expect(many.every((family) => hasRow(family, many))).toBe(true);
    expect(many.map(sizeOf)).toEqual(['one relief layer', '22 layers', '2 layers', 'one layer']);
  });

  it('are cut to what is searched for, by name; and stay whole where no layer is meant', () => {
    const all = families(kindsOf(), few);
    expect(matching(all, ' BIRCH').flatMap((family) => family.layers.map((each) => each.name))).toEqual(['Birches', 'Sway of birches']);
    expect(matching(all, 'shore')).toBe(all);
    expect(matching(all, '')).toBe(all);
  });
});

describe('the way of a curve in words', () => {
  const words = (points: [number, number][]) => Object.values(wayOf(points)).join(' … ');
  it('tells rising from falling, and whether anything is left at its end', () => {
    expect(words([[0, 0], [1, 1]])).toBe('only where … is high');
    expect(words([[0, 1], [1, 0]])).toBe('only where … is low');
    expect(words([[0, 0.2], [1, 1]])).toBe('more where … is high');
  });

  it('tells a hump and a dip, and where they are', () => {
    expect(words([[0, 0], [0.3, 1], [0.5, 1], [1, 0]])).toBe('only where … is about 0.4');
    expect(words([[0, 0.1], [0.4, 1], [1, 0.3]])).toBe('more where … is about 0.4');
    expect(words([[0, 1], [0.6, 0], [1, 1]])).toBe('not where … is about 0.6');
    expect(words([[0, 1], [0.6, 0.5], [1, 0.9]])).toBe('less where … is about 0.6');
  });

  it('does not take a slight overshoot for a hump', () => {
    expect(words([[0, 0], [0.9, 1], [1, 0.95]])).toBe('only where … is high');
    expect(words([[0, 0.5], [1, 0.5]])).toBe('the same wherever … is high or low');
  });
});
