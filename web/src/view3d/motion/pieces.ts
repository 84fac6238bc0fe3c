import { DataTexture, NearestFilter, RGBAIntegerFormat, ShortType } from 'three';
import type { Bundle } from '../../api/bundle';
import { TEXELS, VERTICES_ACROSS } from './swayShader';

/** How the vertices of a bundle bend, as the shader reads it: seven texels a vertex, rows of so many vertices. */
export function pieceTexture(bundle: Bundle, name: string): DataTexture {
  const steps = bundle.arrays[name] as Int16Array;
  const row = 4 * TEXELS * VERTICES_ACROSS;
  const rows = Math.max(1, Math.ceil(steps.length / row));
  const padded = new Int16Array(row * rows);
  padded.set(steps);
  const texture = new DataTexture(padded, TEXELS * VERTICES_ACROSS, rows, RGBAIntegerFormat, ShortType);
  texture.internalFormat = 'RGBA16I';
  texture.minFilter = texture.magFilter = NearestFilter;
  texture.needsUpdate = true;
  return texture;
}
