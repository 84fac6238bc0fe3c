import { useCallback, useMemo, useRef } from 'react';
import type { Source, Stroke } from '../api/types';
import { useSession } from './session';
import { useView } from '../view/view';

/** Paints strokes of the chosen brush falloff: begin, go on, end; each stroke is one step of undo. */
export function usePainting() {
  const { recipe, preview, commit } = useSession();
  const { selection } = useView();
  const stroke = useRef<Stroke | null>(null);
  const edits = useCallback(() => {
    const { falloff } = selection.getState();
    const source = recipe.falloffs.find((each) => each.id === falloff)?.source;
    if (source?.kind !== 'brush' || !stroke.current) return [];
    return [{ kind: 'set-source' as const, falloff, source: { kind: 'brush', strokes: [...source.strokes, stroke.current] } as Source }];
  }, [recipe.falloffs, selection]);
  const begin = useCallback((point: number[], pressure: number) => {
    const { brush } = selection.getState();
    stroke.current = {
      points: [point],
      radius: brush.radius,
      strength: Math.round(brush.strength * pressure * 1000) / 1000,
      softness: brush.softness,
      mode: brush.remove ? 'remove' : 'add',
    };
  }, [selection]);
  const goOn = useCallback(
    (point: number[]) => {
      const now = stroke.current;
      const last = now?.points.at(-1);
      if (!now || !last) return;
      if (Math.hypot(point[0]! - last[0]!, point[1]! - last[1]!, point[2]! - last[2]!) < 0.15 * now.radius) return;
      stroke.current = { ...now, points: [...now.points, point] };
      preview(edits());
    },
    [preview, edits],
  );
  const end = useCallback(() => {
    if (stroke.current) commit(edits());
    stroke.current = null;
  }, [commit, edits]);
  return useMemo(() => ({ begin, goOn, end }), [begin, goOn, end]);
}
