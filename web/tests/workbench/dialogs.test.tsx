// @vitest-environment jsdom
import { cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { api } from '../../src/api/client';
import type { Edit, Falloff, Place } from '../../src/api/types';
import { useNotes } from '../../src/parts/notes';
import { CopyToSite } from '../../src/workbench/CopyToSite';
import { LoopDialog } from '../../src/workbench/LoopDialog';
import { PlacesDialog } from '../../src/workbench/PlacesDialog';
import { SamplesDialog } from '../../src/workbench/SamplesDialog';
import { recipeOf, sessionOf, showIn, theView } from './fakeSession';

const onHide = vi.fn();

beforeEach(() => {
  onHide.mockClear();
  useNotes.setState({ notes: [] });
  theView().selection.setState({ falloff: 'shore', placing: null, time: 0 });
});
afterEach(() => {
  cleanup();
  vi.restoreAllMocks();
});

describe('points, paths and areas', () => {
  const places = [
    { kind: 'point', id: 'post', name: 'Post', at: [1.25, 0.5, -3] },
    { kind: 'path', id: 'way', name: 'Way', closed: false, points: [[0, 0, 0], [3, 0, 4], [3, 12, 4]] },
    { kind: 'path', id: 'ring', name: 'Ring', closed: true, points: [[0, 0, 0], [3, 0, 0], [3, 0, 4]] },
    { kind: 'area', id: 'pond', name: 'Pond', points: [[0, 0, 0], [10, 0, 0], [10, 0, 10], [0, 0, 10]] },
  ] as unknown as Place[];
  const open = (list = places) => {
    const session = sessionOf(recipeOf({ places: list }));
    showIn(session, <PlacesDialog show onHide={onHide} />);
    return session;
  };

  it('say what each is and how long', () => {
    open();
    expect(screen.getByText('point at x 1.3 m, z −3.0 m')).toBeTruthy();
    expect(screen.getByText('path of 3 corners, 17 m')).toBeTruthy();
    expect(screen.getByText('closed path of 3 corners, 12 m')).toBeTruthy();
    expect(screen.getByText('area of 4 corners, 40 m')).toBeTruthy();
  });

  it('are renamed and deleted, each as one change', async () => {
    const session = open();
    await userEvent.click(screen.getAllByRole('button', { name: 'Delete' })[3]!);
    expect(session.commit.mock.lastCall).toEqual([[{ kind: 'remove-place', place: 'pond' }], 'Deleted Pond.']);
    const name = screen.getAllByLabelText('Name of the place')[0]!;
    await userEvent.clear(name);
    await userEvent.type(name, 'Old post{Enter}');
    expect(session.commit.mock.lastCall![0]).toMatchObject([{ kind: 'set-place', place: { id: 'post', name: 'Old post', at: [1.25, 0.5, -3] } }]);
  });

  it('are placed in the view, out of the dialog', async () => {
    open([]);
    expect(screen.getByText(/Place one by clicking on the ground, or import GeoJSON/)).toBeTruthy();
    for (const [button, kind] of [['Place a point', 'point'], ['Draw a path', 'path'], ['Draw an area', 'area']] as const) {
      await userEvent.click(screen.getByRole('button', { name: button }));
      expect(theView().selection.getState().placing).toBe(kind);
    }
    expect(onHide).toHaveBeenCalledTimes(3);
  });

  it('come from a file under free names, and a bad file is said in the server’s words', async () => {
    const session = open();
    const read = vi.spyOn(api, 'readPlaces').mockResolvedValue({ places: [{ ...places[0]!, id: 'x' }] } as never);
    const file = new File(['{}'], 'a.geojson');
    fireEvent.change(screen.getByLabelText('GeoJSON file'), { target: { files: [file] } });
    await waitFor(() => expect(session.commit).toHaveBeenCalled());
    expect(read).toHaveBeenCalledWith('tarn', file);
    expect(session.commit.mock.lastCall![0]).toMatchObject([{ kind: 'set-place', place: { name: 'Post 2' } }]);
    read.mockRejectedValue(new Error('a.geojson holds no places.'));
    fireEvent.change(screen.getByLabelText('GeoJSON file'), { target: { files: [file] } });
    await waitFor(() => expect(useNotes.getState().notes.at(-1)?.text).toBe('a.geojson holds no places.'));
  });
});

describe('the table of samples', () => {
  const open = async (text: string) => {
    const samples = vi.spyOn(api, 'samples').mockResolvedValue(text);
    showIn(sessionOf(recipeOf({ falloffs: [{ id: 'shore', name: 'Shore & co', steps: [] }] })), <SamplesDialog show onHide={onHide} />);
    await screen.findByRole('columnheader', { name: /source/ });
    return samples;
  };
  const column = (k: number) => screen.getAllByRole('row').slice(1).map((row) => within(row).getAllByRole('cell')[k]!.textContent);

  it('shows places to a decimetre and values to a thousandth, with a true minus', async () => {
    await open('x,y,z,source,1 invert\n-5,0.25,2,0.12345,0.87655\n');
    expect(column(0)).toEqual(['−5.0']);
    expect(column(3)).toEqual(['0.123']);
    expect(column(4)).toEqual(['0.877']);
  });

  it('is sorted by numbers, not by letters, and by a second click backward', async () => {
    await open('x,y,z,source\n10,0,0,0.5\n-2,0,0,0.9\n9,0,0,0.1\n');
    expect(column(0)).toEqual(['−2.0', '9.0', '10.0']);
    const source = screen.getByRole('button', { name: /source/ });
    await userEvent.click(source);
    expect(column(3)).toEqual(['0.100', '0.500', '0.900']);
    await userEvent.click(source);
    expect(column(3)).toEqual(['0.900', '0.500', '0.100']);
    expect(screen.getByRole('columnheader', { name: /source/ }).getAttribute('aria-sort')).toBe('descending');
  });

  it('asks for the moment of the clock, and saves the same', async () => {
    theView().selection.setState({ time: 1.5 });
    const samples = await open('x,y,z,source\n0,0,0,1\n');
    expect(samples).toHaveBeenCalledWith('tarn', 'shore', 12, 1.5);
    const link = screen.getByRole('link', { name: /Save 64/ });
    expect(link.getAttribute('href')).toBe('/api/sites/tarn/probe.csv?falloff=shore&grid=64&steps=true&time=1.5');
    expect(link.getAttribute('download')).toBe('Shore & co.csv');
  });
});

describe('a loop that does not close', () => {
  const slower = [{ kind: 'set-source', falloff: 'gusts', source: { kind: 'noise', travel: 3 } }] as unknown as Edit[];
  const longer = [{ kind: 'set-clock', clock: { loopSeconds: 9 } }] as unknown as Edit[];
  const proposal = { title: 'Gusts', text: 'It travels 2.6 of its cells in a loop.', options: [{ words: 'travel at 3 m/s', edits: slower }, { words: 'a loop of 9 s', edits: longer }] };
  const open = async (proposals: object[]) => {
    vi.spyOn(api, 'loop').mockResolvedValue({ proposals, all: slower } as never);
    const session = sessionOf(recipeOf());
    showIn(session, <LoopDialog show onHide={onHide} />);
    await waitFor(() => expect(screen.queryByText('Looking …')).toBeNull());
    return session;
  };

  it('offers what may give way, and takes what is chosen', async () => {
    const session = await open([proposal]);
    await userEvent.selectOptions(screen.getByLabelText('What gives way in Gusts'), 'a loop of 9 s');
    await userEvent.click(screen.getByRole('button', { name: 'Take this' }));
    expect(session.commit).toHaveBeenCalledWith(longer, 'Gusts: a loop of 9 s.');
  });

  it('is closed everywhere by one switch', async () => {
    const session = await open([proposal]);
    await userEvent.click(screen.getByRole('switch', { name: 'Every motion loops exactly' }));
    expect(session.commit).toHaveBeenCalledWith(slower, 'Every motion loops.');
  });

  it('shows the only way without a choice', async () => {
    await open([{ ...proposal, options: [proposal.options[0]] }]);
    expect(screen.queryByRole('combobox')).toBeNull();
    expect(screen.getByText('travel at 3 m/s')).toBeTruthy();
  });

  it('says so where all comes back', async () => {
    await open([]);
    const whole = screen.getByRole('switch') as HTMLInputElement;
    expect(whole.checked && whole.disabled).toBe(true);
    expect(screen.getByText(/Nothing has to give way/)).toBeTruthy();
  });
});

describe('a copy to another site', () => {
  const shore = { id: 'shore', name: 'Shore', source: { kind: 'height', low: 0, high: 4 }, steps: [], limits: [] } as unknown as Falloff;
  const open = () => showIn(sessionOf(recipeOf({ falloffs: [shore] })), <CopyToSite falloff={shore} show onHide={onHide} />);

  it('is offered every other site, and says what was adapted', async () => {
    vi.spyOn(api, 'sites').mockResolvedValue([{ id: 'tarn', name: 'Tarn', width: 100 }, { id: 'fell', name: 'Fell', width: 900 }] as never);
    vi.spyOn(api, 'site').mockResolvedValue({ id: 'fell', revision: 7, recipe: recipeOf({ name: 'Fell', falloffs: [{ ...shore, id: 'other' }] }) } as never);
    const edit = vi.spyOn(api, 'edit').mockResolvedValue({} as never);
    const added = { kind: 'add-falloff', added: { ...shore, name: 'Shore 2' }, index: 1 };
    const adapt = vi.spyOn(api, 'adapt').mockResolvedValue({ edits: [added], notes: ['“Shore” is called “Shore 2” there.'], lost: [{ name: 'By the wall', reason: 'No wall.' }], asked: [] } as never);
    open();
    await userEvent.click(await screen.findByRole('button', { name: /Fell 900 m wide/ }));
    expect(await screen.findByText('Copied to Fell.')).toBeTruthy();
    expect(screen.getByText('Not carried: By the wall. No wall.')).toBeTruthy();
    expect(adapt.mock.lastCall).toMatchObject(['fell', { base: 7, from: 'tarn', part: ['shore'] }]);
    expect(screen.queryByRole('button', { name: /^Tarn/ })).toBeNull();
    expect(edit.mock.lastCall!.slice(0, 2)).toEqual(['fell', 7]);
    expect(edit.mock.lastCall![2]).toMatchObject([{ kind: 'add-falloff', added: { name: 'Shore 2' } }]);
  });

  it('says what to do where there is no other, and why it failed', async () => {
    vi.spyOn(api, 'sites').mockResolvedValue([{ id: 'tarn', name: 'Tarn', width: 100 }] as never);
    open();
    expect(await screen.findByText(/There is no other site yet/)).toBeTruthy();
    cleanup();
    vi.spyOn(api, 'sites').mockResolvedValue([{ id: 'fell', name: 'Fell', width: 900 }] as never);
    vi.spyOn(api, 'site').mockRejectedValue(new Error('This site is gone.'));
    open();
    await userEvent.click(await screen.findByRole('button', { name: /Fell/ }));
    await waitFor(() => expect(useNotes.getState().notes.at(-1)?.text).toBe('This site is gone.'));
  });
});
