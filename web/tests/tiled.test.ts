import { describe, expect, it } from 'vitest';
import { heightAt } from '../src/view3d/ground';
import { NODES, tileCells, tileGeometry, tilePart, TiledGround } from '../src/view3d/tiled';
import { ShaderMaterial } from 'three';

const SPOT = { west: -64, north: 0, width: 128, depth: 256 };
const HEIGHTS = Float32Array.from({ length: (NODES + 2) ** 2 }, (_, i) => (i % (NODES + 2)) * 2 + Math.floor(i / (NODES + 2)) * 3);

/** Nodes that triangles use along a border. */
function used(cells: Uint32Array, border: 'north' | 'east' | 'south' | 'west'): number[] {
  const on = { north: (i: number) => i < NODES, south: (i: number) => i >= NODES * (NODES - 1), west: (i: number) => i % NODES === 0, east: (i: number) => i % NODES === NODES - 1 }[border];
  const along = border === 'north' || border === 'south' ? (i: number) => i % NODES : (i: number) => Math.floor(i / NODES);
  return [...new Set(Array.from(cells).filter(on).map(along))].sort((a, b) => a - b);
}

/** Area of the triangles in plan, in cells. */
function area(cells: Uint32Array): number {
  let sum = 0;
  let down = 0;
  for (let t = 0; t < cells.length; t += 3) {
    const [a, b, c] = [cells[t]!, cells[t + 1]!, cells[t + 2]!].map((i) => [i % NODES, Math.floor(i / NODES)] as const) as [readonly [number, number], readonly [number, number], readonly [number, number]];
    const twice = (b[0] - a[0]) * (c[1] - a[1]) - (c[0] - a[0]) * (b[1] - a[1]);
    down = Math.max(down, twice);
    sum -= twice / 2;
  }
  // every one looks up
  expect(down).toBe(0);
  return sum;
}

describe('tiles of the ground', () => {
  it.each([1, 4])('are sewn to coarser neighbours without a crack at every %i. node', (stride) => {
    const sides = ['north', 'east', 'south', 'west'] as const;
    for (let coarser = 0; coarser < 16; coarser++) {
      const cells = tileCells(stride, coarser);
      expect(area(cells)).toBe((NODES - 1) ** 2);
      sides.forEach((side, k) => {
        const step = coarser & (1 << k) ? 2 * stride : stride;
        expect(used(cells, side)).toEqual(Array.from({ length: 128 / step + 1 }, (_, i) => i * step));
      });
    }
  });

  it('leave holes open', () => {
    const holes = new Uint8Array(NODES * NODES);
    holes[5 * NODES + 7] = 1;
    const cells = tileCells(1, 0, holes);
    expect(cells.length).toBe(6 * (128 * 128 - 1));
  });

  it('stand where they lie, with the slope of the nodes round them', () => {
    const geometry = tileGeometry(SPOT, HEIGHTS);
    const place = geometry.getAttribute('position');
    expect([place.getX(0), place.getY(0), place.getZ(0)]).toEqual([-64, 5, 0]);
    const last = NODES * NODES - 1;
    expect([place.getX(last), place.getZ(last)]).toEqual([64, 256]);
    // two metres a metre to the east, three in two to the south
    const normal = geometry.getAttribute('normal');
    for (const i of [0, 64, last]) {
      expect(normal.getX(i) / normal.getY(i)).toBeCloseTo(-2, 5);
      expect(normal.getZ(i) / normal.getY(i)).toBeCloseTo(-1.5, 5);
    }
  });

  it('give the height of a place where they lie, and the coarse ground the rest', () => {
    const ground = { columns: 2, rows: 2, width: 1000, depth: 1000, values: Float32Array.of(0, 0, 0, 0), finer: [tilePart(SPOT, HEIGHTS)] };
    expect(heightAt(ground, -64 + 10.5, 4)).toBeCloseTo(2 * 11.5 + 3 * 3, 4);
    expect(heightAt(ground, 64, 256)).toBeCloseTo(2 * 129 + 3 * 129, 3);
    expect(heightAt(ground, -65, 4)).toBe(0);
  });

  it('are kept while they are needed and taken away after', () => {
    const ground = new TiledGround();
    let made = 0;
    const make = () => {
      made++;
      return { geometry: tileGeometry(SPOT, HEIGHTS), material: new ShaderMaterial() };
    };
    const mesh = ground.lay('a', 0, make);
    ground.lay('b', 1, make);
    ground.show(false);
    const draft = mesh.geometry.index!.count;
    ground.show(true);
    expect(mesh.geometry.index!.count).toBe(16 * draft);
    ground.lay('a', 2, make);
    ground.keep(new Set(['a']));
    ground.show(true);
    expect(made).toBe(2);
    expect(ground.group.children).toEqual([mesh]);
    expect(mesh.geometry.index!.count).toBe(16 * draft);
    ground.dispose();
    expect(ground.group.children).toEqual([]);
  });
});
