import { describe, expect, it } from 'vitest';
import { frameAt } from '../src/view3d/subjects/liquid';

describe('which frame of a liquid is shown', () => {
  it('goes round where the clock loops', () => {
    expect(frameAt(0, 4, true)).toBe(0);
    expect(frameAt(3.2, 4, true)).toBe(3);
    expect(frameAt(3.6, 4, true)).toBe(0);
    expect(frameAt(-1, 4, true)).toBe(3);
  });

  it('stays at its ends where it does not', () => {
    expect(frameAt(-9, 4, false)).toBe(0);
    expect(frameAt(2, 4, false)).toBe(2);
    expect(frameAt(99, 4, false)).toBe(3);
  });
});
