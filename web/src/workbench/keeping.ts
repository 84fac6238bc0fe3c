import type { AllKinds, Edit, Layer, Place, Recipe, Source } from '../api/types';
import { STRAIGHT } from '../parts/curve';
import { freeName, freshId } from './selection';
import { describe, withDefaults } from './settings';

/** Keeps a cover out of an area, or within it, with a soft edge of a metre: a falloff by distance that drives its density. */
export function kept(recipe: Recipe, kinds: AllKinds, cover: Layer, area: Place, out: boolean): { edits: Edit[]; falloff: string } {
  const id = freshId('f');
  const name = freeName(`${out ? 'Out of' : 'Within'} ${area.name}`, recipe.falloffs.map((each) => each.name));
  const source = { ...withDefaults(describe(kinds.sources, 'distance')!, { place: area.id }), near: 0, far: 1, within: 'filled' } as unknown as Source;
  const steps = out ? [{ kind: 'invert' as const, id: freshId('s'), skipped: false }] : [];
  return {
    edits: [
      { kind: 'add-falloff', added: { id, name, source, steps, limits: [] }, index: recipe.falloffs.length },
      { kind: 'set-drive', drive: { layer: cover.id, property: 'density', falloff: id, curve: STRAIGHT } },
    ],
    falloff: id,
  };
}
