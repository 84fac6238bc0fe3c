import { Mesh } from 'three';
import type { Bundle } from '../../api/bundle';
import type { GroundSubject } from '../../api/types';
import { groundGeometry } from '../ground';
import type { Stage } from '../Stage';
import { heightTexture } from '../textures';
import type { Subject, SubjectKind } from './Subject';

const DRAFT_NODES = 129;
const FINE_NODES = 512;

export const GROUND: SubjectKind<GroundSubject> = { needs: (view) => [view.data], make: (stage) => new Ground(stage) };

/** The ground, once coarse and once fine, with its light. */
class Ground implements Subject<GroundSubject> {
  constructor(private readonly stage: Stage) {}

  show(view: GroundSubject, [{ facts, arrays } = { facts: {}, arrays: {} }]: Bundle[]): void {
    const { stage } = this;
    const { uniforms } = stage;
    this.dispose();
    const heights = { columns: facts.columns!, rows: facts.rows!, width: view.width, depth: view.depth, values: arrays.heights as Float32Array, holes: arrays.holes as Uint8Array | undefined };
    stage.heights = heights;
    uniforms.uSize.value.set(view.width, view.depth);
    uniforms.uHeights.value.set(view.lowest, view.highest);
    const h = (facts.sunHeading! * Math.PI) / 180;
    const e = (facts.sunElevation! * Math.PI) / 180;
    uniforms.uSun.value.set(Math.sin(h) * Math.cos(e), Math.sin(e), -Math.cos(h) * Math.cos(e));
    stage.light = { columns: facts.lightColumns!, rows: facts.lightRows!, sun: arrays.sun as Uint8Array, sky: arrays.sky as Uint8Array };
    stage.shade();
    uniforms.uHeightMap.value = heightTexture(heights.columns, heights.rows, heights.values, stage.smooth);
    stage.draft = new Mesh(groundGeometry(heights, DRAFT_NODES), stage.materials.ground);
    stage.fine = new Mesh(groundGeometry(heights, FINE_NODES), stage.materials.ground);
    // it is always in the picture
    stage.draft.frustumCulled = stage.fine.frustumCulled = false;
    stage.scene.add(stage.draft, stage.fine);
  }

  dispose(): void {
    const { stage } = this;
    for (const mesh of [stage.draft, stage.fine]) {
      if (!mesh) continue;
      stage.scene.remove(mesh);
      mesh.geometry.dispose();
    }
    stage.uniforms.uHeightMap.value?.dispose();
    stage.draft = stage.fine = null;
  }
}
