import { BufferAttribute, BufferGeometry, Color, Points, ShaderMaterial, type IUniform } from 'three';
import type { Bundle } from '../../api/bundle';
import type { MotionView } from '../../api/types';
import type { PlantMeshes } from '../plants';
import type { Swaying } from './Swaying';

type GrainsView = MotionView['grains'][number];

/** Grains of one variant, or all that lie on the ground. */
interface Part {
  order: Uint32Array;
  points: Points<BufferGeometry, ShaderMaterial>;
}

/** Grains that are carried along by plants, or lie on the ground, coloured by the speed that the core computed. */
export class GrainCloud {
  private readonly parts: Part[] = [];
  private readonly blocks: (Uint8Array | null)[];
  private readonly count: number;

  /**
   * @param material makes the material of points, swaying where it is given uniforms of a sway
   * @param plants those that carry the grains, with their sway; null on the ground
   */
  constructor(
    readonly view: GrainsView,
    private readonly motion: MotionView,
    bundle: Bundle,
    material: (own: Record<string, IUniform>, sways: boolean) => ShaderMaterial,
    plants: { meshes: PlantMeshes; swaying: Swaying } | null,
  ) {
    const places = bundle.arrays.places as Float32Array;
    this.count = places.length / 3;
    this.blocks = view.blocks.map(() => null);
    const own = {
      uPoint: { value: view.size },
      uPixels: { value: 1 },
      uRest: { value: new Color(view.restColour) },
      uFast: { value: new Color(view.fastColour) },
    };
    if (!plants || !bundle.arrays.plants) {
      const order = Uint32Array.from({ length: this.count }, (_, i) => i);
      this.add(order, places, null, material(own, false));
      return;
    }
    const variants = bundle.arrays.variants as Uint8Array;
    const most = variants.reduce((sum, each) => Math.max(sum, each), 0);
    for (let v = 0; v <= most; v++) {
      const order = Uint32Array.from({ length: this.count }, (_, i) => i).filter((grain) => variants[grain] === v);
      if (order.length === 0) continue;
      this.add(order, bundle.arrays.units as Float32Array, { ...plants, bundle }, material({ ...own, ...plants.swaying.uniforms(v) }, true));
    }
  }

  private add(order: Uint32Array, places: Float32Array, plants: { meshes: PlantMeshes; swaying: Swaying; bundle: Bundle } | null, material: ShaderMaterial): void {
    const n = order.length;
    const geometry = new BufferGeometry();
    const at = new Float32Array(3 * n);
    order.forEach((grain, i) => {
      for (let d = 0; d < 3; d++) at[3 * i + d] = places[3 * grain + d]!;
    });
    geometry.setAttribute('position', new BufferAttribute(at, 3));
    geometry.setAttribute('aSpeed', new BufferAttribute(new Uint8Array(n), 1, true));
    if (plants) {
      const on = plants.bundle.arrays.plants as Uint32Array;
      const { corners, shares } = plants.bundle.arrays as { corners: Uint32Array; shares: Float32Array };
      const [foot, turn, size] = [new Float32Array(3 * n), new Int16Array(4 * n), new Float32Array(3 * n)];
      const [plant, crinkle] = [new Float32Array(n), new Float32Array(2 * n)];
      const [corner, share] = [new Float32Array(3 * n), new Float32Array(2 * n)];
      order.forEach((grain, i) => {
        const stem = on[grain]!;
        plants.meshes.stand(stem, foot, 3 * i, turn, 4 * i, size);
        plant[i] = stem;
        crinkle[2 * i] = plants.swaying.crinkling[stem]!;
        crinkle[2 * i + 1] = plants.swaying.ahead[stem]!;
        for (let k = 0; k < 3; k++) corner[3 * i + k] = corners[3 * grain + k]!;
        for (let k = 0; k < 2; k++) share[2 * i + k] = shares[2 * grain + k]!;
      });
      geometry.setAttribute('aFoot', new BufferAttribute(foot, 3));
      geometry.setAttribute('aTurn', new BufferAttribute(turn, 4, true));
      geometry.setAttribute('aSize', new BufferAttribute(size, 3));
      geometry.setAttribute('aPlant', new BufferAttribute(plant, 1));
      geometry.setAttribute('aCrinkle', new BufferAttribute(crinkle, 2));
      geometry.setAttribute('aCorners', new BufferAttribute(corner, 3));
      geometry.setAttribute('aShares', new BufferAttribute(share, 2));
    }
    const points = new Points(geometry, material);
    points.frustumCulled = false;
    this.parts.push({ order, points });
  }

  get objects(): Points[] {
    return this.parts.map((part) => part.points);
  }

  take(block: number, bundle: Bundle): void {
    this.blocks[block] = bundle.arrays.speeds as Uint8Array;
  }

  /** @param pixels that one metre takes at a distance of one metre */
  scale(pixels: number): void {
    for (const part of this.parts) part.points.material.uniforms.uPixels!.value = pixels;
  }

  /** The colours of a moment: the speeds of the frame nearest to it. */
  show(position: number): void {
    const block = Math.min(this.blocks.length - 1, Math.floor(position / this.motion.block));
    const speeds = this.blocks[block];
    if (!speeds) return;
    const frame = Math.min(speeds.length / this.count - 1, Math.round(position - block * this.motion.block));
    const now = speeds.subarray(frame * this.count, (frame + 1) * this.count);
    for (const { order, points } of this.parts) {
      const attribute = points.geometry.getAttribute('aSpeed') as BufferAttribute;
      const array = attribute.array as Uint8Array;
      for (let i = 0; i < order.length; i++) array[i] = now[order[i]!]!;
      attribute.needsUpdate = true;
    }
  }

  dispose(): void {
    for (const { points } of this.parts) {
      points.geometry.dispose();
      points.material.dispose();
    }
  }
}
