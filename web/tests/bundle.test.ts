import { describe, expect, it } from 'vitest';
import { parseBundle } from '../src/api/bundle';

function bundle(): ArrayBuffer {
  const header = JSON.stringify({ columns: 2, arrays: [{ name: 'feet', type: 'f32', components: 3, offset: 256, length: 12 }, { name: 'looks', type: 'u8', components: 1, offset: 272, length: 2 }] }).padEnd(248);
  const buffer = new ArrayBuffer(288);
  new Uint8Array(buffer).set(new TextEncoder().encode('LMB1'));
  new DataView(buffer).setUint32(4, 248, true);
  new Uint8Array(buffer).set(new TextEncoder().encode(header), 8);
  new Float32Array(buffer, 256, 3).set([1, 2, 3]);
  new Uint8Array(buffer, 272, 2).set([7, 255]);
  return buffer;
}

describe('array bundles', () => {
  it('gives typed arrays without copying, and the facts', () => {
    const { facts, arrays } = parseBundle(bundle().slice(0));
    expect(facts.columns).toBe(2);
    expect([...arrays.feet!]).toEqual([1, 2, 3]);
    expect([...arrays.looks!]).toEqual([7, 255]);
  });

  it('refuses what is no bundle', () => {
    expect(() => parseBundle(new ArrayBuffer(16))).toThrow('no array bundle');
  });
});
