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

/** Metres of the longer side of the site that descriptions are made for, and how far off another may be before lengths go with it; as the core has it for layers. */
const USUAL = 160;
const NEARLY = 3;

/** How many times as long as described lengths begin in a site, and as their sliders reach. */
export function timesOf({ ground }: { ground: { width: number; depth?: number | null } }): number {
  const times = Math.max(ground.width, ground.depth ?? 0) / USUAL;
  return times > 1 / NEARLY && times < NEARLY ? 1 : times;
}

/** Two digits of a length that is so many times as long. */
export function sized(metres: number, times: number): number {
  return times === 1 ? metres : Number((metres * times).toPrecision(2));
}

/** The same for a setting of a unit: lengths go with the site, areas with its square, all else not at all. */
export function timesFor(unit: string, times: number): number {
  return unit === 'm' ? times : unit === 'm²' ? times * times : 1;
}

/** Whether a setting means something with the others as they are. */
export function matters(setting: SettingDescription, settings: Settings): boolean {
  const [other, word] = setting.when?.split('=') ?? [];
  return !other || settings[other] === word;
}

/** A new source, step or plant with the defaults that its description gives; references take the first that fits. */
export function withDefaults(description: Description, first: First, times = 1): Settings {
  const settings: Settings = { kind: description.name };
  for (const setting of description.settings) {
    const value = defaultOf(setting, first);
    settings[setting.name] = typeof value === 'number' ? grown(value, timesFor(setting.unit, times), setting) : value;
  }
  return settings;
}

function grown(value: number, times: number, { min, max }: SettingDescription): number {
  return times === 1 ? value : Math.max(min, Math.min(max, sized(value, times)));
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
