import { BufferAttribute, InstancedBufferAttribute, InstancedBufferGeometry, Mesh, type ShaderMaterial } from 'three';
import type { Bundle } from '../api/bundle';

/** Plants of one layer: a mesh a variant, instances in a hashed order so that the first n are an even sample of all. */
export class PlantMeshes {
  readonly meshes: Mesh[] = [];
  readonly feet: Float32Array;
  readonly sizes: Float32Array;
  private readonly counts: number[] = [];

  constructor(
    readonly layer: string,
    plants: Bundle,
    shapes: Bundle,
    material: ShaderMaterial,
  ) {
    this.feet = plants.arrays.feet as Float32Array;
    this.sizes = plants.arrays.sizes as Float32Array;
    const turns = plants.arrays.turns as Int16Array;
    const looks = plants.arrays.looks as Uint8Array;
    const variants = shapes.facts.variants ?? 0;
    const order = evenOrder(this.sizes.length / 2);
    for (let v = 0; v < variants; v++) {
      const chosen = order.filter((plant) => looks[4 * plant + 3] === v);
      const geometry = new InstancedBufferGeometry();
      geometry.setAttribute('position', new BufferAttribute(shapes.arrays[`positions${v}`]!, 3));
      geometry.setAttribute('normal', new BufferAttribute(shapes.arrays[`normals${v}`]!, 3));
      geometry.setAttribute('aAlong', new BufferAttribute(shapes.arrays[`along${v}`]!, 1));
      geometry.setIndex(new BufferAttribute(shapes.arrays[`indices${v}`]!, 1));
      const foot = new Float32Array(3 * chosen.length);
      const turn = new Int16Array(4 * chosen.length);
      const size = new Float32Array(2 * chosen.length);
      const tint = new Uint8Array(4 * chosen.length);
      chosen.forEach((plant, i) => {
        foot.set(this.feet.subarray(3 * plant, 3 * plant + 3), 3 * i);
        turn.set(turns.subarray(4 * plant, 4 * plant + 4), 4 * i);
        size.set(this.sizes.subarray(2 * plant, 2 * plant + 2), 2 * i);
        tint.set(looks.subarray(4 * plant, 4 * plant + 4), 4 * i);
      });
      geometry.setAttribute('aFoot', new InstancedBufferAttribute(foot, 3));
      geometry.setAttribute('aTurn', new InstancedBufferAttribute(turn, 4, true));
      geometry.setAttribute('aSize', new InstancedBufferAttribute(size, 2));
      geometry.setAttribute('aTint', new InstancedBufferAttribute(tint, 4, true));
      const mesh = new Mesh(geometry, material);
      mesh.frustumCulled = false;
      this.meshes.push(mesh);
      this.counts.push(chosen.length);
    }
  }

  get count(): number {
    return this.sizes.length / 2;
  }

  /** Draws only a share of the plants, 0..1. */
  thin(share: number): void {
    this.meshes.forEach((mesh, v) => {
      (mesh.geometry as InstancedBufferGeometry).instanceCount = Math.ceil(this.counts[v]! * share);
    });
  }

  dispose(): void {
    this.meshes.forEach((mesh) => mesh.geometry.dispose());
  }
}

function evenOrder(count: number): number[] {
  const keys = new Uint32Array(count);
  for (let i = 0; i < count; i++) {
    let h = Math.imul(i + 1, 0x9e3779b1);
    h = Math.imul(h ^ (h >>> 15), 0x85ebca6b);
    keys[i] = (h ^ (h >>> 13)) >>> 0;
  }
  return Array.from({ length: count }, (_, i) => i).sort((a, b) => keys[a]! - keys[b]!);
}
