import { describe, expect, it } from 'vitest';
import { groundGeometry, heightAt, holeAt, meet, type Heights } from '../src/view3d/ground';

const ramp: Heights = { columns: 3, rows: 3, width: 20, depth: 20, values: new Float32Array([0, 5, 10, 0, 5, 10, 0, 5, 10]) };

describe('the ground in the view', () => {
  it('is bilinear and holds its border', () => {
    expect(heightAt(ramp, 0, 0)).toBe(5);
    expect(heightAt(ramp, 5, 3)).toBeCloseTo(7.5);
    expect(heightAt(ramp, 99, 0)).toBe(10);
  });

  it('is met by a ray where it lies', () => {
    const hit = meet(ramp, [4, 50, 2], [0, -1, 0])!;
    expect(hit[1]).toBeCloseTo(7, 3);
    expect(meet(ramp, [4, 50, 2], [0, 1, 0])).toBeNull();
    const slanted = meet(ramp, [-30, 5, 0], [1, 0, 0])!;
    expect(slanted[0]).toBeCloseTo(0, 3);
  });

  it('becomes triangles that face up', () => {
    const geometry = groundGeometry(ramp, 3);
    expect(geometry.getIndex()!.count).toBe(24);
    const normals = geometry.getAttribute('normal').array;
    expect(normals[4 * 3 + 1]).toBeCloseTo(1 / Math.hypot(1, 0.5), 4);
  });

  it('is open at its holes, to the eye and to a ray', () => {
    const open = { ...ramp, holes: new Uint8Array([0, 1, 0, 0, 0, 0, 0, 0, 0]) };
    expect(holeAt(open, 5, -5)).toBe(true);
    expect(holeAt(open, -5, -5)).toBe(false);
    expect(groundGeometry(open, 3).getIndex()!.count).toBe(18);
    expect(meet(open, [5, 50, -5], [0, -1, 0])).toBeNull();
    expect(meet(open, [5, 50, 5], [0, -1, 0])![1]).toBeCloseTo(7.5, 3);
  });
});
