import { useEffect } from 'react';
import type { Viewport } from '../view3d/Viewport';
import type { useHandwork } from './handwork';
import type { usePainting } from './painting';
import { useSelected, useView } from '../view/view';

const DRAG = 4;

/** To six digits: a millimetre in a place of hundreds of metres, a thousandth of that in one of decimetres. */
function rounded(metres: number): number {
  return Number(metres.toPrecision(6));
}

/** What the pointer does on a picture: a brush in the hand paints; else a drag turns, right drag or Shift moves, wheel zooms, a click asks Why here?. */
export function usePointer(
  canvas: React.RefObject<HTMLCanvasElement | null>,
  viewport: React.RefObject<Viewport | null>,
  addPoint: (point: [number, number, number]) => void,
  paint: ReturnType<typeof usePainting>,
  hand: ReturnType<typeof useHandwork>,
  /** Called when the eye has come to rest somewhere else. */
  looked: () => void,
): void {
  const { selection } = useView();
  const set = useSelected((s) => s.set);
  useEffect(() => {
    const target = canvas.current;
    if (!target) return;
    let held: { x: number; y: number; moved: number; pan: boolean; paints: boolean; works: boolean } | null = null;
    const hitAt = (event: PointerEvent, thorough = false) => {
      const box = target.getBoundingClientRect();
      return viewport.current?.pointing.hit(event.clientX - box.left, event.clientY - box.top, thorough) ?? null;
    };
    let asking = 0;
    const down = (event: PointerEvent) => {
      target.setPointerCapture(event.pointerId);
      const paints = selection.getState().painting && event.button === 0 && !event.shiftKey;
      const works = !paints && selection.getState().hand !== null && event.button === 0 && !event.shiftKey;
      held = { x: event.clientX, y: event.clientY, moved: 0, pan: event.button !== 0 || event.shiftKey, paints, works };
      if (works) {
        const there = hitAt(event, true);
        if (there) hand.begin(there);
        return;
      }
      const hit = paints ? hitAt(event) : null;
      // a pen presses; a mouse has the whole strength
      if (hit) paint.begin([rounded(hit.x), rounded(hit.y), rounded(hit.z)], event.pointerType === 'pen' ? Math.max(0.05, event.pressure) : 1);
    };
    const move = (event: PointerEvent) => {
      if (!held) {
        cancelAnimationFrame(asking);
        asking = requestAnimationFrame(() => {
          const hit = hitAt(event);
          set({ hover: hit, hoverValue: hit ? (hit.prop ? (hit.value ?? null) : (viewport.current?.pointing.valueAt(hit.x, hit.z) ?? null)) : null });
        });
        return;
      }
      if (held.paints) {
        const hit = hitAt(event);
        if (hit) paint.goOn([rounded(hit.x), rounded(hit.y), rounded(hit.z)]);
        return;
      }
      if (held.works) {
        const hit = hitAt(event);
        if (hit) hand.goOn(hit);
        return;
      }
      const dx = event.clientX - held.x;
      const dy = event.clientY - held.y;
      held = { ...held, x: event.clientX, y: event.clientY, moved: held.moved + Math.abs(dx) + Math.abs(dy) };
      if (held.moved < DRAG) return;
      if (held.pan) viewport.current?.pan(-dx / target.clientHeight, dy / target.clientHeight);
      else viewport.current?.orbit(dx * 0.35, dy * 0.3);
    };
    const up = (event: PointerEvent) => {
      if (held?.paints) {
        held = null;
        paint.end();
        return;
      }
      if (held?.works) {
        held = null;
        hand.end();
        return;
      }
      const click = held && held.moved < DRAG && event.button === 0;
      if (held?.pan) looked();
      held = null;
      if (!click) return;
      const hit = hitAt(event, true);
      if (!hit) return;
      const { placing, laying, line } = selection.getState();
      if (placing) addPoint([hit.x, hit.y, hit.z]);
      else if (laying) set({ line: line.length === 1 ? [...line, [hit.x, hit.y, hit.z]] : [[hit.x, hit.y, hit.z]] });
      else set({ asked: hit, prop: hit.prop ?? '' });
    };
    const wheel = (event: WheelEvent) => {
      event.preventDefault();
      viewport.current?.zoom(Math.exp(Math.max(-1, Math.min(1, event.deltaY * 0.0015))));
    };
    const leave = () => set({ hover: null, hoverValue: null });
    const menu = (event: Event) => event.preventDefault();
    target.addEventListener('pointerdown', down);
    target.addEventListener('pointermove', move);
    target.addEventListener('pointerup', up);
    target.addEventListener('pointerleave', leave);
    target.addEventListener('wheel', wheel, { passive: false });
    target.addEventListener('contextmenu', menu);
    return () => {
      target.removeEventListener('pointerdown', down);
      target.removeEventListener('pointermove', move);
      target.removeEventListener('pointerup', up);
      target.removeEventListener('pointerleave', leave);
      target.removeEventListener('wheel', wheel);
      target.removeEventListener('contextmenu', menu);
    };
  }, [canvas, viewport, selection, set, addPoint, paint, hand, looked]);
}
