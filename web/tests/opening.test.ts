import { describe, expect, it } from 'vitest';
import { heightAt, type Heights } from '../src/view3d/ground';
import { eyeOf, openingOf } from '../src/view3d/opening';

/** A ground from a function of the shares −0.5..0.5 along x and z. */
function ground(width: number, depth: number, height: (u: number, v: number) => number): Heights {
  const nodes = 65;
  return { columns: nodes, rows: nodes, width, depth, values: Float32Array.from({ length: nodes * nodes }, (_, i) => height((i % nodes) / 64 - 0.5, Math.floor(i / nodes) / 64 - 0.5)) };
}

describe('where a view begins', () => {
  it('looks inward over the lowest side, whichever that is', () => {
    const slope = (du: number, dv: number) => openingOf(ground(1000, 1000, (u, v) => 300 * (u * du + v * dv)), null).heading;
    // lowest in the south, west, east, north
    expect(slope(0, -1)).toBe(345);
    expect(slope(1, 0)).toBe(75);
    expect(slope(-1, 0)).toBe(255);
    expect(slope(0, 1)).toBe(165);
  });

  it.each([[0.2], [30], [1200], [100_000]])('is the same picture of the same shape %f m wide', (width) => {
    const shape = (size: number) => openingOf(ground(size, size, (u, v) => size * 0.2 * Math.cos(5 * u) * Math.cos(7 * v)), null);
    const [one, other] = [shape(width), shape(1)];
    expect(one.heading).toBe(other.heading);
    expect(one.elevation).toBe(other.elevation);
    expect(one.distance / width).toBeCloseTo(other.distance, 6);
  });

  it('rises until most of the ground is seen over what stands in front', () => {
    const flat = openingOf(ground(1200, 1200, () => 0), null);
    // a wall along every border: the nearest side stands before all of it
    const wall = ground(1200, 1200, (u, v) => (Math.max(Math.abs(u), Math.abs(v)) > 0.4 ? 260 : 0));
    const walled = openingOf(wall, null);
    expect(flat.elevation).toBe(12);
    expect(walled.elevation).toBeGreaterThan(25);
    const [x, y, z] = eyeOf(walled);
    expect(y).toBeGreaterThan(heightAt(wall, x, z));
  });

  it('begins low over water in the middle, and over land where the water lies elsewhere or a slope hides it', () => {
    const bowl = ground(160, 160, (u, v) => 40 * (u * u + v * v) - 1);
    expect(openingOf(bowl, 0).elevation).toBeLessThan(10);
    expect(openingOf(ground(160, 160, (u) => 60 * u), 0).elevation).toBeGreaterThanOrEqual(12);
    const dam = ground(160, 160, (u, v) => (v > 0.15 && v < 0.25 ? 60 : 40 * (u * u + v * v) - 1));
    expect(openingOf(dam, 0).elevation).toBeGreaterThanOrEqual(12);
  });

  it('stands as far as a long and a narrow site need', () => {
    const long = openingOf(ground(5000, 500, () => 0), null);
    const narrow = openingOf(ground(500, 5000, () => 0), null);
    expect(long.distance).toBeGreaterThan(2500);
    expect(narrow.distance).toBeGreaterThan(1500);
    expect(long.distance).toBeLessThan(10_000);
  });
});
