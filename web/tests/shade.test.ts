import { describe, expect, it } from 'vitest';
import { withShade, type LightGrid } from '../src/view3d/shade';

const SIZE = { width: 40, depth: 40 };
const light = (): LightGrid => ({ columns: 81, rows: 81, sun: new Uint8Array(81 * 81).fill(200), sky: new Uint8Array(81 * 81).fill(180) });
const at = (grid: Uint8Array, x: number, z: number) => grid[Math.round((z + 20) * 2) * 81 + Math.round((x + 20) * 2)]!;
const tree = (x: number, z: number, tall: number, wide: number, flat = false) => ({ feet: new Float32Array([x, 0, z]), sizes: new Float32Array([tall, wide]), flat });
/** Half-way up in the east. */
const SUN = { x: 0.7, y: 0.7, z: 0 };

describe('the shade of large plants', () => {
  it('falls away from the sun, and under the crown the sky is darker', () => {
    const shaded = withShade(light(), SIZE, SUN, [tree(0, 0, 5, 3)]);
    expect(at(shaded.sun, -2, 0)).toBeLessThan(120);
    expect(at(shaded.sun, 6, 0)).toBe(200);
    expect(at(shaded.sky, 0, 0)).toBeLessThan(150);
    expect(at(shaded.sky, -5, 0)).toBe(180);
  });

  it('is longer when the sun is lower', () => {
    const shadeOf = (sun: { x: number; y: number; z: number }) => withShade(light(), SIZE, sun, [tree(0, 0, 4, 2)]).sun.filter((value) => value < 190).length;
    expect(shadeOf({ x: 0.95, y: 0.3, z: 0 })).toBeGreaterThan(1.5 * shadeOf(SUN));
  });

  it('leaves the light that was given as it was, and small and flat plants throw none', () => {
    const given = light();
    withShade(given, SIZE, SUN, [tree(0, 0, 5, 3)]);
    expect(given.sun.every((value) => value === 200)).toBe(true);
    expect(withShade(given, SIZE, SUN, [tree(0, 0, 0.3, 0.2)]).sun).toEqual(given.sun);
    expect(withShade(given, SIZE, SUN, [tree(0, 0, 5, 3, true)])).toBe(given);
  });
});
