import { useCallback } from 'react';
import type { Place } from '../api/types';
import { useSession } from './session';
import { freeName, freshId } from '../view/selection';
import { useSelected, useSelection, useView } from '../view/view';

type Point = [number, number, number];

/** Places a point with one click on the ground, or a path with a click a corner and Enter or a double click at its end. */
export function usePlacing() {
  const { recipe, commit } = useSession();
  const { selection } = useView();
  const { corners: points } = useSelection('corners');
  const select = useSelected((s) => s.set);

  const save = useCallback(
    (place: Place) => {
      commit([{ kind: 'set-place', place }], `${place.name} is placed. A nearness falloff can measure from it.`);
      select({ placing: null, corners: [] });
    },
    [commit, select],
  );
  const nameOf = useCallback((word: string) => freeName(word, recipe.places.map((each) => each.name)), [recipe.places]);

  const add = useCallback(
    (point: Point) => {
      const rounded = point.map((v) => Math.round(v * 1000) / 1000) as Point;
      if (selection.getState().placing === 'point') {
        save({ kind: 'point', id: freshId('p'), name: nameOf('Point'), at: rounded });
      } else {
        const before = selection.getState().corners;
        const last = before.at(-1);
        if (!last || Math.hypot(last[0] - rounded[0], last[2] - rounded[2]) > 0.05) select({ corners: [...before, rounded] });
      }
    },
    [nameOf, save, select, selection],
  );
  const finish = useCallback(() => {
    const { placing, corners } = selection.getState();
    if (placing === 'path' && corners.length > 1) {
      save({ kind: 'path', id: freshId('p'), name: nameOf('Path'), points: corners, closed: false });
    } else if (placing === 'area' && corners.length > 2) {
      save({ kind: 'area', id: freshId('p'), name: nameOf('Area'), points: corners });
    }
  }, [nameOf, save, selection]);
  const cancel = useCallback(() => {
    select({ placing: null, asked: null, corners: [] });
  }, [select]);

  return { points, add, finish, cancel };
}
