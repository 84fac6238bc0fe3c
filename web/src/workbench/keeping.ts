import type { AllKinds, Edit, Layer, Place, Recipe, Source } from '../api/types';
import { STRAIGHT } from '../parts/curve';
import { describe, withDefaults } from './settings';
import { freeName, freshId } from '../view/selection';

type Area = Extract<Place, { kind: 'area' }>;

/** Metres over which a cover ends at an area: one, or a tenth of the shorter side of a smaller area. */
export function edgeOf(area: Area): number {
  const side = (axis: 0 | 2) => {
    const along = area.points.map((point) => point[axis]!);
    return Math.max(...along) - Math.min(...along);
  };
  return Math.min(1, Number((Math.min(side(0), side(2)) / 10).toPrecision(2)));
}

/** Keeps a cover out of an area, or within it, with a soft edge: a falloff by distance that drives its density. */
function fenced(recipe: Recipe, kinds: AllKinds, cover: Layer, area: Area, out: boolean): { edits: Edit[]; falloff: string } {
  const id = freshId('f');
  const name = freeName(`${out ? 'Out of' : 'Within'} ${area.name}`, recipe.falloffs.map((each) => each.name));
  const source = { ...withDefaults(describe(kinds.sources, 'distance')!, { place: area.id }), near: 0, far: edgeOf(area), within: 'filled' } as unknown as Source;
  const steps = out ? [{ kind: 'invert' as const, id: freshId('s'), skipped: false }] : [];
  return {
    edits: [
      { kind: 'add-falloff', added: { id, name, source, steps, limits: [] }, index: recipe.falloffs.length },
      { kind: 'set-drive', drive: { layer: cover.id, property: 'density', falloff: id, curve: STRAIGHT } },
    ],
    falloff: id,
  };
}

export type Keeping = 'anywhere' | 'out' | 'within';

/** How a cover keeps to an area: by a falloff that {@link fenced} made, or one set up like it by hand. */
export function keeping(recipe: Recipe, cover: Layer, area: Place): { how: Keeping; falloff: string } {
  for (const drive of recipe.drives) {
    if (drive.layer !== cover.id || drive.property !== 'density') continue;
    const falloff = recipe.falloffs.find((each) => each.id === drive.falloff);
    if (falloff?.source.kind !== 'distance' || falloff.source.place !== area.id || falloff.source.within !== 'filled') continue;
    const inverts = falloff.steps.filter((step) => step.kind === 'invert' && !step.skipped).length;
    return { how: inverts % 2 === 1 ? 'out' : 'within', falloff: falloff.id };
  }
  return { how: 'anywhere', falloff: '' };
}

/** Lets a cover keep to an area in another way; a falloff that nothing else uses goes with its drive. */
export function kept(recipe: Recipe, kinds: AllKinds, cover: Layer, area: Area, how: Keeping): { edits: Edit[]; falloff: string } {
  const before = keeping(recipe, cover, area);
  const edits: Edit[] = [];
  if (before.how !== 'anywhere') {
    const drives = recipe.drives.filter((each) => each.falloff === before.falloff).length;
    const used = recipe.falloffs.some((each) => each.steps.some((step) => 'falloff' in step && step.falloff === before.falloff));
    edits.push(drives === 1 && !used ? { kind: 'remove-falloff', falloff: before.falloff } : { kind: 'remove-drive', layer: cover.id, property: 'density', falloff: before.falloff });
  }
  if (how === 'anywhere') return { edits, falloff: '' };
  const made = fenced(recipe, kinds, cover, area, how === 'out');
  return { edits: [...edits, ...made.edits], falloff: made.falloff };
}
