import { useEffect, useRef } from 'react';
import { api } from '../api/client';
import type { Viewport } from '../view3d/Viewport';
import { useSelection } from '../view/view';
import { useSession } from './session';

/** Milliseconds between two stills of a site. */
const APART = 10_000;

/** Keeps the picture for the list of sites whenever it has ripened in daylight and shows what is saved. */
export function KeepStill({ viewport, ripe }: { viewport: Viewport | null; ripe: boolean }) {
  const { site: { id, revision }, edits } = useSession();
  const { values, placing, painting, laying, hand, prop } = useSelection('values', 'placing', 'painting', 'laying', 'hand', 'prop');
  const taken = useRef({ of: '', at: -1e9 });
  const plain = !values && !placing && !painting && !laying && !hand && prop === '' && edits.length === 0;
  useEffect(() => {
    const of = `${id}/${revision}`;
    if (!viewport || !ripe || !plain || taken.current.of === of) return;
    const timer = window.setTimeout(
      () => {
        taken.current = { of, at: performance.now() };
        // a card with an older picture still opens
        void viewport.still().then((jpeg) => (jpeg ? api.keepStill(id, revision, jpeg) : undefined)).catch(() => undefined);
      },
      Math.max(0, taken.current.at + APART - performance.now()),
    );
    return () => window.clearTimeout(timer);
  }, [viewport, ripe, plain, id, revision]);
  return null;
}
