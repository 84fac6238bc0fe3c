import { parseBundle, type Bundle } from './bundle';
import { api } from './client';

/** Bytes of bundles that are kept; the newest one is, however large. */
const MOST = 192 * 1024 * 1024;

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
  const asked = api.data(key).then((buffer) => {
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
