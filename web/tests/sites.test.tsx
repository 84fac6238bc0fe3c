// @vitest-environment jsdom
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { cleanup, render, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { MemoryRouter, Route, Routes } from 'react-router';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { api } from '../src/api/client';
import type { NewSite } from '../src/api/client';
import type { SiteLine } from '../src/api/types';
import { NoPage } from '../src/parts/NoPage';
import { ViewLinks } from '../src/parts/ViewLinks';
import { Bin } from '../src/sites/Bin';
import { LevelDialog } from '../src/sites/LevelDialog';

afterEach(() => {
  cleanup();
  vi.restoreAllMocks();
});

describe('a site on level land', () => {
  const open = () => {
    const onCreate = vi.fn<(wish: NewSite) => void>();
    render(<LevelDialog onHide={() => undefined} onCreate={onCreate} />);
    return onCreate;
  };
  const fill = async (label: string, text: string) => {
    await userEvent.clear(screen.getByLabelText(label));
    if (text) await userEvent.type(screen.getByLabelText(label), text);
  };
  const make = () => screen.getByRole<HTMLButtonElement>('button', { name: 'Make the site' });

  it('asks for its size and says how finely its ground is kept', async () => {
    const onCreate = open();
    await fill('Name', ' Mossy log ');
    await fill('Width in metres, west to east', '1,5');
    await fill('Depth in metres, north to south', '0.6');
    await fill('Nodes along the longer side', '301');
    expect(screen.getByText(/A height every 0\.5 cm/)).toBeTruthy();
    await userEvent.click(make());
    expect(onCreate).toHaveBeenCalledExactlyOnceWith({ name: 'Mossy log', width: 1.5, depth: 0.6, resolution: 301 });
  });

  it('is square where no depth is said', async () => {
    const onCreate = open();
    await fill('Width in metres, west to east', '5000');
    await userEvent.type(screen.getByLabelText('Name'), '{Enter}');
    expect(onCreate).toHaveBeenCalledExactlyOnceWith({ name: 'New site', width: 5000, depth: 5000, resolution: 512 });
  });

  it.each([
    ['Name', '', 'Give the site a name.'],
    ['Width in metres, west to east', '-3', 'metres above 0'],
    ['Depth in metres, north to south', 'wide', 'metres above 0'],
    ['Nodes along the longer side', '12.5', 'a whole number'],
    ['Nodes along the longer side', '1', 'from 2 to'],
  ])('refuses %s “%s” in words', async (label, text, words) => {
    open();
    await fill(label, text);
    expect(screen.getByRole('alert').textContent).toContain(words);
    expect(make().disabled).toBe(true);
  });
});

describe('the bin', () => {
  const open = (deleted: Partial<SiteLine>[]) => {
    vi.spyOn(api, 'deletedSites').mockResolvedValue(deleted as SiteLine[]);
    const queries = new QueryClient();
    render(
      <QueryClientProvider client={queries}>
        <Bin />
      </QueryClientProvider>,
    );
  };

  it('is not there while nothing was deleted', async () => {
    open([]);
    await waitFor(() => expect(api.deletedSites).toHaveBeenCalled());
    expect(screen.queryByText('Deleted')).toBeNull();
  });

  it('brings a site back', async () => {
    const restore = vi.spyOn(api, 'restore').mockResolvedValue({} as never);
    open([{ id: 's1', name: 'Old tarn' }]);
    await userEvent.click(await screen.findByRole('button', { name: 'Bring back Old tarn' }));
    expect(restore).toHaveBeenCalledExactlyOnceWith('s1');
    await waitFor(() => expect(api.deletedSites).toHaveBeenCalledTimes(2));
  });
});

describe('ways about', () => {
  it('lead from each view of a site to all others', () => {
    render(
      <MemoryRouter>
        <ViewLinks site="s1" here="roster" main="handover" />
      </MemoryRouter>,
    );
    expect(screen.getAllByRole('link').map((link) => [link.textContent, link.getAttribute('href')])).toEqual([
      ['Workbench', '/sites/s1'],
      ['Nursery', '/sites/s1/nursery'],
      ['Yard', '/sites/s1/yard'],
      ['Almanac', '/sites/s1/almanac'],
      ['Hand over', '/sites/s1/handover'],
    ]);
    expect(screen.getByText('Hand over').className).toContain('btn-primary');
  });

  it.each([
    ['/sites/s1/orchard', ['/sites/s1', '/']],
    ['/nowhere/at/all', ['/']],
  ])('from the unknown %s lead back', (address, links) => {
    render(
      <MemoryRouter initialEntries={[address]}>
        <Routes>
          <Route path="/sites/:id/*" element={<NoPage />} />
          <Route path="*" element={<NoPage />} />
        </Routes>
      </MemoryRouter>,
    );
    expect(screen.getByRole('heading').textContent).toBe('There is no such page');
    expect(screen.getAllByRole('link').map((link) => link.getAttribute('href'))).toEqual(['/', ...links]);
  });
});
