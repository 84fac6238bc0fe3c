import { useRef, useState } from 'react';
import type { Edit, Layer } from '../api/types';
import { hasTool } from './layerKinds';
import { useSession } from './session';
import { useSelection } from '../view/view';

const R = 62;
const MARGIN = 20;
const SIDE = 2 * (R + MARGIN);
/** m/s at the rim. */
const FASTEST = 12;

type Wind = Extract<Layer, { kind: 'wind' }>;

/** Heading and mean speed of the chosen wind in one handle: where it goes, and how far out, how fast. */
export function WindRose() {
  const { recipe, kinds, preview, commit } = useSession();
  const { layer: chosen } = useSelection('layer');
  const svg = useRef<SVGSVGElement>(null);
  const [held, setHeld] = useState<{ heading: number; speed: number } | null>(null);
  const layer = recipe.layers.find((each) => each.id === chosen);
  if (!layer || !hasTool(kinds, layer, 'rose')) return null;
  const wind = layer as Wind;
  const range = wind.properties.speed!;
  const now = held ?? { heading: wind.heading, speed: range.high };
  const edits = (heading: number, speed: number): Edit[] => [
    { kind: 'set-layer', changed: { ...wind, heading, properties: { ...wind.properties, speed: { ...range, low: Math.min(range.low, speed), high: speed } } } },
  ];
  const at = (event: React.PointerEvent) => {
    const box = svg.current!.getBoundingClientRect();
    const x = ((event.clientX - box.left) / box.width) * SIDE - SIDE / 2;
    const y = ((event.clientY - box.top) / box.height) * SIDE - SIDE / 2;
    const heading = Math.round(((Math.atan2(x, -y) * 180) / Math.PI + 360) % 360);
    const speed = Math.round(Math.min(1, Math.hypot(x, y) / R) * FASTEST * 10) / 10;
    return { heading, speed };
  };
  const move = (next: { heading: number; speed: number }) => {
    setHeld(next);
    preview(edits(next.heading, next.speed));
  };
  const rest = (next: { heading: number; speed: number }) => {
    setHeld(null);
    commit(edits(next.heading, next.speed));
  };
  const byKey = (event: React.KeyboardEvent) => {
    const by = event.shiftKey ? 10 : 1;
    const ways: Record<string, { heading: number; speed: number }> = {
      ArrowLeft: { ...now, heading: (now.heading - by + 360) % 360 },
      ArrowRight: { ...now, heading: (now.heading + by) % 360 },
      // a wind that was typed faster than the rim is not slowed by it
      ArrowUp: { ...now, speed: Math.max(now.speed, Math.min(FASTEST, Math.round((now.speed + 0.1 * by) * 10) / 10)) },
      ArrowDown: { ...now, speed: Math.max(0, Math.round((now.speed - 0.1 * by) * 10) / 10) },
    };
    const next = ways[event.key];
    if (!next) return;
    event.preventDefault();
    rest(next);
  };
  const angle = (now.heading * Math.PI) / 180;
  const reach = (Math.min(now.speed, FASTEST) / FASTEST) * R;
  const [x, y] = [Math.sin(angle) * reach, -Math.cos(angle) * reach];
  const pointer = wind.blows.kind === 'pointer';
  return (
    <section className="floating rose" aria-label={`${wind.name}: heading and speed`}>
      <b>{wind.name}</b>
      <svg
        ref={svg}
        viewBox={`${-SIDE / 2} ${-SIDE / 2} ${SIDE} ${SIDE}`}
        role="slider"
        tabIndex={0}
        aria-label="Heading and speed of the wind. Left and right turn it, up and down make it faster or slower, with Shift ten times as much."
        aria-valuenow={now.heading}
        aria-valuetext={`goes toward ${now.heading.toFixed(0)} degrees at ${now.speed.toFixed(1)} metres a second`}
        onPointerDown={(event) => {
          event.currentTarget.setPointerCapture(event.pointerId);
          move(at(event));
        }}
        onPointerMove={(event) => held && move(at(event))}
        onPointerUp={(event) => held && rest(at(event))}
        onKeyDown={byKey}
      >
        {[0.25, 0.5, 0.75, 1].map((share) => (
          <circle key={share} r={R * share} className="ring" />
        ))}
        {['N', 'E', 'S', 'W'].map((word, i) => (
          <text key={word} x={Math.sin((i * Math.PI) / 2) * (R + 10)} y={-Math.cos((i * Math.PI) / 2) * (R + 10) + 3.5} textAnchor="middle">
            {word}
          </text>
        ))}
        <path d={`M${-x} ${-y}L${x} ${y}`} className="way" />
        <path d={`M${-Math.cos(angle) * 9} ${-Math.sin(angle) * 9}L${x} ${y}L${Math.cos(angle) * 9} ${Math.sin(angle) * 9}Z`} className="blows" />
        <circle cx={x} cy={y} r="6" className="handle" />
      </svg>
      <div className="marks">
        <span>toward {now.heading.toFixed(0)}°</span>
        <span>{now.speed.toFixed(1)} m/s</span>
      </div>
      {pointer && <div className="muted small">The air follows its pointer; gusts go this way.</div>}
      {wind.blows.kind === 'station' && <div className="muted small">The air follows its weather station; gusts go this way.</div>}
    </section>
  );
}
