import { BufferAttribute, BufferGeometry, DoubleSide, Matrix4, Mesh, Quaternion, Ray, type ShaderMaterial, Vector3 } from 'three';
import { MeshBVH } from 'three-mesh-bvh';
import type { Bundle } from '../../api/bundle';
import type { MeshSubject } from '../../api/types';

/** With more triangles than this the tree of a prop is not made while the pointer only passes over it. */
const QUICK = 60_000;

/** One prop: its triangles in their own frame, its colours, and where it stands. */
export class PropMesh {
  readonly mesh: Mesh<BufferGeometry, ShaderMaterial>;
  private readonly positions: Float32Array;
  private readonly triangles: Uint32Array;
  private values: Float32Array | null = null;
  private readonly inverse = new Matrix4();
  private readonly resting = new Matrix4();
  private colour = '';
  private covers = '';
  private cloth = false;
  /** Of its triangles, once a ray has been sent. */
  private tree: MeshBVH | null = null;

  constructor(
    readonly view: MeshSubject,
    bundle: Bundle,
    material: ShaderMaterial,
  ) {
    const geometry = new BufferGeometry();
    this.positions = bundle.arrays.positions as Float32Array;
    this.triangles = bundle.arrays.triangles as Uint32Array;
    geometry.setAttribute('position', new BufferAttribute(this.positions, 3));
    geometry.setAttribute('normal', new BufferAttribute(bundle.arrays.normals!, 3));
    geometry.setIndex(new BufferAttribute(this.triangles, 1));
    geometry.setAttribute('aValue', new BufferAttribute(new Float32Array(this.positions.length / 3).fill(-1e9), 1));
    geometry.setAttribute('aColour', new BufferAttribute(new Float32Array(this.positions.length), 3));
    geometry.setAttribute('aCovered', new BufferAttribute(new Float32Array(this.positions.length / 3), 1));
    this.mesh = new Mesh(geometry, material);
    this.mesh.matrixAutoUpdate = false;
    this.mesh.frustumCulled = false;
    this.stand(view);
  }

  /**
   * Pushes each vertex along its normal, between two frames; null lets it hang at rest.
   *
   * @param material of cloth
   */
  push(pushed: { before: Int16Array; after: Int16Array; mix: number; metres: number } | null, material: ShaderMaterial): void {
    if (!pushed) return;
    if (!this.cloth) {
      this.cloth = true;
      this.mesh.geometry.setAttribute('aPush', new BufferAttribute(new Float32Array(this.positions.length / 3), 1));
      this.mesh.material = material;
    }
    const attribute = this.mesh.geometry.getAttribute('aPush') as BufferAttribute;
    const array = attribute.array as Float32Array;
    const { before, after, mix, metres } = pushed;
    for (let v = 0; v < array.length; v++) array[v] = (before[v]! + (after[v]! - before[v]!) * mix) * metres;
    attribute.needsUpdate = true;
  }

  /** Hangs at rest again. */
  rest(material: ShaderMaterial): void {
    this.cloth = false;
    this.mesh.material = material;
    this.stand(this.view);
  }

  /** Where it is at a moment between two frames: eight numbers a frame, origin, turn, size. */
  move(placed: Float32Array, before: number, after: number, mix: number): void {
    const at = (frame: number, k: number) => placed[8 * frame + k]!;
    const blend = (k: number) => at(before, k) + (at(after, k) - at(before, k)) * mix;
    const turn = (frame: number) => new Quaternion(at(frame, 3), at(frame, 4), at(frame, 5), at(frame, 6));
    const size = blend(7);
    this.mesh.matrix.compose(new Vector3(blend(0), blend(1), blend(2)), turn(before).slerp(turn(after), mix), new Vector3(size, size, size));
    this.mesh.matrixWorldNeedsUpdate = true;
    this.inverse.copy(this.mesh.matrix).invert();
  }

  /** From where it rests to where it is at the moment. */
  moved(): Matrix4 {
    return this.mesh.matrix.clone().multiply(this.resting.clone().invert());
  }

  /** Moves, turns and sizes it. */
  stand(view: MeshSubject): void {
    const [x, y, z] = view.origin as [number, number, number];
    const [qx, qy, qz, qw] = view.turn as [number, number, number, number];
    this.mesh.matrix.compose(new Vector3(x, y, z), new Quaternion(qx, qy, qz, qw), new Vector3(view.size, view.size, view.size));
    this.resting.copy(this.mesh.matrix);
    this.mesh.matrixWorldNeedsUpdate = true;
    this.inverse.copy(this.mesh.matrix).invert();
    (this as { view: MeshSubject }).view = view;
  }

  /** A place of the site in its own frame. */
  ownPlace(place: [number, number, number]): [number, number, number] {
    const own = new Vector3(...place).applyMatrix4(this.inverse);
    return [own.x, own.y, own.z];
  }

  /** Linear colours at the vertices, or one colour for all. @param covered how far something lies on each, 0..1 */
  paint(key: string, colours: Float32Array | null, all: [number, number, number], covered: Float32Array | null): void {
    if (key === this.colour) return;
    this.colour = key;
    const attribute = this.mesh.geometry.getAttribute('aColour') as BufferAttribute;
    const array = attribute.array as Float32Array;
    if (colours) array.set(colours);
    else for (let i = 0; i < array.length; i++) array[i] = all[i % 3]!;
    attribute.needsUpdate = true;
    const below = this.mesh.geometry.getAttribute('aCovered') as BufferAttribute;
    if (covered) (below.array as Float32Array).set(covered);
    else (below.array as Float32Array).fill(0);
    below.needsUpdate = true;
  }

  /** Values from low (0) to high (1); none where there are none. */
  show(values: Float32Array | null, low: number, high: number): void {
    this.values = values;
    const attribute = this.mesh.geometry.getAttribute('aValue') as BufferAttribute;
    const array = attribute.array as Float32Array;
    const range = high - low || 1;
    for (let i = 0; i < array.length; i++) array[i] = values ? (values[i]! - low) / range : -1e9;
    attribute.needsUpdate = true;
  }

  /**
   * How far along a ray it is met, and the value there; null where it is not.
   *
   * @param thorough searches large props too whose tree has to be made first
   */
  meet(from: [number, number, number], along: [number, number, number], thorough: boolean): { distance: number; value: number | null } | null {
    if ((!thorough && !this.tree && this.triangles.length / 3 > QUICK) || !this.inBounds(from, along)) return null;
    // in place of a copy of the triangles in the tree's own order
    this.tree ??= new MeshBVH(this.mesh.geometry, { indirect: true });
    const ray = new Ray(new Vector3(...from), new Vector3(...along)).applyMatrix4(this.inverse);
    const met = this.tree.raycastFirst(ray, DoubleSide);
    return met && { distance: met.distance * this.view.size, value: this.values ? this.values[met.face!.a]! : null };
  }

  private inBounds(from: [number, number, number], along: [number, number, number]): boolean {
    const b = this.view.bounds;
    let near = 0;
    let far = Infinity;
    for (let k = 0; k < 3; k++) {
      const one = (b[k]! - from[k]!) / along[k]!;
      const two = (b[k + 3]! - from[k]!) / along[k]!;
      near = Math.max(near, Math.min(one, two));
      far = Math.min(far, Math.max(one, two));
    }
    return near <= far;
  }

  /** What lies on it, each as a surface of its own. @param material of such surfaces */
  cover(keys: string[], shells: Bundle[], material: ShaderMaterial): void {
    if (keys.join() === this.covers) return;
    this.covers = keys.join();
    this.uncover();
    for (const shell of shells) {
      const geometry = new BufferGeometry();
      const positions = shell.arrays.positions as Float32Array;
      const { red, green, blue, opacity } = shell.facts as Record<'red' | 'green' | 'blue' | 'opacity', number>;
      geometry.setAttribute('position', new BufferAttribute(positions, 3));
      geometry.setAttribute('normal', new BufferAttribute(shell.arrays.normals!, 3));
      geometry.setIndex(new BufferAttribute(shell.arrays.triangles as Uint32Array, 1));
      geometry.setAttribute('aValue', new BufferAttribute(new Float32Array(positions.length / 3).fill(-1e9), 1));
      const colour = [red, green, blue];
      geometry.setAttribute('aColour', new BufferAttribute(Float32Array.from(positions, (_, i) => colour[i % 3]!), 3));
      geometry.setAttribute('aCovered', new BufferAttribute(Float32Array.from(shell.arrays.weight as Float32Array, (w) => w * opacity), 1));
      const lies = new Mesh(geometry, material);
      lies.matrixAutoUpdate = lies.frustumCulled = false;
      this.mesh.add(lies);
    }
  }

  private uncover(): void {
    for (const lies of [...this.mesh.children] as Mesh[]) {
      this.mesh.remove(lies);
      lies.geometry.dispose();
    }
  }

  dispose(): void {
    this.uncover();
    this.mesh.geometry.dispose();
  }
}

/** "#rrggbb" as linear red, green and blue. */
export function linearOf(hex: string): [number, number, number] {
  const channel = (at: number) => {
    const v = parseInt(hex.slice(at, at + 2), 16) / 255;
    return v <= 0.04045 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4;
  };
  return [channel(1), channel(3), channel(5)];
}
