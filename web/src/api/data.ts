import { parseBundle, type Bundle } from './bundle';
import { api } from './client';

const MOST = 24;
const kept = new Map<string, Promise<Bundle>>();

/** An immutable bundle by its key; asked for once, the last few kept. */
export function bundle(key: string): Promise<Bundle> {
  const known = kept.get(key);
  if (known) {
    kept.delete(key);
    kept.set(key, known);
    return known;
  }
  const asked = api.data(key).then(parseBundle);
  kept.set(key, asked);
  asked.catch(() => kept.delete(key));
  for (const oldest of kept.keys()) {
    if (kept.size <= MOST) break;
    kept.delete(oldest);
  }
  return asked;
}
