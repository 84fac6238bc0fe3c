import type { AllKinds, FieldDescription, Layer, LayerKind } from '../api/types';

/** What the server says of a layer's kind; nothing of one that it does not know. */
export function kindOf(kinds: AllKinds, layer: Layer): LayerKind | undefined {
  return kinds.layerKinds.find((each) => each.kind === layer.kind);
}

export function familyOf(kinds: AllKinds, layer: Layer): string {
  return kindOf(kinds, layer)?.family ?? '';
}

/** Whether a layer shapes the ground. */
export function isRelief(kinds: AllKinds, layer: Layer): boolean {
  return familyOf(kinds, layer) === 'relief';
}

/** Whether plants of a layer stand somewhere. */
export function isCover(kinds: AllKinds, layer: Layer): boolean {
  return familyOf(kinds, layer) === 'cover';
}

/** Whether the page offers something besides rows and settings for a layer. */
export function hasTool(kinds: AllKinds, layer: Layer, tool: string): boolean {
  return kindOf(kinds, layer)?.tools.includes(tool) ?? false;
}

/** Whether a layer sways the plants of a cover. */
export function isSway(kinds: AllKinds, layer: Layer): layer is Extract<Layer, { cover: string; wind: string }> {
  return hasTool(kinds, layer, 'spread');
}

/** The covers that plant one of the nursery's plants. */
export function planting(kinds: AllKinds, layers: Layer[], plant: string): Layer[] {
  return layers.filter((each) => isCover(kinds, each) && 'plant' in each && (each.plant as { plant?: string }).plant === plant);
}

/** What a layer computes besides its properties. */
export function resultsOf(kinds: AllKinds, layer: Layer): FieldDescription[] {
  return kindOf(kinds, layer)?.results ?? [];
}

/** Whether a name is a result of a layer and not one of its rows. */
export function isResult(kinds: AllKinds, layer: Layer | undefined, name: string): boolean {
  return layer !== undefined && resultsOf(kinds, layer).some((each) => each.name === name);
}
