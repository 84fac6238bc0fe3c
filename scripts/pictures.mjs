// Takes the pictures in docs/screenshots, and the demo sites' stills, from a running Lumbrit with fresh demo sites:
//   PLAYWRIGHT=folder-with-playwright-core node scripts/pictures.mjs http://127.0.0.1:8470 [name …]
import { writeFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import { fileURLToPath } from 'node:url';

const { chromium } = createRequire(process.env.PLAYWRIGHT ? `${process.env.PLAYWRIGHT}/` : import.meta.url)('playwright-core');
const base = process.argv[2] ?? 'http://127.0.0.1:8470';
const only = process.argv.slice(3);
const folder = fileURLToPath(new URL('../docs/screenshots/', import.meta.url));
const sites = await (await fetch(`${base}/api/sites`)).json();
const site = sites.find((each) => each.name === 'Thessock Tarn');
const stills = { 'Thessock Tarn': 'thessock-tarn', 'Hollow log': 'hollow-log', 'Gorrel Range': 'gorrel-range', 'First snow on Thessock Tarn': 'first-snow' };
/** Sites in which something moves. */
const moving = ['Thessock Tarn', 'First snow on Thessock Tarn'];
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--use-angle=swiftshader', '--enable-unsafe-swiftshader', '--disable-quic'] });

const button = (page, name) => page.getByRole('button', { name, exact: true });
const ripe = async (page) => {
  await page.waitForTimeout(4000);
  await page.waitForFunction(() => document.querySelector('[data-testid=ripening]')?.textContent === 'sharp');
  await page.waitForTimeout(1500);
};
const inView = async (page, left, top) => {
  const box = await page.locator('.stage canvas').boundingBox();
  return [box.x + left * box.width, box.y + top * box.height];
};
const workbench = (then) => async (page) => {
  await page.goto(`${base}/sites/${site.id}`);
  await page.waitForFunction(() => /seam/.test(document.querySelector('.seam-button')?.textContent ?? ''));
  await then(page);
  await ripe(page);
};
const room = (name, then = async () => {}) => async (page) => {
  await page.goto(`${base}/sites/${site.id}/${name}`);
  await page.waitForTimeout(6000);
  await then(page);
  await page.waitForTimeout(4000);
};

/** Another demo site, from a place of its own where one is given; its still goes with its files. */
const place = (name, pose) => async (page) => {
  const { id } = sites.find((each) => each.name === name);
  if (pose) await page.addInitScript(([of, seat]) => localStorage.setItem(`lumbrit.eye.${of}`, seat), [id, JSON.stringify({ pose, parallel: false })]);
  await page.goto(`${base}/sites/${id}`);
  // what moves is computed first, so that the picture has the machine to itself
  if (moving.includes(name)) {
    await page.waitForFunction(() => /seam/.test(document.querySelector('.seam-button')?.textContent ?? ''), undefined, { timeout: 300000 });
    await page.reload();
  }
  await ripe(page);
  // what stands near the eye is asked for once the rest is there: nothing may come any more for a while
  await page.waitForFunction(() => {
    const { asked, shown, ripe: done } = document.querySelector('.stage canvas').dataset;
    const still = asked === shown && done === 'true';
    window.since = still ? (window.since ?? performance.now()) : undefined;
    return still && performance.now() - window.since > 9000;
  }, undefined, { polling: 300 });
  await ripe(page);
};
const keepStill = async (name) => {
  const { id } = sites.find((each) => each.name === name);
  const still = await fetch(`${base}/api/sites/${id}/still`);
  if (still.ok) await writeFile(fileURLToPath(new URL(`../demo/${stills[name]}/still.jpg`, import.meta.url)), Buffer.from(await still.arrayBuffer()));
};

const PICTURES = {
  log: place('Hollow log'),
  snow: place('First snow on Thessock Tarn', { target: [19.5, 7.0, 43.6], heading: 318, elevation: 32, distance: 8.5 }),
  water: place('Thessock Tarn', { target: [-8.5, 6.2, 13], heading: 12, elevation: 17, distance: 12 }),
  mist: place('Thessock Tarn', { target: [-6, 7.4, -4], heading: 20, elevation: 5, distance: 44 }),
  growing: place('Thessock Tarn', { target: [-25, 21.3, -41], heading: 40, elevation: 5, distance: 14 }),
  crust: place('First snow on Thessock Tarn', { target: [-4.2, 6.6, 20.5], heading: 300, elevation: 12, distance: 5.5 }),
  drawn: async (page) => {
    await page.addInitScript(([of, seat]) => localStorage.setItem(`lumbrit.eye.${of}`, seat), [site.id, JSON.stringify({ pose: { target: [0, 9, -2], heading: 22, elevation: 22, distance: 105 }, parallel: false })]);
    await workbench(async () => {})(page);
    await button(page, 'Drawn').click();
    await page.locator('.drawn-look[data-drawn=true] img').waitFor();
    await page.waitForTimeout(2000);
  },
  trials: async (page) => {
    const { id } = sites.find((each) => each.name === 'Hollow log');
    await page.goto(`${base}/sites/${id}/trials?id=floor`);
    await page.locator('.trials-number input').first().waitFor();
    await page.getByRole('combobox').nth(1).selectOption('layer floor featureSize');
    await button(page, 'Make the sheet').click();
    await page.waitForFunction(() => document.querySelectorAll('.trial img').length === 9, undefined, { timeout: 300000 });
  },
  almanac: async (page) => {
    const { id } = sites.find((each) => each.name === 'First snow on Thessock Tarn');
    await page.goto(`${base}/sites/${id}/almanac`);
    await page.locator('.almanac-chart canvas').nth(4).waitFor();
    await ripe(page);
  },
  range: place('Gorrel Range', { target: [1400, 1250, 1600], heading: 150, elevation: 8, distance: 4200 }),
  sites: async (page) => {
    await page.goto(base);
    await page.waitForTimeout(4000);
  },
  'workbench-daylight': workbench(async () => {}),
  'workbench-values': workbench(async (page) => {
    await button(page, 'Values').click();
    await ripe(page);
    await page.mouse.click(...(await inView(page, 0.86, 0.87)));
    await page.locator('.why .factor').first().waitFor();
  }),
  yard: room('yard'),
  nursery: room('nursery', async (page) => {
    await page.getByLabel('Breeze').fill('18');
  }),
  roster: room('roster', async (page) => {
    await page.getByRole('button', { name: /^length/ }).first().click();
    await page.waitForTimeout(1500);
    await page.getByRole('button', { name: /^length/ }).first().click();
    await page.waitForTimeout(1500);
    await page.getByRole('row').nth(3).click();
    await page.waitForTimeout(9000);
  }),
  handover: room('handover', (page) => page.mouse.wheel(0, 60)),
  // last, as it changes the site
  'side-by-side': async (page) => {
    const { id } = sites.find((each) => each.name === 'Thessock Tarn');
    await page.addInitScript(([of, seat]) => localStorage.setItem(`lumbrit.eye.${of}`, seat), [id, JSON.stringify({ pose: { target: [1.6, 6, -10], heading: 354, elevation: 9, distance: 75 }, parallel: false })]);
    const { revision, recipe } = await (await fetch(`${base}/api/sites/${id}`)).json();
    const shore = recipe.falloffs.find((each) => each.id === 'shore');
    const birches = recipe.layers.find((each) => each.name === 'Birches');
    birches.properties.density.high *= 2;
    birches.tintHigh = '#c04a20';
    const edits = [{ kind: 'set-source', falloff: 'shore', source: { ...shore.source, far: 40 } }, { kind: 'set-layer', changed: birches }];
    await fetch(`${base}/api/sites/${id}`, { method: 'PATCH', headers: { 'Content-Type': 'application/json' }, body: JSON.stringify({ base: revision, edits }) });
    await page.goto(`${base}/sites/${id}/compare?a=${revision}`);
    await page.waitForFunction(() => document.querySelector('.states-pictures')?.dataset.done === 'true' && document.querySelector('.states-table'), undefined, { timeout: 300000 });
    await fetch(`${base}/api/sites/${id}/undo`, { method: 'POST' });
  },
};

for (const [name, take] of Object.entries(PICTURES)) {
  if (only.length > 0 && !only.includes(name)) continue;
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  page.setDefaultTimeout(170_000);
  try {
    await take(page);
    await page.screenshot({ path: `${folder}${name}.png` });
    console.log(name);
    if (name === 'log') await keepStill('Hollow log');
    if (name === 'range') await keepStill('Gorrel Range');
    if (name === 'snow') await keepStill('First snow on Thessock Tarn');
    if (name === 'workbench-daylight') await keepStill('Thessock Tarn');
  } catch (error) {
    console.log(`${name}: ${error.message.split('\n')[0]}`);
    process.exitCode = 1;
  }
  await page.close();
}
await browser.close();
