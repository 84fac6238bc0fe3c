import type { Edit, StateView } from '../api/types';

/** One side of a comparison as the address has it: a site, a revision or "now", a second of the clock. */
export interface Side {
  site: string;
  /** null for now. */
  revision: number | null;
  time: number;
  /** Edits that are tried and not saved. */
  edits: Edit[];
}

/** `12`, `now`, `now@3.5`, `12@0:SITE`: revision, second and another site. @param own the site that the page is of */
export function sideOf(text: string | null, own: string): Side {
  const match = /^(now|\d+)(?:@(-?[\d.]+))?(?::([\w-]+))?$/.exec(text ?? 'now');
  const [, revision, time, site] = match ?? [null, 'now', undefined, undefined];
  return { site: site ?? own, revision: revision === 'now' || revision === undefined ? null : Number(revision), time: Number(time ?? 0), edits: [] };
}

export function wordOf(side: Side, own: string): string {
  const time = side.time === 0 && side.site === own ? '' : `@${side.time}`;
  return `${side.revision ?? 'now'}${time}${side.site === own ? '' : `:${side.site}`}`;
}

/** @param newest revision of the site of that side */
export function stateOf(side: Side, newest: number): StateView {
  return { site: side.site, revision: side.revision ?? newest, edits: side.edits, time: side.time };
}
