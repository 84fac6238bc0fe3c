import { useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { useSeen, useView } from '../view/view';

const PATIENCE = 1000;

/** A thin bar while something is computed; after a second also what it is, and a way to stop it. */
export function Working() {
  const { api } = useView();
  const { working, stop } = useSeen('working', 'stop');
  const [long, setLong] = useState(false);
  useEffect(() => {
    if (!working) return;
    const timer = setTimeout(() => setLong(true), PATIENCE);
    return () => {
      clearTimeout(timer);
      setLong(false);
    };
  }, [working]);
  const doing = useQuery({ queryKey: ['doing', api], queryFn: api.doing, enabled: working && long, refetchInterval: 600, staleTime: 0, gcTime: 0 });
  if (!working) return null;
  return (
    <>
      <div className="working" role="progressbar" aria-label="Computing" />
      {long && (
        <div className="floating doing" role="status">
          {doing.data?.text ? `${doing.data.text[0]!.toUpperCase()}${doing.data.text.slice(1)}` : 'Computing'} …{' '}
          <button className="btn btn-quiet btn-sm" onClick={stop}>
            Stop
          </button>
        </div>
      )}
    </>
  );
}
