import { Mesh, Scene, Vector3, type WebGLRenderer } from 'three';
import { beforeEach, describe, expect, it } from 'vitest';
import { Eye } from '../../src/view3d/Eye';
import type { Stage } from '../../src/view3d/Stage';
import { newUniforms } from '../../src/view3d/Stage';
import { SunShadow } from '../../src/view3d/SunShadow';

/** What was drawn into each map: whether the ground was in it, and where the sun's camera stood. */
let drawn: { ground: boolean; readable: boolean }[] = [];

function staged() {
  const uniforms = newUniforms();
  uniforms.uSun.value.set(0, 0.6, 0.8);
  const scene = new Scene();
  const ground = new Mesh();
  const tree = new Mesh();
  scene.add(ground, tree);
  const planting = { all: [{ flat: false, meshes: [tree] }], cast: () => undefined };
  const stage = { uniforms, scene, planting, props: new Map(), version: 1 } as unknown as Stage;
  const renderer = {
    setRenderTarget: () => undefined,
    clear: () => undefined,
    render: () => drawn.push({ ground: ground.visible, readable: uniforms.uShadow0.value !== null }),
  } as unknown as WebGLRenderer;
  const eye = new Eye({ target: [10, 0, 0], heading: 0, elevation: 20, distance: 40 });
  eye.extent = 100;
  return { stage, uniforms, eye, ground, shadow: new SunShadow(renderer, stage, eye) };
}

describe('shadows of the sun', () => {
  beforeEach(() => {
    drawn = [];
  });

  it('are drawn once for a still picture, of plants and props alone, and kept while nothing changes', () => {
    const { uniforms, eye, ground, shadow } = staged();
    shadow.follow(true);
    expect(drawn).toEqual([
      { ground: false, readable: false },
      { ground: false, readable: false },
    ]);
    expect(ground.visible).toBe(true);
    expect(uniforms.uShadow0.value).not.toBeNull();
    expect(uniforms.uShadowOf.value.x).toBe(1);
    shadow.follow(true);
    eye.pose = { ...eye.pose, heading: 90, target: [10.5, 0, 0] };
    shadow.follow(false);
    expect(drawn).toHaveLength(2);
    expect(uniforms.uShadowOf.value.x).toBe(1);
  });

  it('are left out of a draft that they do not fit, and drawn anew when the picture rests', () => {
    const { stage, uniforms, shadow } = staged();
    shadow.follow(true);
    stage.version++;
    shadow.follow(false);
    expect(uniforms.uShadowOf.value.x).toBe(0);
    shadow.follow(true);
    expect(drawn).toHaveLength(4);
    expect(uniforms.uShadowOf.value.x).toBe(1);
  });

  it('are none where the sun is down or hidden', () => {
    const { uniforms, shadow } = staged();
    uniforms.uSun.value.set(1, 0.01, 0);
    shadow.follow(true);
    uniforms.uSun.value.set(0, 1, 0);
    uniforms.uSunColour.value.set(0, 0, 0);
    shadow.follow(true);
    expect(drawn).toHaveLength(0);
    expect(uniforms.uShadowOf.value.x).toBe(0);
  });

  it('find a place in the middle of the map, the nearer the sun the less deep', () => {
    const { uniforms, shadow } = staged();
    shadow.follow(true);
    const at = new Vector3(10, 0, 0).applyMatrix4(uniforms.uShadowAt0.value);
    // the middle moves in steps, so the place may be a little off it
    expect(Math.abs(at.x - 0.5)).toBeLessThan(0.13);
    expect(Math.abs(at.y - 0.5)).toBeLessThan(0.13);
    const nearer = new Vector3(10, 0, 0).addScaledVector(uniforms.uSun.value, 2).applyMatrix4(uniforms.uShadowAt0.value);
    expect(nearer.z).toBeLessThan(at.z);
    expect(at.z - nearer.z).toBeCloseTo(2 / uniforms.uShadowOf.value.w, 5);
    const wide = new Vector3(10 + 24, 0, 0).applyMatrix4(uniforms.uShadowAt0.value);
    expect(wide.x < 0.01 || wide.x > 0.99).toBe(true);
  });
});
