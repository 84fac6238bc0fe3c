import type { Eye } from './Eye';
import { contour } from './contour';
import { heightAt, meet } from './ground';
import { drawnAt, plantAt, type Hit } from './picking';
import type { Stage } from './Stage';

type Place = [number, number, number];

/** What lies where in a picture: from a point of the canvas to the place under it, and back. */
export class Pointing {
  constructor(
    private readonly canvas: HTMLCanvasElement,
    private readonly eye: Eye,
    private readonly stage: Stage,
  ) {}

  /** The ray of a point of the canvas, in CSS pixels from its corner. */
  private ray(left: number, top: number): { from: Place; along: Place } {
    const { clientWidth: width, clientHeight: height } = this.canvas;
    this.eye.update(width, height);
    return this.eye.ray((2 * left) / width - 1, 1 - (2 * top) / height);
  }

  /** What lies under a point of the canvas. @param thorough searches large props too */
  hit(left: number, top: number, thorough = false): Hit | null {
    const { heights, planting } = this.stage;
    if (!heights) return null;
    const { from, along } = this.ray(left, top);
    const met = meet(heights, from, along);
    const prop = this.propAt(from, along, met, thorough);
    const { clientWidth: width, clientHeight: height } = this.canvas;
    const plant = plantAt(this.eye, planting.all, { left, top, width, height }, prop ? [prop.x, prop.y, prop.z] : met);
    return plant ?? prop ?? (met && { x: met[0], y: met[1], z: met[2], plant: -1, layer: '' });
  }

  /** The prop that a ray meets before the ground. */
  private propAt(from: Place, along: Place, ground: Place | null, thorough: boolean): Hit | null {
    let far = ground ? Math.hypot(ground[0] - from[0], ground[1] - from[1], ground[2] - from[2]) : Infinity;
    let hit: Hit | null = null;
    for (const [id, prop] of this.stage.props) {
      const met = prop.meet(from, along, thorough);
      if (!met || met.distance >= far) continue;
      far = met.distance;
      const [x, y, z] = along.map((d, k) => from[k]! + d * far) as Place;
      hit = { x, y, z, plant: -1, layer: '', prop: id, value: met.value };
    }
    return hit;
  }

  /** Where the ground lies under a point of the canvas, whatever stands on it. */
  groundAt(left: number, top: number): Place | null {
    const { heights } = this.stage;
    if (!heights) return null;
    const { from, along } = this.ray(left, top);
    return meet(heights, from, along);
  }

  /** Where a place is drawn, in CSS pixels from the corner of the canvas; null behind the eye. */
  drawnAt(place: Place): { left: number; top: number } | null {
    const { clientWidth: width, clientHeight: height } = this.canvas;
    this.eye.update(width, height);
    return drawnAt(this.eye, place, width, height);
  }

  /** The shown value at a place of the ground, or null where there is none. */
  valueAt(x: number, z: number): number | null {
    const { values, heights } = this.stage;
    if (!values || !heights) return null;
    const { columns, rows, steps, min, max } = values;
    return min + (heightAt({ ...heights, columns, rows, values: steps as unknown as Float32Array }, x, z) / 65535) * (max - min);
  }

  /** Height of the ground at a place. */
  heightAt(x: number, z: number): number {
    return this.stage.heightAt(x, z);
  }

  /** Pieces of the line along which the ground has a height. */
  contour(level: number): Place[] {
    return this.stage.heights ? contour(this.stage.heights, level) : [];
  }

  /** A place of the site in a prop's own frame. */
  ownPlace(prop: string, place: Place): Place | null {
    return this.stage.props.get(prop)?.ownPlace(place) ?? null;
  }

  /** The plants of a layer within a distance of a place: number in the layer's list, and identity. */
  plantsWithin(layer: string, [x, y, z]: Place, radius: number): { number: number; id: string }[] {
    return this.stage.planting.within(layer, x, y, z, radius);
  }
}
