import { useCallback } from 'react';
import { create } from 'zustand';
import type { Place } from '../api/types';
import { freeName, freshId, useSelection } from './selection';
import { useSession } from './session';

type Point = [number, number, number];

const useCorners = create<{ points: Point[]; set: (points: Point[]) => void }>((set) => ({
  points: [],
  set: (points) => set({ points }),
}));

/** Places a point with one click on the ground, or a path with a click a corner and Enter or a double click at its end. */
export function usePlacing() {
  const { recipe, commit } = useSession();
  const { points, set } = useCorners();
  const select = useSelection((s) => s.set);

  const save = useCallback(
    (place: Place) => {
      commit([{ kind: 'set-place', place }], `${place.name} is placed. A nearness falloff can measure from it.`);
      set([]);
      select({ placing: null });
    },
    [commit, select, set],
  );
  const nameOf = useCallback((word: string) => freeName(word, recipe.places.map((each) => each.name)), [recipe.places]);

  const add = useCallback(
    (point: Point) => {
      const rounded = point.map((v) => Math.round(v * 1000) / 1000) as Point;
      if (useSelection.getState().placing === 'point') {
        save({ kind: 'point', id: freshId('p'), name: nameOf('Point'), at: rounded });
      } else {
        const before = useCorners.getState().points;
        const last = before.at(-1);
        if (!last || Math.hypot(last[0] - rounded[0], last[2] - rounded[2]) > 0.05) set([...before, rounded]);
      }
    },
    [nameOf, save, set],
  );
  const finish = useCallback(() => {
    const corners = useCorners.getState().points;
    const { placing } = useSelection.getState();
    if (placing === 'path' && corners.length > 1) {
      save({ kind: 'path', id: freshId('p'), name: nameOf('Path'), points: corners, closed: false });
    } else if (placing === 'area' && corners.length > 2) {
      save({ kind: 'area', id: freshId('p'), name: nameOf('Area'), points: corners });
    }
  }, [nameOf, save]);
  const cancel = useCallback(() => {
    set([]);
    select({ placing: null, asked: null });
  }, [select, set]);

  return { points, add, finish, cancel };
}
