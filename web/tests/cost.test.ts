import { describe, expect, it } from 'vitest';
import { Cost } from '../src/view3d/cost';

describe('what a frame costs on this machine', () => {
  const machine = (triangles: number, draws: number) => 4 + (900 * triangles) / 1e6 + (20 * draws) / 100;
  const drawn = (cost: Cost, triangles: number, draws: number, noise = 0) => {
    cost.drawn = { triangles, draws, tolerance: 0 };
    cost.measure(machine(triangles, draws) + noise);
  };

  it('is unknown before a frame was measured', () => {
    expect(new Cost().expected(1e6, 100)).toBeNull();
    expect(new Cost().last).toBe(0);
  });

  it('is learnt from frames that differ', () => {
    const cost = new Cost();
    for (let i = 0; i < 30; i++) drawn(cost, 1e5 + 4e4 * (i % 7), 20 + 9 * (i % 5));
    const expected = cost.expected(2e6, 150)!;
    expect(expected.milliseconds).toBeCloseTo(machine(2e6, 150), -1);
    expect(expected.error).toBeLessThan(1);
    expect(cost.last).toBeCloseTo(machine(1e5 + 4e4 * (29 % 7), 20 + 9 * (29 % 5)), 9);
  });

  it('says how far off it was where frames scatter', () => {
    const cost = new Cost();
    for (let i = 0; i < 40; i++) drawn(cost, 1e5 + 5e4 * (i % 6), 40, i % 2 === 0 ? 30 : -30);
    expect(cost.expected(2e5, 40)!.error).toBeGreaterThan(20);
  });

  it('forgets what was long ago', () => {
    const cost = new Cost();
    for (let i = 0; i < 40; i++) drawn(cost, 1e5 + 5e4 * (i % 6), 40, 500);
    for (let i = 0; i < 60; i++) drawn(cost, 1e5 + 5e4 * (i % 6), 40);
    expect(cost.expected(2e5, 40)!.milliseconds).toBeCloseTo(machine(2e5, 40), 0);
  });
});
