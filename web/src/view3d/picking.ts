import { Matrix4, Vector3 } from 'three';
import type { Eye } from './Eye';
import type { PlantMeshes } from './plants';

/** What is under the pointer. */
export interface Hit {
  x: number;
  y: number;
  z: number;
  /** Number of the plant in its layer's list, or −1. */
  plant: number;
  layer: string;
  /** The prop that lies there, "" for the ground. */
  prop?: string;
  /** The shown value at that place of the prop. */
  value?: number | null;
}

/** A plant is met up to this share of the site's longer side away, and up to so many times its own length. */
const FARTHEST = 0.375;
const FARTHEST_LENGTHS = 120;
const NEAR_PIXELS = 5;

/** The plant whose middle is drawn within a few pixels of a place of the canvas, the nearest to the eye. */
export function plantAt(
  eye: Eye,
  all: Iterable<PlantMeshes>,
  pointer: { left: number; top: number; width: number; height: number },
  ground: [number, number, number] | null,
): Hit | null {
  const from = eye.position;
  const matrix = new Matrix4().multiplyMatrices(eye.camera.projectionMatrix, eye.camera.matrixWorldInverse);
  const at = new Vector3();
  let best: Hit | null = null;
  const behind = ground ? from.distanceTo(new Vector3(...ground)) : Infinity;
  let nearest = Infinity;
  for (const plants of all) {
    for (let i = 0; i < plants.count; i++) {
      const [x, y, z] = [plants.feet[3 * i]!, plants.feet[3 * i + 1]!, plants.feet[3 * i + 2]!];
      const far = Math.hypot(x - from.x, y - from.y, z - from.z);
      const length = plants.sizes[2 * i]!;
      // the ground under the pointer may lie before the foot by as much as the plant is long
      if (far >= nearest || far >= behind + length || far > Math.max(FARTHEST * eye.extent, FARTHEST_LENGTHS * length)) continue;
      at.set(x, y + 0.4 * length, z).applyMatrix4(matrix);
      const px = ((at.x + 1) / 2) * pointer.width - pointer.left;
      const py = ((1 - at.y) / 2) * pointer.height - pointer.top;
      if (at.z < 1 && px * px + py * py < NEAR_PIXELS * NEAR_PIXELS) {
        nearest = far;
        best = { x, y, z, plant: plants.numberOf(i), layer: plants.layer };
      }
    }
  }
  return best;
}

/** Where a place is drawn, in CSS pixels from the corner of the canvas; null behind the eye. */
export function drawnAt(eye: Eye, place: [number, number, number], width: number, height: number): { left: number; top: number } | null {
  const at = new Vector3(...place).applyMatrix4(eye.camera.matrixWorldInverse);
  if (!eye.isParallel && at.z > -eye.camera.near) return null;
  at.applyMatrix4(eye.camera.projectionMatrix);
  return { left: ((at.x + 1) / 2) * width, top: ((1 - at.y) / 2) * height };
}
