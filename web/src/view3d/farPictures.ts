import { BufferAttribute, DataTexture, InstancedBufferGeometry, LinearFilter, RGFormat, RGBAFormat, Vector4, type IUniform } from 'three';
import type { Bundle } from '../api/bundle';

/** Pixels of the picture within which a far picture is as good as the plant, as a share of its own. */
const SHARP = 0.6;

/** The pictures of one variant from many sides, as FarPictures.java lays them out. */
export class FarPictures {
  readonly uniforms: Record<string, IUniform>;
  /** What a pixel of them is, as a share of the plant's length, times how sharp they must be. */
  readonly error: number;
  private readonly textures: DataTexture[];

  private constructor(shapes: Bundle, variant: number) {
    const { pictureTurns, pictureRows, picturePixels, pictureStep, length, width } = shapes.facts as Record<string, number>;
    const [height, half] = (shapes.arrays.pictureFrames as Float32Array).subarray(2 * variant, 2 * variant + 2) as unknown as [number, number];
    const texture = (name: string, format: typeof RGBAFormat | typeof RGFormat) => {
      const data = new DataTexture(shapes.arrays[`${name}${variant}`] as Uint8Array<ArrayBuffer>, pictureTurns! * picturePixels!, pictureRows! * picturePixels!, format);
      data.minFilter = data.magFilter = LinearFilter;
      data.needsUpdate = true;
      return data;
    };
    this.textures = [texture('pictureColours', RGBAFormat), texture('pictureSurfaces', RGBAFormat), texture('pictureDepths', RGFormat)];
    this.uniforms = {
      uColours: { value: this.textures[0] },
      uSurfaces: { value: this.textures[1] },
      uDepths: { value: this.textures[2] },
      uFrameOf: { value: new Vector4(height, half, width, length) },
      uViews: { value: new Vector4(pictureTurns, pictureRows, (pictureStep! * Math.PI) / 180, picturePixels) },
    };
    this.error = (SHARP * 2 * half) / picturePixels! / (length || 1);
  }

  /** Null where a plant has none. */
  static of(shapes: Bundle, variant: number): FarPictures | null {
    return shapes.arrays[`pictureColours${variant}`] ? new FarPictures(shapes, variant) : null;
  }

  dispose(): void {
    this.textures.forEach((texture) => texture.dispose());
  }
}

/** The card that they are shown on. */
export function card(): InstancedBufferGeometry {
  const geometry = new InstancedBufferGeometry();
  geometry.setAttribute('position', new BufferAttribute(new Float32Array([-1, -1, 0, 1, -1, 0, 1, 1, 0, -1, 1, 0]), 3));
  geometry.setIndex([0, 1, 2, 0, 2, 3]);
  geometry.instanceCount = 0;
  return geometry;
}
