import { DataUtils, LinearFilter } from 'three';
import { describe, expect, it } from 'vitest';
import { domeTexture } from '../src/view3d/textures';
import { allOf, GROUND } from '../src/view3d/subjects/ground';
import { USUAL_SKY, USUAL_SUN } from '../src/view3d/Stage';

describe('the light of a site', () => {
  it('lays the sky down as it was sent, three numbers a direction, and nothing beyond what a half float holds', () => {
    const dome = domeTexture(2, 2, new Float32Array([0.5, 1, 2, 4, 8, 16, 0, 0.25, 1e9, 3, 2, 1]));
    const data = dome.image.data as unknown as Uint16Array;
    const numbers = Array.from(data, (half) => DataUtils.fromHalfFloat(half));
    expect(numbers.slice(0, 4)).toEqual([0.5, 1, 2, 1]);
    expect(numbers.slice(4, 7)).toEqual([4, 8, 16]);
    expect(numbers[10]).toBeLessThan(65_504);
    expect(numbers[10]).toBeGreaterThan(59_000);
    expect(dome.image).toMatchObject({ width: 2, height: 2 });
    expect(dome.magFilter).toBe(LinearFilter);
  });

  it('is weighed against the usual light of a sun 25° high', () => {
    const usual = allOf(USUAL_SUN, USUAL_SKY, Math.sin((25 * Math.PI) / 180));
    for (const part of usual.toArray()) expect(part).toBeCloseTo(1);
    const night = allOf(USUAL_SUN.clone().multiplyScalar(0), USUAL_SKY.clone().multiplyScalar(0.1), 0);
    for (const part of night.toArray()) expect(part).toBeLessThan(0.1);
  });

  it('comes with the ground: its heights and its light', () => {
    expect(GROUND.needs({ data: 'heights', light: 'light' } as never)).toEqual(['heights', 'light']);
  });
});
