import { heightAt, type Heights } from './ground';

type Point = [number, number, number];

const NODES = 161;

/** Pieces of the line along which the ground has a height, two ends each, by marching squares on a coarse lattice. */
export function contour(ground: Heights, level: number): Point[] {
  const scale = (NODES - 1) / Math.max(ground.width, ground.depth);
  const columns = Math.max(2, Math.round(ground.width * scale) + 1);
  const rows = Math.max(2, Math.round(ground.depth * scale) + 1);
  const x = (c: number) => -ground.width / 2 + (ground.width * c) / (columns - 1);
  const z = (r: number) => -ground.depth / 2 + (ground.depth * r) / (rows - 1);
  const above = new Float32Array(columns * rows);
  for (let r = 0; r < rows; r++) for (let c = 0; c < columns; c++) above[r * columns + c] = heightAt(ground, x(c), z(r)) - level;
  const pieces: Point[] = [];
  for (let r = 0; r < rows - 1; r++) {
    for (let c = 0; c < columns - 1; c++) {
      const corners = [
        [c, r],
        [c + 1, r],
        [c + 1, r + 1],
        [c, r + 1],
      ] as const;
      const cut: Point[] = [];
      for (let i = 0; i < 4; i++) {
        const [ac, ar] = corners[i]!;
        const [bc, br] = corners[(i + 1) % 4]!;
        const a = above[ar * columns + ac]!;
        const b = above[br * columns + bc]!;
        if (a >= 0 === b >= 0) continue;
        const t = a / (a - b);
        cut.push([x(ac) + t * (x(bc) - x(ac)), level, z(ar) + t * (z(br) - z(ar))]);
      }
      for (let i = 0; i + 1 < cut.length; i += 2) pieces.push(cut[i]!, cut[i + 1]!);
    }
  }
  return pieces;
}
