import { describe, expect, it } from 'vitest';
import { dayAndHour, drawn, endsOf, SNOWFALL, TEMPERATURE, TRACKS } from '../src/almanac/hours';
import { coverAt } from '../src/workbench/lay';

const hours = Array.from({ length: 48 }, (_, hour) => [hour, 270, 3, -4 + hour / 10, hour < 10 ? 12 : 0, 0.5]);
const track = (column: number) => TRACKS.find((each) => each.column === column)!;

describe('drawing the almanac', () => {
  it('goes evenly from one place to the other and leaves all else', () => {
    const next = drawn(hours, track(TEMPERATURE), { hour: 20, value: 0 }, { hour: 24, value: 4 });
    expect(next.slice(20, 25).map((row) => row[TEMPERATURE])).toEqual([0, 1, 2, 3, 4]);
    expect(next.slice(0, 20)).toEqual(hours.slice(0, 20));
    expect(next.slice(25)).toEqual(hours.slice(25));
    expect(next[22]!.filter((_, i) => i !== TEMPERATURE)).toEqual(hours[22]!.filter((_, i) => i !== TEMPERATURE));
  });

  it('goes backwards as well, and keeps to what is allowed', () => {
    const next = drawn(hours, track(SNOWFALL), { hour: 30, value: 2 }, { hour: 28, value: -50 });
    expect(next.slice(28, 31).map((row) => row[SNOWFALL])).toEqual([0, 0, 2]);
  });

  it('shows 0 and some room, a compass round, and a share whole', () => {
    const [low, high] = endsOf(hours, track(TEMPERATURE));
    expect(low).toBeLessThan(-4);
    expect(high).toBeGreaterThan(2);
    expect(endsOf(hours, track(SNOWFALL))[0]).toBe(0);
    expect(endsOf(hours, TRACKS.find((each) => each.unit === '°')!)).toEqual([0, 360]);
    expect(endsOf(hours, TRACKS.find((each) => each.unit === 'share')!)).toEqual([0, 1]);
  });

  it('names hours by their day', () => {
    expect(dayAndHour(0)).toBe('day 1, 00:00');
    expect(dayAndHour(52.4)).toBe('day 3, 04:00');
  });
});

describe('what settles on a ball', () => {
  it('covers up to the reach, half at it, softly over the edge', () => {
    expect(coverAt(60, { reach: 60, edge: 20 })).toBe(0.5);
    expect(coverAt(49, { reach: 60, edge: 20 })).toBe(1);
    expect(coverAt(71, { reach: 60, edge: 20 })).toBe(0);
    expect(coverAt(59.9, { reach: 60, edge: 0 })).toBe(1);
    expect(coverAt(60, { reach: 60, edge: 0 })).toBe(0);
  });
});
