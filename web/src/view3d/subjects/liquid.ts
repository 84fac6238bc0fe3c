import { BufferAttribute, BufferGeometry, Mesh, Vector3, type ShaderMaterial } from 'three';
import type { Bundle } from '../../api/bundle';
import type { LiquidSubject } from '../../api/types';
import * as shaders from '../shaders';
import type { Stage } from '../Stage';
import type { Subject, SubjectKind } from './Subject';

export const LIQUID: SubjectKind<LiquidSubject> = { needs: (view) => [view.data], make: (stage) => new Liquid(stage) };

/** The top of a liquid in a vessel: corners of every frame in one list, of which those of the frame that is shown are drawn. */
class Liquid implements Subject<LiquidSubject> {
  private mesh: Mesh<BufferGeometry, ShaderMaterial> | null = null;

  constructor(private readonly stage: Stage) {}

  show(view: LiquidSubject, [data]: Bundle[]): void {
    this.dispose();
    const frames = Number(data!.facts.frames);
    if (frames === 0) return;
    const begins = data!.arrays.begins as Int32Array;
    const geometry = new BufferGeometry();
    geometry.setAttribute('position', new BufferAttribute(data!.arrays.positions as Float32Array, 3));
    const material = this.stage.material(shaders.LIQUID_VERTEX, shaders.LIQUID_FRAGMENT, {}, { uLiquid: { value: new Vector3(...(view.colour as [number, number, number])) } });
    material.side = 2;
    const mesh = new Mesh(geometry, material);
    mesh.frustumCulled = false;
    mesh.userData.moves = frames > 1;
    mesh.onBeforeRender = () => {
      const frame = frameAt(this.stage.seconds ?? view.time, view.start, view.step, frames, view.loops);
      geometry.setDrawRange(begins[frame]!, begins[frame + 1]! - begins[frame]!);
    };
    this.mesh = mesh;
    mesh.onBeforeRender(null!, null!, null!, null!, null!, null!);
    this.stage.sheets.add(mesh);
  }

  dispose(): void {
    if (!this.mesh) return;
    this.stage.sheets.remove(this.mesh);
    this.mesh.geometry.dispose();
    this.mesh.material.dispose();
    this.mesh = null;
  }
}

/** Which frame is shown at a second: round and round where it loops, else the first before and the last after. */
export function frameAt(seconds: number, start: number, step: number, frames: number, loops: boolean): number {
  const frame = Math.round((seconds - start) / step);
  return loops ? ((frame % frames) + frames) % frames : Math.max(0, Math.min(frames - 1, frame));
}
