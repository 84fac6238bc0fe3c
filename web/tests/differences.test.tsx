// @vitest-environment jsdom
import { cleanup, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { api } from '../src/api/client';
import type { ComparisonView, Site, StateView } from '../src/api/types';
import { Differences } from '../src/states/Differences';
import { recipeOf, sessionOf, showIn } from './workbench/fakeSession';

const told: ComparisonView = {
  changes: [
    { sentence: '“Shore”, far: 17 m before, 40 m now.', of: 'falloff', id: 'shore' },
    { sentence: 'The ground itself is another.', of: '', id: '' },
  ],
  fields: [
    { falloff: '', name: 'the ground', unit: 'm', share: 0, mean: 0, largest: 0 },
    { falloff: 'shore', name: 'Shore', unit: '', share: 0.43, mean: 0.116, largest: 0.856 },
  ],
  covers: [{ name: 'Birches', before: 158, after: 313, added: 155, gone: 0, moved: 11 }],
  trianglesBefore: 4_000_000,
  trianglesAfter: 6_500_000,
};

const state = (revision: number): StateView => ({ site: 's', revision, edits: [], time: 0 });

afterEach(() => {
  cleanup();
  vi.restoreAllMocks();
});

describe('what differs between two states', () => {
  const open = (sameSite: boolean) => {
    const onChoose = vi.fn();
    vi.spyOn(api, 'comparison').mockResolvedValue(told);
    showIn(sessionOf(recipeOf()), <Differences first={state(1)} second={state(2)} sameSite={sameSite} chosen="shore" onChoose={onChoose} />);
    return onChoose;
  };

  it('says it in sentences and in numbers with units', async () => {
    const onChoose = open(true);
    await screen.findByText('2 things are set otherwise');
    // what does not differ is left out
    expect(screen.queryByText('the ground')).toBeNull();
    const row = screen.getByRole('row', { name: /Shore/ });
    expect(within(row).getAllByRole('cell').map((each) => each.textContent)).toEqual(['43 %', '0.116', '0.856']);
    expect(row.className).toBe('chosen');
    const plants = screen.getByRole('row', { name: /Birches/ });
    expect(within(plants).getAllByRole('cell').map((each) => each.textContent)).toEqual(['158', '313', '155', '–', '11']);
    expect(screen.getByText(/4 M triangles in the first, 6.5 M in the second/)).toBeTruthy();
    await userEvent.click(screen.getByRole('button', { name: 'Shore' }));
    expect(onChoose).toHaveBeenCalledWith('shore');
  });

  it('brings one thing back from the first', async () => {
    open(true);
    const bring = vi.spyOn(api, 'bringBack').mockResolvedValue({ revision: 3, summary: 'Shore as in change 1' } as Site);
    const buttons = await screen.findAllByRole('button', { name: 'Take the first’s' });
    // the ground itself is no part that could be taken alone
    expect(buttons).toHaveLength(1);
    await userEvent.click(buttons[0]!);
    expect(bring.mock.calls[0]![1].parts).toEqual([{ of: 'falloff', id: 'shore' }]);
    expect(bring.mock.calls[0]![1].revision).toBe(1);
  });

  it('brings nothing back from another site', async () => {
    open(false);
    await screen.findByText('2 things are set otherwise');
    expect(screen.queryByRole('button', { name: 'Take the first’s' })).toBeNull();
  });
});

