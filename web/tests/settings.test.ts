import { describe, expect, it } from 'vitest';
import type { AllKinds, Description, Layer, SettingDescription } from '../src/api/types';
import { freeName, freshId } from '../src/view/selection';
import { describe as find, rowsOf, withDefaults } from '../src/workbench/settings';

function setting(part: Partial<SettingDescription>): SettingDescription {
  return { name: 'x', title: 'x', help: '', type: 'number', unit: '', min: 0, max: 1, sliderMin: 0, sliderMax: 1, byDefault: '', choices: [], of: [], when: '', onCard: true, ...part };
}

const nearness: Description = {
  name: 'distance',
  title: 'Nearness',
  help: 'Near.',
  decides: [],
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

describe('the rows of the board', () => {
  it('have one weight for each variant that a cover has', () => {
    const row = (name: string) => ({ name, title: name, help: 'How often variant 1 stands', unit: '', min: 0, max: 1, sliderMax: 1, low: 0, high: 1 });
    const kinds = { layerKinds: [{ kind: 'cover', properties: [row('density'), row('weight-1'), row('weight-2')] }] } as unknown as AllKinds;
    const layer = { kind: 'cover', properties: { density: {}, 'weight-1': {}, 'weight-2': {}, 'weight-3': {} } } as unknown as Layer;
    const rows = rowsOf(kinds, layer);
    expect(rows.map((each) => each.name)).toEqual(['density', 'weight-1', 'weight-2', 'weight-3']);
    expect(rows[3]!.help).toContain('variant 3');
  });
});
