import { describe, expect, it } from 'vitest';
import type { AllKinds, Layer } from '../../src/api/types';
import { resized } from '../../src/workbench/sizes';

const kind = (name: string, length: string, width: string) => ({ name, title: name, settings: [{ name: 'length', byDefault: length }, { name: 'width', byDefault: width }] });
const kinds = {
  plants: [kind('strand', '0.35', '0.008'), kind('stone', '0.5', '0.6'), { name: 'kept', title: 'kept', settings: [] }],
  layerKinds: [{ kind: 'cover', properties: [{ name: 'length', low: 0.15, high: 0.35 }, { name: 'width', low: 0.004, high: 0.008 }] }],
} as unknown as AllKinds;
const cover = (plant: object, length: [number, number], width: [number, number]) =>
  ({ kind: 'cover', id: 'c', plant, properties: { length: { low: length[0], high: length[1], combine: 'sum' }, width: { low: width[0], high: width[1] } } }) as unknown as Extract<Layer, { kind: 'cover' }>;
const ends = (edits: ReturnType<typeof resized>['edits']) => edits.map((edit) => edit.kind === 'set-property' && [edit.property, edit.range.low, edit.range.high]);

describe('a cover that is planted with another kind', () => {
  it('takes the new kind’s own sizes where the old were those of a fresh cover', () => {
    const { edits, untouched } = resized(kinds, cover({ kind: 'strand' }, [0.15, 0.35], [0.004, 0.008]), { kind: 'stone', length: 0.5, width: 0.6 });
    expect(untouched).toBe(true);
    expect(ends(edits)).toEqual([
      ['length', 0.35, 0.5],
      ['width', 0.42, 0.6],
    ]);
    expect(edits[0]).toMatchObject({ range: { combine: 'sum' } });
  });

  it('and where they were the old kind’s own, there and back again', () => {
    const { edits, untouched } = resized(kinds, cover({ kind: 'stone', length: 0.5, width: 0.6 }, [0.35, 0.5], [0.42, 0.6]), { kind: 'strand' });
    expect(untouched).toBe(true);
    expect(ends(edits)).toEqual([
      ['length', 0.245, 0.35],
      ['width', 0.0056, 0.008],
    ]);
  });

  it('keeps sizes that somebody chose, and offers the others', () => {
    const { edits, untouched } = resized(kinds, cover({ kind: 'strand' }, [0.15, 0.9], [0.004, 0.008]), { kind: 'stone' });
    expect(untouched).toBe(false);
    expect(ends(edits)).toHaveLength(2);
  });

  it('changes nothing where they fit, or where the new kind has no size of its own', () => {
    expect(resized(kinds, cover({ kind: 'strand' }, [0.35, 0.5], [0.42, 0.6]), { kind: 'stone' }).edits).toEqual([]);
    expect(resized(kinds, cover({ kind: 'strand' }, [0.15, 0.35], [0.004, 0.008]), { kind: 'kept', plant: 'n1' }).edits).toEqual([]);
  });
});
