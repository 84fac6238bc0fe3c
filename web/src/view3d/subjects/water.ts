import { BufferAttribute, BufferGeometry, DataTexture, DataUtils, HalfFloatType, LinearFilter, Mesh, PlaneGeometry, RedFormat, Vector4, type ShaderMaterial } from 'three';
import type { Bundle } from '../../api/bundle';
import type { WaterSubject } from '../../api/types';
import type { Stage } from '../Stage';
import * as shaders from '../shaders';
import { NOTHING, type Subject, type SubjectKind } from './Subject';

/** As many waves as the shader adds up, four to an attribute. */
export const MOST_WAVES = 12;

export const WATER: SubjectKind<WaterSubject> = { needs: (view) => [view.data, view.rings], make: (stage) => new Water(stage) };

/** A level sheet over the whole site, or a piece of water whose surface moves with the time. */
class Water implements Subject<WaterSubject> {
  private mesh: Mesh | null = null;
  private own: ShaderMaterial | null = null;
  /** While it plays. */
  private quick: ShaderMaterial | null = null;
  private rings: RingTextures | null = null;
  private layer = '';

  constructor(private readonly stage: Stage) {}

  show(view: WaterSubject, [data = NOTHING, rings = NOTHING]: Bundle[]): void {
    this.dispose();
    const { stage } = this;
    stage.level(this, view.level);
    if (view.data === '') {
      this.mesh = new Mesh(new PlaneGeometry(view.width, view.depth).rotateX(-Math.PI / 2).translate(0, view.level, 0), stage.materials.water);
    } else {
      const waves = view.waves.slice(0, MOST_WAVES);
      const geometry = geometryOf(data);
      const long = longEnough(waves, cellOf(data));
      const short = waves.filter((_, w) => !long[w]);
      const own = {
        uWaves: { value: waves.map(([east, south, k, , amplitude], w) => new Vector4(east! * k!, south! * k!, long[w] ? amplitude! : 0, 0)) },
        uSharp: { value: waves.map((wave) => wave[5]!) },
        uPhases: { value: waves.map(() => 0) },
        /** Of those that are too short for the corners: rad/m to the east and south, metres, phase. */
        uShort: { value: short.map(([east, south, k, , amplitude]) => new Vector4(east! * k!, south! * k!, amplitude!, 0)) },
        uRound: { value: 0 },
        uRuffled: { value: ruffled(waves) },
        ...(view.rings === '' ? {} : (this.rings = new RingTextures()).uniforms),
      };
      const defines = { MOVES: 1, WAVES: waves.length, SHORT: short.length, ...(this.rings ? { RINGS: 1 } : {}), ...(geometry.hasAttribute('aIce') ? { ICE: 1 } : {}) };
      this.own = stage.material(shaders.WATER_VERTEX, shaders.WATER_FRAGMENT, defines, own);
      this.quick = stage.material(shaders.WATER_VERTEX, shaders.WATER_FRAGMENT, { ...defines, QUICK: 1 }, own);
      this.own.side = this.quick.side = 2;
      this.mesh = new Mesh(geometry, this.own);
      this.mesh.userData.quick = this.quick;
      this.mesh.userData.moves = waves.length > 0 || this.rings !== null;
      if (this.rings) {
        this.rings.show(rings, 0, false);
        this.layer = view.id;
        stage.ringers.set(view.id, (frames, position, loops) => this.rings?.show(frames, position, loops));
      }
      this.mesh.onBeforeRender = () => {
        const seconds = stage.seconds ?? view.time;
        waves.forEach(([, , , omega, , , phase], w) => (own.uPhases.value[w] = (phase! - omega! * seconds) % (2 * Math.PI)));
        short.forEach(([, , , omega, , , phase], w) => (own.uShort.value[w]!.w = (phase! - omega! * seconds) % (2 * Math.PI)));
        own.uRound.value = view.loop > 0 ? (((seconds / view.loop) % 1) + 1) % 1 : 0;
        this.own!.uniformsNeedUpdate = this.quick!.uniformsNeedUpdate = true;
      };
    }
    this.mesh.frustumCulled = false;
    stage.water.add(this.mesh);
  }

  dispose(): void {
    const { stage } = this;
    stage.level(this, null);
    stage.ringers.delete(this.layer);
    this.rings?.dispose();
    this.rings = null;
    this.layer = '';
    if (!this.mesh) return;
    stage.water.remove(this.mesh);
    this.mesh.geometry.dispose();
    this.own?.dispose();
    this.quick?.dispose();
    this.mesh = this.own = this.quick = null;
  }
}

/** Two frames of rings as textures, and how far the second has come in. */
export class RingTextures {
  readonly uniforms = { uRings0: { value: null as DataTexture | null }, uRings1: { value: null as DataTexture | null }, uRingsAt: { value: new Vector4(0, 0, 1, 1) }, uRingsOf: { value: new Vector4(0, 0, 1, 1) } };
  private shown = ['', ''];

  show({ facts, arrays }: Bundle, position: number, loops: boolean): void {
    const { columns, rows, frames, west, north, width, depth, greatest } = facts as Record<string, number>;
    const before = Math.floor(position) % frames!;
    const after = loops ? (before + 1) % frames! : Math.min(before + 1, frames! - 1);
    const steps = arrays.steps as Int16Array;
    this.uniforms.uRingsAt.value.set(west!, north!, width!, depth!);
    this.uniforms.uRingsOf.value.set(greatest!, position - Math.floor(position), columns!, rows!);
    [before, after].forEach((frame, k) => {
      const slot = k === 0 ? this.uniforms.uRings0 : this.uniforms.uRings1;
      const name = `${columns} ${rows} ${frames} ${greatest} ${frame}`;
      if (this.shown[k] === name && slot.value) return;
      this.shown[k] = name;
      slot.value?.dispose();
      const each = columns! * rows!;
      slot.value = new DataTexture(halves(steps, frame * each, each), columns!, rows!, RedFormat, HalfFloatType);
      slot.value.magFilter = slot.value.minFilter = LinearFilter;
      slot.value.unpackAlignment = 2;
      slot.value.needsUpdate = true;
    });
  }

  dispose(): void {
    this.uniforms.uRings0.value?.dispose();
    this.uniforms.uRings1.value?.dispose();
  }
}

/** A stretch of signed steps as numbers −1..1, in the shortest floats that a picture can have. */
export function halves(steps: Int16Array, first: number, count: number): Uint16Array {
  const out = new Uint16Array(count);
  for (let i = 0; i < count; i++) out[i] = DataUtils.toHalfFloat(steps[first + i]! / 32767);
  return out;
}

/** Metres between the corners that water is drawn by. */
export function cellOf({ arrays }: Bundle): number {
  const { positions, triangles } = arrays as Record<string, Float32Array> & { triangles: Uint32Array };
  return triangles.length < 3 ? 1 : Math.abs(positions![3 * triangles[2]!]! - positions![3 * triangles[0]!]!) || 1;
}

/** How much small ripples there are among waves: all of them from 10 cm of swell on. */
export function ruffled(waves: number[][]): number {
  const high = 4 * Math.sqrt(waves.reduce((sum, wave) => sum + wave[4]! ** 2, 0) / 2);
  return Math.min(1, Math.max(0.2, high / 0.1));
}

/** Which waves the corners can carry: two and a half cells from crest to crest; shorter ones only shade. */
export function longEnough(waves: number[][], cell: number): boolean[] {
  return waves.map((wave) => (2 * Math.PI) / wave[2]! >= 2.5 * cell);
}

/** The cells that water reaches, with what the bed does to each wave at their corners. */
export function geometryOf(data: Bundle): BufferGeometry {
  const { positions, triangles, factor, ahead, ice } = data.arrays as Record<string, Float32Array> & { triangles: Uint32Array };
  const count = positions!.length / 3;
  const waves = count > 0 ? factor!.length / count : 0;
  const four = (values: Float32Array, first: number) => {
    const out = new Float32Array(4 * count);
    for (let w = first; w < Math.min(waves, first + 4); w++) for (let i = 0; i < count; i++) out[4 * i + w - first] = values[w * count + i]!;
    return new BufferAttribute(out, 4);
  };
  const geometry = new BufferGeometry();
  geometry.setAttribute('position', new BufferAttribute(positions!, 3));
  for (let k = 0; k < MOST_WAVES / 4; k++) {
    geometry.setAttribute(`aSize${k}`, four(factor!, 4 * k));
    geometry.setAttribute(`aAhead${k}`, four(ahead!, 4 * k));
  }
  if (ice && ice.length > 0) geometry.setAttribute('aIce', new BufferAttribute(ice, 1));
  geometry.setIndex(new BufferAttribute(triangles, 1));
  return geometry;
}
