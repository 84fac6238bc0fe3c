import { useEffect, useRef } from 'react';
import uPlot from 'uplot';
import 'uplot/dist/uPlot.min.css';
import { endsOf, type Track } from './hours';

interface Props {
  track: Track;
  hours: number[][];
  /** The hour that the clock stands at. */
  now: number;
  /** Whether the days are written below it. */
  days: boolean;
  drawing: boolean;
  onGoTo: (hour: number) => void;
  /** A stroke from one place to another; the last one of a stroke is kept. */
  onDraw: (from: { hour: number; value: number }, to: { hour: number; value: number }, last: boolean) => void;
}

const SYNC = uPlot.sync('almanac');

/** One number of the almanac over the hours: click to go to an hour, or draw it otherwise. */
export function Chart({ track, hours, now, days, drawing, onGoTo, onDraw }: Props) {
  const holder = useRef<HTMLDivElement>(null);
  const plot = useRef<uPlot | null>(null);
  const live = useRef({ now, drawing, onGoTo, onDraw });
  live.current = { now, drawing, onGoTo, onDraw };
  const count = hours.length;
  useEffect(() => {
    const root = holder.current!;
    const colour = (name: string) => getComputedStyle(root).getPropertyValue(name).trim() || '#456';
    const ink = colour('--muted');
    const height = days ? 104 : 82;
    const made = new uPlot(
      {
        width: root.clientWidth,
        height,
        cursor: { sync: { key: SYNC.key }, drag: { x: false, y: false } },
        legend: { show: false },
        padding: [14, 18, 6, 0],
        scales: { x: { time: false }, y: { range: (self) => endsOf(rowsOf(self, track.column), track) } },
        axes: [
          { show: days, stroke: ink, grid: { stroke: colour('--line'), width: 1 }, splits: (_self, _axis, low, high) => everyDay(low, high), values: (_self, splits) => splits.map((hour) => `day ${hour / 24 + 1}`), size: 24 },
          { stroke: ink, size: 46, splits: track.unit === '°' ? () => [0, 90, 180, 270, 360] : undefined, values: (_self, splits) => splits.map((value) => `${value}`.replace('-', '−')), grid: { stroke: colour('--line'), width: 1 }, ticks: { show: false } },
        ],
        series: [{}, { stroke: colour(track.colour), width: 1.6, fill: track.bars ? `${colour(track.colour)}` : undefined, paths: track.bars ? uPlot.paths.bars!({ size: [0.9, 40] }) : undefined, points: { show: false } }],
        hooks: {
          draw: [
            (self) => {
              const x = self.valToPos(live.current.now, 'x', true);
              const { ctx, bbox } = self;
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
    const fit = new ResizeObserver(() => made.setSize({ width: root.clientWidth, height }));
    fit.observe(root);
    let from: { hour: number; value: number } | null = null;
    const place = (event: PointerEvent) => {
      const box = made.over.getBoundingClientRect();
      return { hour: Math.round(made.posToVal(event.clientX - box.left, 'x')), value: made.posToVal(event.clientY - box.top, 'y') };
    };
    const down = (event: PointerEvent) => {
      made.over.setPointerCapture(event.pointerId);
      if (live.current.drawing) live.current.onDraw((from = place(event)), from, false);
      else live.current.onGoTo((from = place(event)).hour);
    };
    const move = (event: PointerEvent) => {
      if (!from) return;
      const to = place(event);
      if (live.current.drawing) live.current.onDraw(from, to, false);
      else live.current.onGoTo(to.hour);
      if (live.current.drawing) from = to;
    };
    const up = (event: PointerEvent) => {
      if (from && live.current.drawing) live.current.onDraw(from, place(event), true);
      from = null;
    };
    made.over.addEventListener('pointerdown', down);
    made.over.addEventListener('pointermove', move);
    made.over.addEventListener('pointerup', up);
    return () => {
      fit.disconnect();
      made.destroy();
      plot.current = null;
    };
  }, [track, days]);
  useEffect(() => {
    plot.current?.setData([hours.map((_, hour) => hour), hours.map((row) => row[track.column]!)]);
  }, [hours, track, count, days]);
  useEffect(() => plot.current?.redraw(false), [now]);
  const at = hours[Math.min(hours.length - 1, Math.max(0, Math.floor(now)))];
  return (
    <section className={`almanac-chart ${drawing ? 'drawing' : ''}`} aria-label={`${track.title} by the hour; now ${at?.[track.column]?.toFixed(1)} ${track.unit}`}>
      <h2>
        {track.title} <span className="muted">{track.unit}</span> <b>{at?.[track.column]?.toFixed(track.step < 0.5 ? 2 : 1).replace('-', '−')}</b>
      </h2>
      <div ref={holder} />
    </section>
  );
}

function rowsOf(self: uPlot, column: number): number[][] {
  return (self.data[1] as number[] | undefined)?.map((value) => Array.from({ length: column + 1 }, () => value)) ?? [];
}

function everyDay(low: number, high: number): number[] {
  const days = Math.max(1, Math.ceil((high - low) / 24 / 14));
  const marks: number[] = [];
  for (let hour = 0; hour <= high; hour += 24 * days) marks.push(hour);
  return marks;
}
