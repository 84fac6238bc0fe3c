import { useEffect } from 'react';
import { useSession } from '../workbench/session';

/** Says that the server is away and what waits for it; nothing else on the page changes. */
export function AwayBanner() {
  const { away, waits, retry } = useSession();
  useEffect(() => {
    if (waits === 0 || !away) return;
    const ask = (event: BeforeUnloadEvent) => event.preventDefault();
    window.addEventListener('beforeunload', ask);
    return () => window.removeEventListener('beforeunload', ask);
  }, [away, waits]);
  if (!away) return null;
  return (
    <div className="away-banner" role="alert">
      <span>
        <b>Lumbrit does not answer.</b> {waits === 0 ? 'Everything is saved.' : `${waits === 1 ? '1 change is' : `${waits} changes are`} not saved yet; ${waits === 1 ? 'it waits' : 'they wait'} here, also over a reload.`} Go on working: it is tried again by itself.
      </span>
      <button className="btn btn-quiet btn-sm" onClick={retry}>
        Try now
      </button>
    </div>
  );
}
