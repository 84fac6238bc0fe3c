// @vitest-environment jsdom
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { CurvePoint } from '../../src/api/types';
import { CurveEditor } from '../../src/parts/CurveEditor';
import { KeysField } from '../../src/parts/KeysField';

const onPreview = vi.fn();
const onCommit = vi.fn();

beforeEach(() => {
  onPreview.mockClear();
  onCommit.mockClear();
  // the editor's picture of 260 × 150 with a margin of 10 on each side, drawn at its own size
  vi.spyOn(SVGElement.prototype, 'getBoundingClientRect').mockReturnValue({ left: 0, top: 0, width: 280, height: 170 } as DOMRect);
  Object.assign(SVGElement.prototype, { setPointerCapture: () => undefined });
});
afterEach(() => {
  cleanup();
  vi.restoreAllMocks();
});

const retype = async (label: string, text: string) => {
  await userEvent.clear(screen.getByLabelText(label));
  await userEvent.type(screen.getByLabelText(label), `${text}{Enter}`);
};
/** Where a point lies on the screen, of a curve that ends at 1. */
const at = (x: number, y: number) => ({ clientX: 10 + 260 * x, clientY: 10 + 150 * (1 - y) });

describe('a curve under the pointer', () => {
  const edit = (points: CurvePoint[], part = {}) => render(<CurveEditor points={points} onPreview={onPreview} onCommit={onCommit} {...part} />);
  const group = () => screen.getByRole('group', { name: /^Curve/ });

  it('shows a dragged point on the way and is saved when it is let go', () => {
    edit([[0, 0], [0.5, 0.5], [1, 1]]);
    fireEvent.pointerDown(screen.getByRole('slider', { name: 'Point 2' }));
    fireEvent.pointerMove(group(), at(0.4, 0.7));
    fireEvent.pointerMove(group(), at(0.3, 0.8));
    expect(onPreview).toHaveBeenLastCalledWith([[0, 0], [0.3, 0.8], [1, 1]]);
    expect(onCommit).not.toHaveBeenCalled();
    fireEvent.pointerUp(group());
    expect(onCommit.mock.calls).toEqual([[[[0, 0], [0.3, 0.8], [1, 1]]]]);
    fireEvent.pointerMove(group(), at(0.9, 0.1));
    expect(onPreview).toHaveBeenCalledTimes(2);
  });

  it('does not change by a mere click on a point', () => {
    edit([[0, 0], [1, 1]]);
    fireEvent.pointerDown(screen.getByRole('slider', { name: 'Point 1' }));
    fireEvent.pointerUp(group());
    expect(onCommit).not.toHaveBeenCalled();
  });

  it('stays within its picture and between its neighbours', () => {
    edit([[0, 0], [0.5, 0.5], [1, 1]]);
    fireEvent.pointerDown(screen.getByRole('slider', { name: 'Point 2' }));
    fireEvent.pointerMove(group(), at(1.4, 1.9));
    expect(onPreview).toHaveBeenLastCalledWith([[0, 0], [0.99, 1], [1, 1]]);
    fireEvent.pointerMove(group(), at(-0.3, -0.2));
    expect(onPreview).toHaveBeenLastCalledWith([[0, 0], [0.01, 0], [1, 1]]);
  });

  it('gets a point by a double click, but not two at one place', () => {
    edit([[0, 0], [1, 1]]);
    fireEvent.doubleClick(group(), at(0.25, 0.9));
    expect(onCommit).toHaveBeenLastCalledWith([[0, 0], [0.25, 0.9], [1, 1]]);
    onCommit.mockClear();
    fireEvent.doubleClick(group(), at(1, 0.4));
    expect(onCommit).not.toHaveBeenCalled();
  });

  it('shows how often each value comes in behind the line', () => {
    const { container } = edit([[0, 0], [1, 1]], { histogram: [0, 0.25, 0.5] });
    const heights = [...container.querySelectorAll('rect')].map((bar) => bar.getAttribute('height'));
    expect(heights).toEqual(['0', '75', '150']);
  });
});

describe('a curve over the seconds of a loop', () => {
  const keys: CurvePoint[] = [[0, 0], [2, 1], [6, 0.5]];
  const edit = () => render(<CurveEditor points={keys} end={8} unit="s" onPreview={onPreview} onCommit={onCommit} />);

  it('takes any second of the loop, typed too', async () => {
    edit();
    fireEvent.focus(screen.getByRole('slider', { name: 'Point 2' }));
    await retype('In', '4,25');
    expect(onCommit).toHaveBeenLastCalledWith([[0, 0], [4.25, 1], [6, 0.5]]);
    await retype('In', '99');
    expect(onCommit).toHaveBeenLastCalledWith([[0, 0], [5.99, 1], [6, 0.5]]);
    await retype('Out', '7');
    expect(onCommit).toHaveBeenLastCalledWith([[0, 0], [2, 1], [6, 0.5]]);
  });

  it('moves its keys by a hundredth of the loop', () => {
    edit();
    fireEvent.keyDown(screen.getByRole('slider', { name: 'Point 2' }), { key: 'ArrowRight' });
    expect(onCommit).toHaveBeenLastCalledWith([[0, 0], [2.08, 1], [6, 0.5]]);
  });

  it('is drawn straight from key to key and held at both ends', () => {
    const { container } = edit();
    const line = container.querySelector('path.line')!.getAttribute('d')!;
    expect(line.match(/[ML]/g)!.join('')).toBe('MLLLL');
    expect(line.startsWith('M0 150')).toBe(true);
    expect(line.endsWith('L260 75')).toBe(true);
  });
});

describe('keys as rows', () => {
  const keys: CurvePoint[] = [[0, 10], [2, 350]];
  const edit = (list = keys) => render(<KeysField title="swings" keys={list} unit="°" onCommit={onCommit} />);

  it('are named and shown with their units', () => {
    edit();
    expect((screen.getByLabelText('Time of key 2') as HTMLInputElement).value).toBe('2 s');
    expect((screen.getByLabelText('Value of key 2') as HTMLInputElement).value).toBe('350°');
  });

  it('come in the order of their times, whichever is typed', async () => {
    edit();
    await retype('Time of key 1', '5');
    expect(onCommit).toHaveBeenLastCalledWith([[2, 350], [5, 10]]);
    await retype('Value of key 2', '-20');
    expect(onCommit).toHaveBeenLastCalledWith([[0, 10], [2, -20]]);
  });

  it('never share a moment', async () => {
    edit();
    await retype('Time of key 1', '2');
    expect(onCommit).not.toHaveBeenCalled();
  });

  it('are added a second later and taken away down to the last', async () => {
    edit();
    await userEvent.click(screen.getByRole('button', { name: 'One more key' }));
    expect(onCommit).toHaveBeenLastCalledWith([[0, 10], [2, 350], [3, 350]]);
    await userEvent.click(screen.getByRole('button', { name: 'Delete key 1' }));
    expect(onCommit).toHaveBeenLastCalledWith([[2, 350]]);
    cleanup();
    edit([[2, 350]]);
    expect((screen.getByRole('button', { name: 'Delete key 1' }) as HTMLButtonElement).disabled).toBe(true);
  });
});
