import { DataTexture, LinearFilter, LinearMipmapLinearFilter, RepeatWrapping, RGFormat, UnsignedByteType } from 'three';

const SIZE = 512;
/** Features along a side; 16 texels each. */
const FEATURES = 32;

/** Value noise of four octaves that repeats seamlessly, two independent patterns in red and green: for the look only. */
export function noiseTexture(): DataTexture {
  const data = new Uint8Array(SIZE * SIZE * 2);
  for (let channel = 0; channel < 2; channel++) {
    const sum = new Float32Array(SIZE * SIZE);
    let weight = 0.5;
    for (let octave = 0; octave < 4; octave++) {
      addOctave(sum, FEATURES << octave, weight, 17 * octave + 101 * channel);
      weight *= 0.54;
    }
    for (let i = 0; i < sum.length; i++) data[2 * i + channel] = Math.max(0, Math.min(255, Math.round(255 * (0.5 + 0.92 * sum[i]!))));
  }
  const texture = new DataTexture(data, SIZE, SIZE, RGFormat, UnsignedByteType);
  texture.wrapS = texture.wrapT = RepeatWrapping;
  texture.magFilter = LinearFilter;
  texture.minFilter = LinearMipmapLinearFilter;
  texture.generateMipmaps = true;
  texture.needsUpdate = true;
  return texture;
}

function addOctave(sum: Float32Array, cells: number, weight: number, seed: number): void {
  const step = cells / SIZE;
  const values = new Float32Array(cells * cells);
  for (let i = 0; i < values.length; i++) values[i] = lattice(i % cells, Math.floor(i / cells), cells, seed);
  for (let row = 0; row < SIZE; row++) {
    const v = row * step;
    const r = Math.floor(v);
    const fv = ease(v - r);
    const upper = (r % cells) * cells;
    const lower = ((r + 1) % cells) * cells;
    for (let column = 0; column < SIZE; column++) {
      const u = column * step;
      const c = Math.floor(u);
      const fu = ease(u - c);
      const east = (c + 1) % cells;
      const north = mix(values[upper + c]!, values[upper + east]!, fu);
      const south = mix(values[lower + c]!, values[lower + east]!, fu);
      const at = row * SIZE + column;
      sum[at] = sum[at]! + weight * (mix(north, south, fv) - 0.5) * 2;
    }
  }
}

function lattice(column: number, row: number, cells: number, seed: number): number {
  let h = Math.imul((column % cells) + 1, 0x27d4eb2f) ^ Math.imul((row % cells) + 1, 0x165667b1) ^ Math.imul(seed + 1, 0x9e3779b1);
  h = Math.imul(h ^ (h >>> 15), 0x85ebca6b);
  h = Math.imul(h ^ (h >>> 13), 0xc2b2ae35);
  return ((h ^ (h >>> 16)) >>> 0) / 4294967296;
}

const ease = (t: number) => t * t * (3 - 2 * t);
const mix = (a: number, b: number, t: number) => a + (b - a) * t;
