import { describe, expect, it } from 'vitest';
import { endsOf, fixed, grouped, parsed, percent, shown, withUnit } from '../src/parts/numbers';

describe('numbers as people write them', () => {
  it('reads a number with its unit', () => {
    expect(parsed('35 cm', 'm')).toBeCloseTo(0.35);
    expect(parsed('0,5', 'm')).toBe(0.5);
    expect(parsed('−2°', '°')).toBe(-2);
    expect(parsed('1.2 km', 'm')).toBe(1200);
    expect(parsed('soon', 'm')).toBeNull();
  });

  it('shows small lengths in centimetres and millimetres', () => {
    expect(withUnit(0.35, 'm')).toBe('35 cm');
    expect(withUnit(0.004, 'm')).toBe('4 mm');
    expect(withUnit(12, 'm')).toBe('12 m');
    expect(withUnit(-20, '°')).toBe('−20°');
  });

  it('keeps three digits and never shows a minus zero', () => {
    expect(shown(0.123456)).toBe('0.123');
    expect(shown(1234.5)).toBe('1235');
    expect(shown(0)).toBe('0');
    expect(percent(0.004)).toBe('0.4 %');
    expect(grouped(1234567)).toBe('1\u202f234\u202f567');
  });

  it('keeps the places of a column, with a true minus', () => {
    expect(fixed(-38.9279, 2)).toBe('−38.93');
    expect(fixed(7, 1)).toBe('7.0');
    expect(fixed(-0.04, 1)).toBe('0.0');
  });

  it('says both ends of a range, and a unit that they share once', () => {
    expect(endsOf(0.1, 0.35, 'm')).toEqual(['10', '35 cm']);
    expect(endsOf(0.1, 2, 'm')).toEqual(['10 cm', '2 m']);
    expect(endsOf(0, 360, '°')).toEqual(['0', '360°']);
    expect(endsOf(-0.5, 0.5, '')).toEqual(['−0.5', '0.5']);
    expect(endsOf(100, 1500, 'm')).toEqual(['100', '1500 m']);
  });
});
