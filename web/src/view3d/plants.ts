import { BufferAttribute, InstancedBufferAttribute, InstancedBufferGeometry, type IUniform, type Matrix4, Mesh, Quaternion, type ShaderMaterial, Vector3 } from 'three';
import type { Bundle } from '../api/bundle';
import { card, FarPictures } from './farPictures';
import type { Swaying, SwayUniforms } from './motion/Swaying';

/** Detail levels a variant may have, the stand-in last. */
const LEVELS = 5;
/** In place of a level: outside the picture. */
const UNSEEN = 255;
/** Triangles from which on a plant is more than a blade or two. */
const LEAFY = 60;
/** Pixels of a leafy plant below which its outline may stand for it. */
const STANDS_IN_BELOW = 30;
/** Of 255: so far grown a plant looks as in its pictures. */
const GROWN = 253;
/** Pixels of a plant below which a picture will do, however sharp it is to be. */
const MIN_PICTURE = 24;
/** Pixels that a picture's own may be drawn large at most, while the eye moves. */
const COARSE_PICTURE = 2.2;

/** What light makes of a plant: a thin blade, leaves and wood, or a solid thing. */
export type Body = 'blade' | 'whole' | 'solid';

/** How plants are drawn: by a ready material for each body. */
export interface PlantMaterials {
  blade: ShaderMaterial;
  whole: ShaderMaterial;
  solid: ShaderMaterial;
  /** The same of plants that sway, with uniforms of their own. */
  swaying: (body: Body, own: SwayUniforms) => ShaderMaterial;
  /** Far pictures of one variant. */
  picture: (body: Body, sways: boolean, own: Record<string, IUniform>) => ShaderMaterial;
}

interface Level {
  detail: number;
  triangles: number;
  /** Of a plant of length 1, as a share of its length. */
  error: number;
  mesh: Mesh<InstancedBufferGeometry, ShaderMaterial>;
}

/** The plants of one variant, in a hashed order so that the first n are an even sample of all. */
class Variant {
  readonly levels: Level[] = [];
  /** In place of any level where it is small in the picture, and the number that it has then. */
  readonly pictures: FarPictures | null;
  readonly picture: Level | null;

  constructor(
    readonly order: Uint32Array,
    shapes: Bundle,
    readonly variant: number,
    body: Body,
    materials: PlantMaterials,
  ) {
    const triangles = shapes.arrays.triangles as Uint32Array;
    const errors = shapes.arrays.errors as Float32Array;
    for (let detail = 0; detail < LEVELS; detail++) {
      const count = triangles[LEVELS * variant + detail]!;
      if (count === 0) continue;
      const name = `${variant}x${detail}`;
      const geometry = new InstancedBufferGeometry();
      dress(geometry, shapes, name);
      geometry.instanceCount = 0;
      const mesh = new Mesh(geometry, materials[body]);
      mesh.frustumCulled = false;
      this.levels.push({ detail, triangles: count, error: errors[LEVELS * variant + detail]! / (shapes.facts.length || 1), mesh });
    }
    this.pictures = FarPictures.of(shapes, variant);
    this.picture = null;
    if (this.pictures) {
      const mesh = new Mesh(card(), materials.picture(body, false, this.pictures.uniforms));
      mesh.frustumCulled = false;
      this.picture = { detail: LEVELS, triangles: 2, error: this.pictures.error, mesh };
    }
  }

  /** Every level, its picture last. */
  get all(): Level[] {
    return this.picture ? [...this.levels, this.picture] : this.levels;
  }
}

/** The vertices of one mesh of a bundle: places, normals, the way along, the centre line, colours of their own. */
export function dress(geometry: InstancedBufferGeometry, shapes: Bundle, name: string): void {
  geometry.setAttribute('position', new BufferAttribute(shapes.arrays[`positions${name}`]!, 3));
  geometry.setAttribute('normal', new BufferAttribute(shapes.arrays[`normals${name}`]!, 3));
  geometry.setAttribute('aCentre', new BufferAttribute(shapes.arrays[`centres${name}`]!, 3));
  geometry.setAttribute('aAlong', new BufferAttribute(shapes.arrays[`along${name}`]!, 1));
  const packed = shapes.arrays[`colours${name}`] as Uint32Array;
  const own = new Uint8Array(4 * packed.length);
  packed.forEach((argb, v) => own.set([(argb >>> 16) & 255, (argb >>> 8) & 255, argb & 255, argb >>> 24], 4 * v));
  geometry.setAttribute('aOwn', new BufferAttribute(own, 4, true));
  geometry.setIndex(new BufferAttribute(shapes.arrays[`indices${name}`]!, 1));
}

/** How a frame chooses detail: by the pixels that a level may be off, or one level for all. */
export interface DetailChoice {
  /** Share of the plants that is drawn, 0..1. */
  share: number;
  /** Pixels. */
  tolerance: number;
  /** A level that the artist forces, 0 the full one; −1 for none. */
  forced: number;
  eye: { x: number; y: number; z: number };
  /** Pixels that one metre takes at a distance of one metre; in a parallel view at any distance. */
  pixels: number;
  parallel: boolean;
  /** Planes beyond which nothing is in the picture, four numbers each: a normal that points into it, and the distance. */
  planes: readonly number[];
}

/** How much taller a plant is drawn that is drawn twice as wide, since it stands for others. */
const TALLER = 0.12;

/** What plants stand on, and which part of all it is. */
export interface Standing {
  surfaces: string[];
  /** 0..1, of all plants of the layer that are shown far away. */
  share: number;
  /** Metres from the eye within which all are. */
  wholeWithin: number;
}

export const ALL: Standing = { surfaces: [''], share: 1, wholeWithin: 0 };

/** Plants of one layer: for each variant a mesh a detail level, and what stands in which level chosen anew for each picture. */
export class PlantMeshes {
  readonly meshes: Mesh[] = [];
  feet: Float32Array;
  readonly sizes: Float32Array;
  /** The number of each in the layer's whole list. */
  readonly index: Uint32Array | null;
  private readonly variants: Variant[] = [];
  private turns: Int16Array;
  /** Which of the surfaces each stands on; null where all stand on the first. */
  private readonly on: Int16Array | null;
  /** As they stand where nothing has carried them. */
  private readonly rest: { feet: Float32Array; turns: Int16Array };
  private readonly carriers = new Set<string>();
  private readonly looks: Uint8Array;
  private readonly states: Uint8Array;
  private readonly ids: Uint32Array;
  readonly flat: boolean;
  private readonly body: Body;
  private chosen: Set<number> = new Set();
  private signature = '';
  private sway: Swaying | null = null;

  constructor(
    readonly layer: string,
    plants: Bundle,
    shapes: Bundle,
    private readonly materials: PlantMaterials,
    private readonly how: Standing = ALL,
    /** How far something lies on each. */
    private readonly settled?: Uint8Array,
  ) {
    this.feet = plants.arrays.feet as Float32Array;
    this.sizes = plants.arrays.sizes as Float32Array;
    this.turns = plants.arrays.turns as Int16Array;
    this.on = (plants.arrays.surfaces as Int16Array | undefined) ?? null;
    this.rest = { feet: this.feet, turns: this.turns };
    this.looks = plants.arrays.looks as Uint8Array;
    this.states = plants.arrays.states as Uint8Array;
    this.ids = plants.arrays.ids as Uint32Array;
    this.index = (plants.arrays.index as Uint32Array | undefined) ?? null;
    this.flat = shapes.facts.flat === 1;
    this.body = this.flat ? 'blade' : shapes.facts.solid === 1 ? 'solid' : 'whole';
    const order = evenOrder(this.count);
    for (let v = 0; v < (shapes.facts.variants ?? 0); v++) {
      const of = new Uint32Array(order.filter((plant) => this.looks[4 * plant + 3] === v));
      const variant = new Variant(of, shapes, v, this.body, materials);
      this.variants.push(variant);
      this.meshes.push(...variant.all.map((level) => level.mesh));
    }
  }

  get count(): number {
    return this.sizes.length / 2;
  }

  /** Triangles of all of them at full detail. */
  get fullTriangles(): number {
    return this.variants.reduce((sum, variant) => sum + variant.order.length * (variant.levels[0]?.triangles ?? 0), 0);
  }

  /** The number of a plant in the layer's list. */
  numberOf(plant: number): number {
    return this.index ? this.index[plant]! : plant;
  }

  /** The identity of a plant, 16 hexadecimal digits. */
  idOf(plant: number): string {
    return [0, 1].map((half) => this.ids[2 * plant + half]!.toString(16).padStart(8, '0')).join('');
  }

  /** Those within a distance of a place: number in the layer's list, and identity. */
  within(x: number, y: number, z: number, radius: number): { number: number; id: string }[] {
    const found: { number: number; id: string }[] = [];
    for (let i = 0; i < this.count; i++) {
      const [dx, dy, dz] = [this.feet[3 * i]! - x, this.feet[3 * i + 1]! - y, this.feet[3 * i + 2]! - z];
      if (dx * dx + dy * dy + dz * dz <= radius * radius) found.push({ number: this.numberOf(i), id: this.idOf(i) });
    }
    return found;
  }

  /** Lights up plants by their numbers in the layer's list. */
  choose(numbers: Set<number>): void {
    this.chosen = numbers;
    this.signature = '';
  }

  /** Lets them sway as the core computed it, or stand still. */
  setSway(sway: Swaying | null): void {
    const fits = sway && sway.view.plants === this.count ? sway : null;
    if (this.sway === fits) return;
    this.sway = fits;
    this.signature = '';
    const resting = this.materials[this.body];
    for (const variant of this.variants) {
      const material = fits ? this.materials.swaying(this.body, fits.uniforms(variant.variant)) : resting;
      for (const level of variant.levels) {
        if (level.mesh.material !== resting) level.mesh.material.dispose();
        level.mesh.material = material;
        if (fits) {
          const start = fits.start(variant.variant, level.detail);
          const vertices = level.mesh.geometry.getAttribute('position').count;
          level.mesh.geometry.setAttribute('aVertex', new BufferAttribute(Float32Array.from({ length: vertices }, (_, v) => start + v), 1));
        }
      }
      if (variant.picture) {
        variant.picture.mesh.material.dispose();
        variant.picture.mesh.material = this.materials.picture(this.body, fits !== null, { ...fits?.uniforms(variant.variant), ...variant.pictures!.uniforms });
      }
    }
  }

  /** Whether any of them is elsewhere at another moment. */
  get moves(): boolean {
    return this.sway !== null || this.carriers.size > 0;
  }

  /** Whether any of them stands on a prop. */
  standOn(prop: string): boolean {
    return this.how.surfaces.includes(prop);
  }

  /** Takes those that stand on a prop along: from where it rests, by a move, a turn and a size. Their own size stays. */
  carry(prop: string, by: Matrix4): void {
    const surface = this.how.surfaces.indexOf(prop);
    if (surface < 0) return;
    if (this.carriers.size === 0) {
      // the bundle's own arrays serve others too
      this.feet = this.rest.feet.slice();
      this.turns = this.rest.turns.slice();
    }
    this.carriers.add(prop);
    const turn = new Quaternion();
    by.decompose(new Vector3(), turn, new Vector3());
    const foot = new Vector3();
    const own = new Quaternion();
    for (let i = 0; i < this.count; i++) {
      if ((this.on ? this.on[i]! : 0) !== surface) continue;
      foot.fromArray(this.rest.feet, 3 * i).applyMatrix4(by).toArray(this.feet, 3 * i);
      own.fromArray(this.rest.turns, 4 * i).premultiply(turn).normalize();
      this.turns.set(own.toArray().map((part) => Math.round(32767 * part)), 4 * i);
    }
    this.signature = '';
  }

  /** All of them stand where they rest again. */
  putBack(): void {
    if (this.carriers.size === 0) return;
    this.carriers.clear();
    this.feet = this.rest.feet;
    this.turns = this.rest.turns;
    this.signature = '';
  }

  /** Shows again what {@link arrange} has chosen. */
  reveal(): void {
    for (const variant of this.variants) for (const level of variant.all) level.mesh.visible = level.mesh.geometry.instanceCount > 0;
  }

  /** The place of a plant by its number in the layer's list, −1 where it is not drawn. */
  placeOf(number: number): number {
    return this.index ? this.index.indexOf(number) : number;
  }

  /** Writes foot, turn and size of a plant. */
  stand(plant: number, foot: Float32Array, footAt: number, turn: Int16Array, turnAt: number, size: Float32Array): void {
    for (let d = 0; d < 3; d++) foot[footAt + d] = this.feet[3 * plant + d]!;
    for (let d = 0; d < 4; d++) turn[turnAt + d] = this.turns[4 * plant + d]!;
    const length = this.sizes[2 * plant]!;
    const width = this.sizes[2 * plant + 1]!;
    size[footAt] = width;
    size[footAt + 1] = length;
    size[footAt + 2] = this.flat ? length : width;
  }

  /** Far away one plant of a crowd stands for many: it covers as much of the ground as they do. */
  private standForOthers(plant: number, eye: DetailChoice['eye'], size: Float32Array, at: number): void {
    const far = Math.hypot(this.feet[3 * plant]! - eye.x, this.feet[3 * plant + 1]! - eye.y, this.feet[3 * plant + 2]! - eye.z);
    const { share, wholeWithin } = this.how;
    const wider = Math.min(1 / Math.sqrt(share), wholeWithin > 0 ? Math.max(1, far / wholeWithin) : Infinity);
    size[at]! *= wider;
    size[at + 1]! *= 1 + TALLER * (wider - 1);
    size[at + 2]! *= wider;
  }

  /** Chooses a level for each plant that is drawn; gives the triangles and draws that it comes to. */
  arrange(choice: DetailChoice): { triangles: number; draws: number } {
    const signature = JSON.stringify(choice);
    if (signature !== this.signature) {
      this.signature = signature;
      for (const variant of this.variants) this.arrangeVariant(variant, choice);
    }
    let triangles = 0;
    let draws = 0;
    for (const variant of this.variants) {
      for (const level of variant.all) {
        const count = level.mesh.geometry.instanceCount;
        level.mesh.visible = count > 0;
        triangles += count * level.triangles;
        draws += count > 0 ? 1 : 0;
      }
    }
    return { triangles, draws };
  }

  private arrangeVariant(variant: Variant, choice: DetailChoice): void {
    const shown = Math.ceil(variant.order.length * choice.share);
    const last = variant.levels.length - 1;
    const of = new Uint8Array(shown);
    const counts = new Array<number>(last + 2).fill(0);
    for (let i = 0; i < shown; i++) {
      const plant = variant.order[i]!;
      if (!this.isSeen(plant, choice)) {
        of[i] = UNSEEN;
        continue;
      }
      const level = choice.forced >= 0 ? Math.min(last, choice.forced) : this.levelOf(plant, variant, choice);
      of[i] = level;
      counts[level]!++;
    }
    variant.all.forEach((level, l) => this.fill(level, variant, of, l, counts[l]!, choice.eye));
  }

  /** Whether any of it may lie in the picture, however it leans. */
  private isSeen(plant: number, { planes }: DetailChoice): boolean {
    const reach = 1.1 * (this.sizes[2 * plant]! + this.sizes[2 * plant + 1]!);
    const [x, y, z] = [this.feet[3 * plant]!, this.feet[3 * plant + 1]!, this.feet[3 * plant + 2]!];
    for (let p = 0; p < planes.length; p += 4) {
      if (planes[p]! * x + planes[p + 1]! * y + planes[p + 2]! * z + planes[p + 3]! < -reach) return false;
    }
    return true;
  }

  private levelOf(plant: number, variant: Variant, choice: DetailChoice): number {
    const { eye, pixels, parallel, tolerance } = choice;
    const far = parallel
      ? 1
      : Math.max(0.3, Math.hypot(this.feet[3 * plant]! - eye.x, this.feet[3 * plant + 1]! - eye.y, this.feet[3 * plant + 2]! - eye.z));
    const size = (this.sizes[2 * plant]! * pixels) / far;
    // half grown it is another plant than its pictures show
    const picture = this.states[2 * plant]! > GROWN ? variant.picture : null;
    if (picture && (size < MIN_PICTURE || picture.error * size < Math.min(tolerance, COARSE_PICTURE))) return variant.levels.length;
    let level = 0;
    while (level + 1 < variant.levels.length && variant.levels[level + 1]!.error * size < tolerance) level++;
    // its outline alone would be a lump, however small its error
    const lump = level > 0 && level === variant.levels.length - 1 && variant.levels[0]!.triangles > LEAFY && size > STANDS_IN_BELOW;
    return lump ? level - 1 : level;
  }

  /** Puts the plants of one level into its instances. */
  private fill(level: Level, variant: Variant, of: Uint8Array, l: number, count: number, eye: DetailChoice['eye']): void {
    const geometry = level.mesh.geometry;
    geometry.instanceCount = count;
    if (count === 0) return;
    const foot = room(geometry, 'aFoot', Float32Array, 3, count, false);
    const turn = room(geometry, 'aTurn', Int16Array, 4, count, true);
    const size = room(geometry, 'aSize', Float32Array, 3, count, false);
    const tint = room(geometry, 'aTint', Uint8Array, 4, count, true);
    const state = room(geometry, 'aState', Uint8Array, 4, count, true);
    const swaying = this.sway && { plant: room(geometry, 'aPlant', Float32Array, 1, count, false), crinkle: room(geometry, 'aCrinkle', Float32Array, 2, count, false), of: this.sway };
    let n = 0;
    for (let i = 0; i < of.length; i++) {
      if (of[i] !== l) continue;
      const plant = variant.order[i]!;
      this.stand(plant, foot as Float32Array, 3 * n, turn as Int16Array, 4 * n, size as Float32Array);
      if (this.how.share < 1) this.standForOthers(plant, eye, size as Float32Array, 3 * n);
      if (swaying) {
        swaying.plant[n] = plant;
        swaying.crinkle[2 * n] = swaying.of.crinkling[plant]!;
        swaying.crinkle[2 * n + 1] = swaying.of.ahead[plant]!;
      }
      for (let d = 0; d < 3; d++) tint[4 * n + d] = this.looks[4 * plant + d]!;
      state[4 * n] = this.states[2 * plant]!;
      state[4 * n + 1] = this.states[2 * plant + 1]!;
      state[4 * n + 2] = this.chosen.size > 0 && this.chosen.has(this.numberOf(plant)) ? 255 : 0;
      state[4 * n + 3] = this.settled?.[plant] ?? 0;
      n++;
    }
  }

  dispose(): void {
    this.setSway(null);
    this.meshes.forEach((mesh) => mesh.geometry.dispose());
    this.variants.forEach((variant) => {
      variant.picture?.mesh.material.dispose();
      variant.pictures?.dispose();
    });
  }
}

type Numbers = Float32ArrayConstructor | Int16ArrayConstructor | Uint8ArrayConstructor;

/** The array of an instance attribute, made larger where it is too small. */
function room(geometry: InstancedBufferGeometry, name: string, type: Numbers, components: number, count: number, normalized: boolean): Float32Array | Int16Array | Uint8Array {
  let attribute = geometry.getAttribute(name) as InstancedBufferAttribute | undefined;
  if (!attribute || attribute.array.length < components * count) {
    attribute = new InstancedBufferAttribute(new type(components * Math.ceil(count * 1.25)), components, normalized);
    geometry.setAttribute(name, attribute);
  }
  attribute.needsUpdate = true;
  return attribute.array as Float32Array | Int16Array | Uint8Array;
}

function evenOrder(count: number): number[] {
  const keys = new Uint32Array(count);
  for (let i = 0; i < count; i++) {
    let h = Math.imul(i + 1, 0x9e3779b1);
    h = Math.imul(h ^ (h >>> 15), 0x85ebca6b);
    keys[i] = (h ^ (h >>> 13)) >>> 0;
  }
  return Array.from({ length: count }, (_, i) => i).sort((a, b) => keys[a]! - keys[b]!);
}
