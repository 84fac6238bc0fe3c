import { describe, expect, it } from 'vitest';
import type { BufferGeometry, Mesh } from 'three';
import { drawnLine } from '../src/view3d/lines';
import { Eye } from '../src/view3d/Eye';
import { drawnAt, plantAt } from '../src/view3d/picking';
import type { PlantMeshes } from '../src/view3d/plants';
import type { Stage } from '../src/view3d/Stage';

const stageOf = (size: number) => ({ heights: { width: size, depth: size / 2 }, heightAt: () => 0 }) as unknown as Stage;
const placesOf = (stage: Stage, points: [number, number, number][]) => Array.from(((drawnLine(stage, { points, closed: false, colour: '#fff' }) as Mesh).geometry as BufferGeometry).getAttribute('position').array);

function eyeOf(size: number): Eye {
  const eye = new Eye({ target: [0, 0, 0], heading: 0, elevation: 30, distance: 0.3 * size });
  eye.extent = size;
  eye.update(1280, 800);
  eye.camera.updateMatrixWorld();
  return eye;
}

describe('what is drawn and met in places of any size', () => {
  it.each([0.2, 160, 12000, 100000])('a line lies as far over the ground as suits a site of %d m', (size) => {
    const line = placesOf(stageOf(size), [[0, 0, 0], [0.1 * size, 0, 0]]);
    expect(line[1]! / size).toBeCloseTo(0.00075, 6);
    const cross = placesOf(stageOf(size), [[0, 0, 0]]);
    expect((cross[3]! - cross[0]!) / size).toBeCloseTo(0.0075, 6);
  });

  it.each([0.2, 160, 12000])('a plant in the middle of a site of %d m is met, one behind its ground is not', (size) => {
    const eye = eyeOf(size);
    const length = size / 300;
    const plants = (y: number) => [{ count: 1, feet: new Float32Array([0, y, 0]), sizes: new Float32Array([length, length]), layer: 'g', numberOf: () => 7 } as unknown as PlantMeshes];
    const at = drawnAt(eye, [0, 0.4 * length, 0], 1280, 800)!;
    const pointer = { left: at.left, top: at.top, width: 1280, height: 800 };
    expect(plantAt(eye, plants(0), pointer, null)).toMatchObject({ plant: 7, layer: 'g' });
    const before = eye.position.clone().multiplyScalar(0.9);
    expect(plantAt(eye, plants(0), pointer, [before.x, before.y, before.z])).toBeNull();
  });
});
