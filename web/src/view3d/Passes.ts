import { Matrix4, Mesh, PlaneGeometry, Scene, Vector2, WebGLRenderTarget, type ShaderMaterial, type WebGLRenderer } from 'three';
import type { Cost } from './cost';
import type { Eye } from './Eye';
import { nearFirst } from './ground';
import type { MovingScene } from './motion/MovingScene';
import * as shaders from './shaders';
import type { Stage } from './Stage';
import { StillLayer } from './StillLayer';
import { SunShadow } from './SunShadow';

/** The picture in the water is soft: so many pixels of it for one of the view, and never more than this across. */
const MIRROR_SHARE = 0.6;
const MOST_MIRROR = 640;
/** An eye higher than this, in degrees, sees no mirror in the water. */
const NO_MIRROR = 70;
/** The same for one metre of the eye's way to its target. */
const HAZE_FROM = 4;
/** Metres of a site's longer side from which on patterns of the ground are as large as they are; in a smaller one they are finer. */
const COARSE = 40;
/** Metres after which haze hides everything, for one metre of the site's width. */
const HAZE = 3.2;

/** The passes that a picture is drawn in: sky, mirror, scene, streaks, lines; whole, or what moves over what stands still. */
export class Passes {
  /** Lines over everything. */
  readonly overlay = new Scene();
  private readonly sky = new Scene();
  private readonly mirror = new WebGLRenderTarget(2, 2, { depthBuffer: true });
  private readonly still = new StillLayer();
  private readonly shadow: SunShadow;
  private stillDrawn = false;
  private mirrored = '';

  constructor(
    private readonly renderer: WebGLRenderer,
    private readonly stage: Stage,
    private readonly eye: Eye,
    private readonly motion: MovingScene,
    private readonly cost: Cost,
  ) {
    this.shadow = new SunShadow(renderer, stage, eye);
    stage.uniforms.uMirrorMap.value = this.mirror.texture;
    const material: ShaderMaterial = stage.material(shaders.SKY_VERTEX, shaders.SKY_FRAGMENT);
    material.depthWrite = false;
    const sky = new Mesh(new PlaneGeometry(2, 2), material);
    sky.frustumCulled = false;
    this.sky.add(sky);
  }

  /** @param width pixels of the picture; @param height likewise */
  resize(width: number, height: number): void {
    this.still.resize(width, height);
    const mirror = Math.ceil(Math.min(MOST_MIRROR, MIRROR_SHARE * width));
    this.mirror.setSize(mirror, Math.ceil((mirror * height) / width));
    this.mirrored = '';
  }

  /** What stands still has to be drawn anew before something moves over it. */
  stale(): void {
    this.stillDrawn = false;
  }

  /** Sets the eye up. @param jitterX pixels that the picture is shifted by; @param jitterY likewise */
  look(jitterX: number, jitterY: number): void {
    const { uniforms, draft, fine } = this.stage;
    const size = this.renderer.getSize(new Vector2());
    this.eye.update(size.x, size.y, jitterX, jitterY);
    uniforms.uEye.value.copy(this.eye.position);
    // two numbers that no two passes have alike; without a shift the picture is a draft
    if (jitterX === 0 && jitterY === 0) uniforms.uPick.value.set(-1, -1);
    else uniforms.uPick.value.set(jitterX + 0.5, jitterY + 0.5);
    const extent = Math.max(uniforms.uSize.value.x, uniforms.uSize.value.y);
    // from far away a small site is no more hazy than from over its border
    uniforms.uHazeReach.value = this.eye.isParallel ? 1e9 : Math.max(HAZE * extent, HAZE_FROM * this.eye.reach) * uniforms.uClear.value;
    uniforms.uGrain.value = Math.min(1, extent / COARSE);
    uniforms.uToWorld.value.multiplyMatrices(this.eye.camera.matrixWorld, this.eye.camera.projectionMatrixInverse);
    for (const mesh of [draft, fine]) if (mesh) nearFirst(mesh.geometry, this.eye.pose.heading);
  }

  /** The whole picture. @param target where to, the canvas where it is null */
  whole(fine: boolean, target: WebGLRenderTarget | null): void {
    this.drawMirror();
    this.shadow.follow(fine);
    this.arrange(fine ? 'fine' : 'draft');
    this.show(fine, true, true);
    this.scene(target);
    this.over();
  }

  /** What moves, over what stands still. */
  moved(): void {
    if (!this.stillDrawn) this.drawStill();
    this.arrange('play');
    const { planting, draft, fine, tiles, water, sheets, props, patches } = this.stage;
    planting.swaying().still.forEach((each) => each.meshes.forEach((mesh) => (mesh.visible = false)));
    const resting = [draft, fine, tiles?.group ?? null, patches, ...water.children, ...sheets.children, ...[...props.values()].map((prop) => prop.mesh)].filter((object) => object !== null);
    const movers = this.motion.movers();
    resting.forEach((object) => (object.visible = movers.includes(object)));
    this.renderer.setRenderTarget(null);
    this.renderer.clear();
    this.still.lay(this.renderer);
    const back = plainly([...water.children, ...sheets.children] as Mesh[]);
    this.renderer.render(this.stage.scene, this.eye.camera);
    back();
    resting.forEach((object) => (object.visible = true));
    this.over();
  }

  /** Sky, fine ground, water, props and plants that nothing moves. */
  private drawStill(): void {
    this.drawMirror();
    this.shadow.follow(true);
    this.arrange('fine');
    this.show(true, true, true);
    this.stage.planting.swaying().moving.forEach((each) => each.meshes.forEach((mesh) => (mesh.visible = false)));
    const hidden = this.motion.movers();
    hidden.forEach((object) => (object.visible = false));
    this.scene(this.still.target);
    hidden.forEach((object) => (object.visible = true));
    this.stillDrawn = true;
  }

  /** The sky and the coarse ground seen in the water, by an eye below it. */
  private drawMirror(): void {
    const { stage, eye } = this;
    const { uniforms, materials, draft, water } = stage;
    if (water.children.length === 0 || !draft || eye.pose.elevation > NO_MIRROR) return;
    const size = this.renderer.getSize(new Vector2());
    // what it shows stands still: the same eye sees the same
    const seen = JSON.stringify([eye.pose, eye.isParallel, size, stage.version]);
    if (seen === this.mirrored) return;
    this.mirrored = seen;
    const camera = eye.camera;
    const flip = new Matrix4().set(1, 0, 0, 0, 0, -1, 0, 2 * (stage.waterLevel ?? 0), 0, 0, 1, 0, 0, 0, 0, 1);
    const world = camera.matrixWorld.clone();
    const view = camera.matrixWorldInverse.clone();
    camera.matrixWorld.premultiply(flip);
    camera.matrixWorldInverse.copy(camera.matrixWorld).invert();
    camera.matrixWorldAutoUpdate = false;
    uniforms.uToWorld.value.multiplyMatrices(camera.matrixWorld, camera.projectionMatrixInverse);
    this.show(false, false, false);
    // the picture in the water is soft: the coarse ground will do
    stage.tiles?.hide();
    draft.visible = true;
    materials.ground.side = 1;
    uniforms.uMirror.value = 1;
    this.scene(this.mirror);
    uniforms.uMirror.value = 0;
    materials.ground.side = 0;
    camera.matrixWorld.copy(world);
    camera.matrixWorldInverse.copy(view);
    camera.matrixWorldAutoUpdate = true;
    uniforms.uToWorld.value.multiplyMatrices(camera.matrixWorld, camera.projectionMatrixInverse);
  }

  private scene(target: WebGLRenderTarget | null): void {
    this.renderer.setRenderTarget(target);
    this.renderer.clear();
    this.renderer.render(this.sky, this.eye.camera);
    this.renderer.render(this.stage.scene, this.eye.camera);
  }

  private over(): void {
    this.motion.drawStreaks(this.renderer, this.eye.camera);
    this.renderer.render(this.overlay, this.eye.camera);
  }

  private show(fine: boolean, water: boolean, plants: boolean): void {
    const { stage } = this;
    const { tiles } = stage;
    tiles?.show(fine);
    if (stage.draft) stage.draft.visible = !fine && !tiles;
    if (stage.fine) stage.fine.visible = fine && !tiles;
    stage.water.visible = water;
    stage.sheets.visible = water;
    if (!plants) stage.planting.hide();
  }

  private arrange(of: 'draft' | 'play' | 'fine'): void {
    const { x, y, z } = this.eye.position;
    const pixels = this.eye.pixelsPerMetre(this.renderer.getSize(new Vector2()).y);
    const drawn = this.stage.planting.arrange(of, { eye: { x, y, z }, pixels, parallel: this.eye.isParallel, planes: this.eye.planes() });
    this.cost.drawn = drawn;
    this.motion.scale(pixels);
    this.stage.snowfall.scale(pixels);
    this.stage.uniforms.uBroaden.value = Math.min(2.6, 1 / Math.sqrt(drawn.share));
  }

  dispose(): void {
    this.still.dispose();
    this.shadow.dispose();
    this.mirror.dispose();
  }
}

/** Gives meshes the material that they have for motion, if any. @returns gives them their own again */
function plainly(meshes: Mesh[]): () => void {
  const own = meshes.map((mesh) => mesh.material);
  for (const mesh of meshes) mesh.material = (mesh.userData.quick as ShaderMaterial | undefined) ?? mesh.material;
  return () => meshes.forEach((mesh, k) => (mesh.material = own[k]!));
}
