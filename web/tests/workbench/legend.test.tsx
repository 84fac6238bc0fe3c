// @vitest-environment jsdom
import { cleanup, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it } from 'vitest';
import type { Manifest } from '../../src/api/types';
import { Histogram, valuesSaid } from '../../src/workbench/Histogram';
import { Legend } from '../../src/workbench/Legend';
import { eachAnew, recipeOf, sessionOf, showIn, theView } from './fakeSession';

const summary = (part: object = {}) => ({ min: 0, max: 1, mean: 0.5, covered: 0.42, histogram: [0.5, 0.25, 0.25], ...part });

eachAnew({ falloff: 'shore', shows: 'falloff' });

describe('the legend', () => {
  const open = (shown: object, part: object = {}) =>
    showIn(sessionOf(recipeOf(), { manifest: { falloffs: [{}], layers: [], shown: { title: 'Shore', unit: '', low: 0, high: 1, summary: summary(), seen: 'the ground', signed: false, ...shown }, ...part } as unknown as Manifest }), <Legend />);

  it('names what is shown, its scale and how much of the ground is above the middle', () => {
    open({ title: 'Grass: density', unit: '/m²', high: 8, summary: summary({ max: 7.5 }) });
    const legend = screen.getByRole('region', { name: 'Legend' });
    expect(legend.textContent).toBe('Grass: density042 % above 48 /m²least 0greatest 7.5');
  });

  it('says where the moment and the ground are others', () => {
    theView().selection.setState({ time: 1.25, comparing: true });
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
    theView().selection.setState({ values: true });
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
    theView().selection.setState({ falloff: '' });
    open({});
    expect(screen.queryByRole('region')).toBeNull();
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
