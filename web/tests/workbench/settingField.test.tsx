// @vitest-environment jsdom
import { cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { api } from '../../src/api/client';
import type { Description, SettingDescription } from '../../src/api/types';
import { useNotes } from '../../src/parts/notes';
import { KindField } from '../../src/workbench/KindField';
import { SettingField } from '../../src/workbench/SettingField';
import { recipeOf, sessionOf, showIn, theView } from './fakeSession';

const onPreview = vi.fn();
const onCommit = vi.fn();
const setting = (type: string, part: Partial<SettingDescription> = {}): SettingDescription =>
  ({ name: 'it', title: 'It', type, unit: '', min: 0, max: 100, sliderMin: 0, sliderMax: 1e6, byDefault: '1', help: '', onCard: true, choices: [], of: [], ...part }) as unknown as SettingDescription;

const recipe = recipeOf({
  falloffs: [{ id: 'a', name: 'Shore' }, { id: 'b', name: 'Wet' }],
  places: [{ id: 'p', name: 'Post', kind: 'point' }, { id: 'way', name: 'Way', kind: 'path' }],
  layers: [{ id: 'n', name: 'Birch', kind: 'plant' }, { id: 'g', name: 'Grass', kind: 'cover' }, { id: 'w', name: 'West', kind: 'wind' }],
  props: [{ id: 'hut', name: 'Hut', hidden: false }],
});
const open = (wanted: SettingDescription, value: unknown, part: object = {}) => showIn(sessionOf(recipe), <SettingField setting={wanted} value={value} onPreview={onPreview} onCommit={onCommit} {...part} />);
const offered = () => screen.getAllByRole('option').map((option) => option.textContent);

beforeEach(() => {
  onPreview.mockClear();
  onCommit.mockClear();
  useNotes.setState({ notes: [] });
  theView().selection.setState({ time: 0 });
});
afterEach(() => {
  cleanup();
  vi.restoreAllMocks();
});

describe('a setting has the control that its description asks for', () => {
  it('a number is typed with its unit; a whole one is rounded', async () => {
    open(setting('number', { unit: 'm' }), 2.5);
    await userEvent.clear(screen.getByLabelText('It, typed'));
    await userEvent.type(screen.getByLabelText('It, typed'), '75 cm{Enter}');
    expect(onCommit).toHaveBeenLastCalledWith(0.75);
    cleanup();
    open(setting('whole'), 3);
    await userEvent.clear(screen.getByLabelText('It, typed'));
    await userEvent.type(screen.getByLabelText('It, typed'), '7.6{Enter}');
    expect(onCommit).toHaveBeenLastCalledWith(8);
  });

  it('a number of the recipe has a button that keys it', async () => {
    const session = sessionOf(recipe);
    showIn(session, <SettingField setting={setting('number')} value={2} target={{ of: 'layer', id: 'w', setting: 'heading' }} onPreview={onPreview} onCommit={onCommit} />);
    await userEvent.click(screen.getByRole('button', { name: 'It: key it at 0.00 s' }));
    expect(session.commit.mock.lastCall![0]).toMatchObject([{ kind: 'set-keys', track: { of: 'layer', id: 'w', setting: 'heading', keys: [[0, 2]] } }]);
  });

  it('a choice offers its words without hyphens', async () => {
    open(setting('choice', { choices: ['per-plant', 'per-cell'] }), 'per-plant');
    expect(offered()).toEqual(['per plant', 'per cell']);
    await userEvent.selectOptions(screen.getByRole('combobox'), 'per cell');
    expect(onCommit).toHaveBeenCalledWith('per-cell');
  });

  it.each([
    ['falloff', {}, ['Wet']],
    ['place', {}, ['Post', 'Way']],
    ['prop', {}, ['Hut']],
    ['place', { of: ['path', 'area'] }, ['Way']],
    ['layer', { of: ['plant'] }, ['Birch']],
    ['layer', { of: ['wind'] }, ['West']],
    ['layer', { of: ['cover'] }, ['Grass']],
    ['layer', {}, ['Grass', 'West']],
  ])('a reference to a %s %o offers what fits, by name', (type, part, expected) => {
    open(setting(type, part as object), '', { without: 'a' });
    expect(offered()).toEqual(expected);
  });

  it('a switch is ticked', async () => {
    open(setting('switch'), false);
    await userEvent.click(screen.getByRole('checkbox', { name: 'It' }));
    expect(onCommit).toHaveBeenCalledWith(true);
  });

  it('a colour is shown while it is picked and saved when left', () => {
    open(setting('colour'), '#112233');
    const field = screen.getByLabelText('It');
    fireEvent.change(field, { target: { value: '#ff0000' } });
    expect(onPreview).toHaveBeenCalledWith('#ff0000');
    expect(onCommit).not.toHaveBeenCalled();
    fireEvent.blur(field);
    expect(onCommit).toHaveBeenCalledTimes(1);
  });

  it('a curve over values ends at 1, one over seconds with the loop or its last key', () => {
    const last = () => screen.getByRole('slider', { name: 'Point 2' }).getAttribute('cx');
    open(setting('curve'), [[0, 0], [1, 1]]);
    expect(last()).toBe('260');
    cleanup();
    open(setting('curve', { unit: 's' }), [[0, 0], [4, 1]]);
    expect(last()).toBe('130');
    cleanup();
    open(setting('curve', { unit: 's' }), [[0, 0], [16, 1]]);
    expect(last()).toBe('260');
    cleanup();
    open(setting('curve', { sliderMax: 360 }), [[0, 0], [4, 90]]);
    expect(screen.getByLabelText('Value of key 2')).toBeTruthy();
  });

  it('lists are strokes, a ramp, or hours of a station', () => {
    open(setting('list'), [{}]);
    expect(screen.getByText(/^1 stroke; take the brush/)).toBeTruthy();
    cleanup();
    open(setting('list', { name: 'ramp' }), [{ at: 0, colour: '#000000' }]);
    expect(screen.getByRole('group', { name: 'Colour ramp' })).toBeTruthy();
    cleanup();
    open(setting('list', { name: 'rows' }), [[0, 90, 2.5], [1, 95, 7]]);
    expect(screen.getByText('2 hours, 2.5–7.0 m/s')).toBeTruthy();
  });
});

describe('a setting from a file', () => {
  const file = new File(['x'], 'a.csv');

  it('takes what the server read, or says why it could not', async () => {
    const read = vi.spyOn(api, 'readWeather').mockResolvedValue({ rows: [[0, 1, 2]] } as never);
    open(setting('list', { name: 'rows' }), [[0, 90, 2.5]]);
    const field = screen.getByLabelText('Table of a weather station');
    fireEvent.change(field, { target: { files: [file] } });
    await waitFor(() => expect(onCommit).toHaveBeenCalledWith([[0, 1, 2]]));
    read.mockRejectedValue(new Error('a.csv has no column wind_speed_m_s.'));
    fireEvent.change(field, { target: { files: [file] } });
    await waitFor(() => expect(useNotes.getState().notes.at(-1)?.text).toContain('no column wind_speed_m_s'));
    expect(onCommit).toHaveBeenCalledTimes(1);
  });

  it('of a picture is its key', async () => {
    vi.spyOn(api, 'readPicture').mockResolvedValue({ picture: 'abc.png' } as never);
    open(setting('picture'), 'old.png');
    fireEvent.change(screen.getByLabelText('Another picture'), { target: { files: [file] } });
    await waitFor(() => expect(onCommit).toHaveBeenCalledWith('abc.png'));
  });
});

describe('a thing of one of several kinds', () => {
  const kind = (name: string, title: string, settings: SettingDescription[]) => ({ name, title, help: '', settings }) as unknown as Description;
  const kinds = [
    kind('ground', 'The ground', []),
    kind('prop', 'A prop', [setting('prop', { name: 'prop' }), setting('number', { name: 'sink', title: 'Sink', byDefault: '0.25' })]),
    kind('along', 'Along a path', [setting('place', { name: 'along', of: ['path', 'area'] })]),
    kind('file', 'From a file', [setting('mesh', { name: 'file' })]),
  ];
  const open = (value: object, site = recipe) => showIn(sessionOf(site), <KindField title="Stands on" kinds={kinds} value={value as never} onPreview={onPreview} onCommit={onCommit} />);

  it('takes another kind with its own defaults, its references to the first that fits', async () => {
    open({ kind: 'ground' });
    await userEvent.selectOptions(screen.getByLabelText('Stands on'), 'A prop');
    expect(onCommit).toHaveBeenLastCalledWith({ kind: 'prop', prop: 'hut', sink: 0.25 });
    await userEvent.selectOptions(screen.getByLabelText('Stands on'), 'Along a path');
    expect(onCommit).toHaveBeenLastCalledWith({ kind: 'along', along: 'way' });
  });

  it('offers no kind that would have nothing to refer to', () => {
    open({ kind: 'ground' }, recipeOf({ places: [{ id: 'p', name: 'Post', kind: 'point' }] }));
    const disabled = screen.getAllByRole('option').filter((option) => (option as HTMLOptionElement).disabled);
    expect(disabled.map((option) => option.textContent)).toEqual(['A prop', 'Along a path', 'From a file']);
  });

  it('changes one of its settings and keeps the others', async () => {
    open({ kind: 'prop', prop: 'hut', sink: 0.5 });
    await userEvent.clear(screen.getByLabelText('Sink, typed'));
    await userEvent.type(screen.getByLabelText('Sink, typed'), '1{Enter}');
    expect(onCommit).toHaveBeenLastCalledWith({ kind: 'prop', prop: 'hut', sink: 1 });
  });
});
