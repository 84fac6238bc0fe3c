import { BufferAttribute, BufferGeometry, Line, LineBasicMaterial, LineLoop, LineSegments, type Object3D } from 'three';
import type { Stage } from './Stage';

/** A line over the ground: a place that matters now. */
export interface GroundLine {
  points: [number, number, number][];
  closed: boolean;
  colour: string;
  /** Keeps its own heights rather than lying on the ground. */
  flat?: boolean;
  /** Pairs of points are pieces of their own. */
  pieces?: boolean;
}

/** A line as it is drawn; a single point as a cross. */
export function drawnLine(stage: Stage, line: GroundLine): Object3D {
  const ground = (x: number, z: number, y: number) => (stage.heights && !line.flat ? Math.max(y, stage.heightAt(x, z)) + 0.12 : y);
  const lifted = line.points.flatMap(([x, y, z]) => [x, ground(x, z, y), z]);
  const geometry = new BufferGeometry();
  geometry.setAttribute('position', new BufferAttribute(new Float32Array(line.points.length === 1 ? cross(lifted) : lifted), 3));
  const material = new LineBasicMaterial({ color: line.colour, depthTest: false, transparent: true, opacity: 0.9 });
  if (line.pieces) return new LineSegments(geometry, material);
  return line.closed ? new LineLoop(geometry, material) : new Line(geometry, material);
}

function cross([x, y, z]: number[]): number[] {
  return [x! - 0.6, y!, z!, x! + 0.6, y!, z!, x!, y!, z!, x!, y! + 2.4, z!, x!, y!, z!, x!, y!, z! - 0.6, x!, y!, z! + 0.6];
}
