// @vitest-environment jsdom
import { cleanup, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { api } from '../../src/api/client';
import type { SiteLine } from '../../src/api/types';
import { Search } from '../../src/workbench/Search';
import { entriesOf, found, meets, type Entry } from '../../src/workbench/search';
import { kindsOf, recipeOf, sessionOf, showIn, theView } from './fakeSession';

const FALLOFFS = [{ id: 'shore', name: 'Shore', source: { kind: 'distance' }, steps: [], limits: [] }] as never;

const entry = (title: string, of = 'layer', words = ''): Entry => ({ title, of, words, way: { kind: 'page', to: title } });

beforeEach(() => vi.spyOn(api, 'sites').mockResolvedValue([{ id: 'other', name: 'Far fell' } as SiteLine]));
afterEach(() => {
  cleanup();
  vi.restoreAllMocks();
});

describe('what meets the words', () => {
  it('stands before what only has them in it', () => {
    const all = [entry('Undershore'), entry('Wet', 'falloff', 'near the shore'), entry('The shore'), entry('Shore')];
    expect(found(all, 'shore', 9).map((each) => each.title)).toEqual(['Shore', 'The shore', 'Undershore', 'Wet']);
  });

  it('has to have all of them, wherever they stand', () => {
    expect(meets(entry('Birches: density', 'row of the board', 'Plants per m²'), 'per birch')).toBeGreaterThan(0);
    expect(meets(entry('Birches: density'), 'birch length')).toBe(0);
  });

  it('is cut to so many', () => {
    expect(found([entry('a1'), entry('a2'), entry('a3')], 'a', 2)).toHaveLength(2);
  });
});

describe('the search', () => {
  it('knows the site’s own things, its pages and the other sites', () => {
    const recipe = recipeOf({ falloffs: FALLOFFS });
    const all = entriesOf('own', recipe, kindsOf({}), [{ id: 'own', name: 'This' } as SiteLine, { id: 'other', name: 'Far fell' } as SiteLine]);
    for (const each of recipe.falloffs) expect(all.some(({ title, of }) => title === each.name && of === 'falloff')).toBe(true);
    expect(all.find(({ title }) => title === 'Hand over')!.way).toEqual({ kind: 'page', to: '/sites/own/handover' });
    expect(all.filter(({ of }) => of === 'site').map(({ title }) => title)).toEqual(['Far fell']);
  });

  it('goes to what is chosen with the arrows', async () => {
    const recipe = recipeOf({ falloffs: FALLOFFS });
    const onHide = vi.fn();
    showIn(sessionOf(recipe), <Search show onHide={onHide} />);
    const words = await screen.findByRole('combobox', { name: 'Search everything' });
    await userEvent.type(words, recipe.falloffs[0]!.name);
    expect(screen.getAllByRole('option')[0]!.getAttribute('aria-selected')).toBe('true');
    await userEvent.keyboard('{Enter}');
    expect(onHide).toHaveBeenCalled();
    await waitFor(() => expect(theView().selection.getState().falloff).toBe(recipe.falloffs[0]!.id));
  });

  it('says so where nothing is called so', async () => {
    showIn(sessionOf(recipeOf()), <Search show onHide={() => undefined} />);
    await userEvent.type(await screen.findByRole('combobox'), 'zzqx');
    expect(screen.getByText(/Nothing here is called so/)).toBeTruthy();
  });
});
