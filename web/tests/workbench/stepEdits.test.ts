import { expect, it } from 'vitest';
import type { AllKinds, Falloff, Step } from '../../src/api/types';
import { stepEdits } from '../../src/workbench/stepEdits';

const kinds = { steps: [{ name: 'clamp', settings: [{ name: 'lowest', type: 'number', byDefault: '0' }, { name: 'highest', type: 'number', byDefault: '1' }] }] } as unknown as AllKinds;
const falloff = (...steps: string[]) => ({ id: 'f', steps: steps.map((kind) => ({ kind })) }) as unknown as Falloff;
const step = (kind: string) => ({ id: 's', kind }) as unknown as Step;

it('a window does not leave 0 to 1: a clamp comes with it', () => {
  const edits = stepEdits(kinds, falloff('invert'), step('window'), 1);
  expect(edits).toMatchObject([
    { kind: 'add-step', index: 1, step: { kind: 'window' } },
    { kind: 'add-step', index: 2, step: { kind: 'clamp', lowest: 0, highest: 1, skipped: false } },
  ]);
});

it('but not where one stands behind it already, nor with any other step', () => {
  expect(stepEdits(kinds, falloff('clamp'), step('window'), 0)).toHaveLength(1);
  expect(stepEdits(kinds, falloff(), step('invert'), 0)).toHaveLength(1);
});
