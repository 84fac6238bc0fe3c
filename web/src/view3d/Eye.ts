import { Frustum, Matrix4, OrthographicCamera, PerspectiveCamera, Vector3 } from 'three';

/** An eye that circles a target: heading and elevation in degrees, distance in metres. */
export interface Pose {
  target: [number, number, number];
  heading: number;
  elevation: number;
  distance: number;
}

const TALL = 0.62;

/** The perspective or parallel camera of a pose. */
export class Eye {
  private readonly perspective = new PerspectiveCamera(42, 1, 0.2, 3000);
  private readonly parallel = new OrthographicCamera(-1, 1, 1, -1, -2000, 4000);
  isParallel = false;
  /** Metres of the site's longer side. */
  extent = 160;
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
    return new Vector3(x, Math.max(target[1] + Math.sin(e) * distance, this.floor(x, z) + 1.2), z);
  }

  /** Pixels that a metre takes, one metre away; in the parallel view anywhere. */
  pixelsPerMetre(height: number): number {
    return this.isParallel
      ? height / (2 * this.pose.distance * Math.tan((18 * Math.PI) / 180))
      : height / (2 * Math.tan((21 * Math.PI) / 180));
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
      camera.near = Math.max(0.2, this.pose.distance * 5e-4);
      camera.far = Math.max(3000, 4 * this.extent);
    } else {
      const half = this.pose.distance * Math.tan((18 * Math.PI) / 180);
      camera.top = half;
      camera.bottom = -half;
      camera.left = (-half * width) / height;
      camera.right = (half * width) / height;
      camera.near = -Math.max(2000, 4 * this.extent);
      camera.far = Math.max(4000, 4 * this.extent);
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
    const frustum = new Frustum().setFromProjectionMatrix(new Matrix4().multiplyMatrices(plain.projectionMatrix, this.camera.matrixWorldInverse));
    return frustum.planes.slice(0, 4).flatMap(({ normal, constant }) => [normal.x, normal.y, normal.z, constant]);
  }

  /**
   * Puts the whole site into the picture: from above, else low over the water, or from the south where there is none.
   *
   * @param size metres of the longer side; @param base metres that it looks at
   */
  frame(plan: boolean, size: number, base: number, water: boolean): void {
    this.isParallel = plan;
    if (plan) this.pose = { target: [0, base, 0], heading: 0, elevation: 90, distance: (size / 2) * 3.25 };
    else if (water) this.pose = { target: [size * 0.01, base + size * 0.03, -size * 0.06], heading: 354, elevation: 7.5, distance: size * 0.43 };
    else this.pose = { target: [0, base, 0], heading: 345, elevation: 26, distance: size * 1.15 };
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
    this.pose = { ...this.pose, distance: Math.min(Math.max(1500, 4 * this.extent), Math.max(1.5, this.pose.distance * factor)) };
  }

  /** The ray through a point of the picture, in −1..1. */
  ray(x: number, y: number): { from: [number, number, number]; along: [number, number, number] } {
    const back = new Matrix4().multiplyMatrices(this.camera.matrixWorld, this.camera.projectionMatrixInverse);
    const near = new Vector3(x, y, -1).applyMatrix4(back);
    const along = new Vector3(x, y, 1).applyMatrix4(back).sub(near).normalize();
    return { from: near.toArray(), along: along.toArray() };
  }
}
