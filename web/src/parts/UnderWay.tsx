import { useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';

const PATIENCE = 1000;

interface Props {
  working: boolean;
  /** Told apart from other work by. */
  of: unknown;
  /** What is being done. */
  doing: () => Promise<{ text: string }>;
  stop: () => void;
}

/** A thin bar while something is computed; after a second also what it is, and a way to stop it. */
export function UnderWay({ working, of, doing, stop }: Props) {
  const [long, setLong] = useState(false);
  useEffect(() => {
    if (!working) return;
    const timer = setTimeout(() => setLong(true), PATIENCE);
    return () => {
      clearTimeout(timer);
      setLong(false);
    };
  }, [working]);
  const told = useQuery({ queryKey: ['doing', of], queryFn: doing, enabled: working && long, refetchInterval: 600, staleTime: 0, gcTime: 0 });
  if (!working) return null;
  return (
    <>
      <div className="working" role="progressbar" aria-label="Computing" />
      {long && (
        <div className="floating doing" role="status">
          {told.data?.text ? `${told.data.text[0]!.toUpperCase()}${told.data.text.slice(1)}` : 'Computing'} …{' '}
          <button className="btn btn-quiet btn-sm" onClick={stop}>
            Stop
          </button>
        </div>
      )}
    </>
  );
}
