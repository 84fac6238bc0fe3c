import type { Bundle } from '../../api/bundle';
import type { MotionView } from '../../api/types';
import type { GrainCloud } from './GrainCloud';
import type { Streaks } from './Streaks';
import { Swaying } from './Swaying';

/** What moves, as the viewport takes it: made from a motion and its binaries, kept for the whole loop. */
export class Moving {
  readonly sways = new Map<string, Swaying>();
  readonly pushes = new Map<string, { view: MotionView['pushes'][number]; blocks: (Int16Array | null)[] }>();
  readonly placed = new Map<string, Float32Array>();
  readonly winds = new Map<string, { view: MotionView['winds'][number]; vectors: Uint8Array }>();
  readonly rings = new Map<string, Bundle>();
  readonly grainBundles = new Map<string, Bundle>();
  readonly clouds: GrainCloud[] = [];
  streaks: Streaks | null = null;
  /** Blocks that are there, of all. */
  loaded = 0;
  readonly blocks: number;
  private stopped = false;

  constructor(readonly view: MotionView) {
    this.blocks = Math.ceil(view.frames / view.block);
    for (const push of view.pushes) this.pushes.set(push.prop, { view: push, blocks: push.blocks.map(() => null) });
  }

  /**
   * Fetches everything, first what is the same in all frames, then block after block from the one that is looked at.
   *
   * @param ready called when the first can be shown; @param more called after every block
   */
  async load(get: (key: string) => Promise<Bundle>, from: number, ready: () => void, more: () => void): Promise<void> {
    const { view } = this;
    for (const sway of view.sways) {
      const [shapes, plants] = await Promise.all([get(sway.shapesKey), get(sway.plantsKey)]);
      this.sways.set(sway.cover, new Swaying(sway, view, shapes, plants));
    }
    for (const prop of view.props) this.placed.set(prop.prop, (await get(prop.key)).arrays.placed as Float32Array);
    for (const wind of view.winds) this.winds.set(wind.layer, { view: wind, vectors: (await get(wind.key)).arrays.vectors as Uint8Array });
    for (const rings of view.rings) this.rings.set(rings.layer, await get(rings.key));
    for (const grains of view.grains) this.grainBundles.set(grains.layer, await get(grains.key));
    if (this.stopped) return;
    ready();
    const first = Math.min(this.blocks - 1, Math.floor(from / view.block));
    for (let k = 0; k < this.blocks && !this.stopped; k++) {
      const block = (first + k) % this.blocks;
      await this.take(block, get);
      this.loaded++;
      if (!this.stopped) more();
    }
  }

  private async take(block: number, get: (key: string) => Promise<Bundle>): Promise<void> {
    const { view } = this;
    await Promise.all([
      ...view.sways.map(async (sway) => this.sways.get(sway.cover)!.take(block, await get(sway.blocks[block]!))),
      ...view.pushes.map(async (push) => {
        this.pushes.get(push.prop)!.blocks[block] = (await get(push.blocks[block]!)).arrays.pushes as Int16Array;
      }),
      ...this.clouds.filter((cloud) => cloud.view.blocks.length > 0).map(async (cloud) => cloud.take(block, await get(cloud.view.blocks[block]!))),
    ]);
  }

  /** How far each vertex of a prop is pushed at a moment, metres; null where it is not there yet. */
  pushed(prop: string, position: number): { before: Int16Array; after: Int16Array; mix: number; metres: number } | null {
    const push = this.pushes.get(prop);
    if (!push) return null;
    const size = this.view.block;
    const block = Math.min(push.blocks.length - 1, Math.floor(position / size));
    const steps = push.blocks[block];
    if (!steps) return null;
    const within = position - block * size;
    const frame = Math.min(Math.floor(within), Math.min(size, this.view.frames - block * size) - 1);
    const vertices = steps.length / (Math.min(size, this.view.frames - block * size) + 1);
    return {
      before: steps.subarray(frame * vertices, (frame + 1) * vertices),
      after: steps.subarray((frame + 1) * vertices, (frame + 2) * vertices),
      mix: Math.min(1, within - frame),
      metres: push.view.metres,
    };
  }

  stop(): void {
    this.stopped = true;
  }

  dispose(): void {
    this.stop();
    this.sways.forEach((each) => each.dispose());
    this.clouds.forEach((each) => each.dispose());
    this.streaks?.dispose();
  }
}
