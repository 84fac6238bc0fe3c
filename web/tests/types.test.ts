import { readFileSync } from 'node:fs';
import openapiTS, { astToString } from 'openapi-typescript';
import { expect, it } from 'vitest';

it('has types that are generated from the committed API description', async () => {
  const made = astToString(await openapiTS(new URL('../openapi.json', import.meta.url)));
  const committed = readFileSync(new URL('../src/api/generated/schema.d.ts', import.meta.url), 'utf8');
  expect(committed.endsWith(made)).toBe(true);
}, 30_000);
