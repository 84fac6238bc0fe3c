import { useQuery } from '@tanstack/react-query';
import { api, whenStopped } from '../api/client';
import type { ReadingsView } from '../api/types';
import { hasTool } from '../workbench/layerKinds';
import { useSession } from '../workbench/session';
import { useSelection } from '../view/view';

/** The chosen layer's numbers over time, null where it has none. */
export function useReadings(): { readings: ReadingsView | null; takes: string; error: string; layer: string } {
  const { site, recipe, kinds, edits } = useSession();
  const { layer: chosen, time } = useSelection('layer', 'time');
  const layer = recipe.layers.find((each) => each.id === chosen);
  const has = layer !== undefined && !layer.hidden && hasTool(kinds, layer, 'readings');
  const wish = { base: site.revision, edits, layer: chosen, time };
  const key = [site.id, site.revision, edits, chosen, time];
  const asked = { enabled: has, retry: whenStopped, retryDelay: 100, staleTime: Infinity };
  const told = useQuery({ queryKey: ['readings', ...key], queryFn: () => api.readings(site.id, wish), placeholderData: (before: ReadingsView | undefined) => before, ...asked });
  const takes = useQuery({ queryKey: ['takes', ...key], queryFn: () => api.takes(site.id, wish), ...asked });
  return { readings: has ? (told.data ?? null) : null, takes: (has && takes.data?.words) || '', error: (has && told.error?.message) || '', layer: has ? layer.name : '' };
}

/** The value of a line at a second: of the moment before it. */
export function valueAt(seconds: number[], values: number[], at: number): number {
  let low = 0;
  let high = seconds.length - 1;
  while (low < high) {
    const middle = Math.ceil((low + high) / 2);
    if (seconds[middle]! <= at) low = middle;
    else high = middle - 1;
  }
  return values[low] ?? NaN;
}

/** The way as the picture's lines take it. */
export function wayOf(readings: ReadingsView | null): [number, number, number][] {
  const numbers = readings?.way ?? [];
  return Array.from({ length: Math.floor(numbers.length / 3) }, (_, i) => [numbers[3 * i]!, numbers[3 * i + 1]!, numbers[3 * i + 2]!] as [number, number, number]);
}
