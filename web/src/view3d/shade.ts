/** A grid of sunlight and sky light in bytes, as the ground comes with it. */
export interface LightGrid {
  columns: number;
  rows: number;
  sun: Uint8Array;
  sky: Uint8Array;
}

/** Metres that a plant is tall to throw a shade of its own. */
const SMALLEST = 0.6;
const MOST = 6000;

/**
 * The same light with the shade of large plants: each throws a soft shadow away from the sun and darkens the ground under its
 * crown. For the picture only. @param size of the grid, metres, and where its middle lies
 */
export function withShade(
  light: LightGrid,
  size: { width: number; depth: number; x?: number; z?: number },
  sun: { x: number; y: number; z: number },
  plants: { feet: Float32Array; sizes: Float32Array; flat: boolean }[],
): LightGrid {
  const big = plants.filter((each) => !each.flat);
  if (big.length === 0) return light;
  const shaded = { ...light, sun: light.sun.slice(), sky: light.sky.slice() };
  const cell = size.width / (light.columns - 1);
  // where the grid is fine enough smaller ones do too, where it is coarse none that would be lost in a cell
  const smallest = cell < 0.1 ? 3 * cell : Math.max(SMALLEST, 1.5 * cell);
  let left = MOST;
  for (const { feet, sizes } of big) {
    for (let i = 0; i < sizes.length / 2 && left > 0; i++) {
      const length = sizes[2 * i]!;
      const width = sizes[2 * i + 1]!;
      if (length < smallest || outside(feet[3 * i]! - (size.x ?? 0), size.width, 9 * length) || outside(feet[3 * i + 2]! - (size.z ?? 0), size.depth, 9 * length)) continue;
      left--;
      const x = feet[3 * i]! - (size.x ?? 0);
      const z = feet[3 * i + 2]! - (size.z ?? 0);
      const reach = Math.min(4, Math.hypot(sun.x, sun.z) / Math.max(0.1, sun.y));
      // the middle of the crown falls here
      const fall = 0.6 * length * reach;
      const away = Math.hypot(sun.x, sun.z) || 1;
      blot(shaded.sun, light, size, cell, x - (sun.x / away) * fall * 0.6, z - (sun.z / away) * fall * 0.6, Math.max(width / 2, 0.5 * smallest), fall * 0.6, sun, 0.62);
      blot(shaded.sky, light, size, cell, x, z, Math.max(width / 2, 0.5 * smallest), 0, sun, 0.35);
    }
  }
  return shaded;
}

/** Whether a place lies so far beyond a grid that its shade does not reach it. */
function outside(at: number, size: number, reach: number): boolean {
  return Math.abs(at) > size / 2 + reach;
}

/** Darkens an ellipse, longer along the sun's way. */
function blot(
  grid: Uint8Array,
  light: LightGrid,
  size: { width: number; depth: number },
  cell: number,
  x: number,
  z: number,
  radius: number,
  longer: number,
  sun: { x: number; z: number },
  most: number,
): void {
  const away = Math.hypot(sun.x, sun.z) || 1;
  const [ux, uz] = [sun.x / away, sun.z / away];
  const reach = (radius + longer) * 1.2 + cell;
  const column = (v: number) => ((v + size.width / 2) / size.width) * (light.columns - 1);
  const row = (v: number) => ((v + size.depth / 2) / size.depth) * (light.rows - 1);
  const soft = radius * 0.5 + cell;
  for (let r = Math.max(0, Math.floor(row(z - reach))); r <= Math.min(light.rows - 1, Math.ceil(row(z + reach))); r++) {
    for (let c = Math.max(0, Math.floor(column(x - reach))); c <= Math.min(light.columns - 1, Math.ceil(column(x + reach))); c++) {
      const dx = (c / (light.columns - 1)) * size.width - size.width / 2 - x;
      const dz = (r / (light.rows - 1)) * size.depth - size.depth / 2 - z;
      const along = Math.max(0, Math.abs(dx * ux + dz * uz) - longer);
      const across = dx * -uz + dz * ux;
      const d = Math.hypot(along, across);
      if (d > radius + soft) continue;
      const t = Math.max(0, Math.min(1, (radius + soft - d) / (2 * soft)));
      grid[r * light.columns + c]! *= 1 - most * t * t * (3 - 2 * t);
    }
  }
}
