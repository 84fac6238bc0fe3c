// Measures what a change of detail moves in the picture, on a running Lumbrit:  node bench/browser/detail.mjs http://127.0.0.1:8470 [distance]
// Each woody plant of the first site's nursery stands alone on level ground, as many metres away as its far pictures just come in:
// how many of its pixels differ by more than a tenth from those of full detail.
import { createRequire } from 'node:module';

const { chromium } = createRequire(process.env.PLAYWRIGHT ? `${process.env.PLAYWRIGHT}/` : import.meta.url)('playwright-core');
const base = process.argv[2] ?? 'http://127.0.0.1:8470';
const times = Number(process.argv[3] ?? 30);
const json = async (path, body, method = 'POST') => (await fetch(base + path, body && { method, body: JSON.stringify(body), headers: { 'Content-Type': 'application/json' } })).json();
const same = (value) => ({ low: value, high: value });

const [demo] = await json('/api/sites');
const nursery = (await json(`/api/sites/${demo.id}`)).recipe.layers.filter((layer) => layer.kind === 'plant' && ['tree', 'shrub'].includes(layer.plant.kind));
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--use-angle=swiftshader', '--enable-unsafe-swiftshader', '--disable-quic'] });
for (const { name, plant, tint } of nursery) {
  const side = 6 * plant.length;
  const site = await json('/api/sites', { name: `Detail of ${name}`, width: side, depth: side, resolution: 65, lowest: 2 });
  const added = { kind: 'cover', id: 'one', name, plant, tintLow: tint, tintHigh: tint, properties: { density: same(12 / side ** 2), spacing: same(plant.width), length: same(plant.length), width: same(plant.width) } };
  await json(`/api/sites/${site.id}`, { base: site.revision, edits: [{ kind: 'add-layer', added }] }, 'PATCH');
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  page.setDefaultTimeout(180_000);
  const eye = { pose: { target: [0, plant.length / 2, 0], heading: 20, elevation: 14, distance: times * plant.length }, parallel: false };
  await page.addInitScript(([id, kept]) => localStorage.setItem(`lumbrit.eye.${id}`, kept), [site.id, JSON.stringify(eye)]);
  await page.goto(`${base}/sites/${site.id}`);
  const ripe = () => page.waitForFunction(() => document.querySelector('.stage canvas')?.dataset.ripe === 'true');
  const shot = async () => {
    await page.waitForTimeout(700);
    await ripe();
    return page.locator('.stage canvas').evaluate((canvas) => canvas.toDataURL('image/png'));
  };
  const chosen = await shot();
  await page.click('.budget-button');
  await page.selectOption('[aria-label="Detail of the plants"]', '0');
  const full = await shot();
  const revision = (await json(`/api/sites/${site.id}`)).revision;
  await json(`/api/sites/${site.id}`, { base: revision, edits: [{ kind: 'remove-layer', layer: 'one' }] }, 'PATCH');
  await page.reload();
  await ripe();
  const bare = await shot();
  const counted = await page.evaluate(async (urls) => {
    const [a, b, none] = await Promise.all(
      urls.map(async (url) => {
        const image = new Image();
        image.src = url;
        await image.decode();
        const canvas = new OffscreenCanvas(image.width, image.height);
        const context = canvas.getContext('2d');
        context.drawImage(image, 0, 0);
        return context.getImageData(0, 0, image.width, image.height).data;
      }),
    );
    const light = (data, i) => 0.3 * data[i] + 0.59 * data[i + 1] + 0.11 * data[i + 2];
    let [plant, moved, sumA, sumB] = [0, 0, 0, 0];
    for (let i = 0; i < a.length; i += 4) {
      const differs = Math.max(Math.abs(light(a, i) - light(none, i)), Math.abs(light(b, i) - light(none, i)));
      if (differs < 8) continue;
      plant++;
      sumA += light(a, i);
      sumB += light(b, i);
      if (Math.abs(light(a, i) - light(b, i)) > 0.1 * 255) moved++;
    }
    return { plant, moved, mean: (sumA / plant).toFixed(1), full: (sumB / plant).toFixed(1) };
  }, [chosen, full, bare]);
  console.log(`${name}: ${counted.plant} pixels of it, ${((100 * counted.moved) / counted.plant).toFixed(1)} % differ by more than a tenth; mean ${counted.mean}, in full ${counted.full} of 255`);
  if (process.argv[4]) {
    const { writeFileSync } = await import('node:fs');
    [chosen, full, bare].forEach((url, i) => writeFileSync(`${process.argv[4]}${name.replaceAll(' ', '')}-${i}.png`, Buffer.from(url.split(',')[1], 'base64')));
  }
  await page.close();
  await fetch(`${base}/api/sites/${site.id}`, { method: 'DELETE' });
}
await browser.close();
