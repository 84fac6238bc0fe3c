// Takes the pictures in docs/screenshots from a running Lumbrit with a fresh demo site; the tint that is added for its picture is undone:
//   PLAYWRIGHT=folder-with-playwright-core node scripts/pictures.mjs http://127.0.0.1:8470 [name …]
import { createRequire } from 'node:module';
import { fileURLToPath } from 'node:url';

const { chromium } = createRequire(process.env.PLAYWRIGHT ? `${process.env.PLAYWRIGHT}/` : import.meta.url)('playwright-core');
const base = process.argv[2] ?? 'http://127.0.0.1:8470';
const only = process.argv.slice(3);
const folder = fileURLToPath(new URL('../docs/screenshots/', import.meta.url));
const site = (await (await fetch(`${base}/api/sites`)).json()).find((each) => each.name === 'Thessock Tarn');
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--use-angle=swiftshader', '--enable-unsafe-swiftshader', '--disable-quic'] });

const button = (page, name) => page.getByRole('button', { name, exact: true });
const ripe = async (page) => {
  await page.waitForTimeout(4000);
  await page.waitForFunction(() => document.querySelector('[data-testid=ripening]')?.textContent === 'picture ripe');
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

const PICTURES = {
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
  handles: workbench(async (page) => {
    await button(page, 'Values').click();
    await button(page, 'Falloff Dry ground').click();
    await button(page, 'Bands').click();
  }),
  curve: workbench(async (page) => {
    await button(page, 'Falloff Dry ground').click();
    await button(page, 'Values').click();
    await button(page, 'Edit curve …').click();
    await page.waitForTimeout(1500);
    await page.mouse.move(...(await inView(page, 0.72, 0.72)), { steps: 4 });
  }),
  findings: workbench(async (page) => {
    await page.getByText(/^\d+ findings$/).click();
    await page.getByText('Findings', { exact: true }).waitFor();
  }),
  tint: async (page) => {
    await workbench(async () => {
      await button(page, 'Falloff Dry ground').click();
      await button(page, '+ layer').click();
      await page.getByRole('button', { name: /^Tint/ }).click();
      await page.waitForTimeout(8000);
    })(page);
    return async () => {
      await page.keyboard.press('Control+z');
      await page.waitForTimeout(3000);
    };
  },
  relief: workbench(async (page) => {
    await button(page, 'Unfold the ground').or(button(page, 'Unfold The ground')).first().click();
    await button(page, 'Difference that Rain makes').click();
  }),
  'props-values': workbench(async (page) => {
    await button(page, 'Falloff Sunny side').click();
    await button(page, 'Values').click();
  }),
  cover: workbench(async (page) => {
    await button(page, 'Values').click();
    await button(page, 'Unfold').first().click();
    await page.getByText('density', { exact: true }).nth(1).click();
    await page.waitForTimeout(1500);
    await page.mouse.move(...(await inView(page, 0.78, 0.6)), { steps: 4 });
  }),
  wind: workbench(async (page) => {
    await page.getByRole('button', { name: /^Gusts of Wind from the pass/ }).click();
  }),
  'motion-trace': workbench(async (page) => {
    await page.mouse.move(...(await inView(page, 0.86, 0.87)), { steps: 6 });
    await page.waitForTimeout(3000);
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
  handover: room('handover', (page) => page.mouse.wheel(0, 400)),
};

for (const [name, take] of Object.entries(PICTURES)) {
  if (only.length > 0 && !only.includes(name)) continue;
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  page.setDefaultTimeout(60_000);
  try {
    const after = await take(page);
    await page.screenshot({ path: `${folder}${name}.png` });
    await after?.();
    console.log(name);
  } catch (error) {
    console.log(`${name}: ${error.message.split('\n')[0]}`);
    process.exitCode = 1;
  }
  await page.close();
}
await browser.close();
