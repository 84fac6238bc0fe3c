// Measures slider to new data on the demo site as the browser does it: one view request with an unsaved edit, then every
// binary that it names and the page does not hold. Usage: node slider.mjs http://127.0.0.1:8470 [moves]
const [base = 'http://127.0.0.1:8470', moves = '60'] = process.argv.slice(2);

const json = async (path, body) => {
  const response = await fetch(base + path, body && { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) });
  if (!response.ok) throw new Error(`${response.status} ${await response.text()}`);
  return response.json();
};
const sites = await json('/api/sites');
const id = (sites.find((site) => site.name === 'Thessock Tarn') ?? sites[0]).id;
const site = await json(`/api/sites/${id}`);
const held = new Set();
// every run moves to places of its own, so that nothing of the last one is kept
const own = 0.9e-4 * Math.random();
let since = '';

async function move(edits, view) {
  const start = performance.now();
  const manifest = await json(`/api/sites/${id}/view`, { base: site.revision, edits, view: { ...view, since } });
  since = manifest.key;
  const keys = manifest.subjects.flatMap((subject) => [subject.data, subject.light, subject.shapes, subject.values, subject.colours].flat()).filter((key) => key);
  const wanted = [...new Set(keys)].filter((key) => !held.has(key));
  wanted.forEach((key) => held.add(key));
  // eight to a request and these beside each other, as the page asks for them
  const groups = Array.from({ length: Math.ceil(wanted.length / 8) }, (_, k) => wanted.slice(8 * k, 8 * k + 8));
  const parts = await Promise.all(groups.map(async (keys) => (await (await fetch(`${base}/api/data/${keys.join(',')}`)).arrayBuffer()).byteLength));
  const bytes = parts.reduce((sum, part) => sum + part, 0);
  return { took: performance.now() - start, server: manifest.milliseconds, bytes, plants: manifest.plants };
}

const shore = site.recipe.falloffs.find((falloff) => falloff.name === 'Shore');
const contrast = shore.steps.find((step) => step.kind === 'contrast');
const layer = site.recipe.layers.find((each) => each.kind === 'cover');
const density = layer.properties.density;
const sliders = {
  'contrast of Shore': (t) => [[{ kind: 'set-step', falloff: shore.id, step: { ...contrast, power: 0.8 + 2 * t } }], { falloff: shore.id, stage: -1, layer: '', property: '' }],
  'far of Shore': (t) => [[{ kind: 'set-source', falloff: shore.id, source: { ...shore.source, far: 10 + 12 * t } }], { falloff: shore.id, stage: -1, layer: '', property: '' }],
  'high end of density': (t) => [[{ kind: 'set-property', layer: layer.id, property: 'density', range: { ...density, high: density.high * (0.6 + 0.4 * t) } }], { falloff: shore.id, stage: -1, layer: layer.id, property: 'density' }],
};
const quantile = (sorted, q) => sorted[Math.min(sorted.length - 1, Math.ceil(q * sorted.length) - 1)];
for (const [name, slider] of Object.entries(sliders)) {
  for (let i = 0; i < 15; i++) await move(...slider((i + 0.37) / 15.1 + own));
  const results = [];
  for (let i = 0; i < Number(moves); i++) results.push(await move(...slider(((i * 0.618034) % 1) + 1e-4 * i + own)));
  const took = results.map((r) => r.took).sort((a, b) => a - b);
  const server = results.map((r) => r.server).sort((a, b) => a - b);
  console.log(
    `${name}: ${moves} moves, p50 ${quantile(took, 0.5).toFixed(0)} ms, p95 ${quantile(took, 0.95).toFixed(0)} ms; server p50 ${quantile(server, 0.5).toFixed(0)} ms, p95 ${quantile(server, 0.95).toFixed(0)} ms; ${Math.round(results[0].bytes / 1024)} kB; ${results[0].plants} plants`,
  );
}
