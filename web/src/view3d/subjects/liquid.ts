import { BufferAttribute, BufferGeometry, Mesh, Vector3, type ShaderMaterial } from 'three';
import type { Bundle } from '../../api/bundle';
import type { LiquidSubject } from '../../api/types';
import * as shaders from '../shaders';
import type { Stage } from '../Stage';
import type { Subject, SubjectKind } from './Subject';

export const LIQUID: SubjectKind<LiquidSubject> = { needs: (view) => [view.data], make: (stage) => new Liquid(stage) };

/** The top of a liquid in a vessel: while it plays the corners of every frame in one list, of which those of the frame that is shown are drawn. */
class Liquid implements Subject<LiquidSubject> {
  private mesh: Mesh<BufferGeometry, ShaderMaterial> | null = null;
  private layer = '';
  private shown: Bundle | null = null;

  constructor(private readonly stage: Stage) {}

  show(view: LiquidSubject, [data]: Bundle[]): void {
    this.dispose();
    const material = this.stage.material(shaders.LIQUID_VERTEX, shaders.LIQUID_FRAGMENT, {}, { uLiquid: { value: new Vector3(...(view.colour as [number, number, number])) } });
    material.side = 2;
    this.mesh = new Mesh(new BufferGeometry(), material);
    this.mesh.frustumCulled = false;
    this.mesh.userData.moves = true;
    this.take(data!, 0);
    this.layer = view.id;
    this.stage.ringers.set(view.id, (frames, position, loops) => this.take(frames, frameAt(position, Number(frames.facts.frames), loops)));
    this.stage.sheets.add(this.mesh);
  }

  private take(data: Bundle, frame: number): void {
    if (!this.mesh) return;
    if (this.shown !== data) {
      this.shown = data;
      this.mesh.geometry.dispose();
      this.mesh.geometry = new BufferGeometry();
      this.mesh.geometry.setAttribute('position', new BufferAttribute(data.arrays.positions as Float32Array, 3));
    }
    const begins = data.arrays.begins as Uint32Array;
    const from = begins[frame] ?? 0;
    this.mesh.geometry.setDrawRange(from, (begins[frame + 1] ?? from) - from);
  }

  dispose(): void {
    this.stage.ringers.delete(this.layer);
    this.layer = '';
    this.shown = null;
    if (!this.mesh) return;
    this.stage.sheets.remove(this.mesh);
    this.mesh.geometry.dispose();
    this.mesh.material.dispose();
    this.mesh = null;
  }
}

/** Which frame is shown at a position in frames: round and round where it loops, else the first before and the last after. */
export function frameAt(position: number, frames: number, loops: boolean): number {
  const frame = Math.round(position);
  return loops ? ((frame % frames) + frames) % frames : Math.max(0, Math.min(frames - 1, frame));
}
