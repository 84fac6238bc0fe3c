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

/** Shares of the longer side of a site: how high a line lies over the ground, and how far the arms of a cross reach. */
const LIFTED = 7.5e-4;
const ARM = 3.75e-3;

/** A line as it is drawn; a single point as a cross. */
export function drawnLine(stage: Stage, line: GroundLine): Object3D {
  const size = Math.max(stage.heights?.width ?? 0, stage.heights?.depth ?? 0);
  const ground = (x: number, z: number, y: number) => (stage.heights && !line.flat ? Math.max(y, stage.heightAt(x, z)) + LIFTED * size : y);
  const lifted = line.points.flatMap(([x, y, z]) => [x, ground(x, z, y), z]);
  const geometry = new BufferGeometry();
  geometry.setAttribute('position', new BufferAttribute(new Float32Array(line.points.length === 1 ? cross(lifted, ARM * size) : lifted), 3));
  const material = new LineBasicMaterial({ color: line.colour, depthTest: false, transparent: true, opacity: 0.9 });
  if (line.pieces) return new LineSegments(geometry, material);
  return line.closed ? new LineLoop(geometry, material) : new Line(geometry, material);
}

function cross([x, y, z]: number[], arm: number): number[] {
  return [x! - arm, y!, z!, x! + arm, y!, z!, x!, y!, z!, x!, y! + 4 * arm, z!, x!, y!, z!, x!, y!, z! - arm, x!, y!, z! + arm];
}
