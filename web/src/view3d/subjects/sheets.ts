import { BufferAttribute, BufferGeometry, DataTexture, LinearFilter, Mesh, RedFormat, Vector3, type ShaderMaterial } from 'three';
import type { Bundle } from '../../api/bundle';
import type { SheetsSubject } from '../../api/types';
import * as shaders from '../shaders';
import type { Stage } from '../Stage';
import type { Subject, SubjectKind } from './Subject';

export const SHEETS: SubjectKind<SheetsSubject> = { needs: (view) => [view.data], make: (stage) => new Sheets(stage) };

/** Rows of a sheet from its foot to its top: its fades are smooth anyway. */
const ROWS = 6;

/** Sheets of mist, dust or spindrift, each a mesh of its own so that they are drawn from the back to the front. */
class Sheets implements Subject<SheetsSubject> {
  private meshes: Mesh[] = [];

  constructor(private readonly stage: Stage) {}

  show(view: SheetsSubject, [data]: Bundle[]): void {
    this.dispose();
    const { facts, arrays } = data!;
    const [height, rises, falls, near, far, glow] = view.shape as [number, number, number, number, number, number];
    for (let k = 0; k < Number(facts.sheets); k++) {
      const pattern = new DataTexture(arrays[`pattern${k}`] as Uint8Array, Number(facts.columns), Number(facts.rows), RedFormat);
      pattern.magFilter = pattern.minFilter = LinearFilter;
      pattern.needsUpdate = true;
      const own = {
        uPattern: { value: pattern },
        uRange: { value: new Vector3(Number(facts.from), Number(facts.range), height) },
        uFade: { value: new Vector3(rises, falls, height) },
        uEyeFade: { value: new Vector3(near, far, glow) },
        uSoft: { value: 0.3 * height },
        uSheet: { value: new Vector3(...(view.colour as [number, number, number])) },
        /** Metres that the two passes of the pattern have come, and how far the second has come in. */
        uDrifted: { value: new Vector3() },
      };
      const kinds: Record<string, number>[] = [{}, { QUICK: 1 }];
      const materials = kinds.map((defines) => this.stage.material(shaders.SHEET_VERTEX, shaders.SHEET_FRAGMENT, defines, own));
      for (const material of materials) Object.assign(material, { transparent: true, depthWrite: false, side: 2 });
      const { geometry, middle } = standing(arrays[`places${k}`] as Float32Array, arrays[`opacity${k}`] as Float32Array, height);
      const mesh = new Mesh(geometry, materials[0]);
      mesh.userData.quick = materials[1];
      mesh.position.copy(middle);
      mesh.frustumCulled = false;
      mesh.userData.moves = view.speed !== 0;
      mesh.onBeforeRender = () => {
        const seconds = this.stage.seconds ?? view.time;
        own.uDrifted.value.set(...driftedAt(seconds, view.loop, view.speed));
        for (const material of materials) material.uniformsNeedUpdate = true;
      };
      this.meshes.push(mesh);
      this.stage.sheets.add(mesh);
    }
  }

  dispose(): void {
    for (const mesh of this.meshes) {
      this.stage.sheets.remove(mesh);
      mesh.geometry.dispose();
      const material = mesh.material as ShaderMaterial;
      (material.uniforms.uPattern!.value as DataTexture).dispose();
      material.dispose();
      (mesh.userData.quick as ShaderMaterial).dispose();
    }
    this.meshes = [];
  }
}

/** Metres that the pattern has come at a second, those of its second pass a loop later, and how far that one has come in. */
export function driftedAt(seconds: number, loop: number, speed: number): [number, number, number] {
  if (loop <= 0) return [speed * seconds, 0, 0];
  const share = seconds / loop - Math.floor(seconds / loop);
  return [speed * share * loop, speed * (share - 1) * loop, share];
}

/** A band that stands over places in plan; its places are told from its middle, by which sheets are ordered. */
export function standing(places: Float32Array, opacity: Float32Array, height: number): { geometry: BufferGeometry; middle: Vector3 } {
  const count = opacity.length;
  const middle = new Vector3();
  for (let n = 0; n < count; n++) middle.add(new Vector3(places[4 * n]! / count, places[4 * n + 1]! / count, places[4 * n + 2]! / count));
  const positions = new Float32Array(3 * count * ROWS);
  const lie = new Float32Array(3 * count * ROWS);
  for (let r = 0; r < ROWS; r++) {
    for (let n = 0; n < count; n++) {
      const i = 3 * (r * count + n);
      const high = (height * r) / (ROWS - 1);
      positions.set([places[4 * n]! - middle.x, places[4 * n + 1]! + high - middle.y, places[4 * n + 2]! - middle.z], i);
      lie.set([places[4 * n + 3]!, high, opacity[n]!], i);
    }
  }
  const index: number[] = [];
  for (let r = 0; r + 1 < ROWS; r++) {
    for (let n = 0; n + 1 < count; n++) {
      const a = r * count + n;
      index.push(a, a + 1, a + count, a + 1, a + count + 1, a + count);
    }
  }
  const geometry = new BufferGeometry();
  geometry.setAttribute('position', new BufferAttribute(positions, 3));
  geometry.setAttribute('aLie', new BufferAttribute(lie, 3));
  geometry.setIndex(index);
  return { geometry, middle };
}
