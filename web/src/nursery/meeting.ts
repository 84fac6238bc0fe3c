import { DoubleSide, Mesh, MeshBasicMaterial, Raycaster, Vector3, type BufferGeometry, type Ray } from 'three';

/** Where a ray meets a plant. */
export interface Met {
  /** The plant, by number. */
  plant: number;
  /** Metres from the ray to the leaf that is nearest to it; 0 where it meets one. */
  away: number;
  /** Metres from the eye. */
  deep: number;
  /** In the plant's own frame, metres. */
  place: [number, number, number];
}

const UP = new Vector3(0, 1, 0);
const SOLID = new MeshBasicMaterial({ side: DoubleSide });

/**
 * The place where a ray meets the first of plants in a row, each in its own frame; between their leaves as deep as the leaf that
 * is nearest to there.
 *
 * @param plants upright, their feet at their positions, unturned geometry
 * @param turn radians by which each is shown turned about its foot
 * @param only the plant, by number, that alone is looked at
 * @returns null where there is no plant
 */
export function meet(ray: Ray, plants: readonly Mesh[], turn: number, only?: number): Met | null {
  const found = plants.flatMap((mesh, plant): Met[] => {
    if (only !== undefined && only !== plant) return [];
    const own = new Raycaster(ray.origin.clone().sub(mesh.position).applyAxisAngle(UP, -turn), ray.direction.clone().applyAxisAngle(UP, -turn));
    const met = own.intersectObject(new Mesh(mesh.geometry, SOLID))[0];
    return met ? [{ plant, away: 0, deep: met.distance, place: met.point.toArray() }] : beside(own.ray, mesh.geometry, plant);
  });
  return found.sort((one, other) => one.away - other.away || one.deep - other.deep)[0] ?? null;
}

/** The place of a ray that is nearest to any vertex of a mesh; nothing where it has none. */
function beside(ray: Ray, geometry: BufferGeometry, plant: number): Met[] {
  const positions = geometry.getAttribute('position');
  const vertex = new Vector3();
  let nearest = Infinity;
  let deep = 0;
  for (let i = 0; i < positions.count; i++) {
    const square = ray.distanceSqToPoint(vertex.fromBufferAttribute(positions, i));
    if (square < nearest) {
      nearest = square;
      deep = vertex.sub(ray.origin).dot(ray.direction);
    }
  }
  return nearest < Infinity ? [{ plant, away: Math.sqrt(nearest), deep, place: ray.at(deep, vertex).toArray() }] : [];
}
