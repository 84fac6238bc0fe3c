import type { AllKinds, Edit, Falloff, Step } from '../api/types';
import { withDefaults } from './settings';
import { freshId } from '../view/selection';

/** Puts a step in; behind a window also a clamp, as values leave 0..1 beyond its ends, unless one stands there. */
export function stepEdits(kinds: AllKinds, falloff: Falloff, step: Step, index: number): Edit[] {
  const edits: Edit[] = [{ kind: 'add-step', falloff: falloff.id, step, index }];
  const clamp = kinds.steps.find((each) => each.name === 'clamp');
  if (step.kind === 'window' && clamp && falloff.steps[index]?.kind !== 'clamp') {
    edits.push({ kind: 'add-step', falloff: falloff.id, step: { id: freshId('s'), skipped: false, ...withDefaults(clamp, {}) } as unknown as Step, index: index + 1 });
  }
  return edits;
}
