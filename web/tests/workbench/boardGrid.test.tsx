// @vitest-environment jsdom
import { cleanup, fireEvent, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { Profiler } from 'react';
import { act } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { AllKinds, Manifest, PropertyDescription, Recipe } from '../../src/api/types';
import { Board, columnsTemplate } from '../../src/workbench/Board';
import { PropertyEnds } from '../../src/workbench/PropertyEnds';
import { Sentence } from '../../src/workbench/Sentence';
import { FAMILIES, layerKind, recipeOf, sessionOf, showIn, theView } from './fakeSession';

const property = (name: string, unit: string, part: Partial<PropertyDescription> = {}) =>
  ({ name, title: name, unit, help: `How ${name} it is`, min: 0, max: 1000, sliderMax: 10, low: 0, high: 1, ...part }) as unknown as PropertyDescription;
const kinds = {
  layers: [{ name: 'cover', title: 'Cover', settings: [] }],
  layerKinds: [
    layerKind('cover', 'cover', { properties: [property('density', '/m²'), property('length', 'm'), property('heading', '°'), property('spacing', 'm')] }),
    layerKind('raise', 'relief', { properties: [property('height', 'm')], results: [{ name: 'difference', title: 'difference', help: '', unit: 'm', signed: true }] }),
    layerKind('wind', 'motion', { properties: [property('speed', 'm/s')], results: [{ name: 'wind', title: 'speed of the air', help: '', unit: 'm/s', signed: false }] }),
  ],
  families: FAMILIES,
  sources: [],
  shapes: [],
  plants: [],
} as unknown as AllKinds;
const range = (low: number, high: number, combine = 'product') => ({ low, high, combine });
const falloff = (id: string, name: string) => ({ id, name, source: { kind: 'height', low: 0, high: 4 }, steps: [], limits: [] });
const drive = (layer: string, of: string, by: string, curve = [[0, 0], [1, 1]]) => ({ layer, property: of, falloff: by, curve });

const grass = { id: 'grass', kind: 'cover', name: 'Grass', hidden: false, properties: { density: range(0, 8), length: range(0.1, 0.35), heading: range(0, 360), spacing: range(0.2, 0.2) } };
const reeds = { ...grass, id: 'reeds', name: 'Reeds' };
const lift = { id: 'lift', kind: 'raise', name: 'Lift', hidden: false, properties: { height: range(0, 3) } };
const site = (part: object = {}): Recipe =>
  recipeOf({ falloffs: [falloff('shore', 'Shore'), falloff('flat', 'Flat ground')], layers: [lift, grass, reeds], drives: [drive('grass', 'density', 'shore'), drive('reeds', 'density', 'flat')], ...part });

const open = (recipe = site(), manifest: object | null = null) => {
  const session = sessionOf(recipe, { kinds, manifest: manifest as Manifest | null });
  showIn(session, <Board />);
  return session;
};
const row = (name: string) => screen.getAllByRole('row').find((each) => within(each).queryByRole('button', { name }))!;
const heads = () => screen.getAllByRole('button', { name: /^Falloff / }).map((head) => head.getAttribute('aria-label')!.slice(8));

beforeEach(() => theView().selection.setState({ falloff: 'shore', stage: -1, layer: 'grass', property: 'density', shows: 'property', values: false, hoverValue: null, time: 0, placing: null }));
afterEach(cleanup);

describe('the board', () => {
  it('is not drawn anew while the pointer moves over the picture, but when something else is chosen', () => {
    const drawn = vi.fn();
    showIn(
      sessionOf(site(), { kinds }),
      <Profiler id="board" onRender={drawn}>
        <Board />
      </Profiler>,
    );
    drawn.mockClear();
    const hover = { x: 1, y: 0, z: 2, plant: -1, layer: '' };
    act(() => theView().selection.getState().set({ hover, hoverValue: 0.4 }));
    act(() => theView().selection.getState().set({ hover: { ...hover, x: 2 }, hoverValue: 0.5, time: 1 }));
    expect(drawn).not.toHaveBeenCalled();
    act(() => theView().selection.getState().chooseFalloff('flat'));
    expect(drawn).toHaveBeenCalled();
  });

  it('opens the chosen layer only, and unfolds another by hand', async () => {
    open();
    expect(screen.getAllByRole('button', { name: 'density' })).toHaveLength(1);
    await userEvent.click(screen.getByRole('button', { name: 'Unfold Reeds' }));
    expect(screen.getAllByRole('button', { name: 'density' })).toHaveLength(2);
    await userEvent.click(screen.getByRole('button', { name: 'Fold Grass' }));
    expect(screen.getAllByRole('button', { name: 'density' })).toHaveLength(1);
  });

  it('keeps the ground folded until it is wanted', async () => {
    open();
    expect(screen.queryByText('Lift')).toBeNull();
    expect(screen.getByText('one relief layer')).toBeTruthy();
    await userEvent.click(screen.getByRole('button', { name: 'Unfold the ground' }));
    expect(screen.getByText('Lift')).toBeTruthy();
  });

  it('has columns for what drives what is open, and the others on wish', async () => {
    open();
    expect(heads()).toEqual(['Shore']);
    await userEvent.click(screen.getByRole('button', { name: '1 more' }));
    expect(heads()).toEqual(['Shore', 'Flat ground']);
    await userEvent.click(screen.getByRole('button', { name: 'fewer' }));
    expect(heads()).toEqual(['Shore']);
  });

  it('shows a falloff that drives nothing anywhere, so that it can be used', () => {
    open(site({ falloffs: [falloff('shore', 'Shore'), falloff('new', 'New')] }));
    expect(heads()).toEqual(['Shore', 'New']);
  });

  it('pins a column to the left', async () => {
    open(site({ falloffs: [falloff('shore', 'Shore'), falloff('new', 'New')] }));
    fireEvent.keyDown(screen.getByRole('button', { name: 'Falloff New' }), { key: 'i' });
    expect(heads()).toEqual(['New', 'Shore']);
    fireEvent.keyDown(screen.getByRole('button', { name: 'Falloff New' }), { key: 'i' });
    expect(heads()).toEqual(['Shore', 'New']);
  });

  it('is searched by falloff and by layer, and Escape ends the search', async () => {
    const many = Array.from({ length: 9 }, (_, k) => falloff(`n${k}`, `Noise ${k}`));
    open(site({ falloffs: [falloff('shore', 'Shore'), ...many] }));
    const search = screen.getByRole('searchbox');
    await userEvent.type(search, 'noise 7');
    expect(heads()).toEqual(['Shore', 'Noise 7']);
    await userEvent.clear(search);
    await userEvent.type(search, 'lif');
    expect(screen.getByText('Lift')).toBeTruthy();
    expect(screen.queryByText('Grass')).toBeNull();
    await userEvent.type(search, '{Escape}');
    expect(screen.getByText('Grass')).toBeTruthy();
  });

  it('says what to do where nothing grows', () => {
    open(site({ layers: [], drives: [] }));
    expect(screen.getByText(/Nothing grows here yet/)).toBeTruthy();
  });

  it('narrows its columns where there are many', () => {
    expect(columnsTemplate(2)).toContain('repeat(2, 31px)');
    expect(columnsTemplate(12)).toContain('repeat(12, 26px)');
    expect(columnsTemplate(0)).not.toContain('repeat');
  });
});

describe('a row', () => {
  const ends = (name: string) => screen.getByRole('button', { name: new RegExp(`^Ends of ${name}`) }).textContent;

  it('says both ends where it is driven, the unit once; else the one that it has', () => {
    open(site({ drives: [drive('grass', 'density', 'shore'), drive('grass', 'length', 'shore'), drive('grass', 'heading', 'shore')] }));
    expect(ends('density')).toBe('0 – 8 /m²');
    expect(ends('length')).toBe('10 – 35 cm');
    expect(ends('heading')).toBe('0 – 360°');
    expect(ends('spacing')).toBe('20 cm');
    cleanup();
    open(site({ drives: [] }));
    expect(ends('density')).toBe('8 /m²');
  });

  it('is chosen by its name and then read as a sentence', async () => {
    open();
    await userEvent.click(screen.getByRole('button', { name: 'length' }));
    expect(theView().selection.getState()).toMatchObject({ layer: 'grass', property: 'length', shows: 'property' });
    expect(row('length').getAttribute('aria-selected')).toBe('true');
    expect(row('density').getAttribute('aria-selected')).toBe('false');
  });
});

describe('a cell', () => {
  it('lets a falloff drive a property, straight to begin with', async () => {
    const session = open();
    await userEvent.click(screen.getByRole('button', { name: 'Shore on length: does not drive it' }));
    expect(session.commit.mock.lastCall![0]).toEqual([{ kind: 'set-drive', drive: drive('grass', 'length', 'shore') }]);
    expect(theView().selection.getState()).toMatchObject({ falloff: 'shore', layer: 'grass', property: 'length' });
  });

  it('opens its curve where it drives already, with what goes in shown in the view', async () => {
    const session = open();
    await userEvent.click(screen.getByRole('button', { name: 'Shore on density: drives it' }));
    expect(session.commit).not.toHaveBeenCalled();
    expect(theView().selection.getState()).toMatchObject({ shows: 'falloff', stage: -1 });
    const curve = await screen.findByRole('group', { name: /^Curve/ });
    fireEvent.keyDown(within(curve).getByRole('slider', { name: 'Point 1' }), { key: 'ArrowUp' });
    expect(session.commit.mock.lastCall![0]).toEqual([{ kind: 'set-drive', drive: drive('grass', 'density', 'shore', [[0, 0.01], [1, 1]]) }]);
  });

  it('is cleared by Delete, and an empty one has nothing to clear', () => {
    const session = open();
    fireEvent.keyDown(screen.getByRole('button', { name: 'Shore on density: drives it' }), { key: 'Delete' });
    expect(session.commit.mock.lastCall).toEqual([[{ kind: 'remove-drive', layer: 'grass', property: 'density', falloff: 'shore' }], 'Cleared Shore on density.']);
    session.commit.mockClear();
    fireEvent.keyDown(screen.getByRole('button', { name: 'Shore on length: does not drive it' }), { key: 'Delete' });
    expect(session.commit).not.toHaveBeenCalled();
  });
});

describe('the ends of a property', () => {
  const openEnds = (name: string, recipe = site()) => {
    const session = sessionOf(recipe, { kinds, manifest: { layers: [{ id: 'grass', plants: 1200 }] } as unknown as Manifest });
    const layer = recipe.layers.find((each) => each.id === 'grass')!;
    showIn(session, <PropertyEnds layer={layer} property={kinds.layerKinds[0]!.properties.find((each) => each.name === name)!} range={layer.properties[name]!} />);
    return session;
  };

  it('are typed, one at a time', async () => {
    const session = openEnds('length');
    const high = screen.getByLabelText('high: where they give 1, or nothing drives it, typed');
    await userEvent.clear(high);
    await userEvent.type(high, '50 cm{Enter}');
    expect(session.commit.mock.lastCall![0]).toEqual([{ kind: 'set-property', layer: 'grass', property: 'length', range: range(0.1, 0.5) }]);
  });

  it('say how several drives become one', async () => {
    const session = openEnds('length');
    await userEvent.selectOptions(screen.getByRole('combobox'), 'the highest of them');
    expect(session.commit.mock.lastCall![0]).toMatchObject([{ range: { low: 0.1, high: 0.35, combine: 'highest' } }]);
  });

  it('are aimed at a count or a covered share, of density only', () => {
    openEnds('density');
    expect((screen.getByLabelText('plants in all') as HTMLInputElement).value).toBe('1200');
    expect(screen.getByLabelText('ground under its plants, in %')).toBeTruthy();
    cleanup();
    openEnds('length');
    expect(screen.queryByLabelText('plants in all')).toBeNull();
  });

  it('give another layer of the kind the same drives', async () => {
    const session = openEnds('density');
    await userEvent.click(screen.getByRole('button', { name: 'Copy its drives to Reeds' }));
    expect(session.commit.mock.lastCall).toEqual([[{ kind: 'set-drive', drive: drive('reeds', 'density', 'shore') }], 'Reeds is driven the same way.']);
    expect(screen.queryByRole('button', { name: /to Lift/ })).toBeNull();
    cleanup();
    openEnds('length');
    expect(screen.queryByRole('button', { name: /Copy its drives/ })).toBeNull();
  });

  it('of spacing can be made the same everywhere', async () => {
    const spread = { ...grass, properties: { ...grass.properties, spacing: range(0.1, 0.4) } };
    const session = openEnds('spacing', site({ layers: [spread] }));
    await userEvent.click(screen.getByRole('button', { name: 'Same spacing everywhere' }));
    expect(session.commit.mock.lastCall![0]).toMatchObject([{ property: 'spacing', range: { low: 0.4, high: 0.4 } }]);
    cleanup();
    openEnds('spacing');
    expect((screen.getByRole('button', { name: 'Same spacing everywhere' }) as HTMLButtonElement).disabled).toBe(true);
  });
});

describe('the chosen row as a sentence', () => {
  const said = (part: object = {}, chosen: object = {}, manifest: object | null = null) => {
    theView().selection.setState(chosen);
    showIn(sessionOf(site(part), { kinds, manifest: manifest as Manifest | null }), <Sentence />);
    return document.querySelector('.sentence')!.textContent;
  };

  it('says what it is everywhere where nothing drives it', () => {
    expect(said({ drives: [] })).toBe('Density of grass is 8 plants per m² everywhere. Click a dot in its row to let a falloff drive it.');
  });

  it('says where it is high by one falloff, and leads to that', async () => {
    expect(said({}, { falloff: '' })).toBe('Density of grass goes from 0 to 8 plants per m²: only where Shore is high.');
    await userEvent.click(screen.getByRole('button', { name: 'Shore' }));
    expect(theView().selection.getState().falloff).toBe('shore');
  });

  it('joins several as they combine', () => {
    const both = { drives: [drive('grass', 'density', 'shore'), drive('grass', 'density', 'flat', [[0, 1], [1, 0]])] };
    expect(said(both)).toContain('only where Shore is high and only where Flat ground is low.');
    cleanup();
    const least = { ...both, layers: [{ ...grass, properties: { ...grass.properties, density: range(1, 8, 'lowest') } }] };
    expect(said(least)).toContain('goes from 1 to 8 plants per m²: only where Shore is high or, if less,');
  });

  it('says of a result what the server tells, the layer’s name first', () => {
    const text = said({}, { layer: 'lift', property: 'difference' }, { layers: [], shown: { sentence: 'Lift lowers the ground by up to 25 cm.' } });
    expect(text).toBe('Lift lowers the ground by up to 25 cm.');
    expect(document.querySelector('.sentence b')!.textContent).toBe('Lift');
  });

  it('asks for a row where none is chosen', () => {
    expect(said({}, { layer: '', property: '' })).toBe('Choose a row to read here what drives it.');
  });
});
