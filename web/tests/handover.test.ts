import { readdirSync, readFileSync } from 'node:fs';
import { NodeIO } from '@gltf-transform/core';
import { EXTMeshGPUInstancing, type InstancedMesh } from '@gltf-transform/extensions';
import { validateBytes } from 'gltf-validator';
import { AnimationMixer, FloatType, LoopOnce } from 'three';
import { GLTFLoader } from 'three/examples/jsm/loaders/GLTFLoader.js';
import { EXRLoader } from 'three/examples/jsm/loaders/EXRLoader.js';
import { describe, expect, it } from 'vitest';
import { items, numbersOf, understood } from './usd';

const folder = process.env.LUMBRIT_HANDOVER;

interface Morph {
  file: string;
  targets: number;
  errorAtMost: number;
}

/** The farthest that blended targets are from the displacements of any frame. */
function measured(morph: Morph, frames: number, targets: number[][]): number {
  const npy = readFileSync(`${folder}/motion/${morph.file.replace('.glb', '-displacements.npy')}`);
  const own = new Float32Array(new Uint8Array(npy.subarray(10 + npy.readUInt16LE(8))).buffer);
  const numbers = own.length / frames;
  const keys = targets.map((_, k) => Math.floor((k * frames) / targets.length));
  let most = 0;
  for (let f = 0; f < frames; f++) {
    const k = keys.filter((key) => key <= f).length - 1;
    const share = (f - keys[k]!) / ((keys[k + 1] ?? frames) - keys[k]!);
    const [from, to] = [targets[k]!, targets[(k + 1) % targets.length]!];
    for (let v = 0; v < numbers; v += 3) {
      const off = [0, 1, 2].map((d) => from[v + d]! * (1 - share) + to[v + d]! * share - own[f * numbers + v + d]!);
      most = Math.max(most, Math.hypot(...off));
    }
  }
  return most;
}

describe.skipIf(!folder)('what the command line hands over, read by others', () => {
  const glb = () => new Uint8Array(readFileSync(`${folder}/site.glb`));

  it('is a valid GLB', async () => {
    const report = await validateBytes(glb(), { maxIssues: 20 });
    expect(report.issues.messages.filter((message) => message.severity === 0)).toEqual([]);
    expect(report.issues.numErrors).toBe(0);
  }, 60_000);

  it('hands over the ground and every prop as a valid GLB', async () => {
    const props = readdirSync(`${folder}/props`).filter((name) => name.endsWith('.glb'));
    expect(props.length).toBeGreaterThan(8);
    for (const name of ['plants/details.glb', 'ground/ground.glb', 'textures/ground.glb', ...props.map((prop) => `props/${prop}`)]) {
      const report = await validateBytes(new Uint8Array(readFileSync(`${folder}/${name}`)), { maxIssues: 10_000 });
      // what the validator only tells: that it does not know the instancing extension, and so what that one uses
      const told = ['UNSUPPORTED_EXTENSION', 'UNUSED_OBJECT'];
      expect(report.issues.messages.filter((message) => !(name.startsWith('plants/') && told.includes(message.code))), name).toEqual([]);
    }
  }, 120_000);

  it.each([
    { what: 'a rolling body', glb: 'rolled/snow/ball.glb', csv: 'rolled/path.csv', keys: 181, from: -6.5, to: 3 },
    { what: 'what floats', glb: 'pond/motion/barrel-moving.glb', csv: 'pond/float.csv', keys: 192, from: 2, to: 2 },
  ])('moves $what, played by another mixer, as the command line says', async ({ glb: name, csv, keys, from, to }) => {
    const file = readFileSync(`${folder}/${name}`);
    const gltf = await new GLTFLoader().parseAsync(file.buffer.slice(file.byteOffset, file.byteOffset + file.byteLength) as ArrayBuffer, '');
    const [head, ...rows] = readFileSync(`${folder}/${csv}`, 'utf8').trim().split('\n').map((row) => row.split(','));
    const column = (each: string) => head!.indexOf(each);
    const mixer = new AnimationMixer(gltf.scene);
    mixer.clipAction(gltf.animations[0]!).setLoop(LoopOnce, 1).play();
    const moved = gltf.scene.children[0]!;
    expect(rows.length).toBe(keys);
    const heights = new Set<string>();
    for (const row of rows.slice(1, -1)) {
      mixer.setTime(Number(row[column('t_s')]));
      const said = ['x_m', 'y_m', 'z_m'].map((each) => Number(row[column(each)]));
      moved.position.toArray().forEach((each, d) => expect(Math.abs(each - said[d]!)).toBeLessThan(1e-4));
      expect(moved.position.x).toBeGreaterThanOrEqual(from);
      expect(moved.position.x).toBeLessThanOrEqual(to);
      heights.add(moved.position.y.toFixed(4));
    }
    expect(heights.size).toBeGreaterThan(10);
  });

  it('has the height of what stands on the ground as floats and as grey alike', () => {
    const file = readFileSync(`${folder}/textures/height.exr`);
    const exr = new EXRLoader().setDataType(FloatType).parse(file.buffer.slice(file.byteOffset, file.byteOffset + file.byteLength) as ArrayBuffer) as { width: number; height: number; data: Float32Array };
    expect([exr.width, exr.height]).toEqual([512, 512]);
    // a loader for the screen has its rows from below, and four numbers a pixel
    const values = Array.from({ length: 512 * 512 }, (_, i) => exr.data[(exr.data.length / (512 * 512)) * i]!);
    const most = Math.max(...values.slice(0, 60_000));
    expect(values.every((value) => value >= 0 && value < 2)).toBe(true);
    expect(most).toBeGreaterThan(0.1);
  });

  it('holds every plant of the table as an instance', async () => {
    const io = new NodeIO().registerExtensions([EXTMeshGPUInstancing]);
    const document = await io.readBinary(glb());
    const tables = readdirSync(`${folder}/plants`).filter((name) => name.endsWith('.csv') && name !== 'details.csv');
    const rows = tables.reduce((sum, name) => sum + readFileSync(`${folder}/plants/${name}`, 'utf8').trim().split('\n').length - 1, 0);
    let instances = 0;
    for (const node of document.getRoot().listNodes()) {
      const batch = node.getExtension<InstancedMesh>('EXT_mesh_gpu_instancing');
      if (!batch) continue;
      const translation = batch.getAttribute('TRANSLATION')!;
      const rotation = batch.getAttribute('ROTATION')!;
      expect(translation.getType()).toBe('VEC3');
      expect(rotation.getType()).toBe('VEC4');
      expect(batch.getAttribute('SCALE')!.getCount()).toBe(translation.getCount());
      expect(rotation.getCount()).toBe(translation.getCount());
      for (let i = 0; i < rotation.getCount(); i += 97) {
        expect(Math.hypot(...rotation.getElement(i, []))).toBeCloseTo(1, 4);
      }
      instances += translation.getCount();
    }
    expect(instances).toBe(rows);
    expect(rows).toBeGreaterThan(1000);
  }, 60_000);

  it('holds every plant of the tables in its USD instancers, where the tables say', async () => {
    const written = readFileSync(`${folder}/plants/plants.usda`);
    const instancers = (await understood(new Uint8Array(written))).split('def PointInstancer').slice(1);
    // The reader prints some of the long ids of a large file shortened to their first digit, so the ids are taken as written.
    const ids = written.toString('utf8').split('def PointInstancer').slice(1).map((instancer) => items(instancer, 'ids'));
    const tables = readdirSync(`${folder}/plants`).filter((name) => name.endsWith('.csv') && name !== 'details.csv');
    expect(instancers.length).toBe(tables.length);
    let total = 0;
    for (const [n, instancer] of instancers.entries()) {
      const positions = items(instancer, 'positions');
      const scales = items(instancer, 'scales');
      const prototypes = items(instancer, 'protoIndices').map(Number);
      const file = /"([A-Za-z0-9_]+)_\d+"/.exec(instancer)![1]!.toLowerCase().replaceAll('_', '-');
      const rows = readFileSync(`${folder}/plants/${file}.csv`, 'utf8').trim().split('\n').slice(1).map((row) => row.split(','));
      expect(positions.length, file).toBe(rows.length);
      expect(scales.length).toBe(rows.length);
      expect(items(instancer, 'orientations').length).toBe(rows.length);
      expect(Math.max(...prototypes)).toBeLessThan((/prototypes = \[([^\]]*)\]/.exec(instancer)![1]!.match(/</g) ?? []).length);
      const byId = new Map(rows.map((row) => [(BigInt(`0x${row[0]!}`) & 0x7fffffffffffffffn).toString(), row]));
      expect(items(instancer, 'ids').length).toBe(rows.length);
      ids[n]!.forEach((id, i) => {
        const row = byId.get(id.trim())!;
        const place = numbersOf(positions[i]!);
        // the table has the foot, the instance the mesh sunk below it
        expect(Math.hypot(place[0]! - Number(row[1]), place[2]! - Number(row[3]))).toBeLessThanOrEqual(Number(row[14]) + 1e-3);
        expect(numbersOf(scales[i]!)[1]).toBeCloseTo(Number(row[8]), 4);
      });
      total += rows.length;
    }
    expect(total).toBeGreaterThan(10_000);
  }, 120_000);

  it('gives instances that sway their phase within the loop and how far they bend', async () => {
    const document = await new NodeIO().registerExtensions([EXTMeshGPUInstancing]).readBinary(glb());
    const swaying = document
      .getRoot()
      .listNodes()
      .map((node) => node.getExtension<InstancedMesh>('EXT_mesh_gpu_instancing'))
      .filter((batch) => batch?.getAttribute('_PHASE'));
    expect(swaying.length).toBeGreaterThan(5);
    for (const batch of swaying) {
      const count = batch!.getAttribute('TRANSLATION')!.getCount();
      const phase = Array.from(batch!.getAttribute('_PHASE')!.getArray() as Float32Array);
      const amplitude = Array.from(batch!.getAttribute('_AMPLITUDE')!.getArray() as Float32Array);
      expect([phase.length, amplitude.length]).toEqual([count, count]);
      expect(Math.min(...phase)).toBeGreaterThanOrEqual(0);
      expect(Math.max(...phase)).toBeLessThan(8);
      expect(Math.max(...amplitude)).toBeLessThan(Math.PI / 2);
    }
  }, 60_000);

  it('hands over each moving plant and prop as a valid GLB of at most 24 morph targets that loop', async () => {
    const motion = JSON.parse(readFileSync(`${folder}/motion/motion.json`, 'utf8')) as {
      frames: number;
      step_s: number;
      sways: { variants: { morph: Morph }[] }[];
      pushes: { morph: Morph }[];
    };
    const morphs = [...motion.sways.flatMap((sway) => sway.variants.map((variant) => variant.morph)), ...motion.pushes.map((push) => push.morph)];
    expect(morphs.length).toBeGreaterThan(15);
    for (const morph of morphs) {
      const bytes = new Uint8Array(readFileSync(`${folder}/motion/${morph.file}`));
      const report = await validateBytes(bytes, { maxIssues: 100 });
      expect(report.issues.numErrors, `${morph.file} ${JSON.stringify(report.issues.messages.slice(0, 3))}`).toBe(0);
      const document = await new NodeIO().readBinary(bytes);
      const [mesh] = document.getRoot().listMeshes();
      const targets = mesh!.listPrimitives()[0]!.listTargets();
      expect(targets.length).toBe(morph.targets);
      expect(targets.length).toBeLessThanOrEqual(24);
      const sampler = document.getRoot().listAnimations()[0]!.listSamplers()[0]!;
      const times = sampler.getInput()!.getArray()!;
      expect(times.at(-1)).toBeCloseTo(motion.frames * motion.step_s, 5);
      const weights = sampler.getOutput()!.getArray()!;
      expect(Array.from(weights.slice(0, targets.length)), 'the last key is the first').toEqual(Array.from(weights.slice(-targets.length)));
      expect(measured(morph, motion.frames, targets.map((target) => Array.from(target.getAttribute('POSITION')!.getArray()!))), morph.file).toBeCloseTo(morph.errorAtMost, 5);
    }
  }, 120_000);
});
