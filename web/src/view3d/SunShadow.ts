import { DepthTexture, type Matrix4, NearestFilter, type Object3D, OrthographicCamera, UnsignedIntType, Vector3, WebGLRenderTarget, type WebGLRenderer } from 'three';
import { sidesOf, type Eye } from './Eye';
import type { Stage } from './Stage';

/** Pixels of a map to each side. */
const SIZE = 1536;
/** Metres to each side of what the eye looks at that a map holds, for one metre of the eye's way to it: sharp near it, wide round it. */
const REACHES = [0.55, 2.2];
/** The middle moves in steps of this share of the reach, so that a moving eye keeps its maps. */
const STEP = 0.25;
/** The sun this low, or behind cloud, throws no shadow of leaf and branch that could be told from the rest. */
const LOWEST = 0.03;
const FAINTEST = 0.02;
/** In place of whether the maps hold: one is being drawn. */
const CASTING = -1;

/** From the place to a map: x and y across it, z how near the sun, 0..1 each. */
const TO_MAP = [0.5, 0, 0, 0, 0, 0.5, 0, 0, 0, 0, 0.5, 0, 0.5, 0.5, 0.5, 1] as const;

/** Shadows of plants and props as maps of depth seen from the sun, a finer one within a wider one; drawn anew only where something has changed. */
export class SunShadow {
  private readonly maps = REACHES.map(() => {
    const target = new WebGLRenderTarget(SIZE, SIZE, { depthBuffer: true });
    target.depthTexture = new DepthTexture(SIZE, SIZE, UnsignedIntType);
    target.depthTexture.minFilter = target.depthTexture.magFilter = NearestFilter;
    return target;
  });
  private readonly camera = new OrthographicCamera(-1, 1, 1, -1, 0, 1);
  private drawn = '';

  constructor(
    private readonly renderer: WebGLRenderer,
    private readonly stage: Stage,
    private readonly eye: Eye,
  ) {
    this.lend(true);
  }

  /** Lets materials read the maps; not while one is drawn, as nothing may be read and written at once. */
  private lend(lent: boolean): void {
    const { uShadow0, uShadow1 } = this.stage.uniforms;
    uShadow0.value = lent ? this.maps[0]!.depthTexture : null;
    uShadow1.value = lent ? this.maps[1]!.depthTexture : null;
  }

  /** Draws the maps where they are not those of this eye and these things. @param fine else they are left out where they are not */
  follow(fine: boolean): void {
    const { uniforms } = this.stage;
    const sun = uniforms.uSun.value;
    const on = uniforms.uShadowOf.value;
    const { target, distance } = this.eye.pose;
    const regions = REACHES.map((share) => {
      const reach = share * distance;
      const step = STEP * reach;
      return { reach, middle: new Vector3(...target.map((v) => Math.round(v / step) * step)) };
    });
    const key = JSON.stringify([regions, sun, this.stage.version]);
    if (sun.y < LOWEST || uniforms.uSunColour.value.length() < FAINTEST || !this.casters().length) on.x = 0;
    else if (key === this.drawn) on.x = 1;
    else if (!fine) on.x = 0;
    else {
      this.drawn = key;
      regions.forEach(({ reach, middle }, map) => this.draw(map, reach, middle));
      on.x = 1;
    }
  }

  /** Plants that are no thin blades, and props. */
  private casters(): Object3D[] {
    const { planting, props } = this.stage;
    return [...planting.all.filter((each) => !each.flat).flatMap((each) => each.meshes), ...[...props.values()].map((prop) => prop.mesh)];
  }

  private draw(map: number, reach: number, middle: Vector3): void {
    const { stage, camera } = this;
    const { uniforms, scene, planting } = stage;
    // as deep for each map, so that a step in depth means the same in all of them
    const far = 4 * Math.max(this.eye.pose.distance, this.eye.extent * 0.1);
    camera.left = camera.bottom = -reach;
    camera.right = camera.top = reach;
    camera.far = 2 * far;
    camera.position.copy(middle).addScaledVector(uniforms.uSun.value, far);
    camera.up.set(0, 1, 0);
    if (uniforms.uSun.value.y > 0.99) camera.up.set(0, 0, -1);
    camera.lookAt(middle);
    camera.updateProjectionMatrix();
    camera.updateMatrixWorld();
    const casters = new Set(this.casters());
    const hidden = scene.children.filter((child) => child.visible && !casters.has(child));
    hidden.forEach((child) => (child.visible = false));
    const eye = uniforms.uEye.value.clone();
    const pick = uniforms.uPick.value.clone();
    uniforms.uEye.value.copy(camera.position);
    uniforms.uPick.value.set(-1, -1);
    uniforms.uShadowOf.value.x = CASTING;
    planting.cast({ eye: camera.position, pixels: SIZE / (2 * reach), parallel: true, planes: sidesOf(camera) });
    this.lend(false);
    this.renderer.setRenderTarget(this.maps[map]!);
    this.renderer.clear();
    this.renderer.render(scene, camera);
    this.lend(true);
    hidden.forEach((child) => (child.visible = true));
    uniforms.uEye.value.copy(eye);
    uniforms.uPick.value.copy(pick);
    const matrix: Matrix4 = uniforms[map === 0 ? 'uShadowAt0' : 'uShadowAt1'].value;
    matrix.fromArray(TO_MAP).multiply(camera.projectionMatrix).multiply(camera.matrixWorldInverse);
    const of = uniforms.uShadowOf.value;
    of[map === 0 ? 'y' : 'z'] = (2 * reach) / SIZE;
    of.w = camera.far;
  }

  dispose(): void {
    this.maps.forEach((map) => map.dispose());
  }
}
