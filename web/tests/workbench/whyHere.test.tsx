// @vitest-environment jsdom
import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it, vi } from 'vitest';
import { api } from '../../src/api/client';
import { WhyHere } from '../../src/workbench/WhyHere';
import { eachAnew, recipeOf, sessionOf, showIn, theView } from './fakeSession';

eachAnew({ falloff: 'shore', shows: 'falloff' });

describe('why here', () => {
  const layers = [{ id: 'g', kind: 'cover', name: 'Grass', properties: { density: {}, length: {} } }];
  const factor = { falloff: 'shore', name: 'Shore', reading: '3.2 m high', response: 0.25, marked: true, without: 6, stages: [{ title: 'Height', value: 0.8, skipped: false }, { title: 'Invert', value: 0.2, skipped: true }] };
  const answer = (part: object = {}) => ({ why: { factors: [factor], value: 1.5, unit: '/m²', y: 3.25, ...part }, slope: 12.4, plant: '', others: [] });
  const open = (recipe = recipeOf({ layers })) => showIn(sessionOf(recipe), <WhyHere />);

  it('lists what each falloff gives, and on a click how that came about', async () => {
    theView().selection.setState({ asked: { x: 12.25, z: -4 } as never, layer: 'g', property: 'density' });
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
    expect(theView().selection.getState().asked).toBeNull();
  });

  it('asks for a property that the layer has', async () => {
    theView().selection.setState({ asked: { x: 0, z: 0 } as never, layer: 'g', property: 'difference' });
    const why = vi.spyOn(api, 'why').mockResolvedValue(answer({ factors: [] }) as never);
    open();
    expect(await screen.findByText(/Nothing drives it/)).toBeTruthy();
    expect(why.mock.lastCall![1]).toMatchObject({ property: 'density' });
  });

  it('says so where there is nothing to explain', () => {
    theView().selection.setState({ asked: { x: 0, z: 0 } as never });
    open(recipeOf());
    expect(screen.getByText(/There is no layer yet/)).toBeTruthy();
  });
});
