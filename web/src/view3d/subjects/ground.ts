import { Mesh, Vector3 } from 'three';
import type { Bundle } from '../../api/bundle';
import type { GroundSubject } from '../../api/types';
import { groundGeometry, type Heights } from '../ground';
import { USUAL_SKY, USUAL_SUN, type Stage } from '../Stage';
import { airTexture, characterTexture, domeTexture, heightTexture } from '../textures';
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
    stage.uniforms.uCharacter.value?.dispose();
    stage.uniforms.uCharacter.value = characterTexture(facts.characterColumns!, facts.characterRows!, arrays.damp as Uint8Array, arrays.hollow as Uint8Array);
    stage.uniforms.uCharacterNodes.value.set(facts.characterColumns!, facts.characterRows!);
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
    this.open(facts, arrays);
    stage.light = { columns: facts.columns!, rows: facts.rows!, sun: arrays.sun as Uint8Array, sky: arrays.sky as Uint8Array };
    stage.shade();
  }

  /** The colours of sun and sky: those of the site's daylight, or the usual ones. */
  private open(facts: Bundle['facts'], arrays: Bundle['arrays']): void {
    const { uniforms } = this.stage;
    const lights = arrays.lights as Float32Array | undefined;
    uniforms.uDome.value?.dispose();
    uniforms.uDome.value = lights ? domeTexture(facts.domeColumns!, facts.domeRows!, arrays.dome as Float32Array) : null;
    uniforms.uAir.value?.dispose();
    uniforms.uAir.value = lights ? airTexture(facts.domeColumns!, facts.domeRows!, arrays.dome as Float32Array) : null;
    uniforms.uDomed.value = lights ? 1 : 0;
    uniforms.uClear.value = lights ? facts.haze! : 1;
    uniforms.uSunColour.value.copy(lights ? new Vector3(...lights.slice(0, 3)) : USUAL_SUN);
    uniforms.uSkyColour.value.copy(lights ? new Vector3(...lights.slice(3, 6)) : USUAL_SKY);
    uniforms.uAll.value.copy(lights ? allOf(uniforms.uSunColour.value, uniforms.uSkyColour.value, uniforms.uSun.value.y) : new Vector3(1, 1, 1));
  }

  dispose(): void {
    const { stage } = this;
    stage.uniforms.uDome.value?.dispose();
    stage.uniforms.uAir.value?.dispose();
    for (const mesh of [stage.draft, stage.fine]) {
      if (!mesh) continue;
      stage.scene.remove(mesh);
      mesh.geometry.dispose();
    }
    stage.uniforms.uHeightMap.value?.dispose();
    stage.draft = stage.fine = null;
  }
}

/** All light on a level white card, against that of the usual light. */
export function allOf(sun: Vector3, sky: Vector3, up: number): Vector3 {
  const usual = USUAL_SKY.clone().addScaledVector(USUAL_SUN, Math.sin((25 * Math.PI) / 180));
  return sky.clone().addScaledVector(sun, up).divide(usual);
}
