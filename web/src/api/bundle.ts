/** A typed array of an array bundle. */
export type Values = Float32Array | Int16Array | Uint16Array | Uint8Array | Uint32Array;

/** An array bundle: see ArrayBundle.java for the layout. */
export interface Bundle {
  facts: Record<string, number>;
  arrays: Record<string, Values>;
}

interface Entry {
  name: string;
  type: 'f32' | 'i16' | 'u16' | 'u8' | 'u32';
  offset: number;
  length: number;
}

const TYPES = { f32: Float32Array, i16: Int16Array, u16: Uint16Array, u8: Uint8Array, u32: Uint32Array };

export function parseBundle(buffer: ArrayBuffer): Bundle {
  const head = new DataView(buffer);
  const magic = new TextDecoder().decode(new Uint8Array(buffer, 0, 4));
  if (magic !== 'LMB1') throw new Error('This is no array bundle.');
  const length = head.getUint32(4, true);
  const header = JSON.parse(new TextDecoder().decode(new Uint8Array(buffer, 8, length))) as { arrays: Entry[] } & Record<string, unknown>;
  const arrays: Record<string, Values> = {};
  for (const entry of header.arrays) {
    const Type = TYPES[entry.type];
    arrays[entry.name] = new Type(buffer, entry.offset, entry.length / Type.BYTES_PER_ELEMENT);
  }
  const facts: Record<string, number> = {};
  for (const [name, value] of Object.entries(header)) if (typeof value === 'number') facts[name] = value;
  return { facts, arrays };
}
