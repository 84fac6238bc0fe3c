import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { ProgressBar } from 'react-bootstrap';
import { api } from '../api/client';
import { sized } from './numbers';

/** Reads a file as it is sent and read by the server, and how far that is; ends it when nobody looks at it any more. */
export function useFile<T>(what: string, file: File, read: (file: File, signal: AbortSignal, onSent: (share: number) => void) => Promise<T>) {
  const [sent, setSent] = useState(0);
  const query = useQuery({ queryKey: [what, file.name, file.size, file.lastModified], queryFn: ({ signal }) => read(file, signal, setSent), retry: false, gcTime: 0 });
  return { ...query, sent };
}

/** How far a file is sent, then what is being done with it. */
export function Reading({ file, sent, what }: { file: File; sent: number; what: string }) {
  const gone = sent >= 1;
  const doing = useQuery({ queryKey: ['doing', file.name], queryFn: api.doing, enabled: gone, refetchInterval: 400, staleTime: 0, gcTime: 0, retry: false });
  const now = gone ? (doing.data?.text ?? '') || `reading the ${what}` : `sending ${sized(file.size)}`;
  const row = /(\d+) of (\d+)$/.exec(now);
  const share = gone ? (row ? Number(row[1]) / Number(row[2]) : 1) : sent;
  const text = `${now[0]!.toUpperCase()}${now.slice(1)} …`;
  return (
    <div role="status" className="my-2">
      <ProgressBar key={String(gone)} now={100 * share} animated={gone && !row} label={gone ? undefined : `${Math.round(100 * sent)} %`} aria-label={text} />
      <div className="small muted mt-1">{text}</div>
    </div>
  );
}
