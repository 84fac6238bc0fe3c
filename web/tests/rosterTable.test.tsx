// @vitest-environment jsdom
import { cleanup, fireEvent, render, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useState } from 'react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { ColumnView } from '../src/api/types';
import { RosterTable } from '../src/roster/RosterTable';

const column = (name: string, unit: string, part: Partial<ColumnView> = {}) => ({ name, title: name, unit, key: name, min: 0, max: 10, histogram: [4, 2, 0, 1], ...part }) as unknown as ColumnView;
const columns = [column('x', 'm'), column('length', 'm'), column('yaw', '°'), column('variant', '')];
const values = new Map([
  ['x', new Float32Array([1.234, -5.678, 9])],
  ['length', new Float32Array([0.35, 0.5, 0.125])],
  ['yaw', new Float32Array([12.34, 359.96, 0])],
  ['variant', new Float32Array([1, 3, 2])],
]);
const calls = { onSort: vi.fn(), onRange: vi.fn(), onChoose: vi.fn() };

beforeEach(() => {
  Object.values(calls).forEach((each) => each.mockClear());
  vi.stubGlobal('ResizeObserver', class { observe() {} unobserve() {} disconnect() {} });
  // nothing has a size here
  vi.spyOn(Element.prototype, 'clientHeight', 'get').mockReturnValue(480);
  vi.spyOn(Element.prototype, 'scrollHeight', 'get').mockReturnValue(2_400_000);
  Object.assign(Element.prototype, { scrollTo: vi.fn() });
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
  vi.restoreAllMocks();
});

const open = (part: object = {}) =>
  render(<RosterTable columns={columns} values={values} rows={new Uint32Array([2, 0, 1])} sort={{ name: 'x', downward: true }} ranges={{}} chosen={new Set([0])} wanted={-1} {...calls} {...part} />);
const cells = (row: number) => within(screen.getAllByRole('row')[row + 1]!).getAllByRole('cell').map((cell) => cell.textContent);

describe('the roster', () => {
  it('writes places to a centimetre, angles to a tenth, all else to a thousandth', () => {
    open();
    expect(cells(0)).toEqual(['3', '9.00', '0.125', '0.0', '2']);
    expect(cells(1)).toEqual(['1', '1.23', '0.350', '12.3', '1']);
    expect(cells(2)).toEqual(['2', '−5.68', '0.500', '360.0', '3']);
  });

  it('waits for a column that is still on its way', () => {
    open({ values: new Map([['x', values.get('x')!]]) });
    expect(cells(1)).toEqual(['1', '1.23', '…', '…', '…']);
  });

  it('says by what it is sorted, and which row is picked', () => {
    open();
    expect(screen.getByRole('columnheader', { name: /^x/ }).getAttribute('aria-sort')).toBe('descending');
    expect(screen.getByRole('columnheader', { name: /^length/ }).getAttribute('aria-sort')).toBe('none');
    expect(screen.getAllByRole('row').map((row) => row.getAttribute('aria-selected'))).toEqual([null, 'false', 'true', 'false']);
    fireEvent.click(screen.getByRole('button', { name: /^length/ }));
    expect(calls.onSort).toHaveBeenCalledWith('length');
  });

  it('is walked by arrow keys in the order shown, and stops at its ends', () => {
    open();
    const table = screen.getByRole('table');
    fireEvent.keyDown(table, { key: 'ArrowDown' });
    expect(calls.onChoose).toHaveBeenLastCalledWith(1, false);
    fireEvent.keyDown(table, { key: 'ArrowUp' });
    expect(calls.onChoose).toHaveBeenLastCalledWith(2, false);
    cleanup();
    open({ chosen: new Set([1]) });
    fireEvent.keyDown(screen.getByRole('table'), { key: 'ArrowDown' });
    expect(calls.onChoose).toHaveBeenLastCalledWith(1, false);
  });

  it('picks one row by a click, more with Ctrl or Shift', () => {
    open();
    const rows = screen.getAllByRole('row');
    fireEvent.click(rows[1]!);
    expect(calls.onChoose).toHaveBeenLastCalledWith(2, false);
    fireEvent.click(rows[3]!, { ctrlKey: true });
    expect(calls.onChoose).toHaveBeenLastCalledWith(1, true);
  });

  it('has only the rows in sight, and comes to the one that is wanted', () => {
    const many = new Uint32Array(100_000).map((_, i) => i);
    open({ rows: many, chosen: new Set(), wanted: 50_000 });
    expect(screen.getByRole('table').getAttribute('aria-rowcount')).toBe('100001');
    expect(screen.getAllByRole('row').length).toBeLessThan(60);
    expect(Element.prototype.scrollTo).toHaveBeenCalledWith(expect.objectContaining({ top: 50_000 * 24 + 12 - 240 }));
    const table = screen.getByRole('table');
    Object.defineProperty(table, 'scrollTop', { value: 24_000, configurable: true });
    fireEvent.scroll(table);
    expect(cells(8)[0]).toBe('1001');
  });

  it('keeps what lies in a range, typed at either end, and gives it up where nothing is typed', async () => {
    open();
    const least = screen.getByLabelText('length, least');
    await userEvent.clear(least);
    await userEvent.type(least, '0,3{Enter}');
    expect(calls.onRange).toHaveBeenLastCalledWith('length', [0.3, 10]);
    const greatest = screen.getByLabelText('length, greatest');
    await userEvent.clear(greatest);
    await userEvent.type(greatest, '{Enter}');
    expect(calls.onRange).toHaveBeenLastCalledWith('length', null);
  });

  it('shows the whole range again when filters are cleared, and does not bring them back', async () => {
    function Filtered() {
      const [ranges, setRanges] = useState<Record<string, [number, number]>>({});
      return (
        <>
          <button onClick={() => setRanges({})}>Clear filters</button>
          <RosterTable columns={columns} values={values} rows={new Uint32Array([0])} sort={{ name: '', downward: false }} ranges={ranges} chosen={new Set()} wanted={-1} {...calls} onRange={(name, range) => setRanges(range ? { [name]: range } : {})} />
        </>
      );
    }
    render(<Filtered />);
    const field = () => screen.getByLabelText('length, least') as HTMLInputElement;
    await userEvent.clear(field());
    await userEvent.type(field(), '2{Enter}');
    expect(field().value).toBe('2');
    expect(document.querySelectorAll('rect.out')).toHaveLength(1);
    await userEvent.click(screen.getByText('Clear filters'));
    expect(field().value).toBe('0');
    await userEvent.click(field());
    await userEvent.tab();
    expect(document.querySelectorAll('rect.out')).toHaveLength(0);
  });
});
