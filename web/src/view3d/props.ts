import { BufferAttribute, BufferGeometry, Matrix4, Mesh, Quaternion, type ShaderMaterial, Vector3 } from 'three';
import type { Bundle } from '../api/bundle';
import type { PropView } from '../api/types';

/** With more triangles than this a prop is not searched while the pointer only passes over it. */
const QUICK = 60_000;

/** One prop: its triangles in their own frame, its colours, and where it stands. */
export class PropMesh {
  readonly mesh: Mesh<BufferGeometry, ShaderMaterial>;
  private readonly positions: Float32Array;
  private readonly triangles: Uint32Array;
  private values: Float32Array | null = null;
  private readonly inverse = new Matrix4();
  private colour = '';
  private cloth = false;

  constructor(
    readonly view: PropView,
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

  /** Moves, turns and sizes it. */
  stand(view: PropView): void {
    const [x, y, z] = view.origin as [number, number, number];
    const [qx, qy, qz, qw] = view.turn as [number, number, number, number];
    this.mesh.matrix.compose(new Vector3(x, y, z), new Quaternion(qx, qy, qz, qw), new Vector3(view.size, view.size, view.size));
    this.mesh.matrixWorldNeedsUpdate = true;
    this.inverse.copy(this.mesh.matrix).invert();
    (this as { view: PropView }).view = view;
  }

  /** A place of the site in its own frame. */
  ownPlace(place: [number, number, number]): [number, number, number] {
    const own = new Vector3(...place).applyMatrix4(this.inverse);
    return [own.x, own.y, own.z];
  }

  /** Linear colours at the vertices, or one colour for all. */
  paint(key: string, colours: Float32Array | null, all: [number, number, number]): void {
    if (key === this.colour) return;
    this.colour = key;
    const attribute = this.mesh.geometry.getAttribute('aColour') as BufferAttribute;
    const array = attribute.array as Float32Array;
    if (colours) array.set(colours);
    else for (let i = 0; i < array.length; i++) array[i] = all[i % 3]!;
    attribute.needsUpdate = true;
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

  /** How far along a ray it is met, and the value there; null where it is not. */
  meet(from: [number, number, number], along: [number, number, number], thorough: boolean): { distance: number; value: number | null } | null {
    if (!thorough && this.triangles.length / 3 > QUICK) return null;
    const o = new Vector3(...from).applyMatrix4(this.inverse);
    const d = new Vector3(...along).transformDirection(this.inverse).multiplyScalar(1);
    const scale = this.view.size;
    if (!this.inBounds(from, along)) return null;
    let best = Infinity;
    let corner = -1;
    const p = this.positions;
    const t = this.triangles;
    for (let i = 0; i < t.length; i += 3) {
      const a = 3 * t[i]!;
      const b = 3 * t[i + 1]!;
      const c = 3 * t[i + 2]!;
      const ux = p[b]! - p[a]!;
      const uy = p[b + 1]! - p[a + 1]!;
      const uz = p[b + 2]! - p[a + 2]!;
      const vx = p[c]! - p[a]!;
      const vy = p[c + 1]! - p[a + 1]!;
      const vz = p[c + 2]! - p[a + 2]!;
      const qx = d.y * vz - d.z * vy;
      const qy = d.z * vx - d.x * vz;
      const qz = d.x * vy - d.y * vx;
      const det = ux * qx + uy * qy + uz * qz;
      if (Math.abs(det) < 1e-12) continue;
      const sx = o.x - p[a]!;
      const sy = o.y - p[a + 1]!;
      const sz = o.z - p[a + 2]!;
      const u = (sx * qx + sy * qy + sz * qz) / det;
      if (u < 0 || u > 1) continue;
      const rx = sy * uz - sz * uy;
      const ry = sz * ux - sx * uz;
      const rz = sx * uy - sy * ux;
      const v = (d.x * rx + d.y * ry + d.z * rz) / det;
      if (v < 0 || u + v > 1) continue;
      const along_ = (vx * rx + vy * ry + vz * rz) / det;
      if (along_ > 0 && along_ < best) {
        best = along_;
        corner = t[i]!;
      }
    }
    return corner < 0 ? null : { distance: best * scale, value: this.values ? this.values[corner]! : null };
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

  dispose(): void {
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
