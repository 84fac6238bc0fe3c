import { useEffect, useRef, useState } from 'react';
import { isStopped } from '../api/client';
import { bytesOf } from '../api/data';
import { parseBundle } from '../api/bundle';
import type { AllKinds, Edit, Manifest, MotionView, Recipe, Site } from '../api/types';
import { sayProblem, useNotes } from '../parts/notes';
import { Moving } from '../view3d/motion/Moving';
import type { Viewport } from '../view3d/Viewport';
import { hasTool } from './layerKinds';
import { familyOf } from './layerKinds';
import type { Playing } from '../view/playing';
import { groundOf } from '../view/manifest';
import { useFrame, usePlaying, useView } from '../view/view';

/** The frame of a time, in frames and parts of them; around the loop, else held at the ends. */
export function frameAt(view: Pick<MotionView, 'start' | 'step' | 'frames' | 'loops'>, time: number): number {
  const frame = (time - view.start) / view.step;
  return view.loops ? ((frame % view.frames) + view.frames) % view.frames : Math.max(0, Math.min(view.frames - 1, frame));
}

export function timeAt(view: Pick<MotionView, 'start' | 'step'>, frame: number): number {
  return view.start + frame * view.step;
}

/** Whether anything of a site can move. */
export function moves(kinds: AllKinds, recipe: Recipe): boolean {
  return settles(kinds, recipe) || recipe.layers.some((each) => familyOf(kinds, each) === 'motion') || recipe.layers.some((each) => hasTool(kinds, each, 'moves')) || recipe.clock.tracks.some((track) => track.of === 'prop') || recipe.props.some((prop) => prop.pose.kind !== 'still');
}

type Block = ReturnType<typeof parseBundle>;

/** Blocks that were fetched, by key, as many as the loop has. */
class Blocks {
  private readonly held = new Map<string, Promise<Block>>();

  readonly get = (key: string): Promise<Block> => {
    const known = this.held.get(key);
    if (known) return known;
    const asked = bytesOf(key).then(parseBundle);
    this.held.set(key, asked);
    asked.catch(() => this.held.delete(key));
    return asked;
  };

  /** Those of the loop before go. */
  keep(keys: Set<string>): void {
    for (const key of this.held.keys()) if (!keys.has(key)) this.held.delete(key);
  }
}

function keysOf(view: MotionView): Set<string> {
  return new Set([
    ...view.sways.flatMap((each) => [...each.blocks, each.shapesKey, each.plantsKey]),
    ...view.pushes.flatMap((each) => each.blocks),
    ...view.props.map((each) => each.key),
    ...view.winds.map((each) => each.key),
    ...view.rings.map((each) => each.key),
    ...view.grains.flatMap((each) => [...each.blocks, each.key]),
  ]);
}

const REST = 250;
/** Milliseconds after the picture has ripened in which motion that nobody asked for is left alone. */
const IDLE = 400;

/** The manifest that the picture has come to rest with, or that motion is wanted of; once begun, moving the eye does not end it. */
function useRested(manifest: Manifest | null, ripe: boolean): Manifest | null {
  const { wanted } = usePlaying('wanted');
  const [rested, setRested] = useState<Manifest | null>(null);
  useEffect(() => {
    if (!ripe && !wanted) return;
    const timer = window.setTimeout(() => setRested(manifest), wanted ? 0 : IDLE);
    return () => window.clearTimeout(timer);
  }, [manifest, ripe, wanted]);
  return rested;
}

/**
 * Fetches the motion of what the view shows and gives it to the viewport: when it is to be played, else after every change as soon
 * as the picture is at rest, so that it takes no core from the picture.
 */
export function useMoving({ site, kinds, edits }: { site: Site; kinds: AllKinds; edits: Edit[] }, shown: Manifest | null, viewport: Viewport | null, ripe: boolean): void {
  const manifest = useRested(shown, ripe);
  const { full } = useFrame('full');
  const last = useRef('');
  const [blocks] = useState(() => new Blocks());
  const { api, playing: store, selection } = useView();
  const { set } = store.getState();
  const any = moves(kinds, site.recipe) || edits.some((edit) => edit.kind === 'add-layer');
  useEffect(() => () => set({ wanted: false, playing: false }), [set]);
  useEffect(() => {
    if (!viewport || !manifest || groundOf(manifest)?.draft || manifest !== shown) return;
    if (!any) {
      viewport.setMoving(null);
      last.current = '';
      set({ motion: null, loaded: 0, blocks: 0, computing: false });
      return;
    }
    const abort = new AbortController();
    let moving: Moving | null = null;
    const ask = async () => {
      set({ computing: true });
      try {
        const view = await api.motion(site.id, site.revision, edits, full, abort.signal);
        const keys = keysOf(view);
        useNotes.getState().over('motion');
        const signature = [...keys, view.frames, view.start, view.step].join(' ');
        // what plays already is the same: the picture need not be drawn anew
        if (signature === last.current) return set({ computing: false });
        set({ computing: false, motion: view });
        blocks.keep(keys);
        moving = new Moving(view);
        const now = moving;
        set({ loaded: 0, blocks: now.blocks });
        await now.load(
          blocks.get,
          frameAt(view, selection.getState().time),
          () => {
            last.current = signature;
            viewport.setMoving(now);
          },
          () => {
            set({ loaded: now.loaded });
            if (!store.getState().playing) viewport.showMoment(frameAt(view, selection.getState().time));
          },
        );
      } catch (error) {
        if (!isStopped(error)) {
          set({ computing: false });
          sayProblem(error, 'motion');
        }
      }
    };
    const timer = window.setTimeout(() => void ask(), REST);
    return () => {
      window.clearTimeout(timer);
      abort.abort();
      // one that has not been handed over yet is given up
      if (moving && last.current === '') moving.stop();
    };
    // a new manifest stands for every change that matters
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [manifest, shown, viewport, full, any]);
}

/** Milliseconds from one look at what settles to the next, while it plays. */
const LOOKS = 1500;

/** Whether a site holds something that settles, is pressed or is filled as time goes by. */
export function settles(kinds: AllKinds, recipe: Recipe): boolean {
  return recipe.layers.some((each) => !each.hidden && (hasTool(kinds, each, 'readings') || hasTool(kinds, each, 'settles')));
}

/**
 * Plays the loop by the clock on the wall: where a frame takes longer than it lasts, others are left out, and time stays true.
 *
 * @param settles whether something changes besides what moves
 */
export function usePlayback(viewport: Viewport | null, settles: boolean): void {
  const { playing: store, selection, progress } = useView();
  const { playing, rate, motion: view, set } = usePlaying('playing', 'rate', 'motion', 'set');
  useEffect(() => {
    if (!playing || !view || !viewport) return;
    const begin = performance.now();
    const from = frameAt(view, selection.getState().time);
    let handle = 0;
    let looked = begin;
    let counted = { since: begin, frames: 0, scripts: 0 };
    const tick = () => {
      const now = performance.now();
      const frame = frameAt(view, view.start + from * view.step + ((now - begin) / 1000) * rate);
      const whole = viewport.showMoment(frame, true);
      const after = performance.now();
      counted.frames += viewport.takeDrawn();
      counted.scripts += after - now + viewport.takeScripts();
      const part: Partial<Playing> = { moment: frame, waiting: !whole };
      if (after - counted.since > 1000) {
        const seconds = (after - counted.since) / 1000;
        part.drawn = counted.frames / seconds;
        part.scripts = counted.scripts / (after - counted.since);
        counted = { since: after, frames: 0, scripts: 0 };
      }
      set(part);
      // what settles slowly is looked at anew whenever the picture has come up with the last look
      const { asked, shown } = progress.getState();
      if (settles && asked === shown && now - looked > LOOKS) {
        looked = now;
        selection.getState().set({ time: timeAt(view, Math.round(frame) % view.frames) });
      }
      if (!view.loops && frame >= view.frames - 1) set({ playing: false });
      else handle = requestAnimationFrame(tick);
    };
    handle = requestAnimationFrame(tick);
    return () => {
      cancelAnimationFrame(handle);
      const frame = Math.round(store.getState().moment) % view.frames;
      set({ drawn: 0, scripts: 0, waiting: false });
      selection.getState().set({ time: timeAt(view, frame) });
    };
  }, [playing, rate, view, viewport, settles, set, store, selection, progress]);
}
