import { useEffect, useReducer, useRef } from 'react';
import type { Source } from '../api/types';
import type { Viewport } from '../view3d/Viewport';
import type { Handle, Point } from './sourceHandles';
import { useSession } from './session';
import { withUnit } from '../parts/numbers';
import { sized, timesOf } from './settings';

interface Props {
  falloff: string;
  handles: Handle[];
  viewport: Viewport;
}

/** Buttons over the picture, each at its place; they are dragged along their line, or moved by arrow keys. */
export function Handles({ falloff, handles, viewport }: Props) {
  const { recipe, preview, commit } = useSession();
  const times = timesOf(recipe);
  const step = sized(0.1, times);
  const [, redraw] = useReducer((n: number) => n + 1, 0);
  const held = useRef<{ handle: Handle; x: number; y: number; perMetre: [number, number]; last: Source | null } | null>(null);
  useEffect(() => viewport.onLook(redraw), [viewport]);

  const edit = (source: Source) => [{ kind: 'set-source' as const, falloff, source }];
  const down = (event: React.PointerEvent, handle: Handle) => {
    event.stopPropagation();
    const from = viewport.pointing.drawnAt(handle.at);
    const tip: Point = [handle.at[0] + handle.axis[0], handle.at[1] + handle.axis[1], handle.at[2] + handle.axis[2]];
    const to = viewport.pointing.drawnAt(tip);
    if (!from || !to) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    held.current = { handle, x: event.clientX, y: event.clientY, perMetre: [to.left - from.left, to.top - from.top], last: null };
  };
  const move = (event: React.PointerEvent) => {
    const now = held.current;
    if (!now) return;
    const [px, py] = now.perMetre;
    const length = Math.max(1e-6, px * px + py * py);
    const metres = ((event.clientX - now.x) * px + (event.clientY - now.y) * py) / length;
    now.last = now.handle.moved(Math.max(-500 * times, Math.min(500 * times, metres)));
    preview(edit(now.last));
  };
  const up = () => {
    const last = held.current?.last;
    held.current = null;
    if (last) commit(edit(last));
  };
  const byKey = (event: React.KeyboardEvent, handle: Handle) => {
    const way = { ArrowUp: 1, ArrowRight: 1, ArrowDown: -1, ArrowLeft: -1 }[event.key];
    if (!way) return;
    event.preventDefault();
    event.stopPropagation();
    commit(edit(handle.moved(way * (event.shiftKey ? 10 : 1) * step)));
  };
  return (
    <>
      {handles.map((handle) => {
        const at = viewport.pointing.drawnAt(handle.at);
        return (
          at && (
            <button
              key={handle.id}
              className="handle"
              style={{ left: at.left, top: at.top }}
              aria-label={`${handle.label}, ${handle.text}. Arrow keys move it by ${withUnit(step, 'm')}, with Shift by ${withUnit(10 * step, 'm')}.`}
              title={`${handle.label}: drag it`}
              data-handle={handle.id}
              onPointerDown={(event) => down(event, handle)}
              onPointerMove={move}
              onPointerUp={up}
              onPointerCancel={up}
              onKeyDown={(event) => byKey(event, handle)}
            >
              <span className="knob" />
              <span className="handle-text">{handle.text}</span>
            </button>
          )
        );
      })}
    </>
  );
}
