import {
  BufferAttribute,
  BufferGeometry,
  Line,
  LineBasicMaterial,
  LineLoop,
  LineSegments,
  LinearSRGBColorSpace,
  Matrix4,
  Mesh,
  PlaneGeometry,
  Scene,
  ShaderMaterial,
  Vector2,
  Vector3,
  Vector4,
  WebGLRenderTarget,
  WebGLRenderer,
} from 'three';
import type { DataTexture, IUniform } from 'three';
import type { Bundle } from '../api/bundle';
import type { PropView } from '../api/types';
import { Eye } from './camera';
import { groundGeometry, heightAt, meet, nearFirst, type Heights } from './ground';
import { contour } from './contour';
import { drawnAt, plantAt, type Hit } from './picking';
import type { Moving } from './motion/Moving';
import { MovingScene } from './motion/MovingScene';
import { Planting } from './Planting';
import { linearOf, PropMesh } from './props';
import { noiseTexture } from './noise';
import { StillLayer } from './StillLayer';
import { Ripening } from './Ripening';
import { withShade, type LightGrid } from './shade';
import { Cost } from './cost';
import * as shaders from './shaders';
import { heightTexture, lightTexture, tintTextures, valueTexture } from './textures';

export type { Hit } from './picking';

const DRAFT_NODES = 129;
const FINE_NODES = 512;
/** The picture in the water is soft: so many pixels of it for one of the view, and never more than this across. */
const MIRROR_SHARE = 0.6;
const MOST_MIRROR = 640;
/** Milliseconds after the last change before a playing picture lays what stands still under what moves. */
const STILL_AFTER = 350;
/** As many as the shader has room for. */
const MOST_LEVELS = 40;

/**
 * The 3D view, outside React. It draws on demand only: a quick draft while something moves; when it rests the picture ripens
 * over a few fine passes and then drawing stops.
 */
export class Viewport {
  private readonly renderer: WebGLRenderer;
  private readonly eye: Eye;
  private readonly scene = new Scene();
  private readonly overlay = new Scene();
  private readonly skyScene = new Scene();
  private readonly mirrorTarget = new WebGLRenderTarget(2, 2, { depthBuffer: true });
  private readonly ripening: Ripening;
  private readonly still = new StillLayer();
  /** When something other than the moment has last changed, and whether the still layer has it. */
  private changedAt = 0;
  private stillDrawn = false;
  private mirrored = '';
  private readonly uniforms = {
    uSun: { value: new Vector3(0, 1, 0) },
    uEye: { value: new Vector3() },
    uSize: { value: new Vector2(1, 1) },
    uLight: { value: null as DataTexture | null },
    uHazeReach: { value: 260 },
    uNoise: { value: noiseTexture() },
    uValues: { value: null as DataTexture | null },
    uScale: { value: new Vector4(0, 1, 1, 1) },
    uValuesShown: { value: 0 },
    uHeights: { value: new Vector2(0, 1) },
    uWater: { value: -1e9 },
    uMirror: { value: 0 },
    uBroaden: { value: 1 },
    uToWorld: { value: new Matrix4() },
    uTint: { value: null as DataTexture | null },
    uTone: { value: null as DataTexture | null },
    uTinted: { value: 0 },
    uLook: { value: new Vector2(0, 0) },
    uSigned: { value: 0 },
    uLevels: { value: new Array<number>(MOST_LEVELS).fill(0) },
    uHeightMap: { value: null as DataTexture | null },
    uMirrorMap: { value: null as unknown },
  };
  private readonly groundMaterial = this.material(shaders.GROUND_VERTEX, shaders.GROUND_FRAGMENT);
  private readonly planting = new Planting(this.scene, {
    blade: this.material(shaders.COMMON + shaders.PLANT_VERTEX, shaders.PLANT_FRAGMENT, { BLADE: 1 }),
    whole: this.material(shaders.COMMON + shaders.PLANT_VERTEX, shaders.PLANT_FRAGMENT),
    swaying: (blade, own) => this.material(shaders.COMMON + shaders.PLANT_VERTEX, shaders.PLANT_FRAGMENT, blade ? { BLADE: 1, SWAY: 1 } : { SWAY: 1 }, own),
  });
  private readonly waterMaterial = this.material(shaders.WATER_VERTEX, shaders.WATER_FRAGMENT);
  private readonly propMaterial = this.material(shaders.PROP_VERTEX, shaders.PROP_FRAGMENT);
  private readonly clothMaterial = this.material(shaders.PROP_VERTEX, shaders.PROP_FRAGMENT, { CLOTH: 1 });
  private drawn = 0;
  private scripts = 0;
  private readonly props = new Map<string, PropMesh>();
  private readonly motion = new MovingScene({
    scene: this.scene,
    planting: this.planting,
    props: this.props,
    resting: this.propMaterial,
    cloth: this.clothMaterial,
    grains: (own, sways) => this.material(shaders.COMMON + shaders.GRAIN_VERTEX, shaders.GRAIN_FRAGMENT, sways ? { SWAY: 1 } : {}, own),
  });
  private draft: Mesh | null = null;
  private fine: Mesh | null = null;
  private water: Mesh | null = null;
  private heights: Heights | null = null;
  private keys = new Map<string, string>();
  private values: { columns: number; rows: number; steps: Uint16Array; min: number; max: number } | null = null;
  private valueScale = { low: 0, high: 1 };
  private light: LightGrid | null = null;
  /** What frames have cost so far, and what one would cost. */
  readonly cost = new Cost();
  private observer: ResizeObserver;
  private framed = false;
  /** Called when a fine picture has begun or ended ripening, and with 0 passes when it begins anew. */
  onRipen: (passes: number, of: number) => void = () => undefined;
  /** Called when the eye has moved or the ground has changed, so that what lies over the canvas can follow. */
  onLook: () => void = () => undefined;

  constructor(private readonly canvas: HTMLCanvasElement) {
    this.renderer = new WebGLRenderer({ canvas, antialias: false, preserveDrawingBuffer: true, powerPreference: 'high-performance' });
    this.renderer.outputColorSpace = LinearSRGBColorSpace;
    // a screen with fewer pixels than points is drawn with as many as it has; a finer one as if it were not
    this.renderer.setPixelRatio(Math.min(1, window.devicePixelRatio));
    this.renderer.autoClear = false;
    this.eye = new Eye({ target: [0, 8, 0], heading: 0, elevation: 20, distance: 90 });
    this.propMaterial.side = this.clothMaterial.side = 2;
    this.uniforms.uMirrorMap.value = this.mirrorTarget.texture;
    const sky = new Mesh(new PlaneGeometry(2, 2), this.material(shaders.SKY_VERTEX, shaders.SKY_FRAGMENT));
    (sky.material as ShaderMaterial).depthWrite = false;
    sky.frustumCulled = false;
    this.skyScene.add(sky);
    this.ripening = new Ripening(this.renderer, {
      pass: (jitterX, jitterY) => this.drawFine(jitterX, jitterY),
      began: () => {
        Object.assign(canvas.dataset, { passes: 0, ripe: false });
        this.onRipen(0, 0);
      },
      done: (passes, of, took) => {
        Object.assign(canvas.dataset, { passes, ripe: passes >= of });
        this.cost.measure(took);
        this.onRipen(passes, of);
      },
    });
    this.observer = new ResizeObserver(() => this.resize());
    this.observer.observe(canvas.parentElement ?? canvas);
    this.resize();
  }

  private material(vertex: string, fragment: string, defines: Record<string, number> = {}, own: Record<string, IUniform> = {}): ShaderMaterial {
    return new ShaderMaterial({ defines, uniforms: { ...this.uniforms, ...own }, vertexShader: vertex, fragmentShader: shaders.COMMON + fragment, side: fragment === shaders.PLANT_FRAGMENT ? 2 : 0 });
  }

  private resize(): void {
    const holder = this.canvas.parentElement;
    if (!holder) return;
    const { width, height } = holder.getBoundingClientRect();
    if (width < 2 || height < 2) return;
    this.renderer.setSize(width, height, false);
    this.ripening.resize(width, height);
    const pixels = width * this.renderer.getPixelRatio();
    this.still.resize(pixels, height * this.renderer.getPixelRatio());
    const mirror = Math.ceil(Math.min(MOST_MIRROR, MIRROR_SHARE * pixels));
    this.mirrorTarget.setSize(mirror, Math.ceil((mirror * height) / width));
    this.mirrored = '';
    this.draw();
  }

  get parallel(): boolean {
    return this.eye.isParallel;
  }

  orbit(heading: number, elevation: number): void {
    this.eye.orbit(heading, elevation);
    this.draw();
  }

  pan(right: number, up: number): void {
    this.eye.pan(right, up);
    this.draw();
  }

  zoom(factor: number): void {
    this.eye.zoom(factor);
    this.draw();
  }

  /** Puts the whole site into the picture, from the south, or from above. */
  frame(plan: boolean): void {
    if (!this.heights) return;
    const { width, depth } = this.heights;
    const size = Math.max(width, depth);
    const water = this.uniforms.uWater.value;
    const base = water > -1e8 ? water : heightAt(this.heights, 0, 0);
    this.eye.isParallel = plan;
    this.eye.pose = plan
      ? { target: [0, base, 0], heading: 0, elevation: 90, distance: (size / 2) * 3.25 }
      : water > -1e8
        ? { target: [size * 0.01, base + size * 0.03, -size * 0.06], heading: 354, elevation: 7.5, distance: size * 0.43 }
        : { target: [0, base, 0], heading: 345, elevation: 26, distance: size * 1.15 };
    this.draw();
  }

  setGround(key: string, bundle: Bundle, width: number, depth: number, lowest: number, highest: number, water: number | null): void {
    const signature = `${key}/${water}`;
    if (this.keys.get('ground') === signature) return;
    this.keys.set('ground', signature);
    const { facts, arrays } = bundle;
    this.heights = { columns: facts.columns!, rows: facts.rows!, width, depth, values: arrays.heights as Float32Array, holes: arrays.holes as Uint8Array | undefined };
    this.uniforms.uSize.value.set(width, depth);
    this.uniforms.uHeights.value.set(lowest, highest);
    const h = (facts.sunHeading! * Math.PI) / 180;
    const e = (facts.sunElevation! * Math.PI) / 180;
    this.uniforms.uSun.value.set(Math.sin(h) * Math.cos(e), Math.sin(e), -Math.cos(h) * Math.cos(e));
    this.light = { columns: facts.lightColumns!, rows: facts.lightRows!, sun: arrays.sun as Uint8Array, sky: arrays.sky as Uint8Array };
    this.shade();
    const smooth = this.renderer.extensions.has('OES_texture_float_linear');
    this.uniforms.uHeightMap.value = heightTexture(this.heights.columns, this.heights.rows, this.heights.values, smooth);
    for (const mesh of [this.draft, this.fine, this.water]) {
      if (mesh) {
        this.scene.remove(mesh);
        mesh.geometry.dispose();
      }
    }
    this.draft = new Mesh(groundGeometry(this.heights, DRAFT_NODES), this.groundMaterial);
    this.fine = new Mesh(groundGeometry(this.heights, FINE_NODES), this.groundMaterial);
    // it is always in the picture
    this.draft.frustumCulled = this.fine.frustumCulled = false;
    this.eye.floor = (x, z) => (this.heights ? heightAt(this.heights, x, z) : -1e9);
    this.scene.add(this.draft, this.fine);
    this.setWater(water);
    if (!this.framed) {
      this.framed = true;
      this.frame(false);
    }
    this.draw();
  }

  private setWater(level: number | null): void {
    this.water = null;
    this.uniforms.uWater.value = level ?? -1e9;
    if (level === null || !this.heights) return;
    const { width, depth } = this.heights;
    const geometry = new PlaneGeometry(width, depth).rotateX(-Math.PI / 2).translate(0, level, 0);
    this.water = new Mesh(geometry, this.waterMaterial);
    this.water.frustumCulled = false;
    this.scene.add(this.water);
  }

  /**
   * What stands in the site.
   *
   * @param bundles the triangles, values and colours of each; null for what there is not
   */
  setProps(views: PropView[], bundles: { mesh: Bundle; values: Bundle | null; tint: Bundle | null }[], low: number, high: number): void {
    for (const [id, prop] of this.props) {
      const now = views.find((view) => view.id === id);
      if (now && now.key === prop.view.key) continue;
      this.scene.remove(prop.mesh);
      prop.dispose();
      this.props.delete(id);
    }
    views.forEach((view, i) => {
      let prop = this.props.get(view.id);
      if (!prop) {
        prop = new PropMesh(view, bundles[i]!.mesh, this.propMaterial);
        this.props.set(view.id, prop);
        this.scene.add(prop.mesh);
      }
      prop.stand(view);
      prop.paint(view.tintKey || view.colour, (bundles[i]!.tint?.arrays.colours as Float32Array) ?? null, linearOf(view.colour));
      prop.show((bundles[i]!.values?.arrays.values as Float32Array) ?? null, low, high);
    });
    this.showMoment(this.motion.moment);
  }

  /** Values on the ground's lattice, shown from low (dark) to high (light). */
  setValues(key: string, bundle: Bundle, low: number, high: number): void {
    const signature = `${key}/${low}/${high}`;
    if (this.keys.get('values') === signature) return;
    this.keys.set('values', signature);
    const { columns, rows, min, max } = bundle.facts as { columns: number; rows: number; min: number; max: number };
    const steps = bundle.arrays.values as Uint16Array;
    this.values = { columns, rows, steps, min, max };
    this.valueScale = { low, high };
    this.takeValues();
    if (this.uniforms.uValuesShown.value > 0) this.draw();
  }

  private takeValues(): void {
    if (!this.values) return;
    const { columns, rows, steps, min, max } = this.values;
    const { low, high } = this.valueScale;
    this.uniforms.uValues.value?.dispose();
    this.uniforms.uValues.value = valueTexture(columns, rows, steps);
    const range = high - low || 1;
    this.uniforms.uScale.value.set((min - low) / range, (max - min) / range, (columns - 1) / columns, (rows - 1) / rows);
  }

  /** The shown value at a place, or null where there is none. */
  valueAt(x: number, z: number): number | null {
    if (!this.values || !this.heights) return null;
    const { columns, rows, steps, min, max } = this.values;
    const grid = { ...this.heights, columns, rows, values: steps as unknown as Float32Array };
    return min + (heightAt(grid, x, z) / 65535) * (max - min);
  }

  setMode(values: boolean): void {
    this.uniforms.uValuesShown.value = values ? 1 : 0;
    this.motion.darken(values);
    this.draw();
  }

  setPlants(layer: string, key: string, plants: Bundle, shapes: Bundle): void {
    if (this.keys.get(layer) === key) return;
    this.keys.set(layer, key);
    this.planting.set(layer, plants, shapes);
    this.motion.attach(layer);
    this.shade();
    this.draw();
  }

  /** Takes what moves, or lets everything stand still. Its blocks may still be on their way. */
  setMoving(moving: Moving | null): void {
    this.motion.set(moving);
    this.setBlowing(this.motion.blown);
    this.showMoment(this.motion.moment);
  }

  /** Shows a wind on the ground by streaks, "" for none. */
  setBlowing(layer: string): void {
    const water = this.uniforms.uWater.value;
    this.motion.blow(layer, this.heights, water > -1e8 ? water : null, this.uniforms.uValuesShown.value > 0);
    this.draw();
  }

  /**
   * Shows a moment of the motion, in frames and parts of them. What of it has not come yet stays as it was.
   *
   * @param playing shows the gusts in the values view too
   * @return whether all of it was there
   */
  showMoment(position: number, playing = false): boolean {
    const all = this.motion.show(position);
    this.canvas.dataset.moment = all || !this.motion.moves ? 'whole' : 'partial';
    const gusts = playing && this.uniforms.uValuesShown.value > 0 ? this.motion.gusts() : null;
    if (gusts) {
      const { columns, rows, steps, greatest } = gusts;
      this.keys.delete('values');
      this.values = { columns, rows, steps, min: 0, max: greatest };
      this.takeValues();
    }
    if (playing) this.drawMoment();
    else this.draw();
    return all;
  }

  /** How a plant bends in every frame and how long it is; null where it does not sway, or not all frames are there. */
  bendsOf(layer: string, number: number): { bends: { east: number; south: number }[]; length: number } | null {
    return this.motion.bendsOf(layer, number);
  }

  /** Lights up plants of a layer, by their numbers in its list. */
  choosePlants(layer: string, plants: Set<number>): void {
    this.planting.choose(layer, plants);
    this.draw();
  }

  /** One detail level for every plant, 0 the full one; −1 lets each be chosen by its size in the picture. */
  forceDetail(level: number): void {
    this.planting.forced = level;
    this.draw();
  }

  /** The plants of a layer within a distance of a place: number in the layer's list, and identity. */
  plantsWithin(layer: string, x: number, y: number, z: number, radius: number): { number: number; id: string }[] {
    return this.planting.within(layer, x, y, z, radius);
  }

  /** Triangles of every plant at full detail. */
  get fullTriangles(): number {
    return this.planting.fullTriangles;
  }

  /** A place of the site in a prop's own frame. */
  ownPlace(prop: string, place: [number, number, number]): [number, number, number] | null {
    return this.props.get(prop)?.ownPlace(place) ?? null;
  }

  /** The ground's light with the shade of what is large. */
  private shade(): void {
    if (!this.light || !this.heights) return;
    const grid = withShade(
      this.light,
      this.heights,
      this.uniforms.uSun.value,
      this.planting.all,
    );
    this.uniforms.uLight.value?.dispose();
    this.uniforms.uLight.value = lightTexture(grid.columns, grid.rows, grid.sun, grid.sky);
  }

  /** Forgets plants of layers that are not in the list. */
  keepPlants(layers: string[]): void {
    const gone = this.planting.names.filter((layer) => !layers.includes(layer));
    if (gone.length === 0) return;
    for (const layer of gone) {
      this.planting.drop(layer);
      this.keys.delete(layer);
    }
    this.shade();
    this.draw();
  }

  /** Colours over the ground, the first layer below. */
  setTints(key: string, bundles: Bundle[]): void {
    if (this.keys.get('tints') === key) return;
    this.keys.set('tints', key);
    this.uniforms.uTint.value?.dispose();
    this.uniforms.uTone.value?.dispose();
    const textures = tintTextures(
      bundles.map(({ facts, arrays }) => ({
        columns: facts.columns!,
        rows: facts.rows!,
        colours: arrays.colours as Uint8Array,
        tones: arrays.tones as Uint8Array,
      })),
    );
    this.uniforms.uTint.value = textures?.colour ?? null;
    this.uniforms.uTone.value = textures?.tone ?? null;
    this.uniforms.uTinted.value = textures ? 1 : 0;
    this.draw();
  }

  /** How values are drawn: 0 in grey, 1 in colour, 2 in bands with a line at each level, given in 0..1 of the scale. */
  setLook(look: number, levels: number[], signed = false): void {
    this.uniforms.uSigned.value = signed ? 1 : 0;
    const shown = levels.slice(0, MOST_LEVELS);
    this.uniforms.uLook.value.set(look, shown.length);
    shown.forEach((level, i) => (this.uniforms.uLevels.value[i] = level));
    if (this.uniforms.uValuesShown.value > 0) this.draw();
  }

  /** Lines on the ground: the places that matter now. */
  setLines(lines: { points: [number, number, number][]; closed: boolean; colour: string; flat?: boolean; pieces?: boolean }[]): void {
    this.overlay.clear();
    for (const line of lines) {
      const ground = (x: number, z: number, y: number) => (this.heights && !line.flat ? Math.max(y, heightAt(this.heights, x, z)) + 0.12 : y);
      const lifted = line.points.flatMap(([x, y, z]) => [x, ground(x, z, y), z]);
      const points = line.points.length === 1 ? cross(lifted) : lifted;
      const geometry = new BufferGeometry();
      geometry.setAttribute('position', new BufferAttribute(new Float32Array(points), 3));
      const material = new LineBasicMaterial({ color: line.colour, depthTest: false, transparent: true, opacity: 0.9 });
      if (line.pieces) this.overlay.add(new LineSegments(geometry, material));
      else this.overlay.add(line.closed ? new LineLoop(geometry, material) : new Line(geometry, material));
    }
    this.draw();
  }

  /** What lies under a point of the canvas, in CSS pixels from its corner. */
  hit(left: number, top: number, thorough = false): Hit | null {
    if (!this.heights) return null;
    const width = this.canvas.clientWidth;
    const height = this.canvas.clientHeight;
    this.eye.update(width, height);
    const ray = this.eye.ray((2 * left) / width - 1, 1 - (2 * top) / height);
    const met = meet(this.heights, ray.from, ray.along);
    const prop = this.propAt(ray.from, ray.along, met, thorough);
    const nearest: [number, number, number] | null = prop ? [prop.x, prop.y, prop.z] : met;
    const plant = plantAt(this.eye, this.planting.all, { left, top, width, height }, nearest);
    if (plant) return plant;
    if (prop) return prop;
    return met && { x: met[0], y: met[1], z: met[2], plant: -1, layer: '' };
  }

  /** The prop that a ray meets before the ground. */
  private propAt(from: [number, number, number], along: [number, number, number], ground: [number, number, number] | null, thorough: boolean): Hit | null {
    let far = ground ? Math.hypot(ground[0] - from[0], ground[1] - from[1], ground[2] - from[2]) : Infinity;
    let hit: Hit | null = null;
    for (const [id, prop] of this.props) {
      const met = prop.meet(from, along, thorough);
      if (!met || met.distance >= far) continue;
      far = met.distance;
      const [x, y, z] = along.map((d, k) => from[k]! + d * far) as [number, number, number];
      hit = { x, y, z, plant: -1, layer: '', prop: id, value: met.value };
    }
    return hit;
  }

  /** Where the ground lies under a point of the canvas, whatever stands on it. */
  groundAt(left: number, top: number): [number, number, number] | null {
    if (!this.heights) return null;
    this.eye.update(this.canvas.clientWidth, this.canvas.clientHeight);
    const ray = this.eye.ray((2 * left) / this.canvas.clientWidth - 1, 1 - (2 * top) / this.canvas.clientHeight);
    return meet(this.heights, ray.from, ray.along);
  }

  /** Turns the eye to a place, near enough to see a thing of a size. */
  lookAt(place: [number, number, number], size: number): void {
    this.eye.pose = { ...this.eye.pose, target: place, elevation: Math.max(12, Math.min(40, this.eye.pose.elevation)), distance: Math.max(3, size * 3) };
    this.draw();
  }

  /** Where a place is drawn, in CSS pixels from the corner of the canvas; null behind the eye. */
  drawnAt(place: [number, number, number]): { left: number; top: number } | null {
    this.eye.update(this.canvas.clientWidth, this.canvas.clientHeight);
    return drawnAt(this.eye, place, this.canvas.clientWidth, this.canvas.clientHeight);
  }

  /** What the eye looks at. */
  get focus(): [number, number, number] {
    return this.eye.pose.target;
  }

  /** Pieces of the line along which the ground has a height. */
  contour(level: number): [number, number, number][] {
    return this.heights ? contour(this.heights, level) : [];
  }

  /** Height of the ground at a place. */
  heightAt(x: number, z: number): number {
    return this.heights ? heightAt(this.heights, x, z) : 0;
  }

  private setUp(jitterX: number, jitterY: number): void {
    const size = this.renderer.getSize(new Vector2());
    this.eye.update(size.x, size.y, jitterX, jitterY);
    this.uniforms.uEye.value.copy(this.eye.position);
    const extent = Math.max(this.uniforms.uSize.value.x, this.uniforms.uSize.value.y);
    this.uniforms.uHazeReach.value = this.eye.isParallel ? 1e6 : extent * 1.95;
    this.uniforms.uToWorld.value.multiplyMatrices(this.eye.camera.matrixWorld, this.eye.camera.projectionMatrixInverse);
    for (const mesh of [this.draft, this.fine]) if (mesh) nearFirst(mesh.geometry, this.eye.pose.heading);
  }

  /** The sky and the coarse ground seen in the water, by an eye below it. */
  private drawMirror(): void {
    if (!this.water || !this.draft || this.eye.pose.elevation > 70) return;
    // what it shows stands still: the same eye sees the same
    const seen = JSON.stringify([this.eye.pose, this.eye.isParallel, this.canvas.clientWidth, this.canvas.clientHeight, this.keys.get('ground'), this.keys.get('values'), this.keys.get('tints'), this.uniforms.uValuesShown.value, this.uniforms.uLook.value, this.uniforms.uLevels.value]);
    if (seen === this.mirrored) return;
    this.mirrored = seen;
    const level = this.uniforms.uWater.value;
    const camera = this.eye.camera;
    const flip = new Matrix4().set(1, 0, 0, 0, 0, -1, 0, 2 * level, 0, 0, 1, 0, 0, 0, 0, 1);
    const world = camera.matrixWorld.clone();
    const view = camera.matrixWorldInverse.clone();
    camera.matrixWorld.premultiply(flip);
    camera.matrixWorldInverse.copy(camera.matrixWorld).invert();
    camera.matrixWorldAutoUpdate = false;
    this.uniforms.uToWorld.value.multiplyMatrices(camera.matrixWorld, camera.projectionMatrixInverse);
    this.show(false, false, false);
    this.draft.visible = true;
    this.groundMaterial.side = 1;
    this.uniforms.uMirror.value = 1;
    this.renderer.setRenderTarget(this.mirrorTarget);
    this.renderer.clear();
    this.renderer.render(this.skyScene, camera);
    this.renderer.render(this.scene, camera);
    this.uniforms.uMirror.value = 0;
    this.groundMaterial.side = 0;
    camera.matrixWorld.copy(world);
    camera.matrixWorldInverse.copy(view);
    camera.matrixWorldAutoUpdate = true;
    this.uniforms.uToWorld.value.multiplyMatrices(camera.matrixWorld, camera.projectionMatrixInverse);
  }

  private show(fine: boolean, water: boolean, plants: boolean): void {
    if (this.draft) this.draft.visible = !fine;
    if (this.fine) this.fine.visible = fine;
    if (this.water) this.water.visible = water;
    if (!plants) this.planting.hide();
  }

  private arrange(of: 'draft' | 'play' | 'fine'): void {
    const size = this.renderer.getSize(new Vector2());
    const { x, y, z } = this.eye.position;
    const drawn = this.planting.arrange(of, { eye: { x, y, z }, pixels: this.eye.pixelsPerMetre(size.y), parallel: this.eye.isParallel, planes: this.eye.planes() });
    this.cost.drawn = drawn;
    this.motion.scale(this.eye.pixelsPerMetre(size.y));
    this.uniforms.uBroaden.value = Math.min(2.6, 1 / Math.sqrt(drawn.share));
  }

  private drawScene(fine: boolean, target: WebGLRenderTarget | null): void {
    this.drawMirror();
    this.arrange(fine ? 'fine' : 'draft');
    this.show(fine, true, true);
    this.renderer.setRenderTarget(target);
    this.renderer.clear();
    this.renderer.render(this.skyScene, this.eye.camera);
    this.renderer.render(this.scene, this.eye.camera);
    this.motion.drawStreaks(this.renderer, this.eye.camera);
    this.renderer.render(this.overlay, this.eye.camera);
  }

  private drawFine(jitterX: number, jitterY: number): void {
    this.setUp(jitterX, jitterY);
    this.drawScene(true, this.ripening.target);
  }

  /** How many pictures were drawn since it was asked last. */
  takeDrawn(): number {
    const drawn = this.drawn;
    this.drawn = 0;
    return drawn;
  }

  /** Milliseconds that drawing took in scripts since it was asked last. */
  takeScripts(): number {
    const scripts = this.scripts;
    this.scripts = 0;
    return scripts;
  }

  /** What stands still: sky, fine ground, water, props and plants that nothing moves; drawn once until something changes. */
  private drawStill(): void {
    this.drawMirror();
    this.arrange('fine');
    this.show(true, true, true);
    const { moving } = this.planting.swaying();
    moving.forEach((each) => each.meshes.forEach((mesh) => (mesh.visible = false)));
    const hidden = this.motion.movers();
    hidden.forEach((object) => (object.visible = false));
    this.renderer.setRenderTarget(this.still.target);
    this.renderer.clear();
    this.renderer.render(this.skyScene, this.eye.camera);
    this.renderer.render(this.scene, this.eye.camera);
    hidden.forEach((object) => (object.visible = true));
    this.stillDrawn = true;
  }

  /** A moment of the motion over what stands still. */
  private drawMoved(): void {
    if (!this.stillDrawn) this.drawStill();
    this.arrange('play');
    const { still } = this.planting.swaying();
    still.forEach((each) => each.meshes.forEach((mesh) => (mesh.visible = false)));
    const resting = [this.draft, this.fine, this.water, ...[...this.props.values()].map((prop) => prop.mesh)].filter((object) => object !== null);
    const movers = this.motion.movers();
    resting.forEach((object) => (object.visible = movers.includes(object)));
    this.renderer.setRenderTarget(null);
    this.renderer.clear();
    this.still.lay(this.renderer);
    this.renderer.render(this.scene, this.eye.camera);
    resting.forEach((object) => (object.visible = true));
    this.motion.drawStreaks(this.renderer, this.eye.camera);
    this.renderer.render(this.overlay, this.eye.camera);
  }

  /** The next moment while it plays; where the eye moves too, or values change with it, all is drawn anew. */
  private drawMoment(): void {
    if (!this.heights) return;
    this.ripening.draft((measured) => {
      const start = performance.now();
      this.setUp(0, 0);
      const valuesMove = this.uniforms.uValuesShown.value > 0 && this.motion.hasStreaks;
      if (valuesMove || start - this.changedAt < STILL_AFTER) this.drawScene(false, null);
      else {
        this.drawMoved();
        this.planting.adaptPlay(measured);
      }
      this.drawn++;
      this.scripts += performance.now() - start;
    });
  }

  /** Something has changed: a draft at the next frame, then the picture ripens. */
  draw(): void {
    this.changedAt = performance.now();
    this.stillDrawn = false;
    if (!this.heights) return;
    this.ripening.draft((measured) => {
      const start = performance.now();
      this.setUp(0, 0);
      this.onLook();
      this.drawScene(false, null);
      this.planting.adapt(measured);
      this.drawn++;
      this.scripts += performance.now() - start;
    });
  }

  dispose(): void {
    this.observer.disconnect();
    this.ripening.dispose();
    this.motion.dispose();
    this.still.dispose();
    this.planting.dispose();
    for (const prop of this.props.values()) prop.dispose();
    this.mirrorTarget.dispose();
    this.renderer.dispose();
  }
}

function cross([x, y, z]: number[]): number[] {
  return [x! - 0.6, y!, z!, x! + 0.6, y!, z!, x!, y!, z!, x!, y! + 2.4, z!, x!, y!, z!, x!, y!, z! - 0.6, x!, y!, z! + 0.6];
}
