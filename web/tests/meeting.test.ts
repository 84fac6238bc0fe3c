import { BufferAttribute, BufferGeometry, Mesh, Ray, Vector3 } from 'three';
import { describe, expect, it } from 'vitest';
import { meet } from '../src/nursery/meeting';

/** An upright leaf across x at a depth of its plant, from the ground to a height, beside the foot of a plant at an x. */
function plant(x: number, leaves: { depth: number; wide: number; tall: number }[]): Mesh {
  const corners = leaves.flatMap(({ depth, wide, tall }) => [-wide / 2, 0, depth, wide / 2, 0, depth, wide / 2, tall, depth, -wide / 2, tall, depth]);
  const geometry = new BufferGeometry();
  geometry.setAttribute('position', new BufferAttribute(new Float32Array(corners), 3));
  geometry.setIndex(leaves.flatMap((_, i) => [0, 1, 2, 0, 2, 3].map((corner) => 4 * i + corner)));
  const mesh = new Mesh(geometry);
  mesh.position.x = x;
  return mesh;
}

/** From the viewer's side, level. */
const toward = (x: number, y: number) => new Ray(new Vector3(x, y, 10), new Vector3(0, 0, -1));

describe('the place on a plant under the pointer', () => {
  const row = [plant(-2, [{ depth: 0.2, wide: 0.4, tall: 1 }]), plant(2, [{ depth: -0.3, wide: 0.4, tall: 1 }, { depth: 0.1, wide: 0.2, tall: 0.5 }])];

  it('is in the own frame of the plant that is met', () => {
    const met = meet(toward(-1.9, 0.7), row, 0)!;
    expect(met.plant).toBe(0);
    expect(met.away).toBe(0);
    expect(met.place[0]).toBeCloseTo(0.1, 6);
    expect(met.place[1]).toBeCloseTo(0.7, 6);
    expect(met.place[2]).toBeCloseTo(0.2, 6);
  });

  it('is on the leaf that is nearest to the eye', () => {
    expect(meet(toward(2, 0.4), row, 0)!.place[2]).toBeCloseTo(0.1, 6);
    expect(meet(toward(2, 0.8), row, 0)!.place[2]).toBeCloseTo(-0.3, 6);
  });

  it('between leaves is as deep as the nearest one', () => {
    const met = meet(toward(2.6, 0.9), row, 0)!;
    expect(met.plant).toBe(1);
    expect(met.away).toBeGreaterThan(0.3);
    expect(met.place[0]).toBeCloseTo(0.6, 6);
    expect(met.place[2]).toBeCloseTo(-0.3, 6);
  });

  it('stays on the plant that a stroke began on', () => {
    const met = meet(toward(2, 0.8), row, 0, 0)!;
    expect(met.plant).toBe(0);
    expect(met.place[0]).toBeCloseTo(4, 6);
    expect(met.place[2]).toBeCloseTo(0.2, 6);
  });

  it('follows plants that are shown turned', () => {
    // a quarter turn about the foot brings what lay toward the viewer to the right
    const turned = [plant(0, [{ depth: 0.5, wide: 0.4, tall: 1 }])];
    const side = meet(new Ray(new Vector3(10, 0.5, 0.1), new Vector3(-1, 0, 0)), turned, Math.PI / 2)!;
    expect(side.away).toBe(0);
    expect(side.place[0]).toBeCloseTo(-0.1, 6);
    expect(side.place[2]).toBeCloseTo(0.5, 6);
  });

  it('is nowhere without plants', () => {
    expect(meet(toward(0, 0), [], 0)).toBeNull();
  });
});
