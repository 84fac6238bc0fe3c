import { Box3, Vector3 } from 'three';
import { heightAt, type Heights } from './ground';
import type { PlantMeshes } from './plants';
import type { ValueGrid } from './Stage';
import type { PropMesh } from './subjects/PropMesh';

/** A box in the site, metres. */
export interface Box {
  middle: [number, number, number];
  size: [number, number, number];
}

function boxOf(box: Box3): Box | null {
  if (box.isEmpty()) return null;
  return { middle: box.getCenter(new Vector3()).toArray(), size: box.getSize(new Vector3()).toArray() };
}

/** Round a prop where it stands. */
export function propBox(prop: PropMesh | undefined): Box | null {
  return prop ? boxOf(new Box3().setFromObject(prop.mesh)) : null;
}

/** Round all plants of a layer. */
export function plantsBox(plants: Pick<PlantMeshes, 'feet' | 'sizes'> | null): Box | null {
  if (!plants) return null;
  const box = new Box3();
  const at = new Vector3();
  let tallest = 0;
  for (let i = 0; 2 * i < plants.sizes.length; i++) {
    box.expandByPoint(at.fromArray(plants.feet, 3 * i));
    tallest = Math.max(tallest, plants.sizes[2 * i]!);
  }
  return boxOf(box.isEmpty() ? box : box.expandByScalar(tallest / 2));
}

/** Round the places whose value lies in the upper half of the values that there are. */
export function highPart(ground: Heights, { columns, rows, steps }: Pick<ValueGrid, 'columns' | 'rows' | 'steps'>): Box | null {
  let least = 65535;
  let most = 0;
  for (const step of steps) {
    if (step < least) least = step;
    if (step > most) most = step;
  }
  if (least >= most) return null;
  const box = new Box3();
  const at = new Vector3();
  for (let i = 0; i < columns * rows; i++) {
    if (steps[i]! * 2 < least + most) continue;
    const x = ((i % columns) / (columns - 1) - 0.5) * ground.width;
    const z = (Math.floor(i / columns) / (rows - 1) - 0.5) * ground.depth;
    box.expandByPoint(at.set(x, heightAt(ground, x, z), z));
  }
  return boxOf(box);
}
