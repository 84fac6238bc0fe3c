import type { Layer } from '../api/types';
import { isRelief } from './ReliefButtons';

/** Layers that belong together on the board. */
export interface Family {
  key: string;
  title: string;
  layers: Layer[];
}

const MOVING = ['wind', 'sway', 'push', 'grains'];

/** With more layers than this, each family has a row of its own that folds it. */
const FOLDED_FROM = 12;

/**
 * The layers of a site as the board lists them: what shapes the ground, what stands on it, what moves, what colours it; plants of
 * the nursery are no layers here. Families without a layer are left out.
 */
export function families(layers: Layer[]): Family[] {
  const all = [
    { key: 'ground', title: 'The ground', layers: layers.filter(isRelief) },
    { key: 'covers', title: 'What grows', layers: layers.filter((layer) => layer.kind === 'cover') },
    { key: 'motion', title: 'What moves', layers: layers.filter((layer) => MOVING.includes(layer.kind)) },
    { key: 'colours', title: 'Colours', layers: layers.filter((layer) => layer.kind === 'tint') },
  ];
  return all.filter((family) => family.layers.length > 0);
}

/** Whether a family has a row of its own: the ground always, the others where there are many layers. */
export function hasRow(family: Family, all: Family[]): boolean {
  return family.key === 'ground' || all.reduce((sum, each) => sum + each.layers.length, 0) > FOLDED_FROM;
}

/** Only the layers whose name holds the words; all where none does, as then something else was searched for. */
export function matching(all: Family[], words: string): Family[] {
  const wanted = words.trim().toLowerCase();
  const found = all.map((family) => ({ ...family, layers: family.layers.filter((layer) => layer.name.toLowerCase().includes(wanted)) })).filter((family) => family.layers.length > 0);
  return wanted === '' || found.length === 0 ? all : found;
}

/** "one relief layer", "3 covers"; what a family's row says beside its name. */
export function sizeOf(family: Family): string {
  if (family.key === 'ground') return family.layers.length === 1 ? 'one relief layer' : `${family.layers.length} relief layers, lowest first`;
  return family.layers.length === 1 ? 'one layer' : `${family.layers.length} layers`;
}
