import { ShaderMaterial, type DataTexture } from 'three';
import { describe, expect, it } from 'vitest';
import type { Bundle, Values } from '../../src/api/bundle';
import { FarPictures } from '../../src/view3d/farPictures';
import { PlantMeshes, type DetailChoice, type PlantMaterials } from '../../src/view3d/plants';

const material = () => new ShaderMaterial();
const materials: PlantMaterials = { blade: material(), whole: material(), solid: material(), swaying: material, picture: (_body, _sways, own) => new ShaderMaterial({ uniforms: own }) };
const PIXELS = 50;

/** One variant of a tree 5 m tall with three levels, and pictures of 50 pixels that are 5 m across. */
function shapes(pictures: boolean): Bundle {
  const arrays: Record<string, Values> = { triangles: new Uint32Array([4000, 900, 0, 0, 26]), errors: new Float32Array([0, 0.1, 0, 0, 0.6]) };
  for (const name of ['0x0', '0x1', '0x4']) {
    arrays[`positions${name}`] = arrays[`normals${name}`] = arrays[`centres${name}`] = new Float32Array(9);
    arrays[`along${name}`] = new Float32Array(3);
    arrays[`colours${name}`] = new Uint32Array(3);
    arrays[`indices${name}`] = new Uint32Array([0, 1, 2]);
  }
  if (pictures) {
    arrays.pictureColours0 = arrays.pictureSurfaces0 = new Uint8Array(4 * 2 * PIXELS * PIXELS);
    arrays.pictureDepths0 = new Uint8Array(2 * 2 * PIXELS * PIXELS);
    arrays.pictureFrames = new Float32Array([2.5, 2.5]);
  }
  return { facts: { variants: 1, flat: 0, length: 5, width: 3, pictureTurns: 2, pictureRows: 1, picturePixels: PIXELS, pictureStep: 30 }, arrays };
}

/** Trees of 5 m along a line away from the eye, metres; the last one half grown. */
function trees(away: number[]): Bundle {
  const n = away.length;
  const states = new Uint8Array(2 * n).fill(255);
  states[2 * n - 2] = 120;
  return {
    facts: { flat: 0 },
    arrays: {
      feet: Float32Array.from(away.flatMap((z) => [0, 0, z])),
      sizes: new Float32Array(2 * n).fill(5),
      turns: new Int16Array(4 * n),
      looks: new Uint8Array(4 * n),
      states,
      ids: new Uint32Array(2 * n),
    },
  };
}

const choice = (tolerance: number): DetailChoice => ({ share: 1, tolerance, forced: -1, eye: { x: 0, y: 0, z: 0 }, pixels: 1000, parallel: false, planes: [] });

/** How many instances each mesh has: levels, then the picture. */
const counts = (plants: PlantMeshes) => plants.meshes.map((mesh) => (mesh.geometry as unknown as { instanceCount: number }).instanceCount);

describe('far pictures', () => {
  it('stand for plants that are small in the picture, but not for those that have not grown up', () => {
    const plants = new PlantMeshes('trees', trees([10, 60, 120, 2000, 2000]), shapes(true), materials);
    const drawn = plants.arrange(choice(0.7));
    // 5 m at 60 m are 83 pixels of the view: their own 50 are too few; at 120 m they are 42
    expect(counts(plants)).toEqual([2, 0, 1, 2]);
    expect(drawn.triangles).toBe(2 * 4000 + 26 + 2 * 2);
  });

  it('come in sooner while the eye moves, and never where a level is forced', () => {
    const plants = new PlantMeshes('trees', trees([10, 60, 120, 2000, 2000]), shapes(true), materials);
    plants.arrange(choice(5));
    expect(counts(plants)[3]).toBe(3);
    plants.arrange({ ...choice(5), forced: 0 });
    expect(counts(plants)).toEqual([5, 0, 0, 0]);
  });

  it('are left out where a plant has none', () => {
    const plants = new PlantMeshes('trees', trees([10, 2000]), shapes(false), materials);
    plants.arrange(choice(0.7));
    expect(counts(plants)).toHaveLength(3);
    expect(FarPictures.of(shapes(false), 0)).toBeNull();
  });

  it('keep their rows and columns, and what a pixel of them is worth', () => {
    const pictures = FarPictures.of(shapes(true), 0)!;
    const { width, height } = (pictures.uniforms.uColours!.value as DataTexture).image;
    expect([width, height]).toEqual([2 * PIXELS, PIXELS]);
    // a pixel is 0.1 m of 5 m
    expect(pictures.error).toBeCloseTo((0.6 * 0.1) / 5, 9);
    expect(pictures.uniforms.uFrameOf!.value).toMatchObject({ x: 2.5, y: 2.5, z: 3, w: 5 });
  });
});
