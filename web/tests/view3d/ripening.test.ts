// @vitest-environment jsdom
import type { WebGLRenderer } from 'three';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { Ripening } from '../../src/view3d/Ripening';

/** A graphics card whose work is done when the test says so, or at once. */
class Card {
  static readonly EXPIRED = 0x911b;
  busy = false;
  lost = false;
  targets: unknown[] = [];
  weights: number[] = [];
  private readonly gl = {
    SYNC_GPU_COMMANDS_COMPLETE: 1,
    TIMEOUT_EXPIRED: Card.EXPIRED,
    fenceSync: () => ({}),
    flush: () => undefined,
    isContextLost: () => this.lost,
    clientWaitSync: () => (this.busy ? Card.EXPIRED : 0x911a),
    deleteSync: () => undefined,
  };
  readonly renderer = {
    getPixelRatio: () => 1,
    getContext: () => this.gl,
    setRenderTarget: (target: unknown) => this.targets.push(target),
    render: (quad: { material: { uniforms: { uWeight: { value: number } } } }) => this.weights.push(quad.material.uniforms.uWeight.value),
  } as unknown as WebGLRenderer;
}

let card: Card;
const painter = { began: vi.fn(), pass: vi.fn<(x: number, y: number) => void>(), done: vi.fn<(passes: number, of: number, took: number) => void>() };
const paint = vi.fn<(measured: number) => void>();

function ripen(passes = '4'): Ripening {
  window.localStorage.setItem('lumbrit.passes', passes);
  return new Ripening(card.renderer, painter);
}

beforeEach(() => {
  vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout', 'requestAnimationFrame', 'cancelAnimationFrame', 'performance'] });
  card = new Card();
});
afterEach(() => {
  vi.useRealTimers();
  vi.resetAllMocks();
  window.localStorage.clear();
});

describe('a still picture', () => {
  it('is a draft first, and ripens when nothing more is wished for a while', () => {
    ripen().draft(paint);
    expect(painter.began).toHaveBeenCalledTimes(1);
    vi.advanceTimersByTime(100);
    expect(paint).toHaveBeenCalledTimes(1);
    expect(painter.pass).not.toHaveBeenCalled();
    vi.advanceTimersByTime(1000);
    expect(painter.pass).toHaveBeenCalledTimes(4);
    expect(painter.done.mock.calls.map(([passes, of]) => [passes, of])).toEqual([[1, 4], [2, 4], [3, 4], [4, 4]]);
  });

  it('shifts its passes by less than a pixel, no two alike, and weighs them equally', () => {
    ripen('8').draft(paint);
    vi.advanceTimersByTime(2000);
    const shifts = painter.pass.mock.calls;
    expect(shifts).toHaveLength(8);
    expect(shifts.flat().every((shift) => Math.abs(shift) < 0.5)).toBe(true);
    expect(new Set(shifts.map((shift) => shift.join())).size).toBe(8);
    // added with weight 1, presented with 1 over the number of passes
    expect(card.weights.slice(0, 6)).toEqual([1, 1, 1, 1 / 2, 1, 1 / 3]);
  });

  it('starts anew with every change, and many changes at once are one draft', () => {
    const ripening = ripen();
    ripening.draft(paint);
    vi.advanceTimersByTime(210);
    const before = painter.pass.mock.calls.length;
    expect(before).toBeGreaterThan(0);
    for (let i = 0; i < 5; i++) ripening.draft(paint);
    vi.advanceTimersByTime(30);
    expect(paint).toHaveBeenCalledTimes(2);
    expect(painter.pass).toHaveBeenCalledTimes(before);
    vi.advanceTimersByTime(1000);
    expect(painter.pass.mock.calls.length).toBe(before + 4);
    expect(painter.done.mock.lastCall!.slice(0, 2)).toEqual([4, 4]);
  });

  it('waits for the graphics card without holding the page up, and tells the next draft how long it took', () => {
    const ripening = ripen();
    card.busy = true;
    ripening.draft(paint);
    vi.advanceTimersByTime(500);
    expect(painter.pass).not.toHaveBeenCalled();
    card.busy = false;
    vi.advanceTimersByTime(10);
    ripening.draft(paint);
    vi.advanceTimersByTime(50);
    expect(paint.mock.calls[0]).toEqual([0]);
    expect(paint.mock.calls[1]![0]).toBeGreaterThan(400);
  });

  it('gives the card two pictures at most, and then only what was wished last', () => {
    const ripening = ripen();
    const other = vi.fn();
    card.busy = true;
    for (let i = 0; i < 2; i++) {
      ripening.draft(paint);
      vi.advanceTimersByTime(40);
    }
    ripening.draft(paint);
    ripening.draft(other);
    vi.advanceTimersByTime(500);
    expect([paint.mock.calls.length, other.mock.calls.length]).toEqual([2, 0]);
    expect(painter.pass).not.toHaveBeenCalled();
    card.busy = false;
    vi.advanceTimersByTime(60);
    expect([paint.mock.calls.length, other.mock.calls.length]).toEqual([2, 1]);
    vi.advanceTimersByTime(1000);
    expect(painter.pass).toHaveBeenCalledTimes(4);
  });

  it('forgets a pass when something is wished meanwhile', () => {
    painter.pass.mockImplementationOnce(() => void (card.busy = true));
    const ripening = ripen();
    ripening.draft(paint);
    vi.advanceTimersByTime(400);
    expect(painter.pass).toHaveBeenCalledTimes(1);
    ripening.draft(paint);
    card.busy = false;
    vi.advanceTimersByTime(2000);
    expect(paint).toHaveBeenCalledTimes(2);
    expect(painter.pass).toHaveBeenCalledTimes(5);
    expect(painter.done).toHaveBeenCalledTimes(4);
  });

  it('ends with fewer passes on a slow card, and says that they are all', () => {
    card.busy = true;
    painter.pass.mockImplementation(() => {
      card.busy = true;
      window.setTimeout(() => (card.busy = false), 3000);
    });
    ripen('12').draft(paint);
    vi.advanceTimersByTime(50);
    card.busy = false;
    vi.advanceTimersByTime(60_000);
    const [passes, of] = painter.done.mock.lastCall!;
    expect(passes).toBe(of);
    expect(passes).toBeLessThan(12);
    expect(passes).toBeGreaterThanOrEqual(2);
  });

  it('stops when it is thrown away or the card is lost', () => {
    const ripening = ripen();
    ripening.draft(paint);
    vi.advanceTimersByTime(30);
    ripening.dispose();
    vi.advanceTimersByTime(2000);
    expect(painter.pass).not.toHaveBeenCalled();
    card.lost = true;
    ripen().draft(paint);
    vi.advanceTimersByTime(2000);
    expect(painter.pass).not.toHaveBeenCalled();
  });

  it.each(['0', '65', '2.5', 'many', ''])('takes its own number of passes where “%s” is wished', (wished) => {
    ripen(wished).draft(paint);
    vi.advanceTimersByTime(3000);
    expect(painter.done.mock.lastCall!.slice(0, 2)).toEqual([12, 12]);
  });
});
