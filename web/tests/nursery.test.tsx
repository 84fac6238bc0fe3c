// @vitest-environment jsdom
import { cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { api } from '../src/api/client';
import type { AllKinds, Description, Drive, SettingDescription } from '../src/api/types';
import { PlantForm } from '../src/nursery/PlantForm';
import { PlantList, type NurseryPlant } from '../src/nursery/PlantList';
import { recipeOf, sessionOf, showIn, theView } from './workbench/fakeSession';

const setting = (name: string, byDefault: string, type = 'number'): SettingDescription =>
  ({ name, title: name, type, unit: type === 'number' ? 'm' : '', min: 0, max: 100, sliderMin: 0, sliderMax: 10, byDefault, help: '', onCard: true, choices: [], of: [] }) as unknown as SettingDescription;
const kind = (name: string, title: string, settings: SettingDescription[] = []): Description => ({ name, title, help: `${title} helps.`, settings }) as unknown as Description;
const row = (name: string) => ({ name, title: name, unit: '', min: 0, max: 4, sliderMax: 2, help: '', along: true });
const kinds = {
  plants: [kind('reed', 'Reed', [setting('length', '2'), setting('width', '0.2')]), kind('tree', 'Tree', [setting('length', '6'), setting('variants', '3', 'whole')]), kind('mesh', 'Mesh', [setting('file', '', 'mesh'), setting('length', '1')]), kind('kept', 'Of the nursery')],
  layers: [kind('plant', 'Plant', [setting('seed', '1', 'whole')]), kind('cover', 'Cover')],
  layerKinds: [{ kind: 'plant', family: 'plant', results: [], tools: [], properties: [row('width')] }, { kind: 'cover', family: 'cover', results: [], tools: [], properties: [] }],
  families: [],
} as unknown as AllKinds;
const reed = { kind: 'plant', id: 'n1', name: 'Tarn reed', seed: 4, hidden: false, plant: { kind: 'reed', length: 2, width: 0.2 }, tint: '#88aa44', accent: '#ffffff', properties: { width: { low: 0, high: 1, combine: 'product' } } } as unknown as NurseryPlant;
const cover = { kind: 'cover', id: 'c1', name: 'Reed bed', plant: { kind: 'kept', plant: 'n1', variants: 1 }, properties: {} };

beforeEach(() => theView().selection.setState({ falloff: '', painting: false }));
afterEach(() => {
  cleanup();
  vi.restoreAllMocks();
});

describe('the list of plants', () => {
  const open = (layers: object[] = [reed, cover]) => {
    const session = sessionOf(recipeOf({ layers }), { kinds });
    const onChoose = vi.fn();
    showIn(session, <PlantList plants={layers.filter((each) => (each as NurseryPlant).kind === 'plant') as NurseryPlant[]} chosen="n1" onChoose={onChoose} />);
    return { session, onChoose };
  };

  it('says how each is made and where it is planted', () => {
    open();
    expect(screen.getByText('reed · Reed bed')).toBeTruthy();
    cleanup();
    open([reed]);
    expect(screen.getByText('reed · not planted')).toBeTruthy();
  });

  it('adds a plant with the defaults of its kind, under a free name, and chooses it', async () => {
    const { session, onChoose } = open();
    await userEvent.click(screen.getByRole('button', { name: '+ plant' }));
    await userEvent.click(screen.getByText('Tree'));
    const added = (session.commit.mock.lastCall![0][0] as unknown as { added: NurseryPlant }).added;
    expect(added).toMatchObject({ kind: 'plant', name: 'Tree', plant: { kind: 'tree', length: 6, variants: 3 } });
    expect(onChoose).toHaveBeenCalledWith(added.id);
  });

  it('is never offered what stands in the nursery already', async () => {
    open();
    await userEvent.click(screen.getByRole('button', { name: '+ plant' }));
    expect(screen.queryByText('Of the nursery')).toBeNull();
  });

  it('brings in a mesh at the height that it stands up with', async () => {
    vi.spyOn(api, 'readMesh').mockResolvedValue({ mesh: 'ab.ply', up: 'z', name: 'fern', size: [1, 2, 3.14159] } as never);
    const { session } = open();
    fireEvent.change(screen.getByLabelText('Mesh for a plant'), { target: { files: [new File(['x'], 'fern.ply')] } });
    await waitFor(() => expect(session.commit).toHaveBeenCalled());
    expect(session.commit.mock.lastCall![0]).toMatchObject([{ added: { name: 'fern', plant: { kind: 'mesh', file: 'ab.ply', up: 'z', length: 3.14 } } }]);
  });

  it('plants it in the site as the server says', async () => {
    const edits = [{ kind: 'add-layer', added: { kind: 'cover', name: 'Stand of tarn reed' } }];
    const begin = vi.spyOn(api, 'begin').mockResolvedValue({ edits, note: 'Stand of tarn reed grows all over the ground.' } as never);
    const { session } = open();
    await userEvent.click(screen.getByRole('button', { name: /^Plant .*: more$/ }));
    await userEvent.click(screen.getByText('Plant it in the site'));
    await waitFor(() => expect(session.commit).toHaveBeenCalledWith(edits, 'Stand of tarn reed grows all over the ground.'));
    expect(begin.mock.lastCall![1]).toMatchObject({ kind: 'cover', layer: 'n1' });
  });
});

describe('the form of a plant', () => {
  const open = (part: object = {}) => {
    const session = sessionOf(recipeOf({ layers: [reed, cover], falloffs: [{ id: 'along', name: 'Along', steps: [] }], ...part }), { kinds });
    const onStrip = vi.fn();
    showIn(session, <PlantForm plant={reed} onStrip={onStrip} />);
    return { session, onStrip };
  };

  it('sets one number of how it is made and keeps the others', async () => {
    const { session } = open();
    const length = screen.getByLabelText('length, typed');
    await userEvent.clear(length);
    await userEvent.type(length, '3.5{Enter}');
    expect(session.commit.mock.lastCall![0]).toMatchObject([{ kind: 'set-layer', changed: { id: 'n1', plant: { kind: 'reed', length: 3.5, width: 0.2 } } }]);
  });

  it('may be made as something else, with the new kind’s own numbers', async () => {
    const { session } = open();
    const made = screen.getByLabelText('Made as');
    expect(within(made).getAllByRole('option').map((option) => option.textContent)).toEqual(['Reed', 'Tree']);
    await userEvent.selectOptions(made, 'Tree');
    expect(session.commit.mock.lastCall![0]).toMatchObject([{ changed: { plant: { kind: 'tree', length: 6, variants: 3 } } }]);
  });

  it('is driven along its length by a new falloff, which is shown', async () => {
    const { session, onStrip } = open();
    await userEvent.click(screen.getByRole('button', { name: 'Along it' }));
    await userEvent.selectOptions(screen.getByLabelText('Falloff that drives width'), 'a new falloff along the plant');
    const edits = session.commit.mock.lastCall![0] as unknown as [{ added: { id: string; name: string } }, { drive: Drive }];
    expect(edits[0].added.name).toBe('Along 2');
    expect(edits[1].drive).toMatchObject({ layer: 'n1', property: 'width', falloff: edits[0].added.id });
    expect(theView().selection.getState().falloff).toBe(edits[0].added.id);
    expect(onStrip).toHaveBeenLastCalledWith(true);
  });

  it('lets the brush go to the plants', async () => {
    open();
    await userEvent.click(screen.getByRole('button', { name: 'Along it' }));
    await userEvent.selectOptions(screen.getByLabelText('Falloff that drives width'), 'a new brush, painted on the plants');
    expect(theView().selection.getState().painting).toBe(true);
  });

  it('clears what drives it', async () => {
    const { session } = open({ drives: [{ layer: 'n1', property: 'width', falloff: 'along', curve: [[0, 0], [1, 1]] }] });
    await userEvent.click(screen.getByRole('button', { name: 'Along it' }));
    await userEvent.click(screen.getByRole('button', { name: 'Clear' }));
    expect(session.commit.mock.lastCall![0]).toEqual([{ kind: 'remove-drive', layer: 'n1', property: 'width', falloff: 'along' }]);
  });
});
