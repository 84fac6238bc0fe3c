import { useRef, useState } from 'react';
import type { Edit, Layer, PropertyRange } from '../api/types';
import { coverAt, type Ends } from './lay';
import { hasTool } from './layerKinds';
import { useSession } from './session';
import { useSeen, useSelection } from '../view/view';

const SIDE = 132;
/** Degrees at the right and at the top. */
const MOST = { reach: 180, edge: 90 };
const STEPS = 18;

/** How far round the stuff of the chosen layer reaches, and how soft its edge is, in one handle, with a ball that shows both. */
export function LayPad() {
  const { recipe, kinds, preview, commit } = useSession();
  const { layer: chosen } = useSelection('layer');
  const { manifest } = useSeen('manifest');
  const shown = manifest?.shown;
  const pad = useRef<SVGSVGElement>(null);
  const [held, setHeld] = useState<Ends | null>(null);
  const layer = recipe.layers.find((each) => each.id === chosen);
  if (!layer || !hasTool(kinds, layer, 'pad')) return null;
  const properties = layer.properties as Record<string, PropertyRange>;
  const now = held ?? { reach: properties.reach!.high, edge: properties.edge!.high };
  const edits = ({ reach, edge }: Ends): Edit[] => [
    {
      kind: 'set-layer',
      changed: {
        ...layer,
        properties: { ...properties, reach: { ...properties.reach!, low: Math.min(properties.reach!.low, reach), high: reach }, edge: { ...properties.edge!, low: Math.min(properties.edge!.low, edge), high: edge } },
      } as Layer,
    },
  ];
  const at = (event: React.PointerEvent): Ends => {
    const box = pad.current!.getBoundingClientRect();
    const along = (v: number) => Math.min(1, Math.max(0, v));
    return { reach: Math.round(along((event.clientX - box.left) / box.width) * MOST.reach), edge: Math.round(along(1 - (event.clientY - box.top) / box.height) * MOST.edge) };
  };
  const move = (next: Ends) => {
    setHeld(next);
    preview(edits(next));
  };
  const rest = (next: Ends) => {
    setHeld(null);
    commit(edits(next));
  };
  const byKey = (event: React.KeyboardEvent) => {
    const by = event.shiftKey ? 10 : 1;
    const ways: Record<string, Ends> = {
      ArrowLeft: { ...now, reach: Math.max(0, now.reach - by) },
      ArrowRight: { ...now, reach: Math.min(MOST.reach, now.reach + by) },
      ArrowUp: { ...now, edge: Math.min(MOST.edge, now.edge + by) },
      ArrowDown: { ...now, edge: Math.max(0, now.edge - by) },
    };
    const next = ways[event.key];
    if (!next) return;
    event.preventDefault();
    rest(next);
  };
  const [x, y] = [(now.reach / MOST.reach) * SIDE, (1 - Math.min(1, now.edge / MOST.edge)) * SIDE];
  const ball = (1 - Math.cos((now.reach * Math.PI) / 180)) / 2;
  const half = shown && shown.title.endsWith('weight') ? shown.summary.covered : null;
  return (
    <section className="floating lay-pad" aria-label={`${layer.name}: reach and edge`}>
      <b>{layer.name}</b>
      <div className="both">
        <svg
          ref={pad}
          viewBox={`-6 -6 ${SIDE + 12} ${SIDE + 12}`}
          className="pad"
          role="slider"
          tabIndex={0}
          aria-label="Reach and edge. Left and right change how far round it reaches, up and down how soft its edge is, with Shift ten times as much."
          aria-valuenow={now.reach}
          aria-valuetext={`reaches ${now.reach.toFixed(0)} degrees round with an edge of ${now.edge.toFixed(0)} degrees`}
          onPointerDown={(event) => {
            event.currentTarget.setPointerCapture(event.pointerId);
            move(at(event));
          }}
          onPointerMove={(event) => held && move(at(event))}
          onPointerUp={(event) => held && rest(at(event))}
          onKeyDown={byKey}
        >
          <rect width={SIDE} height={SIDE} className="field" />
          {[0.25, 0.5, 0.75].map((share) => (
            <path key={share} d={`M${SIDE * share} 0V${SIDE}M0 ${SIDE * share}H${SIDE}`} className="ring" />
          ))}
          <path d={`M${x} 0V${SIDE}M0 ${y}H${SIDE}`} className="way" />
          <circle cx={x} cy={y} r="6" className="knob" />
        </svg>
        <svg viewBox="-36 -36 72 72" className="ball" aria-hidden>
          <defs>
            <linearGradient id="lay-ball" x1="0" y1="-34" x2="0" y2="34" gradientUnits="userSpaceOnUse">
              {Array.from({ length: STEPS + 1 }, (_, k) => {
                const height = k / STEPS;
                const theta = (Math.acos(1 - 2 * height) * 180) / Math.PI;
                return <stop key={k} offset={height} stopColor="#f6f8fa" stopOpacity={coverAt(theta, now)} />;
              })}
            </linearGradient>
          </defs>
          <circle r="34" className="stone" />
          <circle r="34" fill="url(#lay-ball)" />
        </svg>
      </div>
      <div className="marks">
        <span>reach {now.reach.toFixed(0)}°</span>
        <span>edge {now.edge.toFixed(0)}°</span>
        <span>a ball {(100 * ball).toFixed(0)} %</span>
        {half !== null && <span>the ground {(100 * half).toFixed(0)} %</span>}
      </div>
    </section>
  );
}
