import { useMemo } from 'react';
import type { Viewport } from '../view3d/Viewport';
import { usePlaying, useSelection } from '../view/view';

const WIDE = 118;
const HIGH = 26;

/** How far the tip of the plant under the pointer moves over the loop; the seam is where it begins and ends. */
export function MotionTrace({ viewport, moment }: { viewport: Viewport | null; moment: number }) {
  const { motion: view, loaded, blocks } = usePlaying('motion', 'loaded', 'blocks');
  const { hover, asked } = useSelection('hover', 'asked');
  const plant = hover && hover.plant >= 0 ? hover : asked && asked.plant >= 0 ? asked : null;
  const trace = useMemo(() => {
    if (!view || !plant || loaded < blocks) return null;
    const found = viewport?.bendsOf(plant.layer, plant.plant);
    return found ? traceOf(found.bends, found.length) : null;
  }, [view, plant, loaded, blocks, viewport]);
  if (!view || view.sways.length === 0) return null;
  if (!trace) return <span className="trace muted">{plant ? 'this plant stands still' : 'point at a plant: its motion'}</span>;
  const low = Math.min(0, ...trace);
  const high = Math.max(0.1, ...trace);
  const x = (frame: number) => (frame / trace.length) * WIDE;
  const y = (centimetres: number) => HIGH - 3 - ((centimetres - low) / (high - low)) * (HIGH - 6);
  const path = trace.map((each, frame) => `${frame === 0 ? 'M' : 'L'}${x(frame).toFixed(1)} ${y(each).toFixed(1)}`).join('');
  const least = Math.min(...trace);
  return (
    <span className="trace" title="How far the tip moves with the wind, over the loop. The dashed ends are the seam.">
      <svg width={WIDE} height={HIGH} role="img" aria-label={`The tip moves ${least.toFixed(0)} to ${high.toFixed(0)} centimetres`}>
        <line x1="0.5" x2="0.5" y1="0" y2={HIGH} className="seam-line" />
        <line x1={WIDE - 0.5} x2={WIDE - 0.5} y1="0" y2={HIGH} className="seam-line" />
        <line x1="0" x2={WIDE} y1={y(0)} y2={y(0)} className="zero" />
        <path d={`${path}L${WIDE} ${y(trace[0]!).toFixed(1)}`} />
        <circle cx={x(moment)} cy={y(trace[Math.round(moment) % trace.length]!)} r="2.6" />
      </svg>
      <span className="muted">
        tip {least.toFixed(0)}–{high.toFixed(0)} cm
      </span>
    </span>
  );
}

/** Centimetres that the tip of an arc of a length is moved the way it leans on the average, in each frame. */
export function traceOf(bends: { east: number; south: number }[], length: number): number[] {
  const mean = bends.reduce((sum, each) => ({ east: sum.east + each.east, south: sum.south + each.south }), { east: 0, south: 0 });
  const size = Math.hypot(mean.east, mean.south) || 1;
  return bends.map(({ east, south }) => {
    const bend = Math.hypot(east, south);
    const out = bend < 1e-4 ? bend / 2 : (1 - Math.cos(bend)) / bend;
    const along = bend === 0 ? 0 : (east * mean.east + south * mean.south) / (bend * size);
    return 100 * length * out * along;
  });
}
