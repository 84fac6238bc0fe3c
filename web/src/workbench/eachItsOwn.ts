import type { Edit, Recipe, Source } from '../api/types';
import { freeName, freshId } from '../view/selection';

/** The falloff that has a value of its own for each plant: the site's, or the edit that makes one. */
export function eachItsOwn(recipe: Recipe): { id: string; edits: Edit[] } {
  const known = recipe.falloffs.find((each) => each.source.kind === 'random');
  if (known) return { id: known.id, edits: [] };
  const id = freshId('f');
  const name = freeName('Each its own', recipe.falloffs.map((each) => each.name));
  const source = { kind: 'random', seed: 1, per: 'plant' } as Source;
  return { id, edits: [{ kind: 'add-falloff', added: { id, name, source, steps: [], limits: [] }, index: recipe.falloffs.length }] };
}
