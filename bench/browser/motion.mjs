// Measures playing in the browser on a running Lumbrit with its demo site:  node bench/browser/motion.mjs http://127.0.0.1:8470
// Bytes of the motion, how long it takes to be there, frames a second while it plays, and the share of the time in scripts.
import { createRequire } from 'node:module';

const { chromium } = createRequire(process.env.PLAYWRIGHT ? `${process.env.PLAYWRIGHT}/` : import.meta.url)('playwright-core');
const base = process.argv[2] ?? 'http://127.0.0.1:8470';
const [site] = await (await fetch(`${base}/api/sites`)).json();
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--use-angle=swiftshader', '--enable-unsafe-swiftshader', '--disable-quic'] });
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
page.setDefaultTimeout(180_000);
let received = 0;
page.on('response', async (response) => {
  if (response.url().includes('/api/data/')) received += Number((await response.allHeaders())['content-length'] ?? 0);
});
await page.goto(`${base}/sites/${site.id}`);
await page.waitForFunction(() => document.querySelector('.stage canvas')?.dataset.ripe === 'true');
const before = received;
const start = performance.now();
await page.click('[aria-label="Play"]');
await page.waitForFunction(() => /seam/.test(document.querySelector('.seam-button')?.textContent ?? ''));
console.log(`all frames there ${((performance.now() - start) / 1000).toFixed(1)} s after Play, ${((received - before) / 1e6).toFixed(1)} MB received`);
await page.waitForTimeout(8000);
for (let i = 0; i < 4; i++) {
  await page.waitForTimeout(2000);
  console.log(await page.textContent('.seam'), '-', await page.getAttribute('.seam', 'title'));
}
await browser.close();
