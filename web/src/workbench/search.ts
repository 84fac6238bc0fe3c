import type { AllKinds, Recipe, SiteLine } from '../api/types';
import { onBoard } from './families';
import { rowsOf } from './settings';

/** What is done with something that was found. */
export type Way =
  | { kind: 'page'; to: string }
  | { kind: 'falloff'; id: string; stage: number }
  | { kind: 'row'; layer: string; property: string }
  | { kind: 'prop'; id: string }
  | { kind: 'add'; layer: string };

/** Something that can be found. */
export interface Entry {
  title: string;
  /** What sort of thing it is, and where it stands. */
  of: string;
  /** What it is for; it is searched too. */
  words: string;
  way: Way;
}

const PAGES: [string, string, string][] = [
  ['', 'Workbench', 'rules, picture and clock'],
  ['/nursery', 'Nursery', 'plants, growth, bend'],
  ['/roster', 'Roster', 'every plant in a table'],
  ['/yard', 'Yard', 'props and grounds, size, bounds, mesh check'],
  ['/almanac', 'Almanac', 'season and weather'],
  ['/trials', 'Trials', 'a number tried at several values'],
  ['/compare', 'Side by side', 'two states, what differs'],
  ['/history', 'History', 'every change, as pictures; bring back'],
  ['/handover', 'Hand over', 'files, formats, masks, meshes'],
];

/** Everything that the search knows, the site's own things first. */
export function entriesOf(site: string, recipe: Recipe, kinds: AllKinds, sites: SiteLine[]): Entry[] {
  const layers = recipe.layers.filter((layer) => onBoard(kinds, layer.kind));
  return [
    ...recipe.falloffs.map((each): Entry => ({ title: each.name, of: 'falloff', words: kinds.sources.find((kind) => kind.name === each.source.kind)?.title ?? '', way: { kind: 'falloff', id: each.id, stage: -1 } })),
    ...layers.map((layer): Entry => ({ title: layer.name, of: 'layer', words: kinds.layers.find((kind) => kind.name === layer.kind)?.title ?? '', way: { kind: 'row', layer: layer.id, property: rowsOf(kinds, layer)[0]?.name ?? '' } })),
    ...layers.flatMap((layer) => rowsOf(kinds, layer).map((row): Entry => ({ title: `${layer.name}: ${row.title}`, of: 'row of the board', words: row.help, way: { kind: 'row', layer: layer.id, property: row.name } }))),
    ...recipe.falloffs.flatMap((each) =>
      each.steps.map((step, k): Entry => {
        const kind = kinds.steps.find((known) => known.name === step.kind);
        return { title: `${each.name}: ${kind?.title ?? step.kind}`, of: 'step', words: kind?.help ?? '', way: { kind: 'falloff', id: each.id, stage: k + 1 } };
      }),
    ),
    ...recipe.props.map((prop): Entry => ({ title: prop.name, of: 'prop', words: '', way: { kind: 'prop', id: prop.id } })),
    ...PAGES.map(([to, title, words]): Entry => ({ title, of: 'page of this site', words, way: { kind: 'page', to: `/sites/${site}${to}` } })),
    ...kinds.layers.filter((kind) => onBoard(kinds, kind.name)).map((kind): Entry => ({ title: kind.title, of: 'new layer', words: kind.help, way: { kind: 'add', layer: kind.name } })),
    ...sites.filter((each) => each.id !== site).map((each): Entry => ({ title: each.name, of: 'site', words: '', way: { kind: 'page', to: `/sites/${each.id}` } })),
  ];
}

/** How well an entry meets all words of a text: 0 not at all, more the earlier they stand. */
export function meets(entry: Entry, text: string): number {
  const title = entry.title.toLowerCase();
  const all = `${title} ${entry.of} ${entry.words}`.toLowerCase();
  let sum = 0;
  for (const word of text.toLowerCase().split(/\s+/).filter((each) => each !== '')) {
    const at = title.indexOf(word);
    if (at === 0) sum += 8;
    else if (at > 0 && /[^\p{L}\p{N}]/u.test(title[at - 1]!)) sum += 4;
    else if (at > 0) sum += 2;
    else if (all.includes(word)) sum += 1;
    else return 0;
  }
  return sum;
}

/** The best of them; the first of the site's own things where nothing is written yet. */
export function found(entries: Entry[], text: string, most: number): Entry[] {
  if (text.trim() === '') return entries.slice(0, most);
  return entries
    .map((entry, order) => ({ entry, order, sum: meets(entry, text) }))
    .filter(({ sum }) => sum > 0)
    .sort((a, b) => b.sum - a.sum || a.entry.title.length - b.entry.title.length || a.order - b.order)
    .slice(0, most)
    .map(({ entry }) => entry);
}
