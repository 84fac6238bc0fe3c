/** One stream of news from the server a browser, however many of its tabs are open: one of them listens and tells the others. */

interface News {
  site: string;
  revision: number;
}

type Listener = (news: News) => void;

const listeners = new Set<Listener>();
let begun = false;

function tell(news: News): void {
  listeners.forEach((listener) => listener(news));
}

function listen(): EventSource {
  const source = new EventSource('/api/events');
  source.addEventListener('revision', (event) => {
    const news = JSON.parse((event as MessageEvent<string>).data) as News;
    tell(news);
    channel?.postMessage(news);
  });
  return source;
}

let channel: BroadcastChannel | undefined;

/** Begins with the first that wants to hear; whoever holds the lock has the stream, until its tab is closed. */
function begin(): void {
  if (begun) return;
  begun = true;
  // addresses that are no secure context know no locks: there each tab has a stream of its own
  if (typeof navigator.locks === 'undefined' || typeof BroadcastChannel === 'undefined') {
    listen();
    return;
  }
  channel = new BroadcastChannel('lumbrit.revisions');
  channel.addEventListener('message', (event: MessageEvent<News>) => tell(event.data));
  void navigator.locks.request('lumbrit.events', () => {
    listen();
    return new Promise<void>(() => undefined);
  });
}

/** Tells of each new revision of a site, whoever made it. @returns what ends it */
export function onRevision(site: string, listener: (revision: number) => void): () => void {
  const mine: Listener = (news) => news.site === site && listener(news.revision);
  listeners.add(mine);
  begin();
  return () => listeners.delete(mine);
}
