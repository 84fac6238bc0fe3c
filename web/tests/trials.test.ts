import { describe, expect, it } from 'vitest';
import { endsOf, fromTheMiddle, narrowed } from '../src/trials/order';

describe('the order of trials', () => {
  it('goes from the middle outward, each once', () => {
    const order = fromTheMiddle(3, 3);
    expect(order[0]).toBe(4);
    expect(order.slice(1, 5).sort()).toEqual([1, 3, 5, 7]);
    expect([...order].sort((a, b) => a - b)).toEqual([0, 1, 2, 3, 4, 5, 6, 7, 8]);
    expect(fromTheMiddle(2, 1)).toEqual([0, 1]);
  });
});

describe('ends round a value', () => {
  it('are half as far apart, and stay within what is allowed', () => {
    expect(narrowed(0, 8, 6, false, 0, 100)).toEqual([4, 8]);
    expect(narrowed(0, 8, 8, false, 0, 9)).toEqual([6, 9]);
    const [from, to] = narrowed(1, 16, 4, true, 0, 100);
    expect(from).toBeCloseTo(2, 6);
    expect(to).toBeCloseTo(8, 6);
  });

  it('begin at a half and twice of what is there', () => {
    expect(endsOf(4, 0, 40)).toEqual([2, 8]);
    expect(endsOf(0, 0, 40)).toEqual([0, 40]);
    expect(endsOf(-3, -10, 10)).toEqual([-6, -1.5]);
  });
});
