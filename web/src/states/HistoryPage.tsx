import { useInfiniteQuery } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { Link } from 'react-router';
import { api, isStopped } from '../api/client';
import type { RevisionLine } from '../api/types';
import { seatOf } from '../workbench/framing';
import { useSession } from '../workbench/session';
import { SitePage } from '../workbench/SitePage';
import { UndoButtons } from '../workbench/UndoButtons';
import { useBringBack } from './bringing';

const WIDE = 400;
const HIGH = 250;

/** Every change of a site as a picture and a sentence, the newest first. */
export function HistoryPage() {
  return (
    <SitePage name="history">
      <History />
    </SitePage>
  );
}

function History() {
  const { site, recipe } = useSession();
  const bring = useBringBack();
  const pages = useInfiniteQuery({
    queryKey: ['history', site.id, 'all', site.revision],
    queryFn: ({ pageParam }) => api.history(site.id, pageParam),
    initialPageParam: null as number | null,
    getNextPageParam: (last: RevisionLine[]) => (last.length > 0 && last.at(-1)!.number > 1 ? last.at(-1)!.number : undefined),
  });
  const lines = pages.data?.pages.flat() ?? [];
  const pictures = useQueue();
  return (
    <div className="states">
      <header className="head">
        <Link to={`/sites/${site.id}`} className="brand">
          Lumbrit
        </Link>
        <h1 className="serif fs-5 mb-0">{recipe.name}, history</h1>
        <UndoButtons />
        <span className="ms-auto" />
        <Link to={`/sites/${site.id}`} className="btn btn-quiet">
          Workbench
        </Link>
      </header>
      <main className="history">
        {lines.length === 1 && <p className="empty">Nothing has been changed yet. Every change in the workbench stands here with a picture, and can be brought back.</p>}
        <ol className="history-lines">
          {lines.map((line) => (
            <li key={line.number} className={`history-line ${line.number === site.revision ? 'now' : ''}`}>
              <Picture line={line} queue={pictures} />
              <div className="history-words">
                <b>{line.summary}</b>
                <span className="muted small">
                  change {line.number} · <time dateTime={line.at}>{whenOf(line.at)}</time>
                  {line.number === site.revision && ' · now'}
                </span>
              </div>
              {line.number !== site.revision && (
                <div className="history-ways">
                  <Link className="btn btn-quiet btn-sm" to={`/sites/${site.id}/compare?a=${line.number}`}>
                    Beside now
                  </Link>
                  <button className="btn btn-quiet btn-sm" onClick={() => bring(line.number, [])}>
                    Bring back
                  </button>
                </div>
              )}
            </li>
          ))}
        </ol>
        {pages.hasNextPage && (
          <button className="btn btn-quiet d-block mx-auto mb-3" onClick={() => void pages.fetchNextPage()} disabled={pages.isFetching}>
            Earlier changes
          </button>
        )}
      </main>
    </div>
  );
}

function whenOf(at: string): string {
  return new Date(at).toLocaleString('en-GB', { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' });
}

type Job = () => Promise<void>;

/** One picture after the other, so that they do not push each other aside. */
function useQueue() {
  const queue = useRef<{ jobs: Job[]; running: boolean }>({ jobs: [], running: false });
  return useRef((job: Job) => {
    const { current } = queue;
    current.jobs.push(job);
    if (current.running) return;
    current.running = true;
    void (async () => {
      for (let next = current.jobs.shift(); next; next = current.jobs.shift()) await next();
      current.running = false;
    })();
  }).current;
}

/** A revision as it is seen from where the eye was left; taken when it comes into view. */
function Picture({ line, queue }: { line: RevisionLine; queue: (job: Job) => void }) {
  const { site } = useSession();
  const [url, setUrl] = useState('');
  const holder = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const abort = new AbortController();
    const seat = seatOf(site.id);
    const take = async () => {
      if (abort.signal.aborted) return;
      const wish = { of: { site: site.id, revision: line.state, edits: [], time: 0 }, look: 'daylight', falloff: '', ...(seat ? { eye: { ...seat.pose, parallel: seat.parallel } } : {}), width: WIDE, height: HIGH };
      try {
        const made = URL.createObjectURL(await api.still(wish, 'history', abort.signal));
        if (abort.signal.aborted) URL.revokeObjectURL(made);
        else setUrl(made);
      } catch (error) {
        // without a picture its sentence still says what it was
        if (!isStopped(error)) setUrl('none');
      }
    };
    const watch = new IntersectionObserver((seen) => {
      if (!seen.some((each) => each.isIntersecting)) return;
      watch.disconnect();
      queue(take);
    });
    watch.observe(holder.current!);
    return () => {
      abort.abort();
      watch.disconnect();
    };
  }, [site.id, line.state, queue]);
  useEffect(() => () => (url.startsWith('blob') ? URL.revokeObjectURL(url) : undefined), [url]);
  return (
    <div ref={holder} className="history-picture">
      {url.startsWith('blob') ? <img src={url} alt={`The site after “${line.summary}”`} /> : <span className="muted small">{url === 'none' ? 'no picture' : '…'}</span>}
    </div>
  );
}
