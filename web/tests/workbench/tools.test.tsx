// @vitest-environment jsdom
import { cleanup, fireEvent, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it, vi } from 'vitest';
import type { Manifest } from '../../src/api/types';
import type { Viewport } from '../../src/view3d/Viewport';
import { BrushBar } from '../../src/workbench/BrushBar';
import { HandBar } from '../../src/workbench/HandBar';
import { Handles } from '../../src/workbench/Handles';
import { ReliefButtons } from '../../src/workbench/ReliefButtons';
import { ResultButtons } from '../../src/workbench/ResultButtons';
import type { Handle } from '../../src/workbench/sourceHandles';
import { WindRose } from '../../src/workbench/WindRose';
import { eachAnew, falloffOf, recipeOf, sessionOf, showIn, theView } from './fakeSession';


eachAnew({ falloff: 'shore', shows: 'falloff' });

describe('tools in the hand', () => {
  it('the brush has its size, adds or takes away, and clears', async () => {
    const brush = falloffOf({ source: { kind: 'brush', strokes: [{}, {}] } });
    const session = sessionOf(recipeOf());
    showIn(session, <BrushBar falloff={brush} reach={20} />);
    expect(screen.getByText(/^2 strokes/)).toBeTruthy();
    await userEvent.click(screen.getByRole('button', { name: 'Paint' }));
    expect(theView().selection.getState()).toMatchObject({ painting: true, values: true });
    expect(screen.getByText(/^Drag over the ground/)).toBeTruthy();
    await userEvent.click(screen.getByRole('button', { name: 'Adds' }));
    expect(theView().selection.getState().brush).toMatchObject({ remove: true, radius: 4 });
    await userEvent.click(screen.getByRole('button', { name: 'Clear' }));
    expect(session.commit.mock.lastCall).toEqual([[{ kind: 'set-source', falloff: 'shore', source: { kind: 'brush', strokes: [] } }], 'All strokes are taken away.']);
  });

  it('there is no brush for another source', () => {
    const { container } = showIn(sessionOf(recipeOf()), <BrushBar falloff={falloffOf()} reach={20} />);
    expect(container.textContent).toBe('');
  });

  it('single plants are placed and removed in the chosen cover', async () => {
    theView().selection.setState({ layer: 'g', hand: 'place' });
    const session = sessionOf(recipeOf({ layers: [{ id: 'g', kind: 'cover', name: 'Grass', placed: [1, 2, 3], removed: ['x'] }] }));
    showIn(session, <HandBar />);
    expect(screen.getByTestId('by-hand').textContent).toBe('3 placed, 1 removed');
    expect(screen.queryByLabelText('radius, typed')).toBeNull();
    await userEvent.click(screen.getByRole('button', { name: 'Remove' }));
    const radius = screen.getByLabelText('radius, typed');
    await userEvent.clear(radius);
    await userEvent.type(radius, '5 cm{Enter}');
    expect(theView().selection.getState().handRadius).toBe(0.05);
    await userEvent.click(screen.getByRole('button', { name: 'Bring back' }));
    expect(session.commit.mock.lastCall).toEqual([[{ kind: 'restore-plants', layer: 'g' }], 'The removed plants stand again.']);
    await userEvent.click(screen.getByRole('button', { name: 'Put the hand away' }));
    expect(theView().selection.getState().hand).toBeNull();
  });
});

describe('handles over the picture', () => {
  const moved = vi.fn((metres: number) => ({ kind: 'height', low: 0, high: 4 + metres }) as never);
  const handle = { id: 'high', label: 'High end', text: '4 m', at: [0, 4, 0], axis: [0, 1, 0], moved } as unknown as Handle;
  /** A picture in which a metre up is 20 pixels up. */
  const viewport = { pointing: { drawnAt: ([x, y]: number[]) => ({ left: 100 + 20 * x!, top: 300 - 20 * y! }) }, onLook: () => undefined } as unknown as Viewport;
  const open = () => {
    Object.assign(HTMLElement.prototype, { setPointerCapture: () => undefined });
    const session = sessionOf(recipeOf());
    showIn(session, <Handles falloff="shore" handles={[handle]} viewport={viewport} />);
    return session;
  };
  const knob = () => screen.getByRole('button', { name: /^High end, 4 m/ });

  it('stand where they are drawn and are dragged along their own line', () => {
    const session = open();
    expect(knob().style.top).toBe('220px');
    fireEvent.pointerDown(knob(), { clientX: 100, clientY: 220 });
    fireEvent.pointerMove(knob(), { clientX: 160, clientY: 180 });
    expect(session.preview.mock.lastCall![0]).toMatchObject([{ kind: 'set-source', falloff: 'shore', source: { high: 6 } }]);
    expect(session.commit).not.toHaveBeenCalled();
    fireEvent.pointerUp(knob());
    expect(session.commit.mock.lastCall![0]).toMatchObject([{ source: { high: 6 } }]);
  });

  it('are not changed by a click, and stop when they are let go', () => {
    const session = open();
    fireEvent.pointerDown(knob(), { clientX: 100, clientY: 220 });
    fireEvent.pointerUp(knob());
    fireEvent.pointerMove(knob(), { clientX: 100, clientY: 0 });
    expect(session.commit).not.toHaveBeenCalled();
    expect(session.preview).not.toHaveBeenCalled();
  });

  it('are moved by arrow keys, ten times as far with Shift', () => {
    const session = open();
    fireEvent.keyDown(knob(), { key: 'ArrowUp' });
    fireEvent.keyDown(knob(), { key: 'ArrowDown', shiftKey: true });
    fireEvent.keyDown(knob(), { key: 'a' });
    expect(session.commit.mock.calls.map(([edits]) => (edits[0] as unknown as { source: { high: number } }).source.high)).toEqual([4.1, 3]);
  });
});

describe('the rose of a wind', () => {
  const wind = { id: 'w', kind: 'wind', name: 'West wind', heading: 350, blows: { kind: 'heading' }, properties: { speed: { low: 0, high: 5, combine: 'product' } } };
  const open = (part: object = {}) => {
    vi.spyOn(SVGElement.prototype, 'getBoundingClientRect').mockReturnValue({ left: 0, top: 0, width: 164, height: 164 } as DOMRect);
    Object.assign(SVGElement.prototype, { setPointerCapture: () => undefined });
    theView().selection.setState({ layer: 'w' });
    const session = sessionOf(recipeOf({ layers: [{ ...wind, ...part }] }));
    showIn(session, <WindRose />);
    return session;
  };
  const last = (session: ReturnType<typeof open>) => {
    const [edit] = session.commit.mock.lastCall![0] as unknown as { changed: typeof wind }[];
    return [edit!.changed.heading, edit!.changed.properties.speed.high];
  };

  it('turns and quickens by arrow keys, through north', () => {
    const session = open();
    const rose = screen.getByRole('slider');
    expect(rose.getAttribute('aria-valuetext')).toBe('goes toward 350 degrees at 5.0 metres a second');
    fireEvent.keyDown(rose, { key: 'ArrowRight', shiftKey: true });
    expect(last(session)).toEqual([0, 5]);
    fireEvent.keyDown(rose, { key: 'ArrowUp' });
    expect(last(session)).toEqual([350, 5.1]);
    fireEvent.keyDown(rose, { key: 'ArrowDown', shiftKey: true });
    expect(last(session)).toEqual([350, 4]);
  });

  it('does not slow a wind that is faster than its rim', () => {
    const session = open({ properties: { speed: { low: 0, high: 20, combine: 'product' } } });
    fireEvent.keyDown(screen.getByRole('slider'), { key: 'ArrowUp' });
    expect(last(session)).toEqual([350, 20]);
  });

  it('is dragged: toward where, and how far out, how fast', () => {
    const session = open();
    const rose = screen.getByRole('slider');
    fireEvent.pointerDown(rose, { pointerId: 1, clientX: 82 + 31, clientY: 82 });
    fireEvent.pointerMove(rose, { pointerId: 1, clientX: 82, clientY: 82 + 62 });
    expect(session.commit).not.toHaveBeenCalled();
    fireEvent.pointerUp(rose, { pointerId: 1, clientX: 82, clientY: 82 + 62 });
    expect(last(session)).toEqual([180, 12]);
  });

  it('lowers the low end of the speed with the high one', () => {
    const session = open({ properties: { speed: { low: 5, high: 5, combine: 'product' } } });
    fireEvent.keyDown(screen.getByRole('slider'), { key: 'ArrowDown', shiftKey: true });
    expect(session.commit.mock.lastCall![0]).toMatchObject([{ changed: { properties: { speed: { low: 4, high: 4 } } } }]);
  });

  it('says where the air follows something else', () => {
    open({ blows: { kind: 'pointer' } });
    expect(screen.getByText(/follows its pointer/)).toBeTruthy();
  });
});

describe('the buttons of a relief layer', () => {
  const lift = { id: 'l', kind: 'raise', name: 'Lift', hidden: false, properties: {} };
  const open = (part: object = {}, view: object = { lowered: -4.23, raised: 1.3 }) => {
    const session = sessionOf(recipeOf({ layers: [{ ...lift, ...part }] }), { manifest: { layers: [{ id: 'l', ...view }] } as unknown as Manifest });
    showIn(
      session,
      <>
        <ResultButtons layer={session.recipe.layers[0]!} />
        <ReliefButtons layer={session.recipe.layers[0]!} />
      </>,
    );
    return session;
  };

  it('say what it lowers and raises, and show that in the view', async () => {
    open();
    const difference = screen.getByRole('button', { name: 'Difference of Lift' });
    expect(difference.textContent).toBe('−4.2 … +1.3 m');
    await userEvent.click(difference);
    expect(theView().selection.getState()).toMatchObject({ layer: 'l', property: 'difference', values: true });
  });

  it('switch it off and look at it alone', async () => {
    const session = open();
    await userEvent.click(screen.getByRole('switch', { name: 'Lift shapes the ground' }));
    expect(session.commit.mock.lastCall![0]).toMatchObject([{ kind: 'set-layer', changed: { id: 'l', hidden: true } }]);
    await userEvent.click(screen.getByRole('button', { name: 'Look at Lift alone' }));
    expect(theView().selection.getState().alone).toBe('l');
    cleanup();
    open({ hidden: true });
    expect(screen.getByRole('button', { name: 'Difference of Lift' }).textContent).toBe('off');
  });
});
