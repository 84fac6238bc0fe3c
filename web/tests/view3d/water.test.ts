import { describe, expect, it } from 'vitest';
import type { Bundle } from '../../src/api/bundle';
import { cellOf, geometryOf, halves, longEnough, MOST_WAVES, ruffled } from '../../src/view3d/subjects/water';
import { driftedAt, standing } from '../../src/view3d/subjects/sheets';

describe('water that moves', () => {
  it('has its rings as half floats, exact at level, up and down', () => {
    const steps = new Int16Array([9, 0, 32767, -32767, 16384]);
    expect([...halves(steps, 1, 3)]).toEqual([0, 0x3c00, 0xbc00]);
    expect(halves(steps, 4, 1)[0]! & 0x7c00).toBe(0x3800);
  });

  it('has few small ripples where it is calm, and all of them from a swell of 10 cm on', () => {
    const wave = (high: number) => [[1, 0, 2, 3, high, 1, 0]];
    expect(ruffled([])).toBe(0.2);
    expect(ruffled(wave(0.01))).toBeCloseTo(0.283, 3);
    expect(ruffled(wave(0.5))).toBe(1);
  });

  it('carries ice only where there is some', () => {
    const bundle = (ice: number[]) =>
      ({ facts: {}, arrays: { positions: new Float32Array(9), triangles: new Uint32Array([0, 1, 2]), factor: new Float32Array(3), ahead: new Float32Array(3), ice: new Float32Array(ice) } }) as unknown as Bundle;
    expect(geometryOf(bundle([])).hasAttribute('aIce')).toBe(false);
    expect([...geometryOf(bundle([0, 0.5, 1])).getAttribute('aIce').array]).toEqual([0, 0.5, 1]);
  });

  it('holds what the bed does to each wave, four waves to an attribute', () => {
    const data = {
      facts: {},
      arrays: {
        positions: new Float32Array([0, 6, 0, 1, 6, 0, 0, 6, 1]),
        triangles: new Uint32Array([0, 2, 1]),
        factor: new Float32Array([...[1, 2, 3], ...[4, 5, 6], ...[7, 8, 9], ...[10, 11, 12], ...[13, 14, 15]]),
        ahead: new Float32Array(15).fill(0.5),
      },
    } as unknown as Bundle;
    const geometry = geometryOf(data);
    expect([...geometry.getAttribute('aSize0').array]).toEqual([1, 4, 7, 10, 2, 5, 8, 11, 3, 6, 9, 12]);
    expect([...geometry.getAttribute('aSize1').array]).toEqual([13, 0, 0, 0, 14, 0, 0, 0, 15, 0, 0, 0]);
    expect([...geometry.getAttribute('aAhead2').array]).toEqual(new Array(12).fill(0));
    expect(MOST_WAVES).toBe(12);
    expect([...geometry.index!.array]).toEqual([0, 2, 1]);
    expect(cellOf(data)).toBe(1);
    // of 4 m and of 2 m from crest to crest, by corners 1 m apart
    expect(longEnough([[1, 0, Math.PI / 2], [1, 0, Math.PI]], 1)).toEqual([true, false]);
  });

  it('may be dry everywhere', () => {
    const none = { facts: {}, arrays: { positions: new Float32Array(), triangles: new Uint32Array(), factor: new Float32Array(), ahead: new Float32Array() } } as unknown as Bundle;
    expect(geometryOf(none).getAttribute('position').count).toBe(0);
  });
});

describe('hanging sheets', () => {
  it('drift at a constant speed, and come back with the loop', () => {
    expect(driftedAt(3, 0, 0.5)).toEqual([1.5, 0, 0]);
    expect(driftedAt(2, 8, 0.5)).toEqual([1, -3, 0.25]);
    expect(driftedAt(10, 8, 0.5)).toEqual(driftedAt(2, 8, 0.5));
    expect(driftedAt(-6, 8, 0.5)).toEqual(driftedAt(2, 8, 0.5));
    // at the seam the first pass of the pattern is where the second one was
    const [, second] = driftedAt(8 - 1e-9, 8, 0.5);
    expect(second).toBeCloseTo(driftedAt(0, 8, 0.5)[0], 6);
  });

  it('stand from their foot to their top, told from their middle', () => {
    const { geometry, middle } = standing(new Float32Array([0, 6, 2, 0, 10, 8, 2, 10]), new Float32Array([0, 0.5]), 3);
    expect(middle.toArray()).toEqual([5, 7, 2]);
    const position = geometry.getAttribute('position');
    const lie = geometry.getAttribute('aLie');
    expect([position.getX(0), position.getY(0), position.getZ(0)]).toEqual([-5, -1, 0]);
    const last = position.count - 1;
    expect([position.getX(last), position.getY(last)]).toEqual([5, 4]);
    expect([lie.getX(last), lie.getY(last), lie.getZ(last)]).toEqual([10, 3, 0.5]);
    expect(geometry.index!.count).toBe(6 * 5);
  });
});
