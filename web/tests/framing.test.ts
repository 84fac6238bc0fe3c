import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { Seat, Viewport } from '../src/view3d/Viewport';
import { frameChosen, keepSeat, seatOf } from '../src/workbench/framing';

const seat = (distance: number): Seat => ({ pose: { target: [0, 0, 0], heading: 0, elevation: 20, distance }, parallel: false });

/** A viewport that notes what it is asked to show; every request moves its eye. */
function view(finds: boolean) {
  const asked: string[] = [];
  let moves = 0;
  const viewport = {
    parallel: false,
    get seat() {
      return seat(moves);
    },
    frame: () => (moves++, void asked.push('whole')),
    frameOn: (what: object | string) => (asked.push(JSON.stringify(what)), finds && moves++ >= 0),
    lookAt: (place: number[]) => (moves++, void asked.push(`at ${place.join(' ')}`)),
  };
  return { viewport: viewport as unknown as Viewport, asked };
}

const nothing = { prop: '', asked: null, values: false, layer: 'grass' };

describe('Frame', () => {
  it('goes to a prop before what is asked about, to that before values, and to values before plants', () => {
    const { viewport, asked } = view(true);
    const hit = { x: 1, y: 2, z: 3, plant: -1, layer: '' };
    frameChosen(viewport, { ...nothing, prop: 'tower', asked: hit, values: true });
    frameChosen(viewport, { ...nothing, prop: '' });
    expect(asked).toEqual(['{"prop":"tower"}', 'whole']);
    const other = view(true);
    frameChosen(other.viewport, { ...nothing, asked: hit, values: true });
    expect(other.asked).toEqual(['at 1 2 3']);
    const third = view(true);
    frameChosen(third.viewport, { ...nothing, values: true });
    expect(third.asked).toEqual(['"values"']);
    const fourth = view(true);
    frameChosen(fourth.viewport, nothing);
    expect(fourth.asked).toEqual(['{"layer":"grass"}']);
  });

  it('shows the whole where what is chosen is the whole, or nothing', () => {
    const { viewport, asked } = view(false);
    frameChosen(viewport, nothing);
    expect(asked.at(-1)).toBe('whole');
  });
});

describe('the eye of a site', () => {
  const kept = new Map<string, string>();
  beforeEach(() => {
    kept.clear();
    vi.stubGlobal('localStorage', { getItem: (key: string) => kept.get(key) ?? null, setItem: (key: string, value: string) => kept.set(key, value) });
  });

  it('is where it was left, site by site', () => {
    keepSeat('a', seat(12));
    keepSeat('b', seat(7000));
    expect(seatOf('a')).toEqual(seat(12));
    expect(seatOf('b')?.pose.distance).toBe(7000);
    expect(seatOf('c')).toBeNull();
  });

  it('begins anew where what was kept is no seat', () => {
    for (const bad of ['', '{', '{}', '{"pose":{}}', '{"pose":{"target":[1,2],"heading":0,"elevation":1,"distance":2}}', 'null']) {
      kept.set('lumbrit.eye.a', bad);
      expect(seatOf('a')).toBeNull();
    }
  });
});
