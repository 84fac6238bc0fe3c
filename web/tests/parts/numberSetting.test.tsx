// @vitest-environment jsdom
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { NumberSetting } from '../../src/parts/NumberSetting';

const onPreview = vi.fn<(value: number) => void>();
const onCommit = vi.fn<(value: number) => void>();

function show(part: Partial<Parameters<typeof NumberSetting>[0]> = {}) {
  return render(<NumberSetting title="far" unit="m" value={0.35} min={0} max={100} sliderMin={0} sliderMax={10} byDefault={2} onPreview={onPreview} onCommit={onCommit} {...part} />);
}

const typed = () => screen.getByLabelText('far, typed');
const slider = () => screen.getByRole('slider');

beforeEach(() => {
  vi.useFakeTimers({ shouldAdvanceTime: true });
  onPreview.mockClear();
  onCommit.mockClear();
});
afterEach(() => {
  cleanup();
  vi.useRealTimers();
});

describe('a number with a slider', () => {
  it('is shown with its unit, metres below one in centimetres', () => {
    show();
    expect((typed() as HTMLInputElement).value).toBe('35 cm');
    expect(slider().getAttribute('aria-valuetext')).toBe('35 cm');
  });

  it('takes typing with another unit, on Enter', async () => {
    show();
    const user = userEvent.setup({ advanceTimers: vi.advanceTimersByTime });
    await user.clear(typed());
    await user.type(typed(), '250 mm{Enter}');
    expect(onCommit).toHaveBeenCalledWith(0.25);
  });

  it('takes a comma, and a true minus, and holds the ends', async () => {
    show({ min: -5 });
    const user = userEvent.setup({ advanceTimers: vi.advanceTimersByTime });
    await user.clear(typed());
    await user.type(typed(), '−2,5{Enter}');
    expect(onCommit).toHaveBeenLastCalledWith(-2.5);
    await user.clear(typed());
    await user.type(typed(), '9999{Enter}');
    expect(onCommit).toHaveBeenLastCalledWith(100);
  });

  it('leaves what is no number, and what is given up, as it was', async () => {
    show();
    const user = userEvent.setup({ advanceTimers: vi.advanceTimersByTime });
    await user.clear(typed());
    await user.type(typed(), 'far away{Enter}');
    expect(onCommit).not.toHaveBeenCalled();
    expect((typed() as HTMLInputElement).value).toBe('35 cm');
    await user.type(typed(), '7{Escape}');
    expect((typed() as HTMLInputElement).value).toBe('35 cm');
    expect(onCommit).not.toHaveBeenCalled();
  });

  it('moves by arrow keys, ten times as far with Shift, a tenth with Alt, and is saved when it rests', () => {
    show({ value: 2 });
    fireEvent.keyDown(slider(), { key: 'ArrowRight' });
    expect(onPreview).toHaveBeenLastCalledWith(2.1);
    fireEvent.keyDown(slider(), { key: 'ArrowRight', shiftKey: true });
    expect(onPreview).toHaveBeenLastCalledWith(3.1);
    fireEvent.keyDown(slider(), { key: 'ArrowLeft', altKey: true });
    expect(onPreview).toHaveBeenLastCalledWith(3.09);
    expect(onCommit).not.toHaveBeenCalled();
    vi.advanceTimersByTime(600);
    expect(onCommit).toHaveBeenCalledTimes(1);
    expect(onCommit).toHaveBeenCalledWith(3.09);
  });

  it('shows where it is while it is dragged and is saved when let go', () => {
    show({ value: 2 });
    fireEvent.change(slider(), { target: { value: '4.2' } });
    expect(onPreview).toHaveBeenLastCalledWith(4.2);
    expect((typed() as HTMLInputElement).value).toBe('4.2 m');
    fireEvent.pointerUp(slider());
    expect(onCommit).toHaveBeenCalledWith(4.2);
  });

  it('goes back to its default by a double click on its name', () => {
    show({ value: 5 });
    fireEvent.doubleClick(screen.getByText('far'));
    expect(onCommit).toHaveBeenCalledWith(2);
  });

  it('keeps whole numbers whole', () => {
    show({ value: 4, whole: true, unit: '' });
    fireEvent.keyDown(slider(), { key: 'ArrowUp', altKey: true });
    expect(onPreview).toHaveBeenLastCalledWith(5);
  });

  it('widens the slider to a value that lies beyond it', () => {
    show({ value: 60 });
    expect(slider().getAttribute('max')).toBe('60');
  });
});
