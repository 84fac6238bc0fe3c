import { useEffect, useReducer, useRef } from 'react';
import type { Prop } from '../api/types';
import type { Viewport } from '../view3d/Viewport';
import { byHand, withUnit } from '../parts/numbers';
import { useSession } from './session';
import { describe, timesOf } from './settings';
import { propsOf } from '../view/manifest';
import { useSeen, useSelection } from '../view/view';

type Grip = 'move' | 'turn' | 'size';

const round = (v: number, digits?: number) => (digits === undefined ? byHand(v) : Number(v.toFixed(digits)));

/** Three knobs at the chosen prop: one moves it over the ground, one turns it, one sizes it. */
export function PropHandles({ viewport }: { viewport: Viewport }) {
  const { recipe, kinds, pending, preview, commit } = useSession();
  const { manifest } = useSeen('manifest');
  const { prop: chosen } = useSelection('prop');
  const [, redraw] = useReducer((n: number) => n + 1, 0);
  const held = useRef<{ grip: Grip; x: number; y: number; start: Prop; last: Prop | null } | null>(null);
  useEffect(() => viewport.onLook(redraw), [viewport]);
  const moving = pending.find((edit) => edit.kind === 'set-prop' && edit.prop.id === chosen);
  const saved = recipe.props.find((each) => each.id === chosen);
  const prop = moving?.kind === 'set-prop' ? moving.prop : saved;
  const view = propsOf(manifest).find((each) => each.id === chosen);
  if (!prop || !view || !saved) return null;
  const [x0, y0, z0, x1, y1, z1] = view.bounds as [number, number, number, number, number, number];
  const middle: [number, number, number] = [(x0 + x1) / 2, (y0 + y1) / 2, (z0 + z1) / 2];
  const decided = describe(kinds.poses, prop.pose.kind)?.decides ?? [];
  const grips: { grip: Grip; at: [number, number, number]; text: string; label: string }[] = [
    { grip: 'move', at: [view.origin[0]!, y0, view.origin[2]!], text: `x ${withUnit(prop.x, 'm')} z ${withUnit(prop.z, 'm')}`, label: 'Move over the ground' },
    { grip: 'turn', at: [x1, middle[1], middle[2]], text: `${round(prop.heading, 0)}°`, label: 'Turn' },
    { grip: 'size', at: [middle[0], y1, middle[2]], text: `× ${round(prop.size, 2)}`, label: 'Size' },
  ];
  const changed = (grip: Grip, event: React.PointerEvent): Prop | null => {
    const { start, x, y } = held.current!;
    if (grip === 'turn') return { ...start, heading: round(start.heading + (event.clientX - x) * 0.8, 1) };
    if (grip === 'size') return { ...start, size: round(Math.max(0.01, Math.min(1000, start.size * Math.exp((y - event.clientY) / 160))), 3) };
    const canvas = (event.currentTarget as HTMLElement).parentElement!.querySelector('canvas')!.getBoundingClientRect();
    const at = viewport.pointing.groundAt(event.clientX - canvas.left, event.clientY - canvas.top);
    return at && { ...start, x: round(at[0]), z: round(at[2]) };
  };
  const byKey = (event: React.KeyboardEvent, grip: Grip) => {
    const way = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[event.key];
    if (!way) return;
    event.preventDefault();
    event.stopPropagation();
    const step = event.shiftKey ? 10 : 1;
    const metres = 0.1 * timesOf(recipe) * step;
    const [dx, dz] = way as [number, number];
    if (grip === 'move') commit([{ kind: 'set-prop', prop: { ...saved, x: round(saved.x + dx * metres), z: round(saved.z + dz * metres) } }]);
    else if (grip === 'turn') commit([{ kind: 'set-prop', prop: { ...saved, heading: round(saved.heading + (dx - dz) * step, 1) } }]);
    else commit([{ kind: 'set-prop', prop: { ...saved, size: round(Math.max(0.01, saved.size + 0.01 * (dx - dz) * step), 3) } }]);
  };
  return (
    <>
      {grips.filter(({ grip }) => grip !== 'move' || !decided.includes('x')).map(({ grip, at, text, label }) => {
        const drawn = viewport.pointing.drawnAt(at);
        return (
          drawn && (
            <button
              key={grip}
              className="handle"
              style={{ left: drawn.left, top: drawn.top }}
              aria-label={`${label} ${prop.name}, ${text}. Arrow keys change it, with Shift by more.`}
              title={`${label}: drag it`}
              data-handle={`prop-${grip}`}
              onPointerDown={(event) => {
                event.stopPropagation();
                event.currentTarget.setPointerCapture(event.pointerId);
                held.current = { grip, x: event.clientX, y: event.clientY, start: saved, last: null };
              }}
              onPointerMove={(event) => {
                if (held.current?.grip !== grip) return;
                held.current.last = changed(grip, event);
                if (held.current.last) preview([{ kind: 'set-prop', prop: held.current.last }]);
              }}
              onPointerUp={() => {
                const last = held.current?.last;
                held.current = null;
                if (last) commit([{ kind: 'set-prop', prop: last }]);
              }}
              onKeyDown={(event) => byKey(event, grip)}
            >
              <span className="knob" />
              <span className="handle-text">{text}</span>
            </button>
          )
        );
      })}
    </>
  );
}
