import { useEffect, useRef } from 'react';
import uPlot from 'uplot';
import 'uplot/dist/uPlot.min.css';

interface Props {
  seconds: number[];
  values: number[];
  /** The second that the clock stands at; null where the line runs over something else than time. */
  now: number | null;
  /** Of what is written below it. */
  unit: string;
  /** Whether that is written. */
  axis: boolean;
  label: string;
  onGoTo: ((second: number) => void) | null;
}

const SMALL = '10px sans-serif';

/** One number over time, or over a height; a click goes to the time. */
export default function LineChart({ seconds, values, now, unit, axis, label, onGoTo }: Props) {
  const holder = useRef<HTMLDivElement>(null);
  const plot = useRef<uPlot | null>(null);
  const live = useRef({ now, onGoTo });
  live.current = { now, onGoTo };
  useEffect(() => {
    const root = holder.current!;
    const colour = (name: string) => getComputedStyle(root).getPropertyValue(name).trim() || '#456';
    const height = axis ? 58 : 40;
    const made = new uPlot(
      {
        width: root.clientWidth,
        height,
        cursor: { drag: { x: false, y: false }, y: false },
        legend: { show: false },
        padding: [6, 6, axis ? 0 : 6, 0],
        scales: { x: { time: false }, y: { range: (_self, low, high) => (high - low < 1e-9 ? [low - 0.5, high + 0.5] : [Math.min(0, low), high]) } },
        axes: [
          { show: axis, stroke: colour('--muted'), grid: { show: false }, ticks: { size: 3 }, size: 18, font: SMALL, values: (_self, splits) => splits.map((each) => `${each} ${unit}`) },
          { stroke: colour('--muted'), size: 38, font: SMALL, grid: { stroke: colour('--line'), width: 1 }, ticks: { show: false }, splits: (self) => [self.scales.y!.min!, self.scales.y!.max!], values: (_self, splits) => splits.map((each) => short(each)) },
        ],
        series: [{}, { stroke: colour('--tarn'), width: 1.5, points: { show: false } }],
        hooks: {
          draw: [
            ({ ctx, bbox, valToPos }) => {
              if (live.current.now === null) return;
              const x = valToPos(live.current.now, 'x', true);
              if (x < bbox.left || x > bbox.left + bbox.width) return;
              ctx.save();
              ctx.strokeStyle = colour('--heather');
              ctx.lineWidth = 2;
              ctx.beginPath();
              ctx.moveTo(x, bbox.top);
              ctx.lineTo(x, bbox.top + bbox.height);
              ctx.stroke();
              ctx.restore();
            },
          ],
        },
      },
      [[], []],
      root,
    );
    plot.current = made;
    const go = (event: PointerEvent) => live.current.onGoTo?.(made.posToVal(event.clientX - made.over.getBoundingClientRect().left, 'x'));
    made.over.addEventListener('pointerdown', go);
    return () => {
      made.destroy();
      plot.current = null;
    };
  }, [axis, unit]);
  useEffect(() => plot.current?.setData([seconds, values]), [seconds, values, axis]);
  useEffect(() => plot.current?.redraw(false), [now]);
  return <div ref={holder} role="img" aria-label={label} />;
}

function short(value: number): string {
  const size = Math.abs(value);
  return value.toFixed(size >= 100 || size === 0 ? 0 : size >= 1 ? 1 : 2).replace('-', '−');
}
