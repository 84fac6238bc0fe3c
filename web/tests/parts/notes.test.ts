import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { sayProblem, useNotes } from '../../src/parts/notes';

const texts = () => useNotes.getState().notes.map((note) => note.text);

describe('notes', () => {
  beforeEach(() => {
    vi.useFakeTimers();
    useNotes.setState({ notes: [] });
  });
  afterEach(() => void vi.useRealTimers());

  it('go by themselves, bad ones later', () => {
    useNotes.getState().say('Copied.');
    sayProblem(new Error('The file is empty.'));
    vi.advanceTimersByTime(8_000);
    expect(texts()).toEqual(['The file is empty.']);
    vi.advanceTimersByTime(5_000);
    expect(texts()).toEqual([]);
  });

  it('stay while what they are about fails, and go when it works again', () => {
    sayProblem(new Error('12 GB would be needed.'), 'view');
    sayProblem(new Error('The loop is too long.'), 'motion');
    vi.advanceTimersByTime(60_000);
    expect(texts()).toEqual(['12 GB would be needed.', 'The loop is too long.']);
    sayProblem(new Error('14 GB would be needed.'), 'view');
    expect(texts()).toEqual(['The loop is too long.', '14 GB would be needed.']);
    useNotes.getState().over('view');
    expect(texts()).toEqual(['The loop is too long.']);
  });

  it('do not change where nothing was said of it', () => {
    useNotes.getState().say('Copied.');
    const before = useNotes.getState().notes;
    useNotes.getState().over('view');
    expect(useNotes.getState().notes).toBe(before);
  });
});
