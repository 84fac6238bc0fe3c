import { describe, expect, it } from 'vitest';
import { curvePath, monotone } from '../src/parts/curve';

describe('the drawn curve', () => {
  it('passes its points, holds its ends and never overshoots', () => {
    const curve = monotone([
      [0.1, 0],
      [0.4, 0.9],
      [0.5, 0.92],
      [1, 1],
    ]);
    expect(curve(0)).toBe(0);
    expect(curve(0.4)).toBeCloseTo(0.9);
    expect(curve(2)).toBe(1);
    let before = -1;
    for (let x = 0; x <= 1; x += 0.005) {
      expect(curve(x)).toBeGreaterThanOrEqual(before);
      before = curve(x);
    }
  });

  it('draws high values at the top', () => {
    expect(curvePath([[0, 0], [1, 1]], 20, 10, 1)).toBe('M0.0 10.0L20.0 0.0');
  });
});
