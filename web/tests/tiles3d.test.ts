import { readFileSync } from 'node:fs';
import { parse } from '@loaders.gl/core';
import { Tiles3DLoader } from '@loaders.gl/3d-tiles';
import { NodeIO } from '@gltf-transform/core';
import { EXTMeshGPUInstancing, type InstancedMesh } from '@gltf-transform/extensions';
import { validateBytes } from 'gltf-validator';
import { describe, expect, it } from 'vitest';

const folder = process.env.LUMBRIT_HANDOVER;

interface Tile {
  boundingVolume: { box: number[] };
  geometricError: number;
  refine: string;
  content?: { uri: string };
  children?: Tile[];
}

const all = (tile: Tile): Tile[] => [tile, ...(tile.children ?? []).flatMap(all)];
const leaves = (tile: Tile) => all(tile).filter((each) => !each.children);

describe.skipIf(!folder)('3D Tiles that the command line hands over, read by others', () => {
  const bytes = (name: string) => readFileSync(`${folder}/tiles/${name}`);
  const { asset, root } = (folder ? JSON.parse(readFileSync(`${folder}/tiles/tileset.json`, 'utf8')) : {}) as { asset: { version: string }; root: Tile };

  it('are a tile set that loaders.gl opens', async () => {
    const text = bytes('tileset.json');
    const read = (await parse(new Uint8Array(text).buffer, Tiles3DLoader, { '3d-tiles': { isTileset: true }, worker: false } as never)) as { type: string; root: { children: unknown[] } };
    expect(read.type).toBe('TILES3D');
    expect(read.root.children.length).toBe(root.children!.length);
    expect(asset.version).toBe('1.1');
  });

  it('have boxes that hold those below them, and errors that grow upward', () => {
    for (const tile of all(root)) {
      const box = tile.boundingVolume.box;
      for (const child of tile.children ?? []) {
        expect(child.geometricError).toBeLessThan(tile.geometricError);
        const own = child.boundingVolume.box;
        [0, 1, 2].forEach((d) => {
          const reach = box[3 + 4 * d]!;
          expect(Math.abs(own[d]! - box[d]!) + own[3 + 4 * d]!).toBeLessThanOrEqual(reach + 1e-6 * reach + 1e-9);
        });
      }
    }
  });

  it('hold valid GLB files', async () => {
    for (const tile of all(root).filter((each) => each.content)) {
      const report = await validateBytes(new Uint8Array(bytes(tile.content!.uri)), { maxIssues: 1000 });
      expect(
        report.issues.messages.filter(({ code }) => !['UNSUPPORTED_EXTENSION', 'UNUSED_OBJECT'].includes(code)),
        tile.content!.uri,
      ).toEqual([]);
    }
  }, 240_000);

  it('hold every plant of the tables once in the leaves, within its box', async () => {
    const io = new NodeIO().registerExtensions([EXTMeshGPUInstancing]);
    const places = new Set<string>();
    let plants = 0;
    for (const tile of leaves(root)) {
      if (!tile.content || /^(ground|things)/.test(tile.content.uri)) continue;
      const box = tile.boundingVolume.box;
      const document = await io.readBinary(new Uint8Array(bytes(tile.content.uri)));
      for (const node of document.getRoot().listNodes()) {
        const batch = node.getExtension<InstancedMesh>('EXT_mesh_gpu_instancing');
        const feet = batch?.getAttribute('TRANSLATION')?.getArray();
        for (let i = 0; feet && i < feet.length; i += 3) {
          plants++;
          places.add(`${tile.content.uri.replace(/-\d+\.glb$|\.glb$/, '')} ${feet[i]} ${feet[i + 1]} ${feet[i + 2]}`);
          // y up in the file, z up in the tile set
          [feet[i]!, -feet[i + 2]!, feet[i + 1]!].forEach((v, d) => expect(Math.abs(v - box[d]!)).toBeLessThanOrEqual(box[3 + 4 * d]!));
        }
      }
    }
    const said = /and (\d+) plants/.exec(readFileSync(`${folder}/report.txt`, 'utf8').split('tiles/tileset.json')[1]!)![1]!;
    expect(plants).toBe(Number(said));
    expect(places.size).toBe(plants);
  }, 120_000);
});
