import { describe, expect, it } from 'vitest';
import type { Description, SettingDescription } from '../src/api/types';
import { freeName, freshId } from '../src/workbench/selection';
import { describe as find, withDefaults } from '../src/workbench/settings';

function setting(part: Partial<SettingDescription>): SettingDescription {
  return { name: 'x', title: 'x', help: '', type: 'number', unit: '', min: 0, max: 1, sliderMin: 0, sliderMax: 1, byDefault: '', choices: [], onCard: true, ...part };
}

const nearness: Description = {
  name: 'distance',
  title: 'Nearness',
  help: 'Near.',
  settings: [
    setting({ name: 'place', type: 'place' }),
    setting({ name: 'far', byDefault: '10', min: 0, max: 99 }),
    setting({ name: 'measured', type: 'choice', byDefault: 'space', choices: ['space', 'plan'] }),
    setting({ name: 'points', type: 'curve', byDefault: '[[0,0],[1,1]]' }),
  ],
};

describe('a new source or step', () => {
  it('takes the defaults of its description and the first place there is', () => {
    expect(withDefaults(nearness, { place: 'p1' })).toEqual({
      kind: 'distance',
      place: 'p1',
      far: 10,
      measured: 'space',
      points: [
        [0, 0],
        [1, 1],
      ],
    });
  });

  it('is found by its word', () => {
    expect(find([nearness], 'distance')).toBe(nearness);
    expect(find([nearness], 'noise')).toBeUndefined();
  });
});

describe('names and ids', () => {
  it('counts up until a name is free', () => {
    expect(freeName('Noise', [])).toBe('Noise');
    expect(freeName('Noise', ['Noise', 'Noise 2'])).toBe('Noise 3');
  });

  it('makes ids that a recipe accepts and that do not repeat', () => {
    const ids = new Set(Array.from({ length: 200 }, () => freshId('f')));
    expect(ids.size).toBe(200);
    for (const id of ids) expect(id).toMatch(/^[A-Za-z0-9_-]{1,64}$/);
  });
});
