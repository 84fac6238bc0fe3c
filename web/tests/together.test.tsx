// @vitest-environment jsdom
import { act, cleanup, renderHook, waitFor } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { MOMENTS, momentsOf, useTogether } from '../src/trials/together';

afterEach(cleanup);

const clock = (loopSeconds: number, endSeconds = 0) => ({ framesPerSecond: 24, loopSeconds, endSeconds, tracks: [] }) as unknown as Parameters<typeof useTogether>[0];

describe('the moments at which trials are played', () => {
  it('go round a loop without its end, and to the end of what runs once', () => {
    expect(momentsOf(clock(6))).toHaveLength(MOMENTS);
    expect(momentsOf(clock(6)).at(-1)).toBeCloseTo(5.5);
    expect(momentsOf(clock(0, 11)).at(-1)).toBe(11);
    expect(momentsOf(clock(0))).toEqual([]);
  });
});

describe('trials played together', () => {
  it('takes moment after moment of all, and shows all in the same one', async () => {
    const take = vi.fn((number: number, time: number) => Promise.resolve(`${number}@${time.toFixed(1)}`));
    const { result } = renderHook(() => useTogether(clock(12), 3, take));
    expect(result.current.shown(0)).toBeNull();
    act(() => result.current.play());
    await waitFor(() => expect(result.current.left).toBe(0));
    expect(take.mock.calls.slice(0, 4).map(([number, time]) => [number, time])).toEqual([[0, 0], [1, 0], [2, 0], [0, 1]]);
    const [first, second] = [result.current.shown(0)!, result.current.shown(2)!];
    expect(first.split('@')[1]).toBe(second.split('@')[1]);
    act(() => result.current.stop());
    expect(result.current.shown(0)).toBeNull();
  });
});
