import { BufferAttribute, BufferGeometry, Group, Mesh, type ShaderMaterial } from 'three';
import type { Part } from './ground';

/** Nodes along a side of a tile, and with one more all round. */
export const NODES = 129;
const APRON = NODES + 2;
const CELLS = NODES - 1;
/** Of a draft every so manyth node. */
const DRAFT = 4;

/** Where a tile lies, metres. */
export interface Spot {
  west: number;
  north: number;
  width: number;
  depth: number;
}

const known = new Map<string, BufferAttribute>();

/**
 * The triangles of a tile. Along a border with a coarser neighbour every other node is drawn to the one before it, so that both borders are the
 * same line. @param stride 1 for all nodes; @param coarser 1 to the north, 2 to the east, 4 to the south, 8 to the west
 */
export function tileCells(stride: number, coarser: number, holes?: Uint8Array): Uint32Array {
  const last = CELLS / stride;
  const node = (row: number, column: number) => {
    const sewnColumn = (row === 0 && coarser & 1) || (row === last && coarser & 4) ? column - (column % 2) : column;
    const sewnRow = (column === 0 && coarser & 8) || (column === last && coarser & 2) ? row - (row % 2) : row;
    return sewnRow * stride * NODES + sewnColumn * stride;
  };
  const indices = new Uint32Array(6 * last * last);
  let n = 0;
  for (let row = 0; row < last; row++) {
    for (let column = 0; column < last; column++) {
      if (holes && open(holes, row * stride, column * stride, stride)) continue;
      const [a, b, c, d] = [node(row, column), node(row + 1, column), node(row, column + 1), node(row + 1, column + 1)];
      indices.set([a, b, c, c, b, d], n);
      n += 6;
    }
  }
  return indices.subarray(0, n);
}

/** Whether the ground is missing in the middle of a cell. */
function open(holes: Uint8Array, row: number, column: number, stride: number): boolean {
  const half = stride >> 1;
  return holes[(row + half) * NODES + column + half] === 1;
}

function cellsOf(stride: number, coarser: number): BufferAttribute {
  const key = `${stride}/${coarser}`;
  if (!known.has(key)) known.set(key, new BufferAttribute(tileCells(stride, coarser), 1));
  return known.get(key)!;
}

/** Places and slopes of a tile's nodes. @param heights metres, with one more node all round */
export function tileGeometry({ west, north, width, depth }: Spot, heights: Float32Array): BufferGeometry {
  const positions = new Float32Array(3 * NODES * NODES);
  const normals = new Float32Array(3 * NODES * NODES);
  const stepX = width / CELLS;
  const stepZ = depth / CELLS;
  for (let row = 0; row < NODES; row++) {
    for (let column = 0; column < NODES; column++) {
      const own = (row + 1) * APRON + column + 1;
      const at = 3 * (row * NODES + column);
      const gx = (heights[own + 1]! - heights[own - 1]!) / (2 * stepX);
      const gz = (heights[own + APRON]! - heights[own - APRON]!) / (2 * stepZ);
      const length = Math.hypot(gx, 1, gz);
      positions[at] = west + column * stepX;
      positions[at + 1] = heights[own]!;
      positions[at + 2] = north + row * stepZ;
      normals[at] = -gx / length;
      normals[at + 1] = 1 / length;
      normals[at + 2] = -gz / length;
    }
  }
  const geometry = new BufferGeometry();
  geometry.setAttribute('position', new BufferAttribute(positions, 3));
  geometry.setAttribute('normal', new BufferAttribute(normals, 3));
  geometry.computeBoundingSphere();
  return geometry;
}

/** Heights of a tile between its nodes. */
export function tilePart(spot: Spot, heights: Float32Array): Part {
  return {
    ...spot,
    at: (x, z) => {
      const column = Math.min(Math.max(((x - spot.west) / spot.width) * CELLS, 0), CELLS);
      const row = Math.min(Math.max(((z - spot.north) / spot.depth) * CELLS, 0), CELLS);
      const c = Math.min(Math.floor(column), CELLS - 1);
      const r = Math.min(Math.floor(row), CELLS - 1);
      const fc = column - c;
      const fr = row - r;
      const at = (r + 1) * APRON + c + 1;
      const north = heights[at]! + fc * (heights[at + 1]! - heights[at]!);
      const south = heights[at + APRON]! + fc * (heights[at + APRON + 1]! - heights[at + APRON]!);
      return north + fr * (south - north);
    },
  };
}

interface Laid {
  mesh: Mesh<BufferGeometry, ShaderMaterial>;
  holes?: Uint8Array;
  coarser: number;
}

/** The ground in tiles round the eye: all nodes where the picture rests, every fourth while it moves. */
export class TiledGround {
  readonly group = new Group();
  private readonly laid = new Map<string, Laid>();
  private fine: boolean | null = null;

  /** Lays a tile, or changes which of its neighbours are coarser. @param make its shape and how it is painted, where it is not there yet */
  lay(name: string, coarser: number, make: () => { geometry: BufferGeometry; material: ShaderMaterial; holes?: Uint8Array }): Mesh<BufferGeometry, ShaderMaterial> {
    let tile = this.laid.get(name);
    if (!tile) {
      const { geometry, material, holes } = make();
      tile = { mesh: new Mesh(geometry, material), holes, coarser: -1 };
      this.laid.set(name, tile);
      this.group.add(tile.mesh);
    }
    if (tile.coarser !== coarser) {
      tile.coarser = coarser;
      this.fine = null;
    }
    return tile.mesh;
  }

  /** Takes away all but some. */
  keep(names: Set<string>): void {
    for (const [name, { mesh }] of this.laid) {
      if (names.has(name)) continue;
      this.group.remove(mesh);
      mesh.geometry.dispose();
      mesh.material.dispose();
      this.laid.delete(name);
    }
  }

  show(fine: boolean): void {
    this.group.visible = true;
    if (fine === this.fine) return;
    this.fine = fine;
    const stride = fine ? 1 : DRAFT;
    for (const { mesh, holes, coarser } of this.laid.values()) {
      mesh.geometry.setIndex(holes ? new BufferAttribute(tileCells(stride, coarser, holes), 1) : cellsOf(stride, coarser));
    }
  }

  hide(): void {
    this.group.visible = false;
  }

  dispose(): void {
    this.keep(new Set());
  }
}
