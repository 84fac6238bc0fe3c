import type { AllKinds, Layer } from '../api/types';
import { familyOf } from './layerKinds';

/** Layers that belong together on the board. */
export interface Family {
  key: string;
  title: string;
  layers: Layer[];
}

/** Kept in the nursery, not on the board. */
const KEPT = 'plant';

/** With more layers than this, each family has a row of its own that folds it. */
const FOLDED_FROM = 12;

/** The layers of a site as the board lists them, by the families of their kinds; plants of the nursery are no layers here. Families without a layer are left out. */
export function families(kinds: AllKinds, layers: Layer[]): Family[] {
  return kinds.families
    .filter((family) => family.name !== KEPT)
    .map((family) => ({ key: family.name, title: family.title, layers: layers.filter((layer) => familyOf(kinds, layer) === family.name) }))
    .filter((family) => family.layers.length > 0);
}

/** Whether a kind of layer is made on the board, and not in the nursery. */
export function onBoard(kinds: AllKinds, kind: string): boolean {
  return kinds.layerKinds.find((each) => each.kind === kind)?.family !== KEPT;
}

/** Whether a family has a row of its own: the ground always, the others where there are many layers. */
export function hasRow(family: Family, all: Family[]): boolean {
  return family.key === 'relief' || all.reduce((sum, each) => sum + each.layers.length, 0) > FOLDED_FROM;
}

/** Only the layers whose name holds the words; all where none does, as then something else was searched for. */
export function matching(all: Family[], words: string): Family[] {
  const wanted = words.trim().toLowerCase();
  const found = all.map((family) => ({ ...family, layers: family.layers.filter((layer) => layer.name.toLowerCase().includes(wanted)) })).filter((family) => family.layers.length > 0);
  return wanted === '' || found.length === 0 ? all : found;
}

/** "one relief layer", "3 covers"; what a family's row says beside its name. */
export function sizeOf(family: Family): string {
  if (family.key === 'relief') return family.layers.length === 1 ? 'one relief layer' : `${family.layers.length} relief layers, lowest first`;
  return family.layers.length === 1 ? 'one layer' : `${family.layers.length} layers`;
}
