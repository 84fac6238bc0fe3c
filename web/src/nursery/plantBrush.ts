import { useEffect, useRef, type PointerEvent, type RefObject } from 'react';
import type { Falloff } from '../api/types';
import { usePainting } from '../workbench/painting';
import { useSelection } from '../workbench/selection';
import type { SheetView } from './SheetView';

/** A tenth of a millimetre is fine enough on the smallest plant. */
const rounded = (metres: number) => Math.round(metres * 1e4) / 1e4;

/** Paints the chosen brush on the plants of the sheet: what the canvas does with the pointer while the brush is in the hand. */
export function usePlantBrush(view: RefObject<SheetView | null>, falloff: Falloff | undefined, tallest: number) {
  const { painting, set } = useSelection();
  const paint = usePainting();
  const down = useRef(false);
  const brush = falloff?.source.kind === 'brush';
  useEffect(() => {
    if (!brush) return;
    const now = useSelection.getState().brush;
    // a radius for the ground would cover the whole plant
    if (now.radius > tallest / 2) set({ brush: { ...now, radius: Number((tallest / 8).toPrecision(2)) } });
  }, [brush, tallest, set]);
  useEffect(() => () => set({ painting: false }), [set]);
  const placeOf = (event: PointerEvent<HTMLCanvasElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    return view.current?.meetAt(event.clientX - box.left, event.clientY - box.top)?.map(rounded) ?? null;
  };
  return {
    painting,
    onPointerDown: (event: PointerEvent<HTMLCanvasElement>) => {
      const place = brush && painting && event.button === 0 ? placeOf(event) : null;
      if (!place) return;
      event.currentTarget.setPointerCapture(event.pointerId);
      down.current = true;
      paint.begin(place, event.pointerType === 'pen' ? Math.max(0.05, event.pressure) : 1);
    },
    onPointerMove: (event: PointerEvent<HTMLCanvasElement>) => {
      const place = down.current ? placeOf(event) : null;
      if (place) paint.goOn(place);
    },
    onPointerUp: () => {
      if (down.current) paint.end();
      down.current = false;
    },
  };
}
