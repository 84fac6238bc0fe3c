// @vitest-environment jsdom
import { cleanup, fireEvent, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { Dropdown } from 'react-bootstrap';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { api } from '../../src/api/client';
import type { Description, Manifest, Prop, SettingDescription } from '../../src/api/types';
import { Budget } from '../../src/workbench/Budget';
import { LayerMenu } from '../../src/workbench/LayerMenu';
import { AddProp, PropPanel } from '../../src/workbench/PropPanel';
import { StepCard } from '../../src/workbench/StepCard';
import { recipeOf, sessionOf, showIn, kindsOf, theView } from './fakeSession';

const setting = (name: string, part: Partial<SettingDescription> = {}): SettingDescription =>
  ({ name, title: name, type: 'number', unit: '', min: 0, max: 100, sliderMin: 0, sliderMax: 10, byDefault: '1', help: '', onCard: true, choices: [], of: [], ...part }) as unknown as SettingDescription;
const kind = (name: string, title: string, settings: SettingDescription[] = []): Description => ({ name, title, help: `${title} helps.`, settings }) as unknown as Description;

beforeEach(() => {
  theView().selection.setState({ falloff: 'shore', stage: -1, layer: '', property: '', prop: '', asked: null, time: 0 });
  theView().frame.setState({ milliseconds: 0 });
});
afterEach(cleanup);

describe('the card of a step', () => {
  const contrast = kind('contrast', 'Contrast', [setting('power'), setting('pivot', { onCard: false, title: 'about' })]);
  const show = (part: object = {}) => {
    const calls = { onPreview: vi.fn(), onCommit: vi.fn() };
    const actions = { earlier: vi.fn(), later: vi.fn(), duplicate: vi.fn(), remove: vi.fn(), take: vi.fn() };
    const recipe = recipeOf({ falloffs: [{ id: 'shore', name: 'Shore', steps: [] }, { id: 'gusts', name: 'Gusts', steps: [] }] });
    showIn(sessionOf(recipe), <StepCard stage={1} description={contrast} settings={{ kind: 'contrast', id: 's1', power: 2, pivot: 0.5 }} view={undefined} actions={actions} {...calls} {...part} />);
    return { ...calls, actions };
  };

  it('has its first numbers at hand and the others behind “All settings”', async () => {
    const { onCommit } = show();
    expect(screen.queryByLabelText('about, typed')).toBeNull();
    const power = screen.getByLabelText('power, typed');
    await userEvent.clear(power);
    await userEvent.type(power, '3{Enter}');
    expect(onCommit).toHaveBeenLastCalledWith({ kind: 'contrast', id: 's1', power: 3, pivot: 0.5 });
    await userEvent.click(screen.getByRole('button', { name: 'Contrast: more' }));
    await userEvent.click(screen.getByText('All settings …'));
    expect(screen.getByLabelText('about, typed')).toBeTruthy();
  });

  it('is moved by the keyboard, but not while a number is typed', () => {
    const { actions } = show();
    const card = screen.getByRole('button', { name: /^Show Contrast in the view/ });
    fireEvent.keyDown(card, { key: 'ArrowLeft', altKey: true });
    fireEvent.keyDown(card, { key: 'ArrowRight', altKey: true });
    fireEvent.keyDown(card, { key: 'ArrowLeft' });
    fireEvent.keyDown(screen.getByLabelText('power, typed'), { key: 'ArrowLeft', altKey: true });
    expect(actions.earlier).toHaveBeenCalledTimes(1);
    expect(actions.later).toHaveBeenCalledTimes(1);
  });

  it('is skipped, used again, doubled and deleted from its menu', async () => {
    const { onCommit, actions } = show();
    await userEvent.click(screen.getByRole('button', { name: 'Contrast: more' }));
    await userEvent.click(screen.getByText('Skip'));
    expect(onCommit).toHaveBeenLastCalledWith({ kind: 'contrast', id: 's1', power: 2, pivot: 0.5, skipped: true });
    await userEvent.click(screen.getByText('Duplicate'));
    await userEvent.click(screen.getByText('Delete'));
    expect(actions.duplicate).toHaveBeenCalledTimes(1);
    expect(actions.remove).toHaveBeenCalledTimes(1);
    cleanup();
    show({ settings: { kind: 'contrast', id: 's1', power: 2, pivot: 0.5, skipped: true } });
    expect(screen.getByText('skipped')).toBeTruthy();
    await userEvent.click(screen.getByRole('button', { name: 'Contrast: more' }));
    expect(screen.getByText('Use again')).toBeTruthy();
  });

  it('shows its stage in the view when it is chosen', async () => {
    show();
    await userEvent.click(screen.getByRole('button', { name: /^Show Contrast in the view/ }));
    expect(theView().selection.getState()).toMatchObject({ falloff: 'shore', stage: 1 });
  });

  it('may be limited by any falloff but its own', async () => {
    const set = vi.fn();
    show({ limit: { by: '', set } });
    await userEvent.click(screen.getByRole('button', { name: 'Contrast: more' }));
    await userEvent.click(screen.getByText('All settings …'));
    const by = screen.getByRole('combobox');
    expect(within(by).getAllByRole('option').map((option) => option.textContent)).toEqual(['nothing', 'Gusts']);
    await userEvent.selectOptions(by, 'Gusts');
    expect(set).toHaveBeenCalledWith('gusts');
  });
});

describe('a prop', () => {
  const boulder = kind('boulder', 'Boulder', [setting('radius'), setting('file', { type: 'mesh' })]);
  const kinds = kindsOf({ shapes: [boulder, kind('mesh', 'Mesh')], propSettings: [setting('x'), setting('heading', { unit: '°', max: 360 }), setting('name'), setting('shape')], poses: [kind('still', 'Stands still'), { ...kind('along-path', 'Follows a path'), decides: ['x', 'z'] }] });
  const prop = { id: 'b', name: 'Boulder', shape: { kind: 'boulder', radius: 2 }, x: 1, y: 3, z: -4, heading: 30, size: 1, standing: false, align: 0, colour: '#808080', hidden: false, pose: { kind: 'still' } } as unknown as Prop;
  const manifest = { subjects: [{ kind: 'mesh', id: 'b', bounds: [-1, 0, -1.5, 1, 2, 1.5], triangles: 12345 }] } as unknown as Manifest;
  const open = (part: Partial<Prop> = {}) => {
    theView().selection.setState({ prop: 'b' });
    const session = sessionOf(recipeOf({ props: [{ ...prop, ...part }] }), { kinds, manifest });
    showIn(session, <PropPanel />);
    return session;
  };

  it('says how large it is, in metres', () => {
    open();
    expect(screen.getByText(/2 m × 2 m × 3 m · 12,345 triangles/)).toBeTruthy();
  });

  it('is set by its numbers: where it stands, and its shape', async () => {
    const session = open();
    const heading = screen.getByLabelText('heading, typed');
    await userEvent.clear(heading);
    await userEvent.type(heading, '45{Enter}');
    expect(session.commit.mock.lastCall![0]).toEqual([{ kind: 'set-prop', prop: { ...prop, heading: 45 } }]);
    await userEvent.click(screen.getByRole('button', { name: 'Boulder' }));
    expect(screen.queryByLabelText('heading, typed')).toBeNull();
    const radius = screen.getByLabelText('radius, typed');
    await userEvent.clear(radius);
    await userEvent.type(radius, '5{Enter}');
    expect(session.commit.mock.lastCall![0]).toEqual([{ kind: 'set-prop', prop: { ...prop, shape: { kind: 'boulder', radius: 5 } } }]);
  });

  it('is not asked where it is while a path says so', () => {
    open();
    expect(screen.getByLabelText('x, typed')).toBeTruthy();
    cleanup();
    open({ pose: { kind: 'along-path', path: 'lane', speed: 1, begins: 0, turned: 'along' } });
    expect(screen.queryByLabelText('x, typed')).toBeNull();
    expect(screen.getByLabelText('heading, typed')).toBeTruthy();
  });

  it('is put on the ground, stood upright or laid along the slope', async () => {
    const session = open({ align: 1 });
    await userEvent.click(screen.getByRole('button', { name: 'Stand on the ground' }));
    expect(session.commit.mock.lastCall![0]).toMatchObject([{ prop: { standing: true, y: 0 } }]);
    await userEvent.click(screen.getByRole('button', { name: 'Upright' }));
    expect(session.commit.mock.lastCall![0]).toMatchObject([{ prop: { align: 0 } }]);
  });

  it('is doubled beside itself under a free name, and the copy is chosen', async () => {
    const session = open();
    await userEvent.click(screen.getByRole('button', { name: 'Duplicate' }));
    const [edits] = session.commit.mock.lastCall!;
    const copy = (edits[0] as unknown as { prop: Prop }).prop;
    expect(copy).toMatchObject({ x: 3, z: -4, name: 'Boulder 2' });
    expect(copy.id).not.toBe('b');
    expect(theView().selection.getState().prop).toBe(copy.id);
  });

  it('is deleted, and nothing is chosen then', async () => {
    const session = open();
    await userEvent.click(screen.getByRole('button', { name: 'Delete' }));
    expect(session.commit.mock.lastCall![0]).toEqual([{ kind: 'remove-prop', prop: 'b' }]);
    expect(theView().selection.getState().prop).toBe('');
  });

  it('is made by rule where somebody clicked last, else in the middle', async () => {
    theView().selection.setState({ asked: { x: 12.345, z: -6.789 } as never });
    const session = sessionOf(recipeOf({ props: [prop] }), { kinds });
    const onMade = vi.fn();
    showIn(session, <AddProp onMade={onMade} />);
    await userEvent.click(screen.getByRole('button', { name: '+ prop' }));
    expect(screen.queryByText('Mesh')).toBeNull();
    await userEvent.click(screen.getByText('Boulder'));
    expect(session.commit.mock.lastCall![0]).toMatchObject([{ kind: 'set-prop', prop: { name: 'Boulder 2', x: 12.35, z: -6.789, standing: true, shape: { kind: 'boulder', radius: 1 } } }]);
    expect(onMade).toHaveBeenCalledTimes(1);
  });
});

describe('the budget', () => {
  const manifest = {
    plants: 12_000,
    triangles: 2_500_000,
    subjects: [
      { kind: 'plants', id: 'g' },
      { kind: 'mesh', id: 'p', triangles: 900 },
    ],
    layers: [
      { id: 'g', name: 'Grass', plants: 12_000, shown: 6000, triangles: 2_499_000, bytes: 3_400_000 },
      { id: 't', name: 'Tint', plants: 0, shown: 0, triangles: 0, bytes: 0 },
    ],
  } as unknown as Manifest;
  const open = (limits: object) => {
    const session = sessionOf(recipeOf({ limits: { plants: 0, triangles: 0, megabytes: 0, milliseconds: 0, ...limits } }), { manifest, kinds: kindsOf({ limitSettings: [setting('plants', { type: 'whole', max: 1e7 })] }) });
    showIn(session, <Budget />);
    return session;
  };

  it('says what the site costs, and shows no bar without limits', () => {
    open({});
    expect(screen.getByTestId('budget').textContent).toContain('triangles');
    expect(screen.getByTestId('budget').textContent).toContain('2.5 M');
    expect(screen.queryByRole('img')).toBeNull();
  });

  it('shows the limit that is nearest, and that it is exceeded', () => {
    open({ plants: 48_000, triangles: 2_000_000 });
    expect(screen.getByRole('img', { name: '125 % of the limit' }).className).toContain('over');
  });

  it('lists covers and props, and sets limits', async () => {
    const session = open({ plants: 48_000 });
    await userEvent.click(screen.getByRole('button', { name: /Budget/ }));
    const rows = screen.getAllByRole('row').map((row) => row.textContent);
    expect(rows).toHaveLength(3);
    expect(rows[1]).toContain('3.4 MB');
    expect(rows[2]).toContain('Props');
    expect(screen.getByLabelText('show every plant', { exact: false })).toBeTruthy();
    const limit = screen.getByLabelText('plants, typed');
    await userEvent.clear(limit);
    await userEvent.type(limit, '5000{Enter}');
    expect(session.commit.mock.lastCall![0]).toMatchObject([{ kind: 'set-limits', limits: { plants: 5000 } }]);
  });
});

describe('the menu of a layer', () => {
  const grass = { id: 'g', name: 'Grass', kind: 'cover', seed: 4, hidden: false, properties: {} };
  const wind = { id: 'w', name: 'Wind', kind: 'wind', seed: 1, hidden: true, properties: {} };
  const kept = { id: 'n', name: 'Reed', kind: 'plant', properties: {} };
  const open = (which: object, places: object[] = []) => {
    const recipe = recipeOf({ layers: [kept, grass, wind], places });
    const layer = recipe.layers.find((each) => each.id === (which as { id: string }).id)!;
    const session = sessionOf(recipe, { kinds: kindsOf({ layers: [kind('cover', 'Cover'), kind('wind', 'Wind')], sources: [kind('distance', 'Nearness', [{ name: 'place', type: 'place' } as SettingDescription])] }) });
    showIn(session, <Dropdown show><LayerMenu layer={layer} /></Dropdown>);
    return session;
  };

  it('moves it among the rows of the board, past what is no row', async () => {
    const session = open(grass);
    expect(screen.getByText('Move up').getAttribute('aria-disabled')).toBe('true');
    await userEvent.click(screen.getByText('Move down'));
    expect(session.commit.mock.lastCall![0]).toEqual([{ kind: 'move-layer', layer: 'g', index: 2 }]);
    cleanup();
    const up = open(wind);
    await userEvent.click(screen.getByText('Move up'));
    expect(up.commit.mock.lastCall![0]).toEqual([{ kind: 'move-layer', layer: 'w', index: 1 }]);
  });

  it('hides and shows it, and gives it another seed', async () => {
    const session = open(wind);
    await userEvent.click(screen.getByText('Show'));
    expect(session.commit.mock.lastCall![0]).toMatchObject([{ changed: { id: 'w', hidden: false } }]);
    cleanup();
    const cover = open(grass);
    await userEvent.click(screen.getByText('Another seed'));
    expect(cover.commit.mock.lastCall![0]).toMatchObject([{ changed: { id: 'g', seed: 5 } }]);
  });

  it('lists the areas that a cover may keep out of or within', async () => {
    const pond = { kind: 'area', id: 'pond', name: 'Pond', points: [[0, 0, 0], [30, 0, 0], [30, 0, 20]] };
    const within = [
      { kind: 'add-falloff', added: { id: 'f', name: 'Within Pond', source: { kind: 'distance', place: 'pond', within: 'filled' }, steps: [] } },
      { kind: 'set-drive', drive: { layer: 'g', property: 'density' } },
    ];
    const fences = vi.spyOn(api, 'fences').mockResolvedValue([{ area: 'pond', name: 'Pond', now: 'anywhere', edge: 1, ways: [{ how: 'anywhere', edits: [] }, { how: 'out', edits: [] }, { how: 'within', edits: within }] }] as never);
    const session = open(grass, [pond, { kind: 'point', id: 'p', name: 'Post', at: [0, 0, 0] }]);
    await userEvent.click(screen.getByText('Keep out of or within areas …'));
    expect(await screen.findByRole('group', { name: 'Pond' })).toBeTruthy();
    expect(fences.mock.lastCall![1]).toMatchObject({ base: 3, layer: 'g', property: 'density' });
    expect((screen.getByLabelText('Anywhere') as HTMLInputElement).checked).toBe(true);
    await userEvent.click(screen.getByLabelText('Only within'));
    expect(theView().selection.getState().falloff).toBe('f');
    const [edits, words] = session.commit.mock.lastCall!;
    expect(edits).toMatchObject([
      { kind: 'add-falloff', added: { name: 'Within Pond', source: { kind: 'distance', place: 'pond', within: 'filled' }, steps: [] } },
      { kind: 'set-drive', drive: { layer: 'g', property: 'density' } },
    ]);
    expect(words).toBe('Grass stays within Pond, with an edge of 1 m.');
  });

  it('says what to do where there is no area', async () => {
    open(grass);
    await userEvent.click(screen.getByText('Keep out of or within areas …'));
    expect(screen.getByText(/There is no area yet/)).toBeTruthy();
    await userEvent.click(screen.getByText('Draw an area'));
    expect(theView().selection.getState().placing).toBe('area');
  });
});
