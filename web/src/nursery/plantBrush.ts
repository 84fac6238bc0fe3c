import { useEffect, useRef, type PointerEvent, type RefObject } from 'react';
import type { Falloff } from '../api/types';
import { toTenthOfMillimetre } from '../parts/numbers';
import { usePainting } from '../workbench/painting';
import type { SheetView } from './SheetView';
import { useSelection, useView } from '../view/view';

/** Paints the chosen brush on the plants of the sheet: what the canvas does with the pointer while the brush is in the hand. */
export function usePlantBrush(view: RefObject<SheetView | null>, falloff: Falloff | undefined, tallest: number) {
  const { painting, set } = useSelection('painting', 'set');
  const { selection } = useView();
  const paint = usePainting();
  /** The plant, by number, that the stroke began on. */
  const on = useRef<number | undefined>(undefined);
  const brush = falloff?.source.kind === 'brush';
  useEffect(() => {
    const before = selection.getState().brush;
    // a radius for the ground would cover the whole plant; it is there again when the plant is left
    if (!brush || before.radius <= tallest / 2) return;
    set({ brush: { ...before, radius: Number((tallest / 8).toPrecision(2)) } });
    return () => set({ brush: { ...selection.getState().brush, radius: before.radius } });
  }, [brush, tallest, set, selection]);
  useEffect(() => () => set({ painting: false }), [set]);
  const met = (event: PointerEvent<HTMLCanvasElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    return view.current?.meetAt(event.clientX - box.left, event.clientY - box.top, on.current) ?? null;
  };
  return {
    painting,
    onPointerDown: (event: PointerEvent<HTMLCanvasElement>) => {
      const begun = brush && painting && event.button === 0 ? met(event) : null;
      if (!begun) return;
      event.currentTarget.setPointerCapture(event.pointerId);
      on.current = begun.plant;
      paint.begin(begun.place.map(toTenthOfMillimetre), event.pointerType === 'pen' ? Math.max(0.05, event.pressure) : 1);
    },
    onPointerMove: (event: PointerEvent<HTMLCanvasElement>) => {
      const now = on.current === undefined ? null : met(event);
      if (now) paint.goOn(now.place.map(toTenthOfMillimetre));
    },
    onPointerUp: () => {
      if (on.current !== undefined) paint.end();
      on.current = undefined;
    },
  };
}
