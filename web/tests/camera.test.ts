import { describe, expect, it } from 'vitest';
import { Eye } from '../src/view3d/Eye';
import type { Heights } from '../src/view3d/ground';
import { openingOf, planOf } from '../src/view3d/opening';

const pose = () => ({ target: [0, 5, 0] as [number, number, number], heading: 0, elevation: 30, distance: 40 });

describe('the eye', () => {
  it('stands to the south and looks north at heading 0', () => {
    const { x, y, z } = new Eye(pose()).position;
    expect(x).toBeCloseTo(0);
    expect(y).toBeCloseTo(5 + 20);
    expect(z).toBeCloseTo(40 * Math.cos(Math.PI / 6));
  });

  it('stays above the ground', () => {
    const eye = new Eye({ ...pose(), elevation: 1 });
    eye.floor = () => 50;
    for (const [extent, above] of [[160, 1.2], [30_000, 1.2], [2, 0.015]] as const) {
      eye.extent = extent;
      expect(eye.position.y).toBeCloseTo(50 + above);
    }
  });

  it.each([[0.2], [2], [160], [5000], [30_000], [100_000]])('sees the whole of a site %i m wide, from the side and from above', (extent) => {
    const eye = new Eye(pose());
    eye.extent = extent;
    const level: Heights = { columns: 3, rows: 3, width: extent, depth: extent, values: new Float32Array(9) };
    for (const plan of [false, true]) {
      eye.isParallel = plan;
      eye.pose = plan ? planOf(level) : openingOf(level, null);
      eye.update(800, 600);
      const { near, far } = eye.camera;
      const away = Math.hypot(eye.position.x, eye.position.y, eye.position.z);
      expect(far).toBeGreaterThan(away + extent);
      if (!plan) expect(near).toBeLessThan(0.1 * extent);
    }
  });

  it('sends the ray of the middle through its target', () => {
    const eye = new Eye(pose());
    eye.update(800, 600);
    const { along } = eye.ray(0, 0);
    const toTarget = [0 - eye.position.x, 5 - eye.position.y, 0 - eye.position.z];
    const length = Math.hypot(...toTarget);
    along.forEach((v, i) => expect(v).toBeCloseTo(toTarget[i]! / length, 4));
  });

  it('turns, tilts and zooms within sensible ends', () => {
    const eye = new Eye(pose());
    eye.extent = 160;
    eye.orbit(-10, 200);
    expect(eye.pose.heading).toBe(350);
    expect(eye.pose.elevation).toBe(90);
    for (let i = 0; i < 100; i++) eye.zoom(0.5);
    expect(eye.pose.distance).toBe(1.5);
    eye.extent = 0.2;
    for (let i = 0; i < 100; i++) eye.zoom(0.5);
    expect(eye.pose.distance).toBeCloseTo(0.002);
    for (let i = 0; i < 100; i++) eye.zoom(2);
    expect(eye.pose.distance).toBeCloseTo(1.2);
  });

  it('goes to a thing, as near as its size asks for', () => {
    const eye = new Eye({ ...pose(), elevation: 80 });
    eye.extent = 200;
    eye.goTo([1, 2, 3], 10);
    expect(eye.pose).toMatchObject({ target: [1, 2, 3], elevation: 40 });
    expect(eye.pose.distance).toBeGreaterThan(10);
    expect(eye.pose.distance).toBeLessThan(40);
  });

  it('moves to the right in the picture when panned to the right', () => {
    const eye = new Eye({ ...pose(), heading: 90 });
    eye.pan(0.5, 0);
    expect(eye.pose.target[0]).toBeCloseTo(0);
    expect(eye.pose.target[2]).toBeGreaterThan(5);
  });

  it('has planes that hold what it draws and nothing behind it, whatever the jitter', () => {
    for (const parallel of [false, true]) {
      const eye = new Eye({ target: [0, 0, 0], heading: 40, elevation: 25, distance: 50 });
      eye.extent = 160;
      eye.isParallel = parallel;
      eye.update(800, 500);
      const planes = eye.planes();
      const inside = (x: number, y: number, z: number) => [0, 4, 8, 12].every((p) => planes[p]! * x + planes[p + 1]! * y + planes[p + 2]! * z + planes[p + 3]! >= 0);
      expect(inside(0, 0, 0)).toBe(true);
      for (const [x, y, held] of [[0.95, 0.9, true], [-0.95, -0.9, true], [1.1, 0, false], [0, -1.1, false]] as const) {
        const { from, along } = eye.ray(x, y);
        const far = parallel ? 2000 : 40;
        expect(inside(from[0] + far * along[0], from[1] + far * along[1], from[2] + far * along[2])).toBe(held);
      }
      eye.update(800, 500, 0.4, -0.3);
      eye.planes().forEach((number, i) => expect(number).toBeCloseTo(planes[i]!, 12));
    }
  });
});
