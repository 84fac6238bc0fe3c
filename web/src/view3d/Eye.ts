import { type Camera, Frustum, Matrix4, OrthographicCamera, PerspectiveCamera, Vector3 } from 'three';

/** An eye that circles a target: heading and elevation in degrees, distance in metres. */
export interface Pose {
  target: [number, number, number];
  heading: number;
  elevation: number;
  distance: number;
}

/** The four sides of what a camera sees as planes: a normal that points into it and the distance, each. */
export function sidesOf(camera: Camera, intoView = camera.matrixWorldInverse): number[] {
  const frustum = new Frustum().setFromProjectionMatrix(new Matrix4().multiplyMatrices(camera.projectionMatrix, intoView));
  return frustum.planes.slice(0, 4).flatMap(({ normal, constant }) => [normal.x, normal.y, normal.z, constant]);
}

const TALL = 0.62;
/** Degrees of the picture's height. */
export const FIELD = 42;
/** Metres that the eye keeps above the ground, and the same as a share of a small site's longer side. */
const KEPT_ABOVE = 1.2;
const KEPT_SHARE = 0.0075;

/** The perspective or parallel camera of a pose. */
export class Eye {
  private readonly perspective = new PerspectiveCamera(FIELD, 1, 0.2, 3000);
  private readonly parallel = new OrthographicCamera(-1, 1, 1, -1, -2000, 4000);
  isParallel = false;
  /** Metres of the site's longer side; all lengths of the eye go by it. */
  extent = 1;
  /** Height of the ground, which the eye stays above. */
  floor: (x: number, z: number) => number = () => -1e9;

  constructor(public pose: Pose) {}

  get camera(): PerspectiveCamera | OrthographicCamera {
    return this.isParallel ? this.parallel : this.perspective;
  }

  get position(): Vector3 {
    const { target, heading, elevation, distance } = this.pose;
    const h = (heading * Math.PI) / 180;
    const e = (elevation * Math.PI) / 180;
    const x = target[0] - Math.sin(h) * Math.cos(e) * distance;
    const z = target[2] + Math.cos(h) * Math.cos(e) * distance;
    return new Vector3(x, Math.max(target[1] + Math.sin(e) * distance, this.floor(x, z) + this.keptAbove), z);
  }

  private get keptAbove(): number {
    return Math.min(KEPT_ABOVE, KEPT_SHARE * this.extent);
  }

  /** Metres from the eye to its target. */
  get reach(): number {
    return this.pose.distance;
  }

  /** Pixels that a metre takes, one metre away; in the parallel view anywhere. */
  pixelsPerMetre(height: number): number {
    return this.isParallel
      ? height / (2 * this.pose.distance * Math.tan((18 * Math.PI) / 180))
      : height / (2 * Math.tan((FIELD * Math.PI) / 360));
  }

  /** Sets the camera up; the jitter, in pixels, moves it by less than one for smooth edges. */
  update(width: number, height: number, jitterX = 0, jitterY = 0): void {
    const camera = this.camera;
    camera.position.copy(this.position);
    camera.up.set(0, 1, 0);
    if (this.pose.elevation > 89.5) camera.up.set(Math.sin((this.pose.heading * Math.PI) / 180), 0, -Math.cos((this.pose.heading * Math.PI) / 180));
    camera.lookAt(...this.pose.target);
    if (camera instanceof PerspectiveCamera) {
      camera.aspect = width / height;
      // nothing stands nearer to an eye high above the ground than a share of that height, and depth is the more exact the farther this is
      const { x, y, z } = camera.position;
      const above = y - Math.max(this.floor(x, z), -this.extent);
      camera.near = Math.max(0.04 * above, 0.1 * this.keptAbove, 1e-5 * this.extent);
      camera.far = 4 * this.extent + 2 * this.pose.distance;
    } else {
      const half = this.pose.distance * Math.tan((18 * Math.PI) / 180);
      camera.top = half;
      camera.bottom = -half;
      camera.left = (-half * width) / height;
      camera.right = (half * width) / height;
      camera.near = -4 * this.extent;
      camera.far = 4 * this.extent + 2 * this.pose.distance;
    }
    camera.setViewOffset(width, height, jitterX, jitterY, width, height);
    camera.updateProjectionMatrix();
    camera.updateMatrixWorld(true);
  }

  /** The four sides of the picture as planes, a normal that points into it and the distance each; whatever the jitter. */
  planes(): number[] {
    const plain = this.camera.clone();
    plain.clearViewOffset();
    plain.updateProjectionMatrix();
    return sidesOf(plain, this.camera.matrixWorldInverse);
  }

  orbit(byHeading: number, byElevation: number): void {
    this.pose = {
      ...this.pose,
      heading: (this.pose.heading + byHeading + 360) % 360,
      elevation: Math.min(90, Math.max(1, this.pose.elevation + byElevation)),
    };
  }

  /** Moves the target in the picture's plane, by shares of the picture's height. */
  pan(right: number, up: number): void {
    const h = (this.pose.heading * Math.PI) / 180;
    const size = this.pose.distance * TALL;
    const [x, y, z] = this.pose.target;
    const forward = up * size;
    this.pose = {
      ...this.pose,
      target: [x + Math.cos(h) * right * size + Math.sin(h) * forward, y, z + Math.sin(h) * right * size - Math.cos(h) * forward],
    };
  }

  zoom(factor: number): void {
    this.pose = { ...this.pose, distance: Math.min(6 * this.extent, Math.max(this.nearest, this.pose.distance * factor)) };
  }

  /** Metres from the target that the eye comes to at least. */
  get nearest(): number {
    return Math.min(1.5, 0.01 * this.extent);
  }

  /** Turns to a place, near enough to see a thing of a size, metres. */
  goTo(target: [number, number, number], size: number): void {
    const elevation = Math.max(12, Math.min(40, this.pose.elevation));
    this.pose = { ...this.pose, target, elevation: this.isParallel ? this.pose.elevation : elevation, distance: Math.max(this.nearest, size * (this.isParallel ? 1.6 : 2.2)) };
  }

  /** The ray through a point of the picture, in −1..1. */
  ray(x: number, y: number): { from: [number, number, number]; along: [number, number, number] } {
    const back = new Matrix4().multiplyMatrices(this.camera.matrixWorld, this.camera.projectionMatrixInverse);
    const near = new Vector3(x, y, -1).applyMatrix4(back);
    const along = new Vector3(x, y, 1).applyMatrix4(back).sub(near).normalize();
    return { from: near.toArray(), along: along.toArray() };
  }
}
