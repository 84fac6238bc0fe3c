import { parseBundle, type Bundle } from './bundle';
import { api } from './client';

/** Bytes of bundles that are kept; the newest one is, however large. */
const MOST = 192 * 1024 * 1024;
/** Keys in one request: what a change names comes at once, and what a new page names in several that run beside each other. */
const TOGETHER = 8;

interface Kept {
  bundle: Promise<Bundle>;
  /** 0 until it is there. */
  bytes: number;
}

const kept = new Map<string, Kept>();

/** An immutable bundle by its key; asked for once, those used last are kept. */
export function bundle(key: string): Promise<Bundle> {
  const known = kept.get(key);
  if (known) {
    kept.delete(key);
    kept.set(key, known);
    return known.bundle;
  }
  const asked = bytesOf(key).then((buffer) => {
    const mine = kept.get(key);
    if (mine) mine.bytes = buffer.byteLength;
    forget();
    return parseBundle(buffer);
  });
  kept.set(key, { bundle: asked, bytes: 0 });
  asked.catch(() => kept.delete(key));
  return asked;
}

function forget(): void {
  let bytes = 0;
  for (const each of kept.values()) bytes += each.bytes;
  for (const [oldest, each] of kept) {
    if (bytes <= MOST || kept.size <= 1) break;
    kept.delete(oldest);
    bytes -= each.bytes;
  }
}

interface Wish {
  key: string;
  take: (bytes: ArrayBuffer) => void;
  fail: (error: unknown) => void;
}

let wishes: Wish[] = [];

/** The bytes of a key. All that is asked for in one go is fetched together. */
export function bytesOf(key: string): Promise<ArrayBuffer> {
  return new Promise((take, fail) => {
    if (wishes.length === 0) queueMicrotask(fetchWishes);
    wishes.push({ key, take, fail });
  });
}

function fetchWishes(): void {
  const all = wishes;
  wishes = [];
  for (let k = 0; k < all.length; k += TOGETHER) void fetchTogether(all.slice(k, k + TOGETHER));
}

async function fetchTogether(part: Wish[]): Promise<void> {
  try {
    const buffer = await api.data(part.map((wish) => wish.key));
    if (part.length === 1) part[0]!.take(buffer);
    else parted(buffer).forEach((bytes, k) => part[k]!.take(bytes));
  } catch (error) {
    if (part.length === 1) part[0]!.fail(error);
    // one that is gone does not take the others with it
    else part.forEach((wish) => void fetchTogether([wish]));
  }
}

/** Several binaries as the server puts them together: each after its length. */
export function parted(buffer: ArrayBuffer): ArrayBuffer[] {
  const lengths = new DataView(buffer);
  const parts: ArrayBuffer[] = [];
  for (let at = 0; at < buffer.byteLength; ) {
    const length = lengths.getUint32(at, true);
    parts.push(buffer.slice(at + 4, at + 4 + length));
    at += 4 + length;
  }
  return parts;
}
