// @vitest-environment jsdom
import { cleanup, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useRef } from 'react';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { useRovingGrid } from '../../src/parts/rovingGrid';

function Grid({ rows }: { rows: string[][] }) {
  const grid = useRef<HTMLDivElement>(null);
  useRovingGrid(grid);
  return (
    <>
      <button>before</button>
      <div ref={grid} role="grid">
        {rows.map((row) => (
          <div role="row" key={row[0]}>
            {row.map((name) => (
              <button key={name}>{name}</button>
            ))}
          </div>
        ))}
      </div>
      <button>after</button>
    </>
  );
}

beforeEach(() => {
  // jsdom lays nothing out: the number at the end of a name is where it stands
  vi.spyOn(HTMLElement.prototype, 'getBoundingClientRect').mockImplementation(function (this: HTMLElement) {
    return { left: Number(/\d+$/.exec(this.textContent)?.[0] ?? 0), width: 0 } as DOMRect;
  });
});
afterEach(() => {
  cleanup();
  vi.restoreAllMocks();
});

const focused = () => document.activeElement?.textContent;

it('is one tab stop, and remembers where it was left', async () => {
  const user = userEvent.setup();
  render(<Grid rows={[['a0', 'a10'], ['b0', 'b10', 'b20']]} />);
  screen.getByText('before').focus();
  await user.tab();
  expect(focused()).toBe('a0');
  await user.keyboard('{ArrowDown}{ArrowRight}');
  expect(focused()).toBe('b10');
  await user.tab();
  expect(focused()).toBe('after');
  await user.tab({ shift: true });
  expect(focused()).toBe('b10');
});

it('goes up and down to what stands nearest, and stops at its ends', async () => {
  const user = userEvent.setup();
  render(<Grid rows={[['a0', 'a9'], ['b0', 'b10', 'b20']]} />);
  screen.getByText('b20').focus();
  await user.keyboard('{ArrowUp}');
  expect(focused()).toBe('a9');
  await user.keyboard('{ArrowUp}{ArrowRight}');
  expect(focused()).toBe('a9');
  await user.keyboard('{ArrowDown}');
  expect(focused()).toBe('b10');
  await user.keyboard('{End}');
  expect(focused()).toBe('b20');
  await user.keyboard('{Home}');
  expect(focused()).toBe('b0');
});

it('keeps a tab stop when the row that had it goes', async () => {
  const user = userEvent.setup();
  const { rerender } = render(<Grid rows={[['a0'], ['b0']]} />);
  screen.getByText('b0').focus();
  rerender(<Grid rows={[['a0'], ['c0']]} />);
  screen.getByText('before').focus();
  await user.tab();
  expect(focused()).toBe('a0');
});
