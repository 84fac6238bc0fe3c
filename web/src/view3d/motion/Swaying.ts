import { DataArrayTexture, DataTexture, DataUtils, HalfFloatType, LinearFilter, MirroredRepeatWrapping, NearestFilter, RGBAFormat, RGIntegerFormat, RepeatWrapping, ShortType, type IUniform } from 'three';
import type { Bundle } from '../../api/bundle';
import type { MotionView } from '../../api/types';
import { pieceTexture } from './pieces';
import { CRINKLE } from './swayShader';

type SwayView = MotionView['sways'][number];

const COLUMNS = 1024;
/** Detail levels a variant may have. */
const LEVELS = 5;
const NODES = CRINKLE.across * CRINKLE.up * CRINKLE.deep;

/** Stands for the swings until the first block is there: nothing bends. */
const STILL = integers(new Int16Array(4), 1, 1, 2);

function integers(data: Int16Array<ArrayBuffer>, columns: number, rows: number, layers: number): DataArrayTexture {
  const texture = new DataArrayTexture(data, columns, rows, layers);
  texture.format = RGIntegerFormat;
  texture.type = ShortType;
  texture.internalFormat = 'RG16I';
  texture.minFilter = texture.magFilter = NearestFilter;
  texture.unpackAlignment = 4;
  texture.needsUpdate = true;
  return texture;
}

/** The uniforms of a swaying variant, by name. */
export type SwayUniforms = Record<string, IUniform>;

/** The swings of one cover's plants over the whole loop, block by block, as the core computed them. */
export class Swaying {
  private readonly blocks: (Int16Array | null)[];
  private readonly textures: (DataArrayTexture | null)[];
  private readonly variants: SwayUniforms[] = [];
  /** How far each plant crinkles, as a share of its length, and how many frames it is ahead. */
  readonly crinkling: Float32Array;
  readonly ahead: Uint32Array;
  private frame = 0;

  constructor(
    readonly view: SwayView,
    private readonly motion: MotionView,
    readonly shapes: Bundle,
    plants: Bundle,
  ) {
    this.blocks = view.blocks.map(() => null);
    this.textures = view.blocks.map(() => null);
    this.crinkling = plants.arrays.crinkling as Float32Array;
    this.ahead = plants.arrays.ahead as Uint32Array;
  }

  /** Where the vertices of a detail begin among the pieces of its variant. */
  start(variant: number, detail: number): number {
    return (this.shapes.arrays.starts as Uint32Array)[LEVELS * variant + detail]!;
  }

  take(block: number, bundle: Bundle): void {
    this.blocks[block] = bundle.arrays.bends as Int16Array;
  }

  /** The uniforms that a variant's material has of its own; made once. */
  uniforms(variant: number): SwayUniforms {
    const boxes = this.shapes.arrays.boxes as Float32Array;
    const box = (from: number) => Array.from(boxes.subarray(6 * variant + from, 6 * variant + from + 3));
    this.variants[variant] ??= {
      uBends: { value: STILL },
      uColumns: { value: COLUMNS },
      uLayer: { value: 0 },
      uMix: { value: 0 },
      uRadians: { value: 0 },
      uTurns: { value: this.view.turns },
      uTipTurn: { value: (this.shapes.arrays.tips as Float32Array)[variant]! },
      uPieces: { value: pieceTexture(this.shapes, `pieces${variant}`) },
      uPieceStep: { value: this.shapes.facts[`pieces${variant}Step`]! },
      uBoxLow: { value: box(0) },
      uBoxHigh: { value: box(3) },
      uCrinkle: { value: this.crinkle(variant) },
      uFrame: { value: 0 },
      uFrames: { value: this.motion.frames },
    };
    return this.variants[variant];
  }

  private crinkle(variant: number): DataTexture {
    const steps = this.shapes.arrays[`crinkle${variant}`] as Int16Array;
    const rows = steps.length / 3 / NODES;
    const halves = new Uint16Array(4 * NODES * rows);
    for (let i = 0; i < NODES * rows; i++) {
      for (let d = 0; d < 3; d++) halves[4 * i + d] = DataUtils.toHalfFloat(steps[3 * i + d]! / 32767);
    }
    const texture = new DataTexture(halves, NODES, rows, RGBAFormat, HalfFloatType);
    texture.minFilter = texture.magFilter = LinearFilter;
    texture.wrapT = this.motion.loops ? RepeatWrapping : MirroredRepeatWrapping;
    texture.needsUpdate = true;
    return texture;
  }

  /** Shows a moment, in frames and parts of them; false where its block is not there yet, and the last moment stays. */
  show(position: number): boolean {
    const { block: size, frames } = this.motion;
    const block = Math.min(this.blocks.length - 1, Math.floor(position / size));
    const texture = this.texture(block);
    if (!texture) return false;
    this.frame = position;
    const within = position - block * size;
    const layer = Math.min(Math.floor(within), Math.min(size, frames - block * size) - 1);
    for (const uniforms of this.variants) {
      if (!uniforms) continue;
      uniforms.uBends!.value = texture;
      uniforms.uLayer!.value = layer;
      uniforms.uMix!.value = Math.min(1, within - layer);
      uniforms.uRadians!.value = this.view.radians;
      uniforms.uFrame!.value = this.frame;
    }
    return true;
  }

  private texture(block: number): DataArrayTexture | null {
    const bends = this.blocks[block];
    if (!bends) return null;
    if (this.view.plants === 0) return STILL;
    if (!this.textures[block]) {
      const { plants } = this.view;
      const rows = Math.max(1, Math.ceil(plants / COLUMNS));
      const layers = bends.length / 2 / plants;
      const padded = new Int16Array(2 * COLUMNS * rows * layers);
      for (let layer = 0; layer < layers; layer++) {
        padded.set(bends.subarray(2 * plants * layer, 2 * plants * (layer + 1)), 2 * COLUMNS * rows * layer);
      }
      this.textures[block] = integers(padded, COLUMNS, rows, layers);
    }
    return this.textures[block];
  }

  /** Bend of a plant toward east and south in every frame, radians; null where a block is missing. */
  bends(plant: number): { east: number; south: number }[] | null {
    const all: { east: number; south: number }[] = [];
    for (let frame = 0; frame < this.motion.frames; frame++) {
      const block = Math.floor(frame / this.motion.block);
      const bends = this.blocks[block];
      if (!bends) return null;
      const at = 2 * ((frame - block * this.motion.block) * this.view.plants + plant);
      all.push({ east: bends[at]! * this.view.radians, south: bends[at + 1]! * this.view.radians });
    }
    return all;
  }

  dispose(): void {
    this.textures.forEach((texture) => texture?.dispose());
    for (const uniforms of this.variants) {
      for (const texture of [uniforms?.uCrinkle, uniforms?.uPieces]) (texture?.value as DataTexture | undefined)?.dispose();
    }
  }
}
