// @vitest-environment jsdom
import { beforeEach, describe, expect, it } from 'vitest';
import type { Manifest } from '../src/api/types';
import { answered, ask, gaveUp, showing, newProgress, tellOn } from '../src/view/progress';

const manifest = () => ({}) as Manifest;

let progress = newProgress();
beforeEach(() => (progress = newProgress()));

describe('how far the picture is behind', () => {
  it('is told by what was asked for and what is shown whole', () => {
    const first = manifest();
    answered(first, ask(progress), 3);
    expect(progress.getState()).toMatchObject({ asked: 1, shown: 0 });
    showing(progress, first);
    expect(progress.getState()).toMatchObject({ asked: 1, shown: 1, revision: 3 });
  });

  it('counts a view that nobody asked for as nothing', () => {
    showing(progress, manifest());
    expect(progress.getState()).toMatchObject({ shown: 0, revision: 0 });
  });

  it('is nothing once the newest view has failed, but an older failure waits for the newer', () => {
    const old = ask(progress);
    const newest = ask(progress);
    gaveUp(progress, old);
    expect(progress.getState().shown).toBe(0);
    gaveUp(progress, newest);
    expect(progress.getState().shown).toBe(newest);
  });

  it('stands on the element, for whoever waits', () => {
    const canvas = document.createElement('canvas');
    const end = tellOn(progress, canvas);
    const view = manifest();
    answered(view, ask(progress), 7);
    showing(progress, view);
    progress.setState({ saving: 2 });
    expect({ ...canvas.dataset }).toEqual({ asked: '1', shown: '1', revision: '7', saving: '2' });
    end();
    ask(progress);
    expect(canvas.dataset.asked).toBe('1');
  });
});
