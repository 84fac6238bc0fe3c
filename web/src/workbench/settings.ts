import { kindOf } from './layerKinds';
import type { AllKinds, Description, Layer, PropertyDescription, SettingDescription } from '../api/types';

/** A source, step, layer or plant as its form sees it: settings by name. */
export type Settings = Record<string, unknown>;

export function describe(list: Description[], kind: string): Description | undefined {
  return list.find((each) => each.name === kind);
}

const WEIGHT = 'weight-';

/** The rows of a layer on the board; of a cover one weight for each variant that it has. */
export function rowsOf(kinds: AllKinds, layer: Layer): PropertyDescription[] {
  const rows = kindOf(kinds, layer)?.properties ?? [];
  const pattern = rows.find((each) => each.name.startsWith(WEIGHT));
  if (!pattern) return rows;
  const weights = Object.keys(layer.properties ?? {}).filter((name) => name.startsWith(WEIGHT));
  return [...rows.filter((each) => !each.name.startsWith(WEIGHT)), ...weights.map((name) => ({ ...pattern, name, title: name.replace('-', ' '), help: pattern.help.replace('variant 1', name.replace(WEIGHT, 'variant ')) }))];
}

/** What a new thing refers to, where it has to refer to something. */
export interface First {
  falloff?: string;
  place?: string;
  layer?: string;
  picture?: string;
  prop?: string;
}

/** A new source, step or plant with the defaults that its description gives; references take the first that fits. */
export function withDefaults(description: Description, first: First): Settings {
  const settings: Settings = { kind: description.name };
  for (const setting of description.settings) settings[setting.name] = defaultOf(setting, first);
  return settings;
}

function defaultOf(setting: SettingDescription, first: First): unknown {
  if (setting.type === 'falloff') return first.falloff ?? '';
  if (setting.type === 'place') return first.place ?? '';
  if (setting.type === 'layer') return first.layer ?? '';
  if (setting.type === 'prop') return first.prop ?? '';
  if (setting.type === 'picture') return first.picture ?? '';
  if (['choice', 'text', 'colour'].includes(setting.type)) return setting.byDefault === '""' ? '' : setting.byDefault;
  if (setting.type === 'mesh') return '';
  return setting.byDefault === '' ? setting.min : (JSON.parse(setting.byDefault) as unknown);
}
