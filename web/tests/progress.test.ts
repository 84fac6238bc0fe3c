// @vitest-environment jsdom
import { beforeEach, describe, expect, it } from 'vitest';
import type { Manifest } from '../src/api/types';
import { answered, ask, gaveUp, showing, tellOn, useProgress } from '../src/workbench/progress';

const manifest = () => ({}) as Manifest;

beforeEach(() => useProgress.setState({ asked: 0, shown: 0, revision: 0, saving: 0 }));

describe('how far the picture is behind', () => {
  it('is told by what was asked for and what is shown whole', () => {
    const first = manifest();
    answered(first, ask(), 3);
    expect(useProgress.getState()).toMatchObject({ asked: 1, shown: 0 });
    showing(first);
    expect(useProgress.getState()).toMatchObject({ asked: 1, shown: 1, revision: 3 });
  });

  it('counts a view that nobody asked for as nothing', () => {
    showing(manifest());
    expect(useProgress.getState()).toMatchObject({ shown: 0, revision: 0 });
  });

  it('is nothing once the newest view has failed, but an older failure waits for the newer', () => {
    const old = ask();
    const newest = ask();
    gaveUp(old);
    expect(useProgress.getState().shown).toBe(0);
    gaveUp(newest);
    expect(useProgress.getState().shown).toBe(newest);
  });

  it('stands on the element, for whoever waits', () => {
    const canvas = document.createElement('canvas');
    const end = tellOn(canvas);
    const view = manifest();
    answered(view, ask(), 7);
    showing(view);
    useProgress.setState({ saving: 2 });
    expect({ ...canvas.dataset }).toEqual({ asked: '1', shown: '1', revision: '7', saving: '2' });
    end();
    ask();
    expect(canvas.dataset.asked).toBe('1');
  });
});
