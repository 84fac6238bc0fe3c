import { describe, expect, it } from 'vitest';
import type { Manifest } from '../src/api/types';
import { hasCrowds, seenFrom } from '../src/view/from';
import { matters, sized, timesOf, withDefaults } from '../src/workbench/settings';
import type { Description } from '../src/api/types';

const manifest = (plants: number, shown: number) => ({ layers: [{ plants, shown }] }) as unknown as Manifest;

describe('where crowds are looked at from', () => {
  it('matters where a picture shows less than half of a cover', () => {
    expect(hasCrowds(null)).toBe(false);
    expect(hasCrowds(manifest(30_000, 30_000))).toBe(false);
    expect(hasCrowds(manifest(0, 0))).toBe(false);
    expect(hasCrowds(manifest(12_000_000, 150_000))).toBe(true);
  });

  it('goes in steps, so that a small move asks for nothing', () => {
    const stand = { eyeX: 1000, eyeZ: -420, eyeHeading: 20, eyeAbove: 130 };
    const first = seenFrom(null, stand, 12_000);
    expect(seenFrom(first, { ...stand, eyeX: 1010, eyeHeading: 28, eyeAbove: 120 }, 12_000)).toBe(first);
    expect(seenFrom(first, { ...stand, eyeX: 1200 }, 12_000)).not.toBe(first);
    expect(seenFrom(first, { ...stand, eyeHeading: 120 }, 12_000)).not.toBe(first);
    // high above, steps are wider
    const high = seenFrom(null, { ...stand, eyeAbove: 4000 }, 12_000);
    expect(seenFrom(high, { ...stand, eyeX: 900, eyeAbove: 4000 }, 12_000)).toBe(high);
  });

  it('turns once round', () => {
    const at = (eyeHeading: number) => seenFrom(null, { eyeX: 0, eyeZ: 0, eyeHeading, eyeAbove: 2 }, 160).eyeHeading;
    expect(at(359)).toBe(at(1));
  });
});

describe('lengths in a site of another size', () => {
  it('stay in one of nearly the usual size and go with others', () => {
    expect(timesOf({ ground: { width: 160 } })).toBe(1);
    expect(timesOf({ ground: { width: 90, depth: 300 } })).toBe(1);
    expect(timesOf({ ground: { width: 1.6 } })).toBeCloseTo(0.01);
    expect(timesOf({ ground: { width: 12_000, depth: 16_000 } })).toBe(100);
    expect(sized(17, 1)).toBe(17);
    expect(sized(17.3, 0.01)).toBe(0.17);
  });

  it('are what a new source begins with, within what it allows; other numbers are not touched', () => {
    const setting = (name: string, unit: string, byDefault: string, max: number) => ({ name, title: name, type: 'number', unit, min: 0.01, max, sliderMin: 0, sliderMax: max, byDefault, help: '', of: [], onCard: true });
    const noise = { name: 'noise', title: 'Noise', help: '', settings: [setting('featureSize', 'm', '5', 400), setting('octaves', '', '3', 10)] } as unknown as Description;
    expect(withDefaults(noise, {}, 1)).toEqual({ kind: 'noise', featureSize: 5, octaves: 3 });
    expect(withDefaults(noise, {}, 75)).toMatchObject({ featureSize: 380, octaves: 3 });
    const above = { ...noise, settings: [{ ...noise.settings[0]!, unit: 'm²', byDefault: '20', max: 1e10 }] };
    expect(withDefaults(above, {}, 75), 'areas go with the square').toMatchObject({ featureSize: 110_000 });
    expect(withDefaults(noise, {}, 600)).toMatchObject({ featureSize: 400 });
    expect(withDefaults(noise, {}, 1e-4)).toMatchObject({ featureSize: 0.01 });
  });

  it('are asked for only where they mean something', () => {
    const hour = { name: 'hour', when: 'by=hour' } as never;
    expect(matters(hour, { kind: 'daylight', by: 'hour' })).toBe(true);
    expect(matters(hour, { kind: 'daylight', by: 'noon' })).toBe(false);
    expect(matters({ name: 'turbidity', when: '' } as never, { kind: 'daylight', by: 'noon' })).toBe(true);
  });
});
