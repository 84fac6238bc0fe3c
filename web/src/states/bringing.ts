import { useQueryClient } from '@tanstack/react-query';
import { useCallback } from 'react';
import { api } from '../api/client';
import type { Site } from '../api/types';
import { sayProblem, useNotes } from '../parts/notes';
import { useSession } from '../workbench/session';

/** Puts things, or all of the site where none are named, back as they were in a revision: one change that can be undone. */
export function useBringBack() {
  const { site, undo } = useSession();
  const queries = useQueryClient();
  return useCallback(
    async (revision: number, parts: { of: string; id: string }[]) => {
      try {
        const now = await api.bringBack(site.id, { base: site.revision, revision, parts });
        queries.setQueryData<Site>(['site', site.id], now);
        void queries.invalidateQueries({ queryKey: ['history', site.id] });
        useNotes.getState().moved(now.revision);
        useNotes.getState().say(`${now.summary}.`, { of: now.revision, action: { label: 'Undo', run: undo } });
      } catch (error) {
        sayProblem(error);
        void queries.invalidateQueries({ queryKey: ['site', site.id] });
      }
    },
    [site, queries, undo],
  );
}
