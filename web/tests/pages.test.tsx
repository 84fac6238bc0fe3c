// @vitest-environment jsdom
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { cleanup, fireEvent, render, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { ReactElement } from 'react';
import { createMemoryRouter, RouterProvider } from 'react-router';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { api, Problem } from '../src/api/client';
import type { Site, SiteLine } from '../src/api/types';
import { HandOverPage } from '../src/handover/HandOverPage';
import { useNotes } from '../src/parts/notes';
import { SitesPage } from '../src/sites/SitesPage';

const line = (part: object = {}) => ({ id: 's1', name: 'Tarn', width: 160, falloffs: 3, layers: 1, revision: 4, ...part }) as unknown as SiteLine;

function open(page: ReactElement, path = '/', at = '/') {
  const queries = new QueryClient({ defaultOptions: { queries: { retry: false } } });
  const router = createMemoryRouter(
    [
      { path, element: page },
      { path: '*', element: <p>elsewhere</p> },
    ],
    { initialEntries: [at] },
  );
  render(
    <QueryClientProvider client={queries}>
      <RouterProvider router={router} />
    </QueryClientProvider>,
  );
  return router;
}

beforeEach(() => {
  useNotes.setState({ notes: [] });
  vi.stubGlobal('URL', Object.assign(URL, { createObjectURL: () => 'blob:x', revokeObjectURL: () => undefined }));
});
afterEach(() => {
  cleanup();
  vi.restoreAllMocks();
  vi.unstubAllGlobals();
});

describe('the list of sites', () => {
  it('says what to do when there is none', async () => {
    vi.spyOn(api, 'sites').mockResolvedValue([]);
    open(<SitesPage />);
    expect(await screen.findByText(/No site yet/)).toBeTruthy();
    expect(screen.getByRole('button', { name: 'From a height map …' })).toBeTruthy();
  });

  it('says in words that the server is away', async () => {
    vi.spyOn(api, 'sites').mockRejectedValue(new Problem('Lumbrit does not answer.', 0));
    open(<SitesPage />);
    expect(await screen.findByText(/Lumbrit does not answer/)).toBeTruthy();
  });

  it('shows what each holds and leads to it', async () => {
    vi.spyOn(api, 'sites').mockResolvedValue([line(), line({ id: 's2', name: 'Hill', layers: 2, still: 7 })]);
    open(<SitesPage />);
    expect(await screen.findByText('160 m wide, 3 falloffs, 1 layer')).toBeTruthy();
    expect(screen.getByText('160 m wide, 3 falloffs, 2 layers')).toBeTruthy();
    const hill = screen.getByRole('link', { name: 'Open Hill' });
    expect(hill.getAttribute('href')).toBe('/sites/s2');
    // the picture as it was last seen; a site that nobody has looked at has none, and says so
    expect(hill.querySelector('img')?.getAttribute('src')).toBe('/api/sites/s2/still?of=7');
    expect(screen.getByRole('link', { name: 'Open Tarn, not looked at yet' }).querySelector('img')).toBeNull();
  });

  it('opens a recipe that is dropped, and says why one cannot be opened', async () => {
    vi.spyOn(api, 'sites').mockResolvedValue([]);
    const zip = vi.spyOn(api, 'openZip').mockResolvedValueOnce({ id: 'new' } as Site);
    const router = open(<SitesPage />);
    await screen.findByText(/No site yet/);
    const file = new File(['x'], 'Tarn.ZIP');
    fireEvent.change(screen.getByLabelText('Recipe zip file'), { target: { files: [file] } });
    await waitFor(() => expect(router.state.location.pathname).toBe('/sites/new'));
    expect(zip).toHaveBeenCalledWith(file);
    cleanup();
    zip.mockRejectedValueOnce(new Problem('The zip has no recipe.json.', 400));
    open(<SitesPage />);
    fireEvent.change(await screen.findByLabelText('Recipe zip file'), { target: { files: [file] } });
    expect(await screen.findByText('The zip has no recipe.json.')).toBeTruthy();
  });

  it('deletes a site and takes it back', async () => {
    vi.spyOn(api, 'sites').mockResolvedValue([line()]);
    const remove = vi.spyOn(api, 'remove').mockResolvedValue(new Response());
    const restore = vi.spyOn(api, 'restore').mockResolvedValue({} as Site);
    open(<SitesPage />);
    await userEvent.click(await screen.findByRole('button', { name: 'Delete' }));
    expect(remove).toHaveBeenCalledWith('s1');
    await userEvent.click(await screen.findByRole('button', { name: 'Undo' }));
    expect(restore).toHaveBeenCalledWith('s1');
  });
});

describe('handing over', () => {
  const show = async () => {
    vi.spyOn(api, 'site').mockResolvedValue({ recipe: { name: 'Tarn' } } as unknown as Site);
    vi.spyOn(api, 'handOverFormats').mockResolvedValue([
      { name: 'glb', purpose: 'For 3D programs' },
      { name: 'csv', purpose: 'Every plant as a row' },
    ]);
    vi.spyOn(api, 'handOverLayers').mockResolvedValue([
      { id: 'reeds', name: 'Reeds' },
      { id: 'frost', name: 'Frost' },
    ]);
    vi.spyOn(api, 'handOverExpected').mockImplementation((_id, without) =>
      Promise.resolve([
        { name: 'glb', bytes: without.includes('reeds') ? 12e6 : 34e6, seconds: 8 },
        { name: 'csv', bytes: 2.5e9, seconds: 400 },
      ]),
    );
    open(<HandOverPage />, '/sites/:id/hand-over', '/sites/s1/hand-over');
    await screen.findByText('3D scene (GLB)');
    await screen.findByText('2 of 2 layers chosen');
  };

  it('writes what is chosen, and says how much it was', async () => {
    const click = vi.spyOn(HTMLAnchorElement.prototype, 'click').mockImplementation(() => undefined);
    const write = vi.spyOn(api, 'handOver').mockResolvedValue({ file: 'f1', bytes: 2048 });
    await show();
    await userEvent.click(screen.getByRole('checkbox', { name: /Plants \(CSV\)/ }));
    await userEvent.click(screen.getByRole('button', { name: 'Write the zip' }));
    expect(write.mock.calls[0]!.slice(0, 3)).toEqual(['s1', ['glb'], []]);
    expect((await screen.findByText(/^Written: 2 kB/)).textContent).toContain('The report inside says');
    expect(click).toHaveBeenCalledTimes(1);
    expect((click.mock.contexts[0] as HTMLAnchorElement).getAttribute('href')).toBe('/api/handover/f1');
  });

  it('says before how much each part and all of them will be', async () => {
    await show();
    expect(await screen.findByText('about 34 MB, 8 s')).toBeTruthy();
    expect(screen.getByText('about 2.5 GB, 7 min')).toBeTruthy();
    expect(screen.getByText(/About 2.53 GB before the zip, 7 min/)).toBeTruthy();
    await userEvent.click(screen.getByRole('checkbox', { name: /Plants \(CSV\)/ }));
    expect(screen.getByText(/About 34 MB before the zip, 8 s/)).toBeTruthy();
    await userEvent.click(screen.getByRole('checkbox', { name: 'Reeds' }));
    expect(await screen.findByText(/About 12 MB before the zip/)).toBeTruthy();
  });

  it('leaves layers at home, and takes them all again', async () => {
    vi.spyOn(HTMLAnchorElement.prototype, 'click').mockImplementation(() => undefined);
    const write = vi.spyOn(api, 'handOver').mockResolvedValue({ file: 'f1', bytes: 2048 });
    await show();
    await userEvent.click(screen.getByRole('button', { name: 'None of the layers' }));
    await userEvent.click(screen.getByRole('checkbox', { name: 'Frost' }));
    expect(screen.getByText('1 of 2 layers chosen')).toBeTruthy();
    await userEvent.click(screen.getByRole('button', { name: 'Write the zip' }));
    expect(write.mock.calls[0]!.slice(0, 3)).toEqual(['s1', ['glb', 'csv'], ['reeds']]);
    await screen.findByText(/^Written/);
    await userEvent.click(screen.getByRole('button', { name: 'All layers' }));
    await userEvent.click(screen.getByRole('button', { name: 'Write the zip' }));
    expect(write.mock.calls[1]![2]).toEqual([]);
  });

  it('cannot write nothing', async () => {
    await show();
    await userEvent.click(screen.getByRole('button', { name: 'None of the formats' }));
    expect((screen.getByRole('button', { name: 'Write the zip' }) as HTMLButtonElement).disabled).toBe(true);
    expect(screen.getByText('Choose at least one.')).toBeTruthy();
  });

  it('is stopped without a word of failure', async () => {
    vi.spyOn(api, 'handOver').mockImplementation((_id, _formats, _without, _texels, signal) => new Promise((_, fail) => signal.addEventListener('abort', () => fail(new DOMException('gone', 'AbortError')))));
    await show();
    await userEvent.click(screen.getByRole('button', { name: 'Write the zip' }));
    await userEvent.click(await screen.findByRole('button', { name: 'Stop' }));
    await screen.findByRole('button', { name: 'Write the zip' });
    expect(useNotes.getState().notes).toEqual([]);
  });

  it('says why it could not be written', async () => {
    vi.spyOn(api, 'handOver').mockRejectedValue(new Problem('There is no room on the disk.', 507));
    await show();
    await userEvent.click(screen.getByRole('button', { name: 'Write the zip' }));
    expect(await screen.findByText('There is no room on the disk.')).toBeTruthy();
  });
});
