import type { Recipe } from '../api/types';

/** A new layer that moves: its name, what it refers to, the row to begin with, and what to say of it. */
interface Made {
  name: string;
  settings: Record<string, unknown>;
  row: string;
  note: string;
}

/** A new wind, sway, push or grains for what is chosen, or in words what has to be there first. */
export function moving(kind: string, recipe: Recipe, chosen: { layer: string; prop: string }): Made | string {
  const { layers, props } = recipe;
  const wind = layers.find((each) => each.kind === 'wind' && each.id === chosen.layer) ?? layers.find((each) => each.kind === 'wind');
  if (kind === 'wind') {
    return { name: 'Wind', settings: {}, row: 'wind', note: 'The wind blows: its gusts are on the ground. Turn it by the rose; a sway lets plants bend in it.' };
  }
  if (kind === 'grains') {
    const cover = layers.find((each) => each.kind === 'cover' && each.id === chosen.layer);
    const on = cover ?? layers.find((each) => each.kind === 'cover' && layers.some((sway) => sway.kind === 'sway' && sway.cover === each.id));
    return {
      name: on ? `Grains on ${on.name}` : 'Grains',
      settings: { carrier: on ? { kind: 'plants', of: on.id } : { kind: 'ground' } },
      row: 'mask',
      note: on ? `Grains stick to ${on.name}, coloured by their speed.` : 'Grains lie on the ground.',
    };
  }
  if (!wind) return 'It moves in a wind: add a wind first, with + layer.';
  if (kind === 'sway') {
    const still = layers.filter((each) => each.kind === 'cover' && !layers.some((sway) => sway.kind === 'sway' && sway.cover === each.id));
    const cover = still.find((each) => each.id === chosen.layer) ?? still[0];
    if (!cover) return layers.some((each) => each.kind === 'cover') ? 'Every cover sways already; change its sway, or copy one to others.' : 'It lets the plants of a cover bend: make a cover first.';
    return { name: `Sway of ${cover.name}`, settings: { wind: wind.id, cover: cover.id }, row: 'bend', note: `${cover.name} bends in ${wind.name}.` };
  }
  const prop = props.find((each) => each.id === chosen.prop) ?? props.find((each) => each.shape.kind === 'banner') ?? props[0];
  if (!prop) return 'It pushes the surface of a prop: put one up with + prop first, a banner for instance.';
  return { name: `Waves in ${prop.name}`, settings: { wind: wind.id, prop: prop.id }, row: 'strength', note: `Waves run through ${prop.name}. Let a falloff drive its mask, so that one end is held.` };
}
