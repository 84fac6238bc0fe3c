// @vitest-environment jsdom
import { cleanup, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { api } from '../src/api/client';
import type { HeightMapRead, MeshRead, Recipe } from '../src/api/types';
import { AwayBanner } from '../src/parts/AwayBanner';
import { NewSiteDialog } from '../src/sites/NewSiteDialog';
import { Head } from '../src/workbench/Head';
import { HeightsDialog } from '../src/yard/HeightsDialog';
import { MeshDialog } from '../src/yard/MeshDialog';
import { recipeOf, sessionOf, showIn, theView } from './workbench/fakeSession';

const grey = { heights: 'abc.png', columns: 65, rows: 49, bits: 16, metric: false, lowest: 0, highest: 0.98, missing: 0 } as unknown as HeightMapRead;
const metric = { ...grey, metric: true, lowest: 812.5, highest: 1904, width: 120, depth: 180, missing: 44 } as unknown as HeightMapRead;
const done = vi.fn();

beforeEach(() => {
  done.mockClear();
  theView().selection.setState({ prop: '' });
});
afterEach(() => {
  cleanup();
  vi.restoreAllMocks();
});

const retype = async (label: string | RegExp, text: string) => {
  const field = screen.getByLabelText(label);
  await userEvent.clear(field);
  if (text !== '') await userEvent.type(field, text);
};

describe('a new site from a height map', () => {
  const onCreate = vi.fn();
  const open = async (map: HeightMapRead) => {
    onCreate.mockClear();
    vi.spyOn(api, 'readHeightMap').mockResolvedValue(map);
    showIn(sessionOf(recipeOf()), <NewSiteDialog file={new File(['x'], 'fell.v2.png')} onHide={done} onCreate={onCreate} />);
    await screen.findByLabelText('Name');
  };
  const make = () => userEvent.click(screen.getByRole('button', { name: 'Make the site' }));

  it('takes its name from the file and asks what black and white stand for', async () => {
    await open(grey);
    expect((screen.getByLabelText('Name') as HTMLInputElement).value).toBe('fell.v2');
    expect(screen.getByText(/Grey runs from 0 % to 98 %/)).toBeTruthy();
    await retype('Width in metres, west to east', '2,4');
    await retype('Highest metre (white)', '0.3');
    await make();
    expect(onCreate).toHaveBeenCalledWith({ name: 'fell.v2', heights: 'abc.png', width: 2.4, depth: undefined, lowest: 0, highest: 0.3, missing: 'fill', waterLevel: undefined });
  });

  it('keeps the metres, the size and the depth that a file says', async () => {
    await open(metric);
    expect(screen.getByText(/Heights from 812.50 to 1904.00 m/)).toBeTruthy();
    await userEvent.selectOptions(screen.getByLabelText('Missing cells'), 'left as holes');
    await retype('Water level in metres', '900');
    await make();
    expect(onCreate).toHaveBeenCalledWith({ name: 'fell.v2', heights: 'abc.png', width: 120, depth: 180, lowest: undefined, highest: undefined, missing: 'hole', waterLevel: 900 });
  });

  it.each([
    ['Highest metre (white)', '-1', 'The highest metre must lie above the lowest.'],
    ['Width in metres, west to east', '0', 'The width lies between 0.1 and 100 000 m.'],
    ['Width in metres, west to east', 'wide', 'Give numbers in metres.'],
    ['Depth in metres, north to south', '-4', /^The depth lies between/],
    ['Name', '', 'Give the site a name.'],
  ])('is not made with %s “%s”, and says why', async (label, text, said) => {
    await open(grey);
    await retype(label, text);
    expect(screen.getByRole('alert').textContent).toMatch(said);
    expect((screen.getByRole('button', { name: 'Make the site' }) as HTMLButtonElement).disabled).toBe(true);
  });

  it('says in the server’s words why a file cannot be used', async () => {
    vi.spyOn(api, 'readHeightMap').mockRejectedValue(new Error('fell.png is in colour; save it as grey.'));
    showIn(sessionOf(recipeOf()), <NewSiteDialog file={new File(['x'], 'fell.png')} onHide={done} onCreate={onCreate} />);
    expect((await screen.findByRole('alert')).textContent).toBe('This file cannot be used.fell.png is in colour; save it as grey.');
    expect((screen.getByRole('button', { name: 'Make the site' }) as HTMLButtonElement).disabled).toBe(true);
  });

  it('warns of the steps of 8 bits', async () => {
    await open({ ...grey, bits: 8 });
    expect(screen.getByText(/256 height steps only/)).toBeTruthy();
  });
});

describe('another height map for the ground', () => {
  const open = async (map: HeightMapRead, ground: object) => {
    vi.spyOn(api, 'readHeightMap').mockResolvedValue(map);
    const session = sessionOf(recipeOf({ ground } as Partial<Recipe>));
    showIn(session, <HeightsDialog file={new File(['x'], 'fell.png')} onDone={done} />);
    await screen.findByLabelText('Width in metres, west to east');
    return session;
  };

  it('keeps the site’s size and heights where the file says none', async () => {
    const session = await open(grey, { width: 340, lowest: 2, highest: 30, resolution: 256, waterLevel: 5 });
    await userEvent.click(screen.getByRole('button', { name: 'Use it as the ground' }));
    const [edits, words] = session.commit.mock.lastCall!;
    expect(edits).toEqual([{ kind: 'set-ground', ground: { width: 340, lowest: 2, highest: 30, waterLevel: 5, heights: 'abc.png', missing: 'fill' } }]);
    expect(words).toBe('The ground comes from fell.png; every rule is kept.');
    expect(done).toHaveBeenCalled();
  });

  it('takes the metres and the size that a file says', async () => {
    const session = await open(metric, { width: 340, lowest: 2, highest: 30 });
    await userEvent.click(screen.getByRole('button', { name: 'Use it as the ground' }));
    expect(session.commit.mock.lastCall![0]).toEqual([{ kind: 'set-ground', ground: { width: 120, depth: 180, heights: 'abc.png', missing: 'fill' } }]);
  });

  it('refuses heights that are none, or the wrong way round', async () => {
    await open(grey, { width: 340, lowest: 2, highest: 30 });
    await retype('Lowest metre (black)', 'low');
    expect(screen.getByRole('alert').textContent).toBe('Give heights in metres.');
    await retype('Lowest metre (black)', '31');
    expect(screen.getByRole('alert').textContent).toBe('The highest metre must lie above the lowest.');
  });
});

describe('a mesh that comes in', () => {
  const mesh = { mesh: 'm.bin', name: 'Old cart', triangles: 1234, vertices: 800, size: [3000, 1500, 2000], up: 'z', open: 12, flipped: 0, degenerate: 3, crowded: 0, insideOut: true } as unknown as MeshRead;
  const cart = { id: 'c', name: 'Cart', shape: { kind: 'mesh', file: 'old.bin' }, x: 4, y: 0, z: 5, heading: 30 };
  const open = async (part: object = {}, props: object[] = [cart]) => {
    vi.spyOn(api, 'readMesh').mockResolvedValue({ ...mesh, ...part });
    const session = sessionOf(recipeOf({ props }));
    showIn(session, <MeshDialog file={new File(['x'], 'cart.obj')} left={2} onDone={done} />);
    await screen.findByLabelText('millimetre', { exact: false });
    return session;
  };
  const bring = () => userEvent.click(screen.getByRole('button', { name: /^Bring it in/ }));

  it('is seen beside a person, with its size in each unit and what is wrong with it', async () => {
    await open();
    expect(screen.getByText('3 m × 1.5 m × 2 m')).toBeTruthy();
    expect(screen.getByText('76.2 m × 38.1 m × 50.8 m')).toBeTruthy();
    expect(screen.getByText(/12 open edges, 3 degenerate triangles, inside out/)).toBeTruthy();
    expect(screen.getByText('· 2 more to come')).toBeTruthy();
    await userEvent.click(screen.getByLabelText('millimetre', { exact: false }));
    expect(document.body.textContent).toContain('It is 2 m tall.');
    await userEvent.selectOptions(screen.getByLabelText('Up is'), '+Y');
    expect(document.body.textContent).toContain('It is 1.5 m tall.');
    expect(screen.getByRole('img').getAttribute('src')).toBe('/api/meshes/m.bin/picture?unit=0.001&up=y');
  });

  it('stands in the site as a prop of its own, as it was said to be', async () => {
    const session = await open();
    await userEvent.click(screen.getByLabelText('centimetre', { exact: false }));
    await userEvent.click(screen.getByLabelText(/Weld corners/));
    await userEvent.click(screen.getByLabelText(/Turn all facets/));
    await bring();
    expect(session.commit.mock.lastCall![0]).toMatchObject([{ kind: 'set-prop', prop: { name: 'Old cart', shape: { kind: 'mesh', file: 'm.bin', unit: 0.01, up: 'z', weld: 0, consistent: true } } }]);
    expect(theView().selection.getState().prop).not.toBe('');
    expect(done).toHaveBeenCalled();
  });

  it('may be a new mesh for one that stands there, which keeps its place', async () => {
    const session = await open();
    await userEvent.selectOptions(screen.getByLabelText('It is'), 'a new mesh for Cart');
    await bring();
    expect(session.commit.mock.lastCall).toMatchObject([[{ prop: { id: 'c', name: 'Cart', x: 4, z: 5, heading: 30, shape: { file: 'm.bin', weld: -1 } } }], 'Cart has a new mesh; every rule on it is kept.']);
  });

  it('of a sound mesh says nothing of a check, and without others none is offered', async () => {
    await open({ open: 0, degenerate: 0, insideOut: false }, []);
    expect(screen.queryByText('Mesh check:')).toBeNull();
    expect(screen.queryByLabelText('It is')).toBeNull();
  });
});

describe('the head of the workbench', () => {
  const open = (part: object) => showIn(sessionOf(recipeOf({ limits: { plants: 0, triangles: 0, megabytes: 0, milliseconds: 0 } }), part), <><Head onHelp={done} onSearch={() => undefined} /><AwayBanner /></>);

  it('says whether everything is saved', () => {
    open({});
    expect(screen.getByRole('status').textContent).toBe('· saved, change 3');
    cleanup();
    open({ saving: true });
    expect(screen.getByRole('status').textContent).toBe('· saving …');
    cleanup();
    open({ away: true, waits: 2, saving: true });
    expect(screen.getByRole('status').textContent).toBe('· not saved, 2 changes wait');
  });

  it('says above it that the server is away, what waits, and tries again on wish', async () => {
    const retry = vi.fn();
    const session = { ...sessionOf(recipeOf(), { away: true, waits: 1 }), retry };
    showIn(session, <AwayBanner />);
    expect(screen.getByRole('alert').textContent).toContain('1 change is not saved yet; it waits here');
    await userEvent.click(screen.getByRole('button', { name: 'Try now' }));
    await waitFor(() => expect(retry).toHaveBeenCalled());
    const leaving = new Event('beforeunload', { cancelable: true });
    window.dispatchEvent(leaving);
    expect(leaving.defaultPrevented).toBe(true);
    cleanup();
    open({ away: true });
    expect(screen.getByRole('alert').textContent).toContain('Everything is saved.');
    const later = new Event('beforeunload', { cancelable: true });
    window.dispatchEvent(later);
    expect(later.defaultPrevented).toBe(false);
  });
});
