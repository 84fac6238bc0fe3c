// @vitest-environment jsdom
import { cleanup, fireEvent, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import type { Manifest } from '../../src/api/types';
import { CourseBar } from '../../src/workbench/CourseBar';
import { recipeOf, sessionOf, showIn, theView } from './fakeSession';

const rain = { id: 'rain', kind: 'rain-erosion', name: 'Rain', hidden: false, properties: {} };
const open = (part: object = {}, steps = 14) =>
  showIn(sessionOf(recipeOf({ layers: [{ ...rain, ...part }] }), { manifest: { layers: [{ id: 'rain', courseSteps: steps }] } as unknown as Manifest }), <CourseBar />);

beforeEach(() => theView().selection.setState({ layer: 'rain', course: null }));
afterEach(cleanup);

describe('the course of a relief layer', () => {
  it('is looked at step by step, and left again', async () => {
    open();
    expect(screen.getByText(/step 14 of 14/)).toBeTruthy();
    expect(screen.queryByRole('button')).toBeNull();
    fireEvent.change(screen.getByRole('slider'), { target: { value: '7' } });
    expect(theView().selection.getState().course).toBe(7);
    expect(screen.getByText(/step 7 of 14/)).toBeTruthy();
    await userEvent.click(screen.getByRole('button', { name: 'Back to the finished ground' }));
    expect(theView().selection.getState().course).toBeNull();
  });

  it('ends when another layer is chosen, and stays for another row of the same', () => {
    theView().selection.setState({ course: 3 });
    theView().selection.getState().chooseProperty('rain', 'softness');
    expect(theView().selection.getState().course).toBe(3);
    theView().selection.getState().chooseProperty('hills', 'amplitude');
    expect(theView().selection.getState().course).toBeNull();
  });

  it('is offered only where there is one', () => {
    open({}, 0);
    expect(screen.queryByRole('slider')).toBeNull();
    cleanup();
    open({ hidden: true });
    expect(screen.queryByRole('slider')).toBeNull();
  });
});
