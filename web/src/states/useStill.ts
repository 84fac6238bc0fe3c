import { useEffect, useRef, useState } from 'react';
import { isStopped } from '../api/client';
import { sayProblem } from '../parts/notes';
import { RequestStream } from '../view/RequestStream';

/** A picture from the server and what it was asked for with. */
export interface Taken<T> {
  url: string;
  of: string;
  told: T;
}

/**
 * The newest picture of what is asked for; the last one stays until the next is there. While the eye moves a small one comes first.
 *
 * @param wish what it is asked for with, as text; "" for nothing
 * @param ask brings it; the share of the pixels along each side is 1 for the whole one
 */
export function useStill<T>(wish: string, ask: (share: number, signal: AbortSignal) => Promise<{ picture: Blob; told: T }>): { taken: Taken<T> | null; working: boolean; stop: () => void } {
  const [taken, setTaken] = useState<Taken<T> | null>(null);
  const [working, setWorking] = useState(false);
  const stream = useRef<RequestStream | null>(null);
  stream.current ??= new RequestStream(setWorking);
  const asking = useRef(ask);
  asking.current = ask;
  useEffect(() => {
    if (wish === '') return;
    stream.current!.wish(async (signal) => {
      try {
        for (const share of [DRAFT, 1]) {
          const { picture, told } = await asking.current(share, signal);
          setTaken({ url: URL.createObjectURL(picture), of: share === 1 ? wish : '', told });
        }
        return false;
      } catch (error) {
        if (isStopped(error)) return !signal.aborted;
        sayProblem(error, 'picture');
        return false;
      }
    });
  }, [wish]);
  useEffect(() => () => stream.current?.stop(), []);
  useEffect(() => () => (taken ? URL.revokeObjectURL(taken.url) : undefined), [taken]);
  return { taken, working, stop: () => stream.current!.stop() };
}

/** Of the pixels along each side: the picture that comes first. */
const DRAFT = 0.3;
