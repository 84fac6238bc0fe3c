import { useCallback, useEffect, useRef, useState } from 'react';
import { isStopped } from '../api/client';
import type { Recipe } from '../api/types';
import { sayProblem } from '../parts/notes';

/** Moments of a loop that are taken of each trial. */
export const MOMENTS = 12;

/** The seconds of a clock at which trials are taken; none where nothing would move. */
export function momentsOf({ loopSeconds, endSeconds }: { loopSeconds: number; endSeconds: number }): number[] {
  const length = loopSeconds || endSeconds;
  // a loop comes back to its first moment, what only runs once ends at its last
  const steps = loopSeconds ? MOMENTS : MOMENTS - 1;
  return length > 0 ? Array.from({ length: MOMENTS }, (_, k) => (k * length) / steps) : [];
}

/**
 * All trials over the clock, in step: moment after moment is taken of all, and those that are there are played meanwhile.
 *
 * @param take the picture of a trial at a second
 */
export function useTogether(clock: Recipe['clock'], count: number, take: (number: number, time: number, signal: AbortSignal) => Promise<string>) {
  const moments = momentsOf(clock);
  const [pictures, setPictures] = useState<string[][]>([]);
  const [playing, setPlaying] = useState(false);
  const [moment, setMoment] = useState(0);
  const abort = useRef<AbortController | null>(null);
  const stop = useCallback(() => {
    abort.current?.abort();
    setPlaying(false);
    setPictures([]);
  }, []);
  const play = () => {
    const { signal } = (abort.current = new AbortController());
    setPictures([]);
    setPlaying(true);
    (async () => {
      for (const time of moments) {
        const row: string[] = [];
        for (let number = 0; number < count; number++) row.push(await take(number, time, signal));
        setPictures((known) => [...known, row]);
      }
    })().catch((error: unknown) => {
      if (signal.aborted || isStopped(error)) return;
      stop();
      sayProblem(error, 'trials');
    });
  };
  const length = clock.loopSeconds || clock.endSeconds;
  useEffect(() => {
    if (!playing || pictures.length < 2) return;
    const each = setInterval(() => setMoment((now) => now + 1), Math.max(80, (1000 * length) / pictures.length));
    return () => clearInterval(each);
  }, [playing, pictures.length, length]);
  useEffect(() => () => abort.current?.abort(), []);
  return {
    moves: moments.length > 0,
    playing,
    /** Pictures that are still to be taken. */
    left: (moments.length - pictures.length) * count,
    play,
    stop,
    shown: (number: number): string | null => (playing && pictures.length > 0 ? (pictures[moment % pictures.length]![number] ?? null) : null),
  };
}
