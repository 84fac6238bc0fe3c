// Measures plants in the browser on a running Lumbrit:  node bench/browser/plants.mjs http://127.0.0.1:8470
// 100 000 plants in the view, and a roster of a million rows that is scrolled, sorted and filtered.
import { createRequire } from 'node:module';

const { chromium } = createRequire(process.env.PLAYWRIGHT ? `${process.env.PLAYWRIGHT}/` : import.meta.url)('playwright-core');
const base = process.argv[2] ?? 'http://127.0.0.1:8470';
const post = async (path, body, method = 'POST') => (await fetch(base + path, { method, body: JSON.stringify(body), headers: { 'Content-Type': 'application/json' } })).json();

async function meadow(name, side, density) {
  const site = await post('/api/sites', { name, width: side, depth: side, resolution: 257, lowest: 2 });
  const same = (value) => ({ low: value, high: value });
  const added = { kind: 'cover', id: 'grass', name: 'Grass', plant: { kind: 'strand' }, properties: { density: same(density), spacing: same(0), length: same(0.4), width: same(0.01) } };
  await post(`/api/sites/${site.id}`, { base: site.revision, edits: [{ kind: 'add-layer', added }] }, 'PATCH');
  return site.id;
}

const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--use-angle=swiftshader', '--enable-unsafe-swiftshader', '--disable-quic'] });
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
page.setDefaultTimeout(180_000);

let id = await meadow('Hundred thousand', 160, 3.9);
await page.goto(`${base}/sites/${id}`);
await page.waitForFunction(() => document.querySelector('.stage canvas, .roster canvas')?.dataset.ripe === 'true');
await page.click('.budget-button');
console.log('100 000 plants:', (await page.textContent('[data-testid=budget]')).trim());
console.log((await page.textContent('[data-testid=frame]')).trim());
await fetch(`${base}/api/sites/${id}`, { method: 'DELETE' });

id = await meadow('Million', 1000, 1);
let start = performance.now();
await page.goto(`${base}/sites/${id}/roster`);
await page.waitForSelector('.roster-row');
await page.waitForFunction(() => !document.querySelector('.roster-row')?.textContent?.includes('…'));
console.log(`${(await page.textContent('[data-testid=rows]')).trim()}: all columns there after ${((performance.now() - start) / 1000).toFixed(1)} s`);
await page.waitForFunction(() => document.querySelector('.stage canvas, .roster canvas')?.dataset.ripe === 'true');
const frames = await page.evaluate(async () => {
  const scroller = document.querySelector('.roster-scroll');
  const times = [];
  let last = performance.now();
  for (let i = 0; i < 120; i++) {
    scroller.scrollTop = (i * 7919 * 24) % (scroller.scrollHeight - scroller.clientHeight);
    await new Promise((then) => requestAnimationFrame(then));
    const now = performance.now();
    times.push(now - last);
    last = now;
  }
  return times.sort((a, b) => a - b);
});
console.log(`scrolling to 120 far places: p50 ${frames[60].toFixed(0)} ms, p95 ${frames[114].toFixed(0)} ms, longest ${frames[119].toFixed(0)} ms a frame`);
for (const [what, act] of [
  ['sorted by variant', () => page.click('.roster-title:has-text("variant")')],
  ['filtered', async () => { await page.fill('[aria-label="x, least"]', '0'); await page.press('[aria-label="x, least"]', 'Enter'); }],
]) {
  start = performance.now();
  await act();
  await page.evaluate(() => new Promise((then) => requestAnimationFrame(() => requestAnimationFrame(then))));
  console.log(`${what}: ${(performance.now() - start).toFixed(0)} ms`);
}
await fetch(`${base}/api/sites/${id}`, { method: 'DELETE' });
await browser.close();
