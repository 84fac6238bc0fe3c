import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { api, Problem } from '../src/api/client';

/** A binary as the server sends it. */
const binary = (text: string) => new TextEncoder().encode(text).buffer as ArrayBuffer;
const text = (bytes: ArrayBuffer) => new TextDecoder().decode(bytes);

function together(parts: ArrayBuffer[]): ArrayBuffer {
  const all = new Uint8Array(parts.reduce((sum, part) => sum + 4 + part.byteLength, 0));
  let at = 0;
  for (const part of parts) {
    new DataView(all.buffer).setUint32(at, part.byteLength, true);
    all.set(new Uint8Array(part), at + 4);
    at += 4 + part.byteLength;
  }
  return all.buffer;
}

const asked: string[][] = [];
let bytesOf: (key: string) => Promise<ArrayBuffer>;

beforeEach(async () => {
  asked.length = 0;
  vi.spyOn(api, 'data').mockImplementation(async (keys) => {
    asked.push(keys);
    if (keys.includes('gone')) throw new Problem('not kept any more', 404);
    const parts = keys.map((key) => binary(`<${key}>`));
    return parts.length === 1 ? parts[0]! : together(parts);
  });
  ({ bytesOf } = await import('../src/api/data'));
});
afterEach(() => vi.restoreAllMocks());

describe('binaries', () => {
  it('that are wished for in one go come in one request, each to its own', async () => {
    const all = await Promise.all(['a', 'bb', 'ccc'].map(bytesOf));
    expect(all.map(text)).toEqual(['<a>', '<bb>', '<ccc>']);
    expect(asked).toEqual([['a', 'bb', 'ccc']]);
    expect(text(await bytesOf('later'))).toBe('<later>');
    expect(asked).toHaveLength(2);
  });

  it('come in several requests where there are many', async () => {
    const keys = Array.from({ length: 19 }, (_, i) => `k${i}`);
    const all = await Promise.all(keys.map(bytesOf));
    expect(all.map(text)).toEqual(keys.map((key) => `<${key}>`));
    expect(asked.map((each) => each.length)).toEqual([8, 8, 3]);
  });

  it('do not fail because another one is gone', async () => {
    const [a, gone, b] = await Promise.allSettled([bytesOf('a'), bytesOf('gone'), bytesOf('b')]);
    expect(a).toMatchObject({ status: 'fulfilled' });
    expect(b).toMatchObject({ status: 'fulfilled' });
    expect(gone).toMatchObject({ status: 'rejected', reason: { status: 404 } });
  });
});
