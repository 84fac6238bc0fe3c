import { BufferAttribute, BufferGeometry, DynamicDrawUsage, Mesh, MeshBasicMaterial } from 'three';
import { heightAt, type Heights } from '../ground';

/** Streaks on the longer side of the ground. */
const ACROSS = 44;
/** Seconds of way that a streak is long. */
const REACH = 0.5;
const LIFT = 0.14;

/** The wind as it lies over the ground: east and south of each node and frame, a byte each, 128 for none. */
export interface WindStack {
  columns: number;
  rows: number;
  vectors: Uint8Array;
  /** m/s of one step. */
  step: number;
  greatest: number;
  /** Metres of the water's level, over which streaks go too; null for none. */
  water: number | null;
}

/** Streaks that lie on the ground and show where the air goes and how fast: long and light in gusts, short where it is calm. */
export class Streaks {
  readonly mesh: Mesh<BufferGeometry, MeshBasicMaterial>;
  private readonly places: Float32Array;
  /** Streaks on values are dark, those on the ground by day light. */
  dark = false;

  constructor(
    private readonly heights: Heights,
    private readonly wind: WindStack,
  ) {
    const { width, depth } = heights;
    const cell = Math.max(width, depth) / ACROSS;
    const across = Math.max(1, Math.floor(width / cell));
    const down = Math.max(1, Math.floor(depth / cell));
    this.places = new Float32Array(2 * across * down);
    for (let i = 0; i < across * down; i++) {
      // every other row is shifted, so that no columns are seen
      this.places[2 * i] = ((i % across) + (Math.floor(i / across) % 2 === 0 ? 0.25 : 0.75)) * cell - width / 2;
      this.places[2 * i + 1] = (Math.floor(i / across) + 0.5) * cell - depth / 2;
    }
    const geometry = new BufferGeometry();
    const count = across * down * 3;
    geometry.setAttribute('position', new BufferAttribute(new Float32Array(3 * count), 3).setUsage(DynamicDrawUsage));
    geometry.setAttribute('color', new BufferAttribute(new Float32Array(3 * count), 3).setUsage(DynamicDrawUsage));
    const material = new MeshBasicMaterial({ vertexColors: true, toneMapped: false, transparent: true, opacity: 0.9, depthTest: true, side: 2, depthWrite: false });
    this.mesh = new Mesh(geometry, material);
    this.mesh.frustumCulled = false;
    this.show(0);
  }

  /** m/s to the east and to the south at a place. */
  private at(x: number, z: number, frame: number): [number, number] {
    const { columns, rows, vectors, step } = this.wind;
    const u = Math.max(0, Math.min(columns - 1.001, ((x + this.heights.width / 2) / this.heights.width) * (columns - 1)));
    const v = Math.max(0, Math.min(rows - 1.001, ((z + this.heights.depth / 2) / this.heights.depth) * (rows - 1)));
    const [c, r] = [Math.floor(u), Math.floor(v)];
    const node = (dc: number, dr: number, axis: number) => vectors[2 * (frame * columns * rows + (r + dr) * columns + c + dc) + axis]! - 128;
    const value = (axis: number) =>
      (node(0, 0, axis) * (1 - (u - c)) + node(1, 0, axis) * (u - c)) * (1 - (v - r)) + (node(0, 1, axis) * (1 - (u - c)) + node(1, 1, axis) * (u - c)) * (v - r);
    return [value(0) * step, value(1) * step];
  }

  /** Speeds of the nodes in a frame, as 16-bit steps of the greatest. */
  speeds(frame: number): Uint16Array {
    const { columns, rows, vectors, step, greatest } = this.wind;
    const speeds = new Uint16Array(columns * rows);
    for (let i = 0; i < speeds.length; i++) {
      const at = 2 * (frame * speeds.length + i);
      speeds[i] = Math.min(65535, (Math.hypot(vectors[at]! - 128, vectors[at + 1]! - 128) * step * 65535) / greatest);
    }
    return speeds;
  }

  show(position: number): void {
    const frames = this.wind.vectors.length / 2 / (this.wind.columns * this.wind.rows);
    const frame = Math.floor(position) % frames;
    const at = this.mesh.geometry.getAttribute('position') as BufferAttribute;
    const colour = this.mesh.geometry.getAttribute('color') as BufferAttribute;
    const p = at.array as Float32Array;
    const c = colour.array as Float32Array;
    const high = Math.max(this.heights.width, this.heights.depth) / 160;
    for (let i = 0; i < this.places.length / 2; i++) {
      const [x, z] = [this.places[2 * i]!, this.places[2 * i + 1]!];
      const [east, south] = this.at(x, z, frame);
      const speed = Math.hypot(east, south);
      const wide = (0.17 * high) / Math.max(0.01, speed);
      const [ex, ez] = [x + east * REACH * high, z + south * REACH * high];
      const lift = (px: number, pz: number) => Math.max(this.wind.water ?? -1e9, heightAt(this.heights, px, pz)) + LIFT * high;
      p.set([x - south * wide, lift(x, z), z + east * wide, x + south * wide, lift(x, z), z - east * wide, ex, lift(ex, ez), ez], 9 * i);
      const share = Math.min(1, speed / this.wind.greatest);
      const shade = this.dark ? [0.3 - 0.22 * share, 0.46 - 0.24 * share, 0.58 - 0.24 * share] : [0.2 + 0.72 * share, 0.42 + 0.53 * share, 0.56 + 0.42 * share];
      for (let k = 0; k < 3; k++) c.set(shade, 9 * i + 3 * k);
    }
    at.needsUpdate = true;
    colour.needsUpdate = true;
  }

  dispose(): void {
    this.mesh.geometry.dispose();
    this.mesh.material.dispose();
  }
}
