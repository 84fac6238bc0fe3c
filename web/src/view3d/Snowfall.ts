import { BufferAttribute, BufferGeometry, Points, type ShaderMaterial } from 'three';

/** Flakes in the picture at a heavy snowfall: what a machine without a graphics card still draws at ease. */
const MOST = 16_000;
/** Millimetres an hour of a heavy snowfall. */
const HEAVY = 25;
/** Metres a second that a flake falls. */
const FALLS = 1.1;

/** Flakes round the eye while it snows, leaning with the wind. */
export class Snowfall {
  readonly points: Points<BufferGeometry, ShaderMaterial>;

  constructor(material: ShaderMaterial) {
    const places = new Float32Array(3 * MOST);
    let state = 7;
    for (let i = 0; i < places.length; i++) {
      state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
      places[i] = state / 4294967296;
    }
    const geometry = new BufferGeometry();
    geometry.setAttribute('position', new BufferAttribute(places, 3));
    material.transparent = true;
    material.depthWrite = false;
    this.points = new Points(geometry, material);
    this.points.frustumCulled = false;
    this.points.renderOrder = 10;
    this.points.visible = false;
  }

  /** @param rate millimetres an hour; @param wind m/s to the east and to the south */
  fall(rate: number, wind: [number, number]): void {
    this.points.visible = rate > 0;
    this.points.geometry.setDrawRange(0, Math.round(MOST * Math.min(1, rate / HEAVY)));
    // near the ground flakes drift with a part of the wind that blows 10 m above it
    this.points.material.uniforms.uDrift!.value.set(0.4 * wind[0], -FALLS, 0.4 * wind[1]);
  }

  /** @param pixels of a metre, a metre away */
  scale(pixels: number): void {
    this.points.material.uniforms.uPixels!.value = pixels;
  }
}
