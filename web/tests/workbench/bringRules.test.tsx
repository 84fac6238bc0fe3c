// @vitest-environment jsdom
import { cleanup, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { api } from '../../src/api/client';
import { BringRules } from '../../src/workbench/BringRules';
import { recipeOf, sessionOf, showIn } from './fakeSession';

const onHide = vi.fn();
const place = { id: 'old', kind: 'path', name: 'Old road', points: [], closed: false };
const seen = {
  edits: [{ kind: 'add-falloff', added: { id: 'f', name: 'High' }, index: 0 }, { kind: 'add-layer', added: { id: 'l', name: 'Grass' } }, { kind: 'add-layer', added: { id: 'm', name: 'Moss' } }],
  notes: ['The place “Shore” was brought along.'],
  lost: [{ name: 'By the wall', reason: 'It works from “Stone wall”.' }],
  asked: ['Stone wall'],
};

const open = (others = [{ id: 'fell', name: 'Fell', width: 900 }]) => {
  vi.spyOn(api, 'sites').mockResolvedValue([{ id: 'tarn', name: 'Tarn', width: 100 }, ...others] as never);
  vi.spyOn(api, 'site').mockResolvedValue({ id: 'fell', revision: 7, recipe: recipeOf({ name: 'Fell', layers: [{ id: 'grass', kind: 'cover', name: 'Grass' }], falloffs: [{ id: 'high', name: 'High' }] }) } as never);
  const adapt = vi.spyOn(api, 'adapt').mockResolvedValue(seen as never);
  const session = sessionOf(recipeOf({ places: [place] }));
  showIn(session, <BringRules show onHide={onHide} />);
  return { adapt, session };
};

beforeEach(() => onHide.mockClear());
afterEach(() => {
  cleanup();
  vi.restoreAllMocks();
});

describe('bringing rules from another site', () => {
  it('says what is matched and what cannot be carried, before anything is changed, and brings it in one action', async () => {
    const { adapt, session } = open();
    await userEvent.selectOptions(await screen.findByRole('combobox', { name: 'From' }), 'Fell');
    expect(await screen.findByText('By the wall: It works from “Stone wall”.')).toBeTruthy();
    expect(screen.getByText('The place “Shore” was brought along.')).toBeTruthy();
    expect(adapt.mock.lastCall).toMatchObject(['tarn', { base: 3, from: 'fell', part: [], heights: 'metres', lengths: 'kept', bringPlaces: true, instead: [] }]);
    expect(session.commit).not.toHaveBeenCalled();
    await userEvent.click(screen.getByRole('button', { name: 'Bring 1 falloff and 2 layers' }));
    expect(session.commit).toHaveBeenCalledExactlyOnceWith(seen.edits, 'Brought 1 falloff and 2 layers from Fell.');
    expect(onHide).toHaveBeenCalled();
  });

  it('carries heights and lengths as is said, a part, and with what stands for what is missing', async () => {
    const { adapt } = open();
    await userEvent.selectOptions(await screen.findByRole('combobox', { name: 'From' }), 'Fell');
    await userEvent.click(await screen.findByRole('radio', { name: 'the same share of the ground' }));
    await userEvent.click(screen.getByRole('radio', { name: /by the size of the site/ }));
    await userEvent.click(screen.getByRole('checkbox', { name: /Bring places along/ }));
    await userEvent.click(screen.getByRole('checkbox', { name: 'Grass' }));
    await userEvent.selectOptions(await screen.findByRole('combobox', { name: 'What stands for Stone wall here?' }), 'Old road');
    expect(adapt.mock.lastCall![1]).toMatchObject({ heights: 'share', lengths: 'scaled', bringPlaces: false, part: ['grass'], instead: [{ theirs: 'Stone wall', ours: 'Old road' }] });
  });

  it('says what to do where there is no other site', async () => {
    open([]);
    expect(await screen.findByText(/There is no other site yet/)).toBeTruthy();
  });
});
