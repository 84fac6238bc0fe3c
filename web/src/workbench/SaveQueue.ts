import { api, Problem } from '../api/client';
import type { Edit, Site } from '../api/types';

/** One change that is to be saved. */
export interface Change {
  what: 'edit' | 'undo' | 'redo';
  edits: Edit[];
  /** Revision that it was made on. */
  base: number;
  /** It was sent once and nobody answered, so it may be saved or not. */
  tried: boolean;
  /** The revision that it has become; none while it waits. */
  savedAs: number | null;
}

interface Hooks {
  /** The site as the server has it now. */
  now: (site: Site) => void;
  /** A change was not taken. */
  refused: (error: unknown) => void;
  /** The server is back after it was away. */
  back: () => void;
}

export interface Waiting {
  changes: readonly Change[];
  /** The server does not answer. */
  away: boolean;
}

/** Milliseconds between tries while the server is away. */
const RETRY = 2000;

/**
 * Saves changes one after the other, each built on the one before. While the server does not answer they wait, also over a reload
 * of the page, and are sent again by themselves.
 */
export class SaveQueue {
  private state: Waiting;
  private readonly listeners = new Set<() => void>();
  private readonly key: string;
  private head = 0;
  private running = false;
  private timer = 0;
  private ended = false;
  private readonly after = new Map<Change, () => void>();

  constructor(
    private readonly site: string,
    private readonly hooks: Hooks,
    private readonly kept: Storage = window.sessionStorage,
  ) {
    this.key = `lumbrit.waiting.${site}`;
    this.state = { changes: this.restored(), away: false };
  }

  /** Sends what was left over before the page was loaded. */
  begin(): void {
    this.ended = false;
    if (this.waits > 0) void this.run();
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  readonly snapshot = (): Waiting => this.state;

  /** The revision that the last change has become. */
  get newest(): number {
    return this.head;
  }

  /** Changes that are not saved. */
  get waits(): number {
    return this.state.changes.filter((each) => each.savedAs === null).length;
  }

  /** @param done called once it is saved */
  add(what: Change['what'], edits: Edit[], base: number, done?: () => void): void {
    const change: Change = { what, edits, base, tried: false, savedAs: null };
    if (done) this.after.set(change, done);
    // what was saved long ago is in the site by now
    this.tell({ changes: [...this.state.changes.filter((each) => each.savedAs === null || each.savedAs > base), change] });
    void this.run();
  }

  /** Somebody else has met the same silence. */
  lost(): void {
    if (!this.state.away) this.tell({ away: true });
    this.later();
  }

  /** Tries at once rather than in a moment. */
  retry(): void {
    window.clearTimeout(this.timer);
    void this.run();
  }

  end(): void {
    this.ended = true;
    window.clearTimeout(this.timer);
  }

  private async run(): Promise<void> {
    if (this.running || this.ended) return;
    this.running = true;
    try {
      if (this.state.away && this.waits === 0) this.hooks.now(await api.site(this.site));
      for (let change = this.first(); change && !this.ended; change = this.first()) await this.save(change);
      if (this.state.away) {
        this.tell({ away: false });
        this.hooks.back();
      }
    } catch (error) {
      if (isSilence(error)) {
        this.tell({ away: true });
        this.later();
      } else {
        // it has answered, if not as hoped
        this.tell({ away: false });
        this.hooks.refused(error);
      }
    } finally {
      this.running = false;
    }
  }

  private first(): Change | undefined {
    return this.state.changes.find((each) => each.savedAs === null);
  }

  /** @throws the silence of a server that is away; whatever else is wrong ends the change */
  private async save(change: Change): Promise<void> {
    const again = change.tried;
    let base = Math.max(change.base, this.head);
    try {
      if (again) {
        const now = await api.site(this.site);
        this.hooks.now(now);
        // one change has been made since: most likely this one, whose answer was lost
        const made = now.revision === base + 1;
        if (made && change.what !== 'edit') return this.took(change, now);
        if (made) base = now.revision;
      }
      const site = await this.send(change, base);
      this.hooks.now(site);
      this.took(change, site);
    } catch (error) {
      if (isSilence(error)) {
        this.replace(change, { ...change, tried: true });
        throw error;
      }
      this.replace(change, null);
      // sent twice: what was made the first time cannot be made again
      if (!(again && error instanceof Problem && error.status === 422)) this.hooks.refused(error);
    }
  }

  private send(change: Change, base: number): Promise<Site> {
    if (change.what === 'undo') return api.undo(this.site);
    if (change.what === 'redo') return api.redo(this.site);
    return api.edit(this.site, base, change.edits);
  }

  private took(change: Change, site: Site): void {
    this.head = site.revision;
    this.after.get(change)?.();
    this.replace(change, { ...change, savedAs: site.revision });
  }

  private replace(change: Change, by: Change | null): void {
    const done = this.after.get(change);
    this.after.delete(change);
    if (done && by?.savedAs === null) this.after.set(by, done);
    this.tell({ changes: this.state.changes.flatMap((each) => (each === change ? (by ? [by] : []) : [each])) });
  }

  private later(): void {
    window.clearTimeout(this.timer);
    if (!this.ended) this.timer = window.setTimeout(() => void this.run(), RETRY);
  }

  private tell(part: Partial<Waiting>): void {
    this.state = { ...this.state, ...part };
    const waiting = this.state.changes.filter((each) => each.savedAs === null);
    if (waiting.length > 0) this.kept.setItem(this.key, JSON.stringify(waiting));
    else this.kept.removeItem(this.key);
    this.listeners.forEach((listener) => listener());
  }

  private restored(): Change[] {
    try {
      const kept = JSON.parse(this.kept.getItem(this.key) ?? '[]') as Change[];
      return kept.map((each) => ({ ...each, tried: true }));
    } catch {
      return [];
    }
  }
}

/** Whether an error means that nobody answered, or nobody who could. */
export function isSilence(error: unknown): boolean {
  return error instanceof Problem && [0, 502, 503, 504].includes(error.status);
}
