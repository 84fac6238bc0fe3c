// The named peer of the spaced scatter: fast-2d-poisson-disk-sampling, filled to the same spacing. Run from web/, which has it:
//   node ../bench/peer/scatter.mjs
import { createRequire } from 'node:module';

const Sampling = createRequire(new URL('../../web/package.json', import.meta.url))('fast-2d-poisson-disk-sampling');
for (const side of [120, 1015]) {
  const start = performance.now();
  const points = new Sampling({ shape: [side, side], radius: 0.84, tries: 30 }).fill();
  const took = performance.now() - start;
  console.log(`${points.length} plants kept: ${took.toFixed(0)} ms, ${(points.length / took).toFixed(0)} plants/ms`);
}
