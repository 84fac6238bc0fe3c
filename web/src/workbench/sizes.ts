import type { AllKinds, Edit, Layer, PropertyRange } from '../api/types';
import { kindOf } from './layerKinds';
import { describe, type Settings } from './settings';

export type Cover = Extract<Layer, { kind: 'cover' }>;

const SIZES = ['length', 'width'] as const;
/** Plants stand at up to their own size, the smallest at this share of it. */
const SMALLEST = 0.7;

/** The ends that suit a plant made by its own settings. */
function ownEnds(metres: number): PropertyRange {
  return { low: Number((SMALLEST * metres).toPrecision(4)), high: metres, combine: 'product' };
}

function metresOf(kinds: AllKinds, plant: Settings, size: (typeof SIZES)[number]): number | undefined {
  const given = plant[size] ?? describe(kinds.plants, plant.kind as string)?.settings.find((setting) => setting.name === size)?.byDefault;
  const metres = Number(given);
  return Number.isFinite(metres) && metres > 0 ? metres : undefined;
}

const alike = (one: PropertyRange, low: number, high: number) => Math.abs(one.low - low) < 1e-9 && Math.abs(one.high - high) < 1e-9;

/**
 * What a cover's length and width become when it is planted with another kind: the new kind's own sizes.
 *
 * @returns the edits, none where they fit already, and whether the old sizes were nobody's choice: those of a fresh cover, or the
 *     old kind's own
 */
export function resized(kinds: AllKinds, cover: Cover, to: Settings): { edits: Edit[]; untouched: boolean } {
  const fresh = kindOf(kinds, cover)?.properties ?? [];
  const edits: Edit[] = [];
  let untouched = true;
  for (const size of SIZES) {
    const now = cover.properties[size];
    const next = metresOf(kinds, to, size);
    if (!now || next === undefined) continue;
    const ends = ownEnds(next);
    if (alike(now, ends.low, ends.high)) continue;
    const old = metresOf(kinds, cover.plant as unknown as Settings, size);
    const first = fresh.find((each) => each.name === size);
    const isFresh = first !== undefined && alike(now, first.low, first.high);
    const isOld = old !== undefined && alike(now, ownEnds(old).low, ownEnds(old).high);
    untouched &&= isFresh || isOld;
    edits.push({ kind: 'set-property', layer: cover.id, property: size, range: { ...ends, combine: now.combine } });
  }
  return { edits, untouched };
}
