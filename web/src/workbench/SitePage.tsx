import type { ReactNode } from 'react';
import { useParams } from 'react-router';
import { AwayBanner } from '../parts/AwayBanner';
import { NoteHolder } from '../parts/notes';
import { useTitle } from '../parts/title';
import { SessionContext, useSiteSession } from './session';

/** A page of the site that its address names: opened, or why it cannot be; `name` is what the wait is said to be for. */
export function SitePage({ name, children }: { name: string; children: ReactNode }) {
  const { id } = useParams<{ id: string }>();
  const { session, problem } = useSiteSession(id!);
  useTitle(name[0]!.toUpperCase() + name.slice(1), session?.recipe.name);
  if (problem) return <p className="empty">{problem.message}</p>;
  if (!session) return <p className="empty">Opening the {name} …</p>;
  return (
    <SessionContext value={session}>
      <AwayBanner />
      {children}
      <NoteHolder />
    </SessionContext>
  );
}
