import type { Edit, Falloff, Layer, Recipe } from '../api/types';

/**
 * A recipe with changes that are not saved yet, as far as the page can tell what the server will make of them: what sets or names
 * something. So the next change is built on what waits, and a form shows what was typed.
 */
export function applied(recipe: Recipe, edits: Edit[]): Recipe {
  return edits.reduce(one, recipe);
}

function one(recipe: Recipe, edit: Edit): Recipe {
  switch (edit.kind) {
    case 'set-source':
      return falloff(recipe, edit.falloff, (each) => ({ ...each, source: edit.source }));
    case 'rename-falloff':
      return falloff(recipe, edit.falloff, (each) => ({ ...each, name: edit.name }));
    case 'set-step':
      return falloff(recipe, edit.falloff, (each) => ({ ...each, steps: each.steps.map((step) => (step.id === edit.step.id ? edit.step : step)) }));
    case 'set-layer':
      return layer(recipe, edit.changed.id, () => edit.changed);
    case 'rename-layer':
      return layer(recipe, edit.layer, (each) => ({ ...each, name: edit.name }));
    case 'set-property':
      return layer(recipe, edit.layer, (each) => ({ ...each, properties: { ...each.properties, [edit.property]: edit.range } }) as Layer);
    case 'set-drive':
      return { ...recipe, drives: replaced(recipe.drives, edit.drive, (each) => each.layer === edit.drive.layer && each.property === edit.drive.property && each.falloff === edit.drive.falloff) };
    case 'remove-drive':
      return { ...recipe, drives: recipe.drives.filter((each) => !(each.layer === edit.layer && each.property === edit.property && each.falloff === edit.falloff)) };
    case 'set-place':
      return { ...recipe, places: replaced(recipe.places, edit.place, (each) => each.id === edit.place.id) };
    case 'set-prop':
      return { ...recipe, props: replaced(recipe.props, edit.prop, (each) => each.id === edit.prop.id) };
    case 'set-keys':
      return { ...recipe, clock: { ...recipe.clock, tracks: replaced(recipe.clock.tracks, edit.track, (each) => each.of === edit.track.of && each.id === edit.track.id && each.setting === edit.track.setting) } };
    case 'rename-site':
      return { ...recipe, name: edit.name };
    case 'set-ground':
      return { ...recipe, ground: edit.ground };
    case 'set-clock':
      return { ...recipe, clock: edit.clock };
    case 'set-limits':
      return { ...recipe, limits: edit.limits };
    default:
      return recipe;
  }
}

function falloff(recipe: Recipe, id: string, change: (falloff: Falloff) => Falloff): Recipe {
  return { ...recipe, falloffs: recipe.falloffs.map((each) => (each.id === id ? change(each) : each)) };
}

function layer(recipe: Recipe, id: string, change: (layer: Layer) => Layer): Recipe {
  return { ...recipe, layers: recipe.layers.map((each) => (each.id === id ? change(each) : each)) };
}

/** In the place of the one that it replaces, or at the end. */
function replaced<T>(all: T[], wanted: T, same: (each: T) => boolean): T[] {
  return all.some(same) ? all.map((each) => (same(each) ? wanted : each)) : [...all, wanted];
}
