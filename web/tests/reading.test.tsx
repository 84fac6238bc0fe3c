// @vitest-environment jsdom
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { cleanup, render, screen } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { api } from '../src/api/client';
import { Reading } from '../src/parts/reading';

const file = new File([new Uint8Array(2_500_000)], 'range.tif');
const show = (sent: number) =>
  render(
    <QueryClientProvider client={new QueryClient()}>
      <Reading file={file} sent={sent} what="height map" />
    </QueryClientProvider>,
  );
const share = () => Number(screen.getByRole('progressbar').getAttribute('aria-valuenow'));

afterEach(() => {
  cleanup();
  vi.restoreAllMocks();
});

describe('a file that is read', () => {
  it('says how much of it has been sent', () => {
    show(0.43);
    expect(screen.getByText('Sending 2.5 MB …')).toBeTruthy();
    expect(screen.getByText('43 %')).toBeTruthy();
    expect(share()).toBeCloseTo(43);
  });

  it('says then what the server does with it, and how far that is', async () => {
    vi.spyOn(api, 'doing').mockResolvedValue({ text: 'reading row 4096 of 16384', kinds: [] });
    show(1);
    expect(await screen.findByText('Reading row 4096 of 16384 …')).toBeTruthy();
    expect(share()).toBeCloseTo(25);
  });

  it('says what it waits for where the server says nothing', async () => {
    vi.spyOn(api, 'doing').mockResolvedValue({ text: '', kinds: [] });
    show(1);
    expect(await screen.findByText('Reading the height map …')).toBeTruthy();
  });
});
