import { useQuery } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { api, isStopped } from '../api/client';
import { sayProblem } from '../parts/notes';
import { hasTool } from '../workbench/layerKinds';
import { useSession } from '../workbench/session';

/** Works out the snow of every hour in the background, so that going to any hour is quick; what is kept already is not computed again. */
export function WholeSeason({ almanac, last }: { almanac: string; last: number }) {
  const { site, recipe, kinds } = useSession();
  const [state, setState] = useState<'idle' | 'running' | 'done'>('idle');
  const running = useRef<AbortController | null>(null);
  const follows = recipe.layers.filter((layer) => !layer.hidden && hasTool(kinds, layer, 'readings') && (layer as { sky?: { almanac?: string } }).sky?.almanac === almanac);
  const doing = useQuery({ queryKey: ['doing', 'season'], queryFn: api.doing, enabled: state === 'running', refetchInterval: 600, staleTime: 0, gcTime: 0 });
  useEffect(() => {
    setState('idle');
    return () => running.current?.abort();
  }, [site.id, site.revision]);
  if (follows.length === 0) return null;
  const run = async () => {
    const abort = new AbortController();
    running.current = abort;
    setState('running');
    try {
      for (const layer of follows) await api.readings(site.id, { base: site.revision, edits: [], layer: layer.id, time: last }, abort.signal);
      if (!abort.signal.aborted) setState('done');
    } catch (error) {
      if (running.current === abort) setState('idle');
      if (!isStopped(error) && !abort.signal.aborted) sayProblem(error, 'season');
    }
  };
  const stop = () => {
    running.current?.abort();
    setState('idle');
  };
  return (
    <span className="whole-season" role="status">
      {state === 'running' ? (
        <>
          <button className="btn btn-quiet btn-sm" onClick={stop}>
            Stop
          </button>{' '}
          <span className="muted small">{doing.data?.text || 'snow of every hour'} …</span>
        </>
      ) : state === 'done' ? (
        <span className="muted small">The snow of every hour is kept.</span>
      ) : (
        <button className="btn btn-quiet btn-sm" title="In the background; what is worked out is kept, also over a restart" onClick={() => void run()}>
          Work out every hour’s snow
        </button>
      )}
    </span>
  );
}
