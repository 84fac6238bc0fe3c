import { DataTexture, DataUtils, FloatType, HalfFloatType, LinearFilter, NearestFilter, RedFormat, RGBAFormat, RGFormat, UnsignedByteType } from 'three';
import type { Bundle } from '../api/bundle';

function bytes(data: Uint8Array, columns: number, rows: number, format: typeof RedFormat | typeof RGFormat | typeof RGBAFormat): DataTexture {
  const texture = new DataTexture(data as Uint8Array<ArrayBuffer>, columns, rows, format, UnsignedByteType);
  texture.minFilter = texture.magFilter = LinearFilter;
  texture.unpackAlignment = 1;
  texture.needsUpdate = true;
  return texture;
}

/** Sunlight and sky light of the ground. */
/** @param open the sunlight without the shade of plants */
export function lightTexture(columns: number, rows: number, sun: Uint8Array, sky: Uint8Array, open: Uint8Array): DataTexture {
  const all = new Uint8Array(4 * sun.length);
  for (let i = 0; i < sun.length; i++) {
    all[4 * i] = sun[i]!;
    all[4 * i + 1] = sky[i]!;
    all[4 * i + 2] = open[i]!;
  }
  return bytes(all, columns, rows, RGBAFormat);
}

/** Two numbers a node as one picture. */
export function characterTexture(columns: number, rows: number, damp: Uint8Array, hollow: Uint8Array): DataTexture {
  const both = new Uint8Array(2 * damp.length);
  for (let i = 0; i < damp.length; i++) {
    both[2 * i] = damp[i]!;
    both[2 * i + 1] = hollow[i]!;
  }
  return bytes(both, columns, rows, RGFormat);
}

/** Values of 16 bits as a high and a low byte; each channel is smooth on its own, so only the high one is blended. */
export function valueTexture(columns: number, rows: number, steps: Uint16Array): DataTexture {
  const high = new Uint8Array(steps.length);
  for (let i = 0; i < steps.length; i++) high[i] = steps[i]! >> 8;
  return bytes(high, columns, rows, RedFormat);
}

export function heightTexture(columns: number, rows: number, values: Float32Array, smooth: boolean): DataTexture {
  const map = new DataTexture(values as Float32Array<ArrayBuffer>, columns, rows, RedFormat, FloatType);
  map.minFilter = map.magFilter = smooth ? LinearFilter : NearestFilter;
  map.needsUpdate = true;
  return map;
}

/** The sky's light by direction, three numbers each. */
export function domeTexture(columns: number, rows: number, light: Float32Array): DataTexture {
  return halves(columns, rows, light);
}

/** Nodes of the haze's light across and up. */
export const AIR = { columns: 65, rows: 33 };

/** The dome's light for haze: across by the cosine from the sun's heading, −1 to 1, up by the height of a way of length 1. */
export function airTexture(columns: number, rows: number, light: Float32Array): DataTexture {
  const air = new Float32Array(3 * AIR.columns * AIR.rows);
  for (let r = 0; r < AIR.rows; r++) {
    for (let k = 0; k < AIR.columns; k++) {
      const turn = (Math.acos((2 * k) / (AIR.columns - 1) - 1) / Math.PI) * (columns - 1);
      const row = Math.sqrt(Math.asin(r / (AIR.rows - 1)) / (Math.PI / 2)) * (rows - 1);
      const [left, low] = [Math.min(columns - 2, Math.floor(turn)), Math.min(rows - 2, Math.floor(row))];
      for (let c = 0; c < 3; c++) {
        const at = (x: number, y: number) => light[3 * ((low + y) * columns + left + x) + c]!;
        const [u, v] = [turn - left, row - low];
        air[3 * (r * AIR.columns + k) + c] = (1 - v) * ((1 - u) * at(0, 0) + u * at(1, 0)) + v * ((1 - u) * at(0, 1) + u * at(1, 1));
      }
    }
  }
  return halves(AIR.columns, AIR.rows, air);
}

function halves(columns: number, rows: number, light: Float32Array): DataTexture {
  const data = new Uint16Array(4 * columns * rows);
  for (let i = 0; i < columns * rows; i++) {
    for (let c = 0; c < 3; c++) data[4 * i + c] = DataUtils.toHalfFloat(Math.min(6e4, light[3 * i + c]!));
    data[4 * i + 3] = DataUtils.toHalfFloat(1);
  }
  const texture = new DataTexture(data, columns, rows, RGBAFormat, HalfFloatType);
  texture.minFilter = texture.magFilter = LinearFilter;
  texture.needsUpdate = true;
  return texture;
}

/** What lies over the ground: sRGB colour with how far it hides what is below, and how much it glitters. */
export function coverTextures({ facts, arrays }: Bundle): { colour: DataTexture; glint: DataTexture } {
  const { columns, rows } = facts as { columns: number; rows: number };
  return { colour: bytes(arrays.colours as Uint8Array, columns, rows, RGBAFormat), glint: bytes(arrays.tones as Uint8Array, columns, rows, RedFormat) };
}

export interface TintData {
  columns: number;
  rows: number;
  colours: Uint8Array;
  tones: Uint8Array;
}

/** Tints laid over each other, the first below: sRGB colour with its strength, and the brightness of the tones. */
export function tintTextures(tints: TintData[]): { colour: DataTexture; tone: DataTexture } | null {
  const first = tints[0];
  if (!first) return null;
  const colour = first.colours.slice();
  const tone = first.tones.slice();
  for (const next of tints.slice(1)) {
    for (let i = 0; i < tone.length; i++) {
      const above = next.colours[4 * i + 3]! / 255;
      const below = (colour[4 * i + 3]! / 255) * (1 - above);
      const all = above + below;
      for (let c = 0; c < 3 && all > 0; c++) {
        colour[4 * i + c] = Math.round((next.colours[4 * i + c]! * above + colour[4 * i + c]! * below) / all);
      }
      colour[4 * i + 3] = Math.round(255 * all);
      tone[i] = Math.round((tone[i]! * next.tones[i]!) / 255);
    }
  }
  return { colour: bytes(colour, first.columns, first.rows, RGBAFormat), tone: bytes(tone, first.columns, first.rows, RedFormat) };
}
