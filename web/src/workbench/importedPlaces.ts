import type { Edit, Place, Recipe } from '../api/types';
import { useNotes } from '../parts/notes';
import { withUnit } from '../parts/numbers';
import { freeName, freshId } from '../view/selection';

/** Places that were read from a file, ready to be put into a site. */
export interface Imported {
  places: Place[];
  edits: Edit[];
  /** What is said of them. */
  said: string;
  /** Edits that move them, all together, to the middle of the site; none where at least one lies on the ground. */
  centred: Edit[];
}

/** x, y, z */
const pointsOf = (place: Place): number[][] => (place.kind === 'point' ? [place.at] : place.points);

function shifted(place: Place, x: number, z: number): Place {
  const move = ([px, py, pz]: number[]) => [px! - x, py!, pz! - z];
  return place.kind === 'point' ? { ...place, at: move(place.at) } : { ...place, points: place.points.map(move) };
}

/** @param ground its size in metres, the origin in its middle */
export function importedPlaces(read: Place[], recipe: Recipe, ground: { width: number; depth: number }): Imported {
  const taken = recipe.places.map((each) => each.name);
  const places = read.map((place) => {
    const name = freeName(place.name, taken);
    taken.push(name);
    return { ...place, id: freshId('p'), name };
  });
  const put = (list: Place[]): Edit[] => list.map((place) => ({ kind: 'set-place', place }));
  const what = places.length === 1 ? places[0]!.name : `${places.length} places`;
  const all = places.flatMap(pointsOf);
  const bounds = (axis: 0 | 2) => [Math.min(...all.map((point) => point[axis]!)), Math.max(...all.map((point) => point[axis]!))] as const;
  const [west, east] = bounds(0);
  const [north, south] = bounds(2);
  const [halfWidth, halfDepth] = [ground.width / 2, ground.depth / 2];
  const outside = west > halfWidth || east < -halfWidth || north > halfDepth || south < -halfDepth;
  if (!outside) return { places, edits: put(places), said: `${what} ${places.length === 1 ? 'is' : 'are'} imported.`, centred: [] };
  const away = [
    east < -halfWidth ? `${withUnit(Math.round(-halfWidth - east), 'm')} west` : west > halfWidth ? `${withUnit(Math.round(west - halfWidth), 'm')} east` : '',
    south < -halfDepth ? `${withUnit(Math.round(-halfDepth - south), 'm')} north` : north > halfDepth ? `${withUnit(Math.round(north - halfDepth), 'm')} south` : '',
  ].filter((text) => text !== '');
  return {
    places,
    edits: put(places),
    said: `${what} ${places.length === 1 ? 'lies' : 'lie'} outside the site: ${away.join(' and ')} of its border.`,
    centred: put(places.map((place) => shifted(place, (west + east) / 2, (north + south) / 2))),
  };
}

/** Puts places into the site; where they lie outside it, says so and offers to move them to its middle. */
export function putPlaces(read: Place[], recipe: Recipe, commit: (edits: Edit[], undoNote?: string) => void): void {
  const made = importedPlaces(read, recipe, { width: recipe.ground.width, depth: recipe.ground.depth ?? recipe.ground.width });
  commit(made.edits, made.centred.length === 0 ? made.said : undefined);
  if (made.centred.length > 0) {
    useNotes.getState().say(made.said, { action: { label: 'Move to the middle', run: () => commit(made.centred) } });
  }
}
