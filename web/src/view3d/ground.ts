import { BufferAttribute, BufferGeometry } from 'three';

/** The height lattice that the server sent, border to border. */
export interface Heights {
  columns: number;
  rows: number;
  width: number;
  depth: number;
  values: Float32Array;
  /** 1 where the cell south-east of a node is without ground; left out where the ground is whole. */
  holes?: Uint8Array;
  /** Finer parts of it, round the eye. */
  finer?: Part[];
}

/** A finer part of the ground: square rows of heights between its borders, metres. */
export interface Part {
  west: number;
  north: number;
  width: number;
  depth: number;
  /** Height at a place in it. */
  at: (x: number, z: number) => number;
}

/** Whether the ground is missing at a place. */
export function holeAt(ground: Heights, x: number, z: number): boolean {
  const { columns, rows, holes } = ground;
  if (!holes) return false;
  const c = Math.min(Math.max(Math.floor((x / ground.width + 0.5) * (columns - 1)), 0), columns - 2);
  const r = Math.min(Math.max(Math.floor((z / ground.depth + 0.5) * (rows - 1)), 0), rows - 2);
  return holes[r * columns + c] === 1;
}

/** Height at a place, bilinear; beyond the border the border's value. */
export function heightAt(ground: Heights, x: number, z: number): number {
  const part = ground.finer?.find(({ west, north, width, depth }) => x >= west && x <= west + width && z >= north && z <= north + depth);
  if (part) return part.at(x, z);
  const { columns, rows, values } = ground;
  const column = Math.min(Math.max((x / ground.width + 0.5) * (columns - 1), 0), columns - 1);
  const row = Math.min(Math.max((z / ground.depth + 0.5) * (rows - 1), 0), rows - 1);
  const c = Math.min(Math.floor(column), columns - 2);
  const r = Math.min(Math.floor(row), rows - 2);
  const fc = column - c;
  const fr = row - r;
  const at = r * columns + c;
  const north = values[at]! + fc * (values[at + 1]! - values[at]!);
  const south = values[at + columns]! + fc * (values[at + columns + 1]! - values[at + columns]!);
  return north + fr * (south - north);
}

/** A mesh over the ground, open at its holes, with at most so many nodes on the longer side. */
export function groundGeometry(ground: Heights, most: number): BufferGeometry {
  const scale = Math.min(1, (most - 1) / (Math.max(ground.columns, ground.rows) - 1));
  const columns = Math.max(2, Math.round((ground.columns - 1) * scale) + 1);
  const rows = Math.max(2, Math.round((ground.rows - 1) * scale) + 1);
  const positions = new Float32Array(columns * rows * 3);
  const normals = new Float32Array(columns * rows * 3);
  const stepX = ground.width / (columns - 1);
  const stepZ = ground.depth / (rows - 1);
  for (let r = 0; r < rows; r++) {
    for (let c = 0; c < columns; c++) {
      const x = -ground.width / 2 + c * stepX;
      const z = -ground.depth / 2 + r * stepZ;
      const at = 3 * (r * columns + c);
      const gx = (heightAt(ground, x + stepX, z) - heightAt(ground, x - stepX, z)) / (2 * stepX);
      const gz = (heightAt(ground, x, z + stepZ) - heightAt(ground, x, z - stepZ)) / (2 * stepZ);
      const length = Math.hypot(gx, 1, gz);
      positions.set([x, heightAt(ground, x, z), z], at);
      normals.set([-gx / length, 1 / length, -gz / length], at);
    }
  }
  const geometry = new BufferGeometry();
  geometry.setAttribute('position', new BufferAttribute(positions, 3));
  geometry.setAttribute('normal', new BufferAttribute(normals, 3));
  const whole = (r: number, c: number) => !holeAt(ground, -ground.width / 2 + (c + 0.5) * stepX, -ground.depth / 2 + (r + 0.5) * stepZ);
  geometry.setIndex(new BufferAttribute(cells(columns, rows, 0, whole), 1));
  geometry.userData = { looking: 0, ordered: (looking: number) => cells(columns, rows, looking, whole) };
  return geometry;
}

/** Puts the triangles in order from the eye on, so that what is hidden behind others is not painted first. @param heading of the look, ° */
export function nearFirst(geometry: BufferGeometry, heading: number): void {
  const looking = (Math.round(heading / 90) + 4) % 4;
  const index = geometry.index!;
  if (geometry.userData.looking === looking) return;
  geometry.userData.looking = looking;
  index.array.set((geometry.userData as { ordered: (looking: number) => Uint32Array }).ordered(looking));
  index.needsUpdate = true;
}

/** Two triangles a cell, from the near side on when one looks 0 north, 1 east, 2 south, 3 west. */
function cells(columns: number, rows: number, looking: number, whole: (r: number, c: number) => boolean): Uint32Array {
  const indices = new Uint32Array((columns - 1) * (rows - 1) * 6);
  const [lines, along] = looking % 2 === 0 ? [rows - 1, columns - 1] : [columns - 1, rows - 1];
  let n = 0;
  for (let i = 0; i < lines; i++) {
    const line = looking === 0 || looking === 3 ? lines - 1 - i : i;
    for (let k = 0; k < along; k++) {
      const [r, c] = looking % 2 === 0 ? [line, k] : [k, line];
      if (!whole(r, c)) continue;
      const a = r * columns + c;
      indices.set([a, a + columns, a + 1, a + 1, a + columns, a + columns + 1], n);
      n += 6;
    }
  }
  return indices.subarray(0, n);
}

/** Where a ray first meets the ground, through its holes, or null. Marched at half a cell, then halved. */
export function meet(ground: Heights, from: [number, number, number], along: [number, number, number]): [number, number, number] | null {
  const cell = ground.width / (ground.columns - 1);
  const reach = 4 * Math.max(ground.width, ground.depth) + Math.hypot(...from);
  const below = (t: number) => {
    const x = from[0] + along[0] * t;
    const z = from[2] + along[2] * t;
    const inside = Math.abs(x) <= ground.width / 2 && Math.abs(z) <= ground.depth / 2;
    return inside && from[1] + along[1] * t <= heightAt(ground, x, z) && !holeAt(ground, x, z);
  };
  for (let t = 0, step = cell / 2; t < reach; t += step) {
    if (!below(t)) continue;
    let above = Math.max(0, t - step);
    let under = t;
    for (let i = 0; i < 24; i++) {
      const middle = (above + under) / 2;
      if (below(middle)) under = middle;
      else above = middle;
    }
    return [from[0] + along[0] * under, from[1] + along[1] * under, from[2] + along[2] * under];
  }
  return null;
}
