import { Mesh } from 'three';
import type { Bundle } from '../../api/bundle';
import type { GroundSubject } from '../../api/types';
import { groundGeometry, type Heights } from '../ground';
import type { Stage } from '../Stage';
import { heightTexture } from '../textures';
import type { Subject, SubjectKind } from './Subject';

const DRAFT_NODES = 129;
const FINE_NODES = 512;

export const GROUND: SubjectKind<GroundSubject> = { needs: (view) => [view.data, view.light], make: (stage) => new Ground(stage) };

/** Metres that a quarter of the border lies below. */
function borderOf({ columns, rows, values }: Heights): number {
  const border = Array.from(values).filter((_, i) => i % columns === 0 || i % columns === columns - 1 || i < columns || i >= columns * (rows - 1));
  return border.sort((a, b) => a - b)[Math.floor(border.length / 4)]!;
}

/** The ground, once coarse and once fine, with its light. */
class Ground implements Subject<GroundSubject> {
  private shown = '';

  constructor(private readonly stage: Stage) {}

  show(view: GroundSubject, [ground, light]: Bundle[]): void {
    const { uniforms } = this.stage;
    const shape = `${view.data}/${view.width}/${view.depth}`;
    if (shape !== this.shown) this.stand(view, ground!);
    this.shown = shape;
    uniforms.uSize.value.set(view.width, view.depth);
    uniforms.uHeights.value.set(view.lowest, view.highest);
    this.shine(light!);
  }

  private stand(view: GroundSubject, { facts, arrays }: Bundle): void {
    const { stage } = this;
    this.dispose();
    const heights = { columns: facts.columns!, rows: facts.rows!, width: view.width, depth: view.depth, values: arrays.heights as Float32Array, holes: arrays.holes as Uint8Array | undefined };
    stage.heights = heights;
    stage.uniforms.uHeightMap.value = heightTexture(heights.columns, heights.rows, heights.values, stage.smooth);
    stage.draft = new Mesh(groundGeometry(heights, DRAFT_NODES), stage.materials.ground);
    stage.fine = new Mesh(groundGeometry(heights, FINE_NODES), stage.materials.ground);
    // it is always in the picture
    stage.draft.frustumCulled = stage.fine.frustumCulled = false;
    stage.scene.add(stage.draft, stage.fine);
    stage.uniforms.uFloor.value = borderOf(heights);
  }

  private shine({ facts, arrays }: Bundle): void {
    const { stage } = this;
    const h = (facts.sunHeading! * Math.PI) / 180;
    const e = (facts.sunElevation! * Math.PI) / 180;
    stage.uniforms.uSun.value.set(Math.sin(h) * Math.cos(e), Math.sin(e), -Math.cos(h) * Math.cos(e));
    stage.light = { columns: facts.columns!, rows: facts.rows!, sun: arrays.sun as Uint8Array, sky: arrays.sky as Uint8Array };
    stage.shade();
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
