import type { Bundle } from '../api/bundle';
import { Group, Matrix4, Scene, ShaderMaterial, Vector2, Vector3, Vector4 } from 'three';
import type { DataTexture, DepthTexture, IUniform, Mesh } from 'three';
import { heightAt, type Heights } from './ground';
import { GROUND_FRAGMENT, GROUND_VERTEX } from './groundShader';
import { noiseTexture } from './noise';
import { Planting } from './Planting';
import type { Body } from './plants';
import { withShade, type LightGrid } from './shade';
import { PICTURE_FRAGMENT, PICTURE_VERTEX, PLANT_FRAGMENT, PLANT_VERTEX } from './plantShader';
import * as shaders from './shaders';
import { Snowfall } from './Snowfall';
import type { TiledGround } from './tiled';
import type { PropMesh } from './subjects/PropMesh';
import { lightTexture } from './textures';

/** The water level where there is none. */
const DRY = -1e9;
/** As many as the shader has room for. */
export const MOST_LEVELS = 40;

/** Values on the ground's lattice: 16-bit steps from `min` to `max`, and the ends of the scale that they are shown on. */
export interface ValueGrid {
  columns: number;
  rows: number;
  steps: Uint16Array;
  min: number;
  max: number;
}

/** A white card that faces the sun, and one that lies level under the sky, in the light of a site without daylight of its own. */
export const USUAL_SUN = new Vector3(2.5, 2.125, 1.6);
export const USUAL_SKY = new Vector3(0.31, 0.4092, 0.5332);

/** What every material of a picture reads. */
export function newUniforms() {
  return {
    uSun: { value: new Vector3(0, 1, 0) },
    uSunColour: { value: USUAL_SUN.clone() },
    uSkyColour: { value: USUAL_SKY.clone() },
    uAll: { value: new Vector3(1, 1, 1) },
    uDome: { value: null as DataTexture | null },
    /** The same light for haze: by the cosine from the sun's heading, and by height. */
    uAir: { value: null as DataTexture | null },
    uDomed: { value: 0 },
    /** How far one sees, as a share of the usual. */
    uClear: { value: 1 },
    uEye: { value: new Vector3() },
    uSize: { value: new Vector2(1, 1) },
    uLight: { value: null as DataTexture | null },
    /** Shadows of plants and props seen from the sun, near what is looked at and farther round: maps, ways into them, and whether they hold, metres of a pixel of each, metres from front to back. */
    uShadow0: { value: null as DepthTexture | null },
    uShadow1: { value: null as DepthTexture | null },
    uShadowAt0: { value: new Matrix4() },
    uShadowAt1: { value: new Matrix4() },
    uShadowOf: { value: new Vector4(0, 1, 1, 1) },
    uHazeReach: { value: 1 },
    /** Metres of what is a metre in a site of usual size. */
    uGrain: { value: 1 },
    /** Metres of the even land round the site. */
    uFloor: { value: 0 },
    uNoise: { value: noiseTexture() },
    uValues: { value: null as DataTexture | null },
    uScale: { value: new Vector4(0, 1, 1, 1) },
    uValuesShown: { value: 0 },
    uHeights: { value: new Vector2(0, 1) },
    uWater: { value: DRY },
    uMirror: { value: 0 },
    uBroaden: { value: 1 },
    /** Which of the nearest sides far plants show, 0..1 across and up, other ones for each pass of a still; −1 the nearest. */
    uPick: { value: new Vector2(-1, -1) },
    uToWorld: { value: new Matrix4() },
    uTint: { value: null as DataTexture | null },
    uTone: { value: null as DataTexture | null },
    uTinted: { value: 0 },
    /** What lies over the ground: colour and how far it hides the ground, how much it glitters, whether anything lies there. */
    uLying: { value: null as DataTexture | null },
    uGlint: { value: null as DataTexture | null },
    uLies: { value: 0 },
    /** What settles on plants: its colour and how far it hides them; where it comes from; the cosines from which it begins and covers wholly. */
    uStuff: { value: new Vector4(1, 1, 1, 0) },
    uStuffFrom: { value: new Vector3(0, 1, 0) },
    uStuffReach: { value: new Vector2(0, 1) },
    uLook: { value: new Vector2(0, 0) },
    uSigned: { value: 0 },
    uLevels: { value: new Array<number>(MOST_LEVELS).fill(0) },
    /** How damp the ground is and how hollow, a node each; nodes across and down. */
    uCharacter: { value: null as DataTexture | null },
    uCharacterNodes: { value: new Vector2(1, 1) },
    uHeightMap: { value: null as DataTexture | null },
    uMirrorMap: { value: null as unknown },
  };
}

const definesOf = (body: Body): Record<string, number> => (body === 'whole' ? {} : { [body === 'blade' ? 'BLADE' : 'SOLID']: 1 });

export type Uniforms = ReturnType<typeof newUniforms>;

/** What subjects stand on and share: the scene, its materials, and the shape and light of the ground once that is there. */
export class Stage {
  readonly scene = new Scene();
  readonly uniforms = newUniforms();
  readonly materials = {
    ground: this.material(GROUND_VERTEX, GROUND_FRAGMENT),
    /** Of what is pressed into the ground's cover. */
    patch: this.material(GROUND_VERTEX, GROUND_FRAGMENT, { PATCH: 1 }),
    water: this.material(shaders.WATER_VERTEX, shaders.WATER_FRAGMENT),
    prop: this.material(shaders.PROP_VERTEX, shaders.PROP_FRAGMENT),
    cloth: this.material(shaders.PROP_VERTEX, shaders.PROP_FRAGMENT, { CLOTH: 1 }),
    /** Of what lies on props. */
    shell: this.material(shaders.PROP_VERTEX, shaders.PROP_FRAGMENT, { SHELL: 1 }),
  };
  readonly planting = new Planting(this.scene, {
    blade: this.material(shaders.COMMON + PLANT_VERTEX, PLANT_FRAGMENT, { BLADE: 1 }),
    whole: this.material(shaders.COMMON + PLANT_VERTEX, PLANT_FRAGMENT),
    solid: this.material(shaders.COMMON + PLANT_VERTEX, PLANT_FRAGMENT, { SOLID: 1 }),
    swaying: (body, own) => this.material(shaders.COMMON + PLANT_VERTEX, PLANT_FRAGMENT, { ...definesOf(body), SWAY: 1 }, own),
    picture: (body, sways, own) => this.material(shaders.COMMON + PICTURE_VERTEX, PICTURE_FRAGMENT, { ...definesOf(body), ...(sways ? { SWAY: 1 } : {}) }, own),
  });
  readonly props = new Map<string, PropMesh>();
  /** The ground, coarse for drafts and fine. */
  draft: Mesh | null = null;
  fine: Mesh | null = null;
  /** The ground in tiles round the eye, where it is finer than the fine mesh. */
  tiles: TiledGround | null = null;
  /** Parts of the surface that are pressed or raised, finer than the ground. */
  readonly patches = new Group();
  /** Flakes that fall. */
  readonly snowfall = new Snowfall(this.material(shaders.COMMON + shaders.FLAKE_VERTEX, shaders.FLAKE_FRAGMENT, {}, { uPixels: { value: 1000 }, uDrift: { value: new Vector3(0, -1, 0) } }));
  /** All water, and the level of each piece. */
  readonly water = new Group();
  /** Hanging sheets, and tops of liquids in vessels. */
  readonly sheets = new Group();
  private readonly levels = new Map<object, number>();
  /** Who shows the rings of a piece of water at a moment, by its layer. */
  readonly ringers = new Map<string, (rings: Bundle, position: number, loops: boolean) => void>();
  /** Seconds of the clock that is shown; null until something says it. */
  seconds: number | null = null;
  heights: Heights | null = null;
  light: LightGrid | null = null;
  /** The values that are shown, over their scale. */
  values: ValueGrid | null = null;
  /** Counts what has changed of that which stands still. */
  version = 0;

  /** @param smooth whether float textures can be blended; @param draw asks for a new picture */
  constructor(
    readonly smooth: boolean,
    private readonly draw: () => void,
  ) {
    this.materials.prop.side = this.materials.cloth.side = 2;
    // over the surface that they lie on, also where both are equally high
    for (const over of [this.materials.shell, this.materials.patch]) {
      over.polygonOffset = true;
      over.polygonOffsetFactor = over.polygonOffsetUnits = -1;
    }
    this.scene.add(this.water, this.sheets, this.patches, this.snowfall.points);
  }

  material(vertex: string, fragment: string, defines: Record<string, number> = {}, own: Record<string, IUniform> = {}): ShaderMaterial {
    return new ShaderMaterial({ defines, uniforms: { ...this.uniforms, ...own }, vertexShader: vertex, fragmentShader: shaders.COMMON + fragment, side: fragment === PLANT_FRAGMENT || fragment === PICTURE_FRAGMENT ? 2 : 0 });
  }

  /** Something that stands still has changed. */
  changed(): void {
    this.version++;
    this.draw();
  }

  /** Says how high a piece of water lies, metres; null where it is gone. */
  level(of: object, metres: number | null): void {
    if (metres === null) this.levels.delete(of);
    else this.levels.set(of, metres);
    this.uniforms.uWater.value = this.waterLevel ?? DRY;
  }

  /** Metres of the highest water's level, or null. */
  get waterLevel(): number | null {
    return this.levels.size > 0 ? Math.max(...this.levels.values()) : null;
  }

  get valuesShown(): boolean {
    return this.uniforms.uValuesShown.value > 0;
  }

  heightAt(x: number, z: number): number {
    return this.heights ? heightAt(this.heights, x, z) : 0;
  }

  /** The ground's light with the shade of what is large. */
  shade(): void {
    if (!this.light || !this.heights) return;
    const grid = withShade(this.light, this.heights, this.uniforms.uSun.value, this.planting.all);
    this.uniforms.uLight.value?.dispose();
    this.uniforms.uLight.value = lightTexture(grid.columns, grid.rows, grid.sun, grid.sky, this.light.sun);
  }
}
