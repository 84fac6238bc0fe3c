import { describe, expect, it } from 'vitest';
import { sideOf, stateOf, wordOf } from '../src/states/choice';
import { byKey, dragged, nearer, overAll, turned } from '../src/states/orbit';

describe('a side of a comparison in the address', () => {
  it.each(['now', '12', '12@3.5', 'now@0:other-site', '7@-2:b'])('%s comes back as it was', (text) => {
    expect(wordOf(sideOf(text, 'own'), 'own')).toBe(text);
  });

  it('is now where the address says nothing, or nothing that can be read', () => {
    for (const text of [null, '', 'yesterday']) expect(sideOf(text, 'own')).toEqual({ site: 'own', revision: null, time: 0, edits: [] });
  });

  it('stands for the newest revision where none is named', () => {
    expect(stateOf(sideOf('now@2', 'own'), 9)).toEqual({ site: 'own', revision: 9, edits: [], time: 2 });
    expect(stateOf(sideOf('4', 'own'), 9).revision).toBe(4);
  });
});

describe('the eye of a comparison', () => {
  const eye = overAll(40, 20);

  it('has all of a site before it', () => {
    expect(eye.distance).toBe(60);
  });

  it('turns round once and stays above the ground', () => {
    expect(turned({ ...eye, heading: 355 }, 10, 0).heading).toBe(5);
    expect(turned(eye, 0, 200).elevation).toBe(90);
    expect(turned(eye, 0, -200).elevation).toBe(1);
  });

  it('follows the hand and the keys', () => {
    expect(dragged(eye, 100, 0).heading).toBeCloseTo((eye.heading - 30 + 360) % 360);
    expect(byKey(eye, 'ArrowLeft')!.heading).toBe(eye.heading + 6);
    expect(byKey(eye, '+')!.distance).toBeLessThan(eye.distance);
    expect(nearer(nearer(eye, 1), -1).distance).toBeCloseTo(eye.distance);
    expect(byKey(eye, 'x')).toBeNull();
  });
});
