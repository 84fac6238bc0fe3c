import { describe, expect, it } from 'vitest';
import { frameAt } from './liquid';

describe('which frame of a liquid is shown', () => {
  it('goes round where the clock loops', () => {
    expect(frameAt(0, 0, 0.5, 4, true)).toBe(0);
    expect(frameAt(1.6, 0, 0.5, 4, true)).toBe(3);
    expect(frameAt(2, 0, 0.5, 4, true)).toBe(0);
    expect(frameAt(-0.5, 0, 0.5, 4, true)).toBe(3);
  });

  it('stays at its ends where it does not', () => {
    expect(frameAt(-9, 1, 0.5, 4, false)).toBe(0);
    expect(frameAt(2, 1, 0.5, 4, false)).toBe(2);
    expect(frameAt(99, 1, 0.5, 4, false)).toBe(3);
  });

  it('has one frame where nothing moves', () => {
    expect(frameAt(7.3, 0, 1 / 24, 1, true)).toBe(0);
  });
});
