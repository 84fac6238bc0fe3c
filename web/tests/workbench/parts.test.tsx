// @vitest-environment jsdom
import { act, cleanup, fireEvent, render, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Finding, Manifest, MotionView } from '../../src/api/types';
import { CurveEditor } from '../../src/parts/CurveEditor';
import { NoteHolder, useNotes } from '../../src/parts/notes';
import { Findings } from '../../src/workbench/Findings';
import { Foot } from '../../src/workbench/Foot';
import { KeyedNumber } from '../../src/workbench/KeyedNumber';
import { RampEditor } from '../../src/workbench/RampEditor';
import { UndoButtons } from '../../src/workbench/UndoButtons';
import { recipeOf, sessionOf, showIn, theView } from './fakeSession';

beforeEach(() => {
  theView().playing.setState({ motion: null, playing: false, computing: false, wanted: false, loaded: 0, blocks: 0 });
  theView().selection.setState({ time: 0, falloff: '', stage: -1 });
  useNotes.setState({ notes: [] });
});
afterEach(cleanup);

const finding = (part: Partial<Finding>): Finding => ({ title: 'a finding', text: 'what it is', warning: true, falloff: '', step: '', layer: '', remedy: '', edits: [], ...part }) as unknown as Finding;

describe('findings', () => {
  const remedy = [{ kind: 'remove-step', falloff: 'shore', step: 's2' }];
  const open = (findings: Finding[], recipe = recipeOf()) => {
    const session = sessionOf(recipe, { findings });
    const onHide = vi.fn();
    showIn(session, <Findings show onHide={onHide} />);
    return { session, onHide };
  };

  it('have a remedy that is one change and can be taken back', async () => {
    const { session } = open([finding({ remedy: 'Take the clamp away', edits: remedy as unknown as Finding['edits'] })]);
    await userEvent.click(screen.getByRole('button', { name: 'Take the clamp away' }));
    expect(session.commit).toHaveBeenCalledWith(remedy, 'Take the clamp away: done.');
  });

  it('lead to the step that they are about', async () => {
    const recipe = recipeOf({ falloffs: [{ id: 'shore', name: 'Shore', steps: [{ id: 's1' }, { id: 's2' }] }] });
    const { onHide } = open([finding({ falloff: 'shore', step: 's2' })], recipe);
    await userEvent.click(screen.getByRole('button', { name: 'Show me' }));
    expect(theView().selection.getState().falloff).toBe('shore');
    expect(theView().selection.getState().stage).toBe(2);
    expect(onHide).toHaveBeenCalled();
  });

  it('lead to the layer where they are about one', async () => {
    const recipe = recipeOf({ layers: [{ id: 'grass', name: 'Grass', kind: 'cover', properties: { spacing: {}, density: {} } }] });
    open([finding({ layer: 'grass' })], recipe);
    await userEvent.click(screen.getByRole('button', { name: 'Show me' }));
    expect(theView().selection.getState().layer).toBe('grass');
    expect(theView().selection.getState().property).toBe('spacing');
  });

  it('count those of the motion too, and say so when there is none', () => {
    theView().playing.setState({ motion: { findings: [finding({ title: 'root not still' })] } as unknown as MotionView });
    open([finding({ title: 'all zero' })]);
    expect(screen.getByText('root not still')).toBeTruthy();
    expect(screen.getByText('all zero')).toBeTruthy();
    cleanup();
    theView().playing.setState({ motion: null });
    open([]);
    expect(screen.getByText('Nothing looks like a mistake.')).toBeTruthy();
  });
});

describe('the foot', () => {
  const still = recipeOf();
  const windy = recipeOf({ layers: [{ id: 'w', kind: 'wind', name: 'Wind' }] });
  const foot = (recipe = still) => showIn(sessionOf(recipe), <Foot ripening="draft" ripe={false} viewport={null} />);

  it('counts in words, and says nothing of findings before it knows', () => {
    const recipe = recipeOf({ falloffs: [{ id: 'a' }], layers: [{ id: 'l', kind: 'tint' }, { id: 'm', kind: 'tint' }] });
    foot(recipe);
    expect(screen.getByText('1 falloff · 2 layers · 0 drives')).toBeTruthy();
    expect(screen.queryByText('no findings')).toBeNull();
    expect(screen.getByTestId('ripening').textContent).toBe('computing');
    cleanup();
    showIn(sessionOf(recipe, { findings: [], manifest: { milliseconds: 3 } as unknown as Manifest }), <Foot ripening="sharp" ripe viewport={null} />);
    expect(screen.getByText('no findings')).toBeTruthy();
    expect(screen.getByTestId('ripening').textContent).toBe('sharp');
  });

  it('cannot play where nothing moves, and says what would', () => {
    foot();
    const play = screen.getByRole('button', { name: 'Play' }) as HTMLButtonElement;
    expect(play.disabled).toBe(true);
    expect(play.title).toContain('add a wind');
    expect(screen.queryByText('measure the seam')).toBeNull();
  });

  it('works motion out when it is to be played', async () => {
    foot(windy);
    await userEvent.click(screen.getByRole('button', { name: 'Play' }));
    expect(theView().playing.getState()).toMatchObject({ playing: true, wanted: true });
    await userEvent.click(screen.getByRole('button', { name: 'Pause' }));
    expect(theView().playing.getState().playing).toBe(false);
  });

  it('measures the seam on wish', async () => {
    foot(windy);
    expect(theView().playing.getState().wanted).toBe(false);
    await userEvent.click(screen.getByRole('button', { name: 'measure the seam' }));
    expect(theView().playing.getState().wanted).toBe(true);
  });

  it('says how the loop meets itself', () => {
    const view = { frames: 192, start: 0, step: 1 / 24, loops: true, findings: [], sways: [], seam: { of: 'Sway', seen: true, ratio: 2.345 } };
    theView().playing.setState({ motion: view as unknown as MotionView });
    foot(windy);
    expect(screen.getByText('seam ×2.35')).toBeTruthy();
    act(() => theView().playing.setState({ motion: { ...view, seam: { of: 'Sway', seen: true, ratio: -1 } } as unknown as MotionView }));
    expect(screen.getByText('seam ×∞')).toBeTruthy();
    act(() => theView().playing.setState({ motion: { ...view, seam: { of: 'Sway', seen: false, ratio: 0.9 } } as unknown as MotionView }));
    expect(screen.getByText('no seam')).toBeTruthy();
  });

  it('steps by frames around the loop', async () => {
    foot(windy);
    await userEvent.click(screen.getByRole('button', { name: 'One frame back' }));
    expect(theView().selection.getState().time).toBeCloseTo(191 / 24, 9);
    await userEvent.click(screen.getByRole('button', { name: 'One frame on' }));
    expect(theView().selection.getState().time).toBeCloseTo(0, 9);
    fireEvent.change(screen.getByLabelText('Time'), { target: { value: '2' } });
    expect(theView().selection.getState().time).toBe(2);
    expect(screen.getByText('frame 48')).toBeTruthy();
  });

  it('shows keys as marks that lead to their time', async () => {
    const keyed = recipeOf({ clock: { framesPerSecond: 24, loopSeconds: 8, startSeconds: 0, endSeconds: 8, tracks: [{ of: 'prop', id: 'p', setting: 'heading', easing: 'linear', round: true, keys: [[0, 0], [3, 90], [99, 0]] }] } });
    foot(keyed);
    const marks = screen.getAllByRole('button', { name: /^Key at/ });
    expect(marks.map((mark) => mark.getAttribute('aria-label'))).toEqual(['Key at 0 seconds', 'Key at 3 seconds']);
    await userEvent.click(marks[1]!);
    expect(theView().selection.getState().time).toBe(3);
  });
});

describe('a keyed number', () => {
  const target = { of: 'layer', id: 'wind', setting: 'properties.speed.high' } as const;
  const field = { title: 'speed', unit: 'm/s', value: 7, min: 0, max: 40, sliderMin: 0, sliderMax: 20, onPreview: vi.fn(), onCommit: vi.fn() };
  const keyed = (keys: number[][]) => recipeOf({ clock: { framesPerSecond: 24, loopSeconds: 8, startSeconds: 0, endSeconds: 8, tracks: [{ ...target, easing: 'linear', round: false, keys }] } });

  it('is plain until it is keyed, and its first key stands at the time of the clock', async () => {
    theView().selection.setState({ time: 2 });
    const session = sessionOf(recipeOf());
    showIn(session, <KeyedNumber {...field} target={target} />);
    await userEvent.click(screen.getByRole('button', { name: 'speed: key it at 2.00 s' }));
    expect(session.commit).toHaveBeenCalledWith([{ kind: 'set-keys', track: { ...target, easing: 'linear', round: false, keys: [[2, 7]] } }]);
  });

  it('shows the number of the moment, and changing it sets a key there', async () => {
    theView().selection.setState({ time: 1 });
    const session = sessionOf(keyed([[0, 4], [2, 8]]));
    showIn(session, <KeyedNumber {...field} target={target} />);
    const typed = screen.getByLabelText('speed, typed') as HTMLInputElement;
    expect(typed.value).toBe('6 m/s');
    await userEvent.clear(typed);
    await userEvent.type(typed, '9{Enter}');
    expect(session.commit).toHaveBeenCalledWith([{ kind: 'set-keys', track: expect.objectContaining({ keys: [[0, 4], [1, 9], [2, 8]] }) }]);
  });

  it('gives a key up, and with the last one is plain again', async () => {
    theView().selection.setState({ time: 2 });
    const session = sessionOf(keyed([[2, 8]]));
    showIn(session, <KeyedNumber {...field} target={target} />);
    await userEvent.click(screen.getByRole('button', { name: 'speed: take the key at 2.00 s away' }));
    expect(session.commit).toHaveBeenCalledWith([{ kind: 'remove-keys', track: expect.objectContaining({ keys: [[2, 8]] }) }]);
  });

  it('leads from its own menu to trials of it', async () => {
    showIn(sessionOf(recipeOf()), <KeyedNumber {...field} target={target} />);
    expect(screen.queryByRole('link')).toBeNull();
    fireEvent.contextMenu(screen.getByLabelText('speed, typed'));
    const link = await screen.findByRole('link', { name: 'Try values of speed …' });
    expect(link.getAttribute('href')).toContain(`/trials?id=${target.id}&setting=${encodeURIComponent(target.setting)}`);
  });
});

describe('a curve', () => {
  const onPreview = vi.fn();
  const onCommit = vi.fn();
  const edit = (points: [number, number][], part = {}) => {
    onCommit.mockClear();
    render(<CurveEditor points={points} onPreview={onPreview} onCommit={onCommit} {...part} />);
  };

  it('is moved point by point from the keyboard, between its neighbours', () => {
    edit([[0, 0], [0.5, 0.4], [1, 1]]);
    const middle = screen.getByRole('slider', { name: 'Point 2' });
    fireEvent.keyDown(middle, { key: 'ArrowUp' });
    expect(onCommit).toHaveBeenLastCalledWith([[0, 0], [0.5, 0.41], [1, 1]]);
    fireEvent.keyDown(middle, { key: 'ArrowDown', shiftKey: true });
    expect(onCommit).toHaveBeenLastCalledWith([[0, 0], [0.5, 0.3], [1, 1]]);
    const last = screen.getByRole('slider', { name: 'Point 3' });
    fireEvent.keyDown(last, { key: 'ArrowLeft', shiftKey: true });
    expect(onCommit).toHaveBeenLastCalledWith([[0, 0], [0.5, 0.4], [0.9, 1]]);
  });

  it('never lets a point pass another', () => {
    edit([[0, 0], [0.05, 0.4], [1, 1]]);
    fireEvent.keyDown(screen.getByRole('slider', { name: 'Point 2' }), { key: 'ArrowLeft', shiftKey: true });
    expect(onCommit).toHaveBeenLastCalledWith([[0, 0], [0.01, 0.4], [1, 1]]);
  });

  it('keeps two points however often one is deleted', () => {
    edit([[0, 0], [0.5, 0.4], [1, 1]]);
    fireEvent.focus(screen.getByRole('slider', { name: 'Point 2' }));
    fireEvent.keyDown(screen.getByRole('slider', { name: 'Point 2' }), { key: 'Delete' });
    expect(onCommit).toHaveBeenLastCalledWith([[0, 0], [1, 1]]);
    cleanup();
    edit([[0, 0], [1, 1]]);
    fireEvent.keyDown(screen.getByRole('slider', { name: 'Point 1' }), { key: 'Delete' });
    expect(onCommit).not.toHaveBeenCalled();
    expect((screen.getByRole('button', { name: 'Remove point' }) as HTMLButtonElement).disabled).toBe(true);
  });

  it('takes numbers, and leaves what is none alone', async () => {
    edit([[0, 0], [1, 1]]);
    await userEvent.clear(screen.getByLabelText('Out'));
    await userEvent.type(screen.getByLabelText('Out'), '0,25{Enter}');
    expect(onCommit).toHaveBeenLastCalledWith([[0, 0.25], [1, 1]]);
    onCommit.mockClear();
    await userEvent.clear(screen.getByLabelText('Out'));
    await userEvent.type(screen.getByLabelText('Out'), 'high{Enter}');
    expect(onCommit).not.toHaveBeenCalled();
  });

  it('marks what goes in under the pointer and what comes out', () => {
    edit([[0, 0], [1, 1]], { mark: 0.25 });
    expect(screen.getByTestId('curve-mark').textContent).toContain('here 0.25 → 0.25');
  });
});

describe('a ramp', () => {
  const stops = [
    { at: 0, colour: '#102030' },
    { at: 1, colour: '#f0e0d0' },
  ];

  it('has a stop for each colour, told by name', () => {
    render(<RampEditor stops={stops} onPreview={vi.fn()} onCommit={vi.fn()} />);
    expect(screen.getAllByRole('slider').map((stop) => stop.getAttribute('aria-label'))).toEqual(['Colour 1, #102030', 'Colour 2, #f0e0d0']);
  });

  it('moves a stop by arrow keys, but not over another', () => {
    const onCommit = vi.fn();
    render(<RampEditor stops={stops} onPreview={vi.fn()} onCommit={onCommit} />);
    fireEvent.keyDown(screen.getAllByRole('slider')[1]!, { key: 'ArrowLeft' });
    const moved = onCommit.mock.calls[0]![0] as typeof stops;
    expect(moved[1]!.at).toBeLessThan(1);
    expect(moved[1]!.at).toBeGreaterThan(moved[0]!.at);
    expect(moved[0]).toEqual(stops[0]);
  });
});

describe('notes', () => {
  it('are said once, at most three at a time, and carry an action', async () => {
    const run = vi.fn();
    render(<NoteHolder />);
    act(() => {
      for (const text of ['a', 'b', 'b', 'c', 'd']) useNotes.getState().say(text, { action: { label: 'Undo', run } });
    });
    const holder = screen.getByRole('status');
    expect(within(holder).getAllByRole('button', { name: 'Undo' })).toHaveLength(3);
    expect(holder.textContent).not.toContain('aUndo');
    await userEvent.click(within(holder).getAllByRole('button', { name: 'Undo' })[2]!);
    expect(run).toHaveBeenCalledTimes(1);
    expect(holder.textContent).not.toContain('dUndo');
  });
});

it('undo and redo are there as far as the site has them', async () => {
  const session = sessionOf(recipeOf());
  showIn(session, <UndoButtons keys />);
  await userEvent.click(screen.getByRole('button', { name: 'Undo' }));
  expect(session.undo).toHaveBeenCalledTimes(1);
  expect((screen.getByRole('button', { name: 'Redo' }) as HTMLButtonElement).disabled).toBe(true);
  expect(screen.getByRole('button', { name: 'Undo' }).title).toBe('Undo (Ctrl+Z)');
});
