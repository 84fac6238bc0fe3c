import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';

interface Reader {
  loadAsLayerFromBinary(bytes: Uint8Array, name: string): boolean;
  layerToString(): string;
  error(): string;
}

/** Reads USD text with a reader that is not ours, and gives back what it understood, as USD text. */
export async function understood(bytes: Uint8Array): Promise<string> {
  const folder = createRequire(import.meta.url).resolve('tinyusdz').replace(/tinyusdz\.js$/, '');
  const { default: start } = (await import(/* @vite-ignore */ `${folder}tinyusdz.js`)) as { default: (options: object) => Promise<{ TinyUSDZLoaderNative: new () => Reader }> };
  // it is made for a browser's worker, so for a moment this is one
  const versions = process.versions;
  Object.assign(globalThis, { WorkerGlobalScope: Object, self: globalThis, location: { href: 'file:///' } });
  Object.defineProperty(process, 'versions', { value: {}, configurable: true });
  const usd = await start({ wasmBinary: readFileSync(`${folder}tinyusdz.wasm`) });
  Object.defineProperty(process, 'versions', { value: versions, configurable: true });
  const reader = new usd.TinyUSDZLoaderNative();
  if (!reader.loadAsLayerFromBinary(bytes, 'plants.usda')) throw new Error(reader.error());
  return reader.layerToString();
}

/** The items of an array, "(1, 2, 3)" or "7" each, of the n-th instancer. */
export function items(text: string, name: string): string[] {
  const from = text.search(new RegExp(`\\b${name.replace(':', '\\:')} = \\[`));
  if (from < 0) return [];
  const start = text.indexOf('[', from) + 1;
  const list = text.slice(start, text.indexOf(']', start));
  return list.includes('(') ? (list.match(/\([^)]*\)/g) ?? []) : list.split(',');
}

export function numbersOf(item: string): number[] {
  return item.replace(/[()]/g, '').split(',').map(Number);
}
