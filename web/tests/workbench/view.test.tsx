// @vitest-environment jsdom
import { cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { api } from '../../src/api/client';
import type { AllKinds, Edit, Falloff, Manifest, StageView } from '../../src/api/types';
import { useNotes } from '../../src/parts/notes';
import type { Viewport } from '../../src/view3d/Viewport';
import { AimField } from '../../src/workbench/AimField';
import { BrushBar } from '../../src/workbench/BrushBar';
import { HandBar } from '../../src/workbench/HandBar';
import { Handles } from '../../src/workbench/Handles';
import { Histogram, valuesSaid } from '../../src/workbench/Histogram';
import { Legend } from '../../src/workbench/Legend';
import { ReliefButtons } from '../../src/workbench/ReliefButtons';
import { ResultCard } from '../../src/workbench/ResultCard';
import { useSelection } from '../../src/workbench/selection';
import type { Handle } from '../../src/workbench/sourceHandles';
import { StepStrip } from '../../src/workbench/StepStrip';
import { WhyHere } from '../../src/workbench/WhyHere';
import { WindRose } from '../../src/workbench/WindRose';
import { recipeOf, sessionOf, showIn } from './fakeSession';

const summary = (part: object = {}) => ({ min: 0, max: 1, mean: 0.5, covered: 0.42, histogram: [0.5, 0.25, 0.25], ...part });
const falloff = (part: object = {}) => ({ id: 'shore', name: 'Shore', source: { kind: 'height', low: 0, high: 4 }, steps: [], limits: [], ...part }) as unknown as Falloff;

beforeEach(() => {
  useNotes.setState({ notes: [] });
  useSelection.setState({ falloff: 'shore', stage: -1, layer: '', property: '', shows: 'falloff', values: false, look: 'grey', levels: '10', time: 0, painting: false, comparing: false, asked: null, hand: null, alone: '', brush: { radius: 4, strength: 0.8, softness: 0.5, remove: false } });
});
afterEach(() => {
  cleanup();
  vi.restoreAllMocks();
});

describe('the legend', () => {
  const open = (shown: object, part: object = {}) =>
    showIn(sessionOf(recipeOf(), { manifest: { falloffs: [{}], layers: [], shown: { title: 'Shore', unit: '', low: 0, high: 1, summary: summary(), seen: 'the ground', signed: false, ...shown }, ...part } as unknown as Manifest }), <Legend />);

  it('names what is shown, its scale and how much of the ground is above the middle', () => {
    open({ title: 'Grass: density', unit: '/m²', high: 8, summary: summary({ max: 7.5 }) });
    const legend = screen.getByRole('region', { name: 'Legend' });
    expect(legend.textContent).toBe('Grass: density042 % above 48 /m²least 0greatest 7.5');
  });

  it('says where the moment and the ground are others', () => {
    useSelection.setState({ time: 1.25, comparing: true });
    open({ seen: 'the ground below Rain' });
    expect(screen.getByText('at 1.25 s')).toBeTruthy();
    expect(screen.getByText('before the step')).toBeTruthy();
    expect(screen.getByText('on the ground below Rain')).toBeTruthy();
  });

  it('marks what leaves the scale', () => {
    open({ summary: summary({ min: -0.5 }) });
    expect(screen.getByText('below 0')).toBeTruthy();
    cleanup();
    open({});
    expect(screen.queryByText('below 0')).toBeNull();
  });

  it('speaks of lowered and raised where a scale runs both ways', () => {
    open({ signed: true, low: -2, high: 2, unit: 'm' });
    expect(screen.getByText('lowered, raised')).toBeTruthy();
  });

  it('offers bands with levels of one’s own in the values view', async () => {
    useSelection.setState({ values: true });
    open({});
    await userEvent.click(screen.getByRole('button', { name: 'Bands' }));
    const levels = screen.getByLabelText(/^Levels/);
    await userEvent.clear(levels);
    await userEvent.type(levels, '0.2 0.5');
    expect(document.querySelectorAll('.tick')).toHaveLength(2);
  });

  it('is not there before anything is, nor for what was computed before the first falloff', () => {
    open({}, { falloffs: [] });
    expect(screen.queryByRole('region')).toBeNull();
    cleanup();
    useSelection.setState({ falloff: '' });
    open({});
    expect(screen.queryByRole('region')).toBeNull();
  });
});

describe('what comes out of a falloff', () => {
  const view = { stage: 0, title: 'Height', picture: 'abc', summary: summary() } as unknown as StageView;
  const recipe = recipeOf({
    falloffs: [falloff(), falloff({ id: 'wet', name: 'Wet', source: { kind: 'noise', seed: 4 } })],
    drives: [{ layer: 'g', property: 'density', falloff: 'shore', curve: [] }, { layer: 'g', property: 'length', falloff: 'shore', curve: [] }, { layer: 'g', property: 'length', falloff: 'wet', curve: [] }],
  });
  const open = (which = 0, shown: StageView | undefined = view, part: object = {}) => {
    const session = sessionOf(recipe, part);
    showIn(session, <ResultCard falloff={recipe.falloffs[which]!} view={shown} />);
    return session;
  };

  it('says what it drives from the site itself, also while nothing is computed', () => {
    open(0, undefined);
    expect(screen.getByText('drives 2 cells')).toBeTruthy();
    cleanup();
    open(1, undefined);
    expect(screen.getByText('drives 1 cell')).toBeTruthy();
  });

  it('says how much it covers, and aims at another share', async () => {
    const aim = vi.spyOn(api, 'aim').mockResolvedValue({ edits: [], text: 'It covers 60 %.', met: true } as never);
    open();
    expect(document.querySelector('.pictures')!.textContent).toContain('covers 42 %');
    const cover = screen.getByLabelText('cover, in %');
    await userEvent.clear(cover);
    await userEvent.type(cover, '60 %{Enter}');
    await waitFor(() => expect(aim).toHaveBeenCalledWith('tarn', { base: 3, falloff: 'shore', share: 0.6, layer: '', plants: 0 }));
  });

  it('has a value for each plant rather than a share where its source says so', () => {
    open(0, view, { manifest: { falloffs: [{ id: 'shore', perPlant: true, stages: [] }], layers: [] } as unknown as Manifest });
    expect(screen.getByText(/a value/)).toBeTruthy();
    expect(screen.queryByLabelText('cover, in %')).toBeNull();
  });

  it('is doubled beside itself with ids and a seed of its own', async () => {
    const session = open(1);
    await userEvent.click(screen.getByRole('button', { name: 'Wet: more' }));
    await userEvent.click(screen.getByText('Duplicate'));
    const [edit] = session.commit.mock.lastCall![0] as Edit[];
    expect(edit).toMatchObject({ kind: 'add-falloff', index: 2, added: { name: 'Wet 2', source: { kind: 'noise', seed: 5 } } });
    expect(useSelection.getState().falloff).toBe((edit as unknown as { added: Falloff }).added.id);
  });

  it('is moved, and deleted with words about what goes along', async () => {
    const session = open();
    await userEvent.click(screen.getByRole('button', { name: 'Shore: more' }));
    await userEvent.click(screen.getByText('Move column right'));
    expect(session.commit.mock.lastCall![0]).toEqual([{ kind: 'move-falloff', falloff: 'shore', index: 1 }]);
    await userEvent.click(screen.getByText('Delete'));
    expect(session.commit.mock.lastCall).toEqual([[{ kind: 'remove-falloff', falloff: 'shore' }], 'Deleted Shore, its 2 drives and the steps that used it.']);
    expect(useSelection.getState().falloff).toBe('wet');
  });
});

describe('bars of values', () => {
  it('cut the tall bar of a mostly empty falloff so that the others can be read', () => {
    const { container } = showIn(sessionOf(recipeOf()), <Histogram summary={summary({ histogram: [0.97, 0.02, 0, 0.01] }) as never} />);
    expect([...container.querySelectorAll('rect')].map((bar) => Number(bar.getAttribute('height')))).toEqual([56, 14, 7]);
  });

  it('are said in words for those who do not see them', () => {
    expect(valuesSaid(summary({ min: -0.25, max: 1.5 }) as never)).toBe('values from −0.25 to 1.5');
    expect(valuesSaid(undefined)).toBe('counting');
  });
});

describe('the strip of steps', () => {
  const kinds = { sources: [{ name: 'height', title: 'Height', settings: [] }], steps: [{ name: 'invert', title: 'Invert', settings: [] }], layerProperties: [{ kind: 'cover', properties: [{ name: 'density', title: 'density' }] }], shapes: [], layers: [] } as unknown as AllKinds;
  const steps = [{ id: 'a', kind: 'invert', skipped: false }, { id: 'b', kind: 'invert', skipped: false }];
  const open = (part: object = {}) => {
    const session = sessionOf(recipeOf({ falloffs: [falloff({ steps })], layers: [{ id: 'g', kind: 'cover', name: 'Grass', properties: { density: {} } }], ...part }), { kinds });
    showIn(session, <StepStrip />);
    return session;
  };

  it('says what a falloff is where there is none', () => {
    open({ falloffs: [] });
    expect(screen.getByText(/A falloff is a number from 0 to 1/)).toBeTruthy();
  });

  it('says that the chosen row is not driven by it', () => {
    useSelection.setState({ shows: 'property', layer: 'g', property: 'density' });
    open();
    expect(document.querySelector('.strip-label')!.textContent).toBe('Steps of Shore, which does not drive density of Grass');
    cleanup();
    open({ drives: [{ layer: 'g', property: 'density', falloff: 'shore', curve: [] }] });
    expect(document.querySelector('.strip-label')!.textContent).toBe('Steps of Shore');
  });

  it('moves, doubles and deletes a step', async () => {
    const session = open();
    const [first, second] = screen.getAllByRole('button', { name: 'Invert: more' });
    await userEvent.click(first!);
    await userEvent.click(screen.getAllByText('Duplicate')[0]!);
    const [edit] = session.commit.mock.lastCall![0] as unknown as { kind: string; index: number; step: { id: string } }[];
    expect(edit).toMatchObject({ kind: 'add-step', index: 1 });
    expect(['a', 'b']).not.toContain(edit!.step.id);
    fireEvent.keyDown(screen.getAllByRole('button', { name: /^Show Invert in the view/ })[1]!, { key: 'ArrowLeft', altKey: true });
    expect(session.commit.mock.lastCall![0]).toEqual([{ kind: 'move-step', falloff: 'shore', step: 'b', index: 0 }]);
    await userEvent.click(second!);
    await userEvent.click(screen.getAllByText('Delete')[1]!);
    expect(session.commit.mock.lastCall).toEqual([[{ kind: 'remove-step', falloff: 'shore', step: 'b' }], 'Deleted a step of Shore.']);
  });
});

describe('a wanted outcome', () => {
  const solved = { edits: [{ kind: 'set-step' }], text: 'Moss covers 30 %.', met: true };
  const open = () => {
    const session = sessionOf(recipeOf());
    showIn(session, <AimField label="cover" unit="%" now={12} wish={(number) => ({ falloff: 'f', share: number / 100, layer: '', plants: 0 })} />);
    return session;
  };
  const ask = async (text: string) => {
    const field = screen.getByLabelText('cover, in %');
    await userEvent.clear(field);
    await userEvent.type(field, `${text}{Enter}`);
  };

  it('is one change, said with what came of it and how to take it back', async () => {
    vi.spyOn(api, 'aim').mockResolvedValue(solved as never);
    const session = open();
    await ask('30');
    await waitFor(() => expect(session.commit).toHaveBeenCalledWith(solved.edits));
    const note = useNotes.getState().notes.at(-1)!;
    expect(note).toMatchObject({ text: 'Moss covers 30 %.', bad: false, action: { label: 'Undo' } });
    note.action!.run();
    expect(session.undo).toHaveBeenCalled();
  });

  it('says as a warning what could not be met, and in red why nothing was done', async () => {
    const aim = vi.spyOn(api, 'aim').mockResolvedValue({ ...solved, met: false } as never);
    const session = open();
    await ask('99,5');
    await waitFor(() => expect(useNotes.getState().notes.at(-1)).toMatchObject({ bad: true }));
    expect(aim.mock.lastCall![1]).toMatchObject({ share: 0.995 });
    session.commit.mockClear();
    aim.mockRejectedValue(new Error('A share lies between 0 and 100 %.'));
    await ask('-5');
    await waitFor(() => expect(useNotes.getState().notes.at(-1)?.text).toBe('A share lies between 0 and 100 %.'));
    expect(session.commit).not.toHaveBeenCalled();
  });

  it('leaves what is no number as it was', async () => {
    const aim = vi.spyOn(api, 'aim');
    open();
    await ask('most');
    expect(aim).not.toHaveBeenCalled();
    expect((screen.getByLabelText('cover, in %') as HTMLInputElement).value).toBe('12');
  });
});

describe('tools in the hand', () => {
  it('the brush has its size, adds or takes away, and clears', async () => {
    const brush = falloff({ source: { kind: 'brush', strokes: [{}, {}] } });
    const session = sessionOf(recipeOf());
    showIn(session, <BrushBar falloff={brush} reach={2} />);
    expect(screen.getByText(/^2 strokes/)).toBeTruthy();
    await userEvent.click(screen.getByRole('button', { name: 'Paint' }));
    expect(useSelection.getState()).toMatchObject({ painting: true, values: true });
    expect(screen.getByText(/^Drag over the ground/)).toBeTruthy();
    await userEvent.click(screen.getByRole('button', { name: 'Adds' }));
    expect(useSelection.getState().brush).toMatchObject({ remove: true, radius: 4 });
    await userEvent.click(screen.getByRole('button', { name: 'Clear' }));
    expect(session.commit.mock.lastCall).toEqual([[{ kind: 'set-source', falloff: 'shore', source: { kind: 'brush', strokes: [] } }], 'All strokes are taken away.']);
  });

  it('there is no brush for another source', () => {
    const { container } = showIn(sessionOf(recipeOf()), <BrushBar falloff={falloff()} />);
    expect(container.textContent).toBe('');
  });

  it('single plants are placed and removed in the chosen cover', async () => {
    useSelection.setState({ layer: 'g', hand: 'place' });
    const session = sessionOf(recipeOf({ layers: [{ id: 'g', kind: 'cover', name: 'Grass', placed: [1, 2, 3], removed: ['x'] }] }));
    showIn(session, <HandBar />);
    expect(screen.getByTestId('by-hand').textContent).toBe('3 placed, 1 removed');
    expect(screen.queryByLabelText('radius, typed')).toBeNull();
    await userEvent.click(screen.getByRole('button', { name: 'Remove' }));
    const radius = screen.getByLabelText('radius, typed');
    await userEvent.clear(radius);
    await userEvent.type(radius, '5 cm{Enter}');
    expect(useSelection.getState().handRadius).toBe(0.05);
    await userEvent.click(screen.getByRole('button', { name: 'Bring back' }));
    expect(session.commit.mock.lastCall).toEqual([[{ kind: 'restore-plants', layer: 'g' }], 'The removed plants stand again.']);
    await userEvent.click(screen.getByRole('button', { name: 'Put the hand away' }));
    expect(useSelection.getState().hand).toBeNull();
  });
});

describe('handles over the picture', () => {
  const moved = vi.fn((metres: number) => ({ kind: 'height', low: 0, high: 4 + metres }) as never);
  const handle = { id: 'high', label: 'High end', text: '4 m', at: [0, 4, 0], axis: [0, 1, 0], moved } as unknown as Handle;
  /** A picture in which a metre up is 20 pixels up. */
  const viewport = { drawnAt: ([x, y]: number[]) => ({ left: 100 + 20 * x!, top: 300 - 20 * y! }), onLook: () => undefined } as unknown as Viewport;
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
    useSelection.setState({ layer: 'w' });
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
    showIn(session, <ReliefButtons layer={session.recipe.layers[0]!} />);
    return session;
  };

  it('say what it lowers and raises, and show that in the view', async () => {
    open();
    const difference = screen.getByRole('button', { name: 'Difference that Lift makes' });
    expect(difference.textContent).toBe('−4.2 … +1.3 m');
    await userEvent.click(difference);
    expect(useSelection.getState()).toMatchObject({ layer: 'l', property: 'difference', values: true });
  });

  it('switch it off and look at it alone', async () => {
    const session = open();
    await userEvent.click(screen.getByRole('switch', { name: 'Lift shapes the ground' }));
    expect(session.commit.mock.lastCall![0]).toMatchObject([{ kind: 'set-layer', changed: { id: 'l', hidden: true } }]);
    await userEvent.click(screen.getByRole('button', { name: 'Look at Lift alone' }));
    expect(useSelection.getState().alone).toBe('l');
    cleanup();
    open({ hidden: true });
    expect(screen.getByRole('button', { name: 'Difference that Lift makes' }).textContent).toBe('off');
  });
});

describe('why here', () => {
  const layers = [{ id: 'g', kind: 'cover', name: 'Grass', properties: { density: {}, length: {} } }];
  const factor = { falloff: 'shore', name: 'Shore', reading: '3.2 m high', response: 0.25, marked: true, without: 6, stages: [{ title: 'Height', value: 0.8, skipped: false }, { title: 'Invert', value: 0.2, skipped: true }] };
  const answer = (part: object = {}) => ({ why: { factors: [factor], value: 1.5, unit: '/m²', y: 3.25, ...part }, slope: 12.4, plant: '', others: [] });
  const open = (recipe = recipeOf({ layers })) => showIn(sessionOf(recipe), <WhyHere />);

  it('lists what each falloff gives, and on a click how that came about', async () => {
    useSelection.setState({ asked: { x: 12.25, z: -4 } as never, layer: 'g', property: 'density' });
    const why = vi.spyOn(api, 'why').mockResolvedValue(answer() as never);
    open();
    const row = await screen.findByRole('button', { name: /Shore, 3.2 m high/ });
    expect(row.textContent).toBe('Shore, 3.2 m high0.25');
    expect(why.mock.lastCall).toMatchObject(['tarn', { base: 3, layer: 'g', property: 'density', x: 12.25, z: -4 }]);
    expect(screen.getByText('1.5 /m²')).toBeTruthy();
    expect(screen.getByText('ground slopes 12°, 3.25 m high')).toBeTruthy();
    await userEvent.click(row);
    expect(screen.getByText(/Invert/).textContent).toBe('Invert (skipped)');
    expect(screen.getByText('Without it density would be 6 /m².')).toBeTruthy();
    await userEvent.click(screen.getByRole('button', { name: 'Close' }));
    expect(useSelection.getState().asked).toBeNull();
  });

  it('asks for a property that the layer has', async () => {
    useSelection.setState({ asked: { x: 0, z: 0 } as never, layer: 'g', property: 'difference' });
    const why = vi.spyOn(api, 'why').mockResolvedValue(answer({ factors: [] }) as never);
    open();
    expect(await screen.findByText(/Nothing drives it/)).toBeTruthy();
    expect(why.mock.lastCall![1]).toMatchObject({ property: 'density' });
  });

  it('says so where there is nothing to explain', () => {
    useSelection.setState({ asked: { x: 0, z: 0 } as never });
    open(recipeOf());
    expect(screen.getByText(/There is no layer yet/)).toBeTruthy();
  });
});
