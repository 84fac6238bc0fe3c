// @vitest-environment jsdom
import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it, vi } from 'vitest';
import { WholeSeason } from '../../src/almanac/WholeSeason';
import { api } from '../../src/api/client';
import { Readings } from '../../src/readings/Readings';
import { valueAt, wayOf } from '../../src/readings/useReadings';
import { settles } from '../../src/workbench/motion';
import { ResultButtons } from '../../src/workbench/ResultButtons';
import { WhyHere } from '../../src/workbench/WhyHere';
import { eachAnew, kindsOf, layerKind, recipeOf, sessionOf, showIn, theView } from './fakeSession';

vi.mock('../../src/readings/LineChart', () => ({ default: ({ label, onGoTo }: { label: string; onGoTo: (second: number) => void }) => <button onClick={() => onGoTo(1.234)}>{label}</button> }));

eachAnew({ falloff: '', shows: 'property' });

const result = (name: string, signed = false) => ({ name, title: name, help: `What ${name} is`, unit: 'm', signed });
const kinds = kindsOf({
  layerKinds: [
    layerKind('roll', 'snow', { tools: ['moves', 'readings'], results: [result('groove'), result('change', true)] }),
    layerKind('snow', 'snow', { tools: ['readings'], results: [result('depth'), result('fallen'), result('melted'), result('slid', true)] }),
    layerKind('press', 'snow', { tools: ['settles'] }),
    layerKind('cover', 'cover'),
  ],
});
const ball = { id: 'ball', kind: 'roll', name: 'Ball', hidden: false, properties: {} };
const snow = { id: 'snow', kind: 'snow', name: 'Snow', hidden: false, properties: {}, sky: { kind: 'almanac', almanac: 'alm' } };
const told = { unit: 's', seconds: [0, 1, 2], lines: [{ title: 'speed', unit: 'm/s', values: [4, 3, 2] }, { title: 'touches', unit: '', values: [1, 0, 1] }], way: [0, 1, 2, 3, 4, 5] };

describe('numbers over time', () => {
  it('stand under one another with the value of now; a click goes to its second', async () => {
    theView().selection.setState({ layer: 'ball', time: 1.5 });
    vi.spyOn(api, 'readings').mockResolvedValue(told);
    vi.spyOn(api, 'takes').mockResolvedValue({ words: 'At most 480 steps.' });
    showIn(sessionOf(recipeOf({ layers: [ball] }), { kinds }), <Readings />);
    const line = await screen.findByRole('button', { name: 'speed from 2 to 4 m/s' });
    expect(screen.getByText('3 m/s')).toBeTruthy();
    expect(screen.getByText('0')).toBeTruthy();
    expect(await screen.findByText('At most 480 steps.')).toBeTruthy();
    await userEvent.click(line);
    expect(theView().selection.getState().time).toBe(1.23);
  });

  it('are not asked for of a layer that gives none', () => {
    theView().selection.setState({ layer: 'g' });
    const asked = vi.spyOn(api, 'readings').mockResolvedValue(told);
    showIn(sessionOf(recipeOf({ layers: [{ id: 'g', kind: 'cover', name: 'Grass', properties: {} }] }), { kinds }), <Readings />);
    expect(screen.queryByLabelText(/numbers over time/)).toBeNull();
    expect(asked).not.toHaveBeenCalled();
  });

  it('are held from one moment to the next, and before the first and after the last', () => {
    expect([-1, 0, 0.9, 1, 7].map((at) => valueAt(told.seconds, told.lines[0]!.values, at))).toEqual([4, 4, 4, 3, 2]);
    expect(valueAt([], [], 1)).toBeNaN();
    expect(wayOf(told)).toEqual([[0, 1, 2], [3, 4, 5]]);
    expect(wayOf(null)).toEqual([]);
  });

  it('a site in which something settles can be played', () => {
    expect(settles(kinds, recipeOf({ layers: [ball] }))).toBe(true);
    expect(settles(kinds, recipeOf({ layers: [{ ...ball, kind: 'press' }] }))).toBe(true);
    expect(settles(kinds, recipeOf({ layers: [{ ...ball, hidden: true }, { ...ball, kind: 'cover' }] }))).toBe(false);
  });
});

describe('results beside a layer', () => {
  it('of many the first is a button and the others are in a menu; what is shown stands first', async () => {
    showIn(sessionOf(recipeOf({ layers: [snow] }), { kinds }), <ResultButtons layer={snow as never} />);
    expect(screen.getByRole('button', { name: 'Depth of Snow' })).toBeTruthy();
    await userEvent.click(screen.getByRole('button', { name: '3 more of Snow' }));
    await userEvent.click(screen.getByRole('button', { name: 'melted' }));
    expect(theView().selection.getState()).toMatchObject({ layer: 'snow', property: 'melted', values: true });
    expect(screen.getByRole('button', { name: 'Melted of Snow' }).getAttribute('aria-pressed')).toBe('true');
  });

  it('of two both are buttons, by their names', () => {
    showIn(sessionOf(recipeOf({ layers: [ball] }), { kinds }), <ResultButtons layer={ball as never} />);
    expect(screen.getAllByRole('button').map((each) => each.textContent)).toEqual(['groove', 'change']);
  });
});

describe('why a depth is what it is', () => {
  it('names its parts, and what has pressed it since', async () => {
    theView().selection.setState({ asked: { x: 0, z: 0, plant: -1 } as never, layer: 'snow', property: 'depth', time: 3 });
    const parts = [
      { title: 'fallen', value: 0.2, since: false },
      { title: 'melted', value: -0.05, since: false },
      { title: 'pressed by Boots', value: -0.04, since: true },
    ];
    const why = vi.spyOn(api, 'why').mockResolvedValue({ why: { factors: [], parts, value: 0.15, unit: 'm', y: 2 }, slope: 3, plant: '', others: [] } as never);
    showIn(sessionOf(recipeOf({ layers: [snow] }), { kinds }), <WhyHere />);
    expect((await screen.findByText('fallen')).parentElement!.textContent).toBe('fallen+20 cm');
    expect(screen.getByText('melted').parentElement!.textContent).toBe('melted−5 cm');
    expect(screen.getByText('pressed by Boots').parentElement!.textContent).toBe('pressed by Boots−4 cm');
    expect(screen.queryByText(/The layer makes it/)).toBeNull();
    expect(why.mock.lastCall![1]).toMatchObject({ time: 3 });
  });
});

describe('the whole season', () => {
  it('is worked out for each snow that follows the almanac, and can be stopped', async () => {
    let done: (value: typeof told) => void = () => undefined;
    const asked = vi.spyOn(api, 'readings').mockImplementation(() => new Promise((resolve) => (done = resolve)));
    vi.spyOn(api, 'doing').mockResolvedValue({ text: 'snow, hour 12', kinds: [] });
    showIn(sessionOf(recipeOf({ layers: [snow, { ...snow, id: 'other', sky: { kind: 'steady' } }] }), { kinds }), <WholeSeason almanac="alm" last={9} />);
    await userEvent.click(screen.getByRole('button', { name: /every hour/ }));
    expect(asked).toHaveBeenCalledOnce();
    expect(asked.mock.lastCall![1]).toMatchObject({ layer: 'snow', time: 9 });
    expect(await screen.findByText(/snow, hour 12/)).toBeTruthy();
    await userEvent.click(screen.getByRole('button', { name: 'Stop' }));
    expect(asked.mock.lastCall![2]!.aborted).toBe(true);
    await userEvent.click(screen.getByRole('button', { name: /every hour/ }));
    done(told);
    expect(await screen.findByText('The snow of every hour is kept.')).toBeTruthy();
  });

  it('is not offered where no snow follows it', () => {
    const { container } = showIn(sessionOf(recipeOf({ layers: [snow] }), { kinds }), <WholeSeason almanac="other" last={9} />);
    expect(container.textContent).toBe('');
  });
});
