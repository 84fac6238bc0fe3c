import type { Edit, Falloff, Layer, Recipe } from '../api/types';
import { freeName, freshId } from './selection';

type Cover = Extract<Layer, { kind: 'cover' }>;

const UNCHANGED = 'Nothing had to be adapted.';

/** Edits of the other site, and what had to be adapted, in words. */
export interface Adapted {
  edits: Edit[];
  notes: string[];
  /** From the ids of copied falloffs to their ids there. */
  ids: Map<string, string>;
}

/** A layer with its drives and the falloffs that drive it; a cover brings the nursery's plant and the path along that it needs. */
export function adaptedLayer(from: Recipe, layer: Layer, to: Recipe): Adapted {
  const plant = layer.kind === 'cover' && layer.plant.kind === 'kept' ? from.layers.find((each) => each.id === (layer.plant as { plant: string }).plant) : undefined;
  const known = plant && to.layers.find((each) => each.kind === 'plant' && each.name === plant.name);
  const copied = plant && !known ? [plant, layer] : [layer];
  const drives = from.drives.filter((each) => copied.some((one) => one.id === each.layer));
  const driving = from.falloffs.filter((each) => drives.some((drive) => drive.falloff === each.id));
  const { edits, notes, ids } = adapted(from, driving, to);
  const fresh = new Map(copied.map((each) => [each.id, freshId('l')]));
  const taken = to.layers.map((each) => each.name);
  const said = notes.filter((note) => note !== UNCHANGED);
  const layers: Edit[] = copied.map((each) => {
    const name = freeName(each.name, taken);
    taken.push(name);
    const placed = each.kind === 'cover' ? planted(from, each, to, edits, said, known?.id ?? fresh.get(plant?.id ?? '')) : each;
    return { kind: 'add-layer', added: { ...placed, id: fresh.get(each.id)!, name } };
  });
  if (plant && !known) said.push(`The plant ${plant.name} was copied into its nursery.`);
  const copies: Edit[] = drives.map((drive) => ({ kind: 'set-drive', drive: { ...drive, layer: fresh.get(drive.layer)!, falloff: ids.get(drive.falloff)! } }));
  return { edits: [...edits, ...layers, ...copies], notes: said.length > 0 ? [...new Set(said)] : [UNCHANGED], ids };
}

/** A cover as it can stand in another site: its plant, what it stands on and the path it follows are found again there. */
function planted(from: Recipe, cover: Cover, to: Recipe, edits: Edit[], notes: string[], plant: string | undefined): Cover {
  let { bed, pattern } = cover;
  if (bed.kind === 'prop') {
    const { on } = bed;
    const prop = from.props.find((each) => each.id === on);
    const same = to.props.find((each) => each.name === prop?.name);
    bed = same ? { kind: 'prop', on: same.id } : { kind: 'ground' };
    notes.push(same ? `It stands on ${same.name} of that site.` : `That site has no ${prop?.name ?? 'such prop'}, so ${cover.name} stands on the ground there.`);
  }
  if (pattern.kind === 'along-path') {
    const { along } = pattern;
    const place = from.places.find((each) => each.id === along);
    const same = to.places.find((each) => each.name === place?.name);
    const id = same?.id ?? freshId('p');
    if (place && !same) {
      edits.push({ kind: 'set-place', place: { ...place, id } });
      notes.push(`The place ${place.name} was copied along, at the same metres.`);
    }
    pattern = { ...pattern, along: id };
  }
  const own = cover.plant.kind === 'kept' && plant ? { ...cover.plant, plant } : cover.plant;
  return { ...cover, bed, pattern, plant: own, removed: [], placed: [] };
}

/** Falloffs and those they use under fresh ids; places that are missing come along, layers that are read are found again. */
export function adapted(from: Recipe, falloffs: Falloff[], to: Recipe): Adapted {
  const notes: string[] = [];
  const edits: Edit[] = [];
  const ids = new Map<string, string>();
  const names = to.falloffs.map((each) => each.name);
  const places = new Map<string, string>();
  const placeOf = (id: string): string => {
    const place = from.places.find((each) => each.id === id);
    if (!place) return id;
    const same = to.places.find((each) => each.name === place.name);
    if (same) {
      notes.push(`It measures from ${same.name} of that site.`);
      return same.id;
    }
    if (!places.has(id)) {
      places.set(id, freshId('p'));
      edits.push({ kind: 'set-place', place: { ...place, id: places.get(id)! } });
      notes.push(`The place ${place.name} was copied along, at the same metres.`);
    }
    return places.get(id)!;
  };
  const copy = (each: Falloff): string => {
    const known = ids.get(each.id);
    if (known) return known;
    const id = freshId('f');
    ids.set(each.id, id);
    const used = (other: string) => {
      const found = from.falloffs.find((one) => one.id === other);
      return found ? copy(found) : other;
    };
    const steps = each.steps.map((step) => ('falloff' in step ? { ...step, falloff: used(step.falloff) } : step));
    const limits = each.limits.map((limit) => ({ ...limit, by: used(limit.by) }));
    let source = each.source;
    if (source.kind === 'distance') source = { ...source, place: placeOf(source.place) };
    if (source.kind === 'plants-near' || source.kind === 'layer-result') {
      const layer = from.layers.find((one) => one.id === (source as { layer: string }).layer);
      const same = to.layers.find((one) => one.kind === 'cover' && one.name === layer?.name) ?? to.layers.find((one) => one.kind === 'cover');
      if (!same) throw new Error(`${each.name} reads the layer ${layer?.name ?? ''}, and that site has no cover. Make one there first.`);
      notes.push(`${each.name} now reads the layer ${same.name}.`);
      source = { ...source, layer: same.id };
    }
    const name = freeName(each.name, names);
    if (name !== each.name) notes.push(`${each.name} is called ${name} there, as the name was taken.`);
    names.push(name);
    edits.push({ kind: 'add-falloff', added: { ...each, id, name, source, steps, limits }, index: to.falloffs.length + ids.size });
    return id;
  };
  falloffs.forEach(copy);
  if (notes.length === 0) notes.push(UNCHANGED);
  return { edits, notes: [...new Set(notes)], ids };
}
