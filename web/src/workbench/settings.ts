import type { Description, SettingDescription } from '../api/types';

/** A source, step, layer or plant as its form sees it: settings by name. */
export type Settings = Record<string, unknown>;

export function describe(list: Description[], kind: string): Description | undefined {
  return list.find((each) => each.name === kind);
}

/** A new source, step or plant with the defaults that its description gives; references take the first that fits. */
export function withDefaults(description: Description, first: { falloff?: string; place?: string }): Settings {
  const settings: Settings = { kind: description.name };
  for (const setting of description.settings) settings[setting.name] = defaultOf(setting, first);
  return settings;
}

function defaultOf(setting: SettingDescription, first: { falloff?: string; place?: string }): unknown {
  if (setting.type === 'falloff') return first.falloff ?? '';
  if (setting.type === 'place') return first.place ?? '';
  if (['choice', 'text', 'colour'].includes(setting.type)) return setting.byDefault;
  return setting.byDefault === '' ? setting.min : (JSON.parse(setting.byDefault) as unknown);
}
