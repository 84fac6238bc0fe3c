import { useRef, useState } from 'react';
import type { CurvePoint } from '../api/types';
import { curvePath, monotone } from './curve';
import { useTyped } from './typed';

interface Props {
  points: CurvePoint[];
  histogram?: number[];
  /** Where “in” ends; 1 for values, seconds for keys. */
  end?: number;
  unit?: string;
  /** A value that goes in, to be marked on the curve: the one under the pointer on the ground. */
  mark?: number | null;
  onPreview: (points: CurvePoint[]) => void;
  onCommit: (points: CurvePoint[]) => void;
}

const W = 260;
const H = 150;
const PAD = 10;

/**
 * One editor for response curves and curve steps: drag points, double-click adds one, Delete takes the chosen one away, and
 * its numbers can be typed.
 */
export function CurveEditor({ points, histogram, end = 1, unit = '', mark = null, onPreview, onCommit }: Props) {
  const svg = useRef<SVGSVGElement>(null);
  const [moving, setMoving] = useState<CurvePoint[] | null>(null);
  const [chosen, setChosen] = useState(0);
  const [held, setHeld] = useState(-1);
  const now = moving ?? points;
  const at = (event: { clientX: number; clientY: number }): CurvePoint => {
    const box = svg.current!.getBoundingClientRect();
    const x = (end * (((event.clientX - box.left) / box.width) * (W + 2 * PAD) - PAD)) / W;
    const y = 1 - (((event.clientY - box.top) / box.height) * (H + 2 * PAD) - PAD) / H;
    return [hundredths(x, end), hundredths(y)];
  };
  const placed = (index: number, [x, y]: CurvePoint): CurvePoint[] => {
    const left = index > 0 ? now[index - 1]![0] + 0.01 : 0;
    const right = index < now.length - 1 ? now[index + 1]![0] - 0.01 : end;
    return now.map((point, i) => (i === index ? [hundredths(Math.min(right, Math.max(left, x)), end), y] : point));
  };
  const finish = (next: CurvePoint[]) => {
    setMoving(null);
    onCommit(next);
  };
  const add = (event: React.MouseEvent) => {
    const point = at(event);
    if (now.some(([x]) => Math.abs(x - point[0]) < 0.01)) return;
    const index = now.findIndex(([x]) => x > point[0]);
    const next = index < 0 ? [...now, point] : [...now.slice(0, index), point, ...now.slice(index)];
    setChosen(index < 0 ? next.length - 1 : index);
    finish(next);
  };
  const remove = () => {
    if (now.length < 3) return;
    setChosen(Math.max(0, chosen - 1));
    finish(now.filter((_, i) => i !== chosen));
  };
  const byKey = (event: React.KeyboardEvent, index: number) => {
    const by = event.shiftKey ? 0.1 : 0.01;
    const [x, y] = now[index]!;
    const next: Record<string, CurvePoint> = {
      ArrowLeft: [x - by * end, y],
      ArrowRight: [x + by * end, y],
      ArrowUp: [x, hundredths(y + by)],
      ArrowDown: [x, hundredths(y - by)],
    };
    if (event.key === 'Delete' || event.key === 'Backspace') {
      event.stopPropagation();
      remove();
    } else if (next[event.key]) {
      event.preventDefault();
      event.stopPropagation();
      finish(placed(index, next[event.key]!));
    }
  };
  const point = now[Math.min(chosen, now.length - 1)] ?? [0, 0];
  const most = Math.max(...(histogram ?? [1]));
  return (
    <div>
      <svg
        ref={svg}
        className="curve-editor"
        viewBox={`${-PAD} ${-PAD} ${W + 2 * PAD} ${H + 2 * PAD}`}
        role="group"
        aria-label="Curve: from the value that goes in, left to right, to the value that comes out"
        onDoubleClick={add}
        onPointerMove={(event) => {
          if (held < 0) return;
          const next = placed(held, at(event));
          setMoving(next);
          onPreview(next);
        }}
        onPointerUp={() => {
          if (held >= 0 && moving) finish(moving);
          setHeld(-1);
        }}
      >
        {histogram?.map((share, i) => (
          <rect key={i} x={(i * W) / histogram.length} width={W / histogram.length - 1} y={H - (share / most) * H} height={(share / most) * H} fill="var(--line)" opacity={0.6} />
        ))}
        {[0, 0.25, 0.5, 0.75, 1].map((t) => (
          <g key={t} className="grid">
            <line x1={t * W} x2={t * W} y1={0} y2={H} />
            <line x1={0} x2={W} y1={t * H} y2={t * H} />
          </g>
        ))}
        <path className="line" d={unit === 's' ? keysPath(now, end) : curvePath(now, W, H, 80)} />
        {mark !== null && (
          <g className="mark" data-testid="curve-mark" data-in={mark}>
            <line x1={at01(mark) * W} x2={at01(mark) * W} y1={0} y2={H} />
            <text x={Math.min(W - 58, at01(mark) * W + 4)} y={10}>
              here {mark.toFixed(2)} → {monotone(now)(mark).toFixed(2)}
            </text>
          </g>
        )}
        {now.map(([x, y], i) => (
          <circle
            key={i}
            cx={(x / end) * W}
            cy={(1 - Math.min(1, Math.max(0, y))) * H}
            r={i === chosen ? 7 : 5}
            tabIndex={0}
            role="slider"
            aria-label={`Point ${i + 1}`}
            aria-valuenow={y}
            aria-valuetext={`in ${x}, out ${y}`}
            onFocus={() => setChosen(i)}
            onPointerDown={(event) => {
              event.currentTarget.ownerSVGElement?.setPointerCapture(event.pointerId);
              setChosen(i);
              setHeld(i);
            }}
            onKeyDown={(event) => byKey(event, i)}
          />
        ))}
      </svg>
      <div className="d-flex gap-2 align-items-center mt-2 small">
        <span className="muted">{unit === 's' ? 'at s' : 'in'}</span>
        <CoordinateField value={point[0]} label="In" onCommit={(x) => finish(placed(chosen, [x, point[1]]))} />
        <span className="muted">out</span>
        <CoordinateField value={point[1]} label="Out" onCommit={(y) => finish(placed(chosen, [point[0], hundredths(y)]))} />
        <button className="btn btn-quiet btn-sm ms-auto text-nowrap" disabled={now.length < 3} onClick={remove}>
          Remove point
        </button>
      </div>
      <div className="muted small mt-1">Drag a point. Double-click adds one.</div>
    </div>
  );
}

function CoordinateField({ value, label, onCommit }: { value: number; label: string; onCommit: (value: number) => void }) {
  const typed = useTyped((text) => {
    const number = Number(text.replace(',', '.'));
    if (text.trim() !== '' && Number.isFinite(number)) onCommit(number);
  });
  return (
    <input
      className="form-control form-control-sm coordinate"
      size={4}
      aria-label={label}
      value={typed.text ?? String(value)}
      onChange={(event) => typed.setText(event.target.value)}
      onBlur={typed.finish}
      onKeyDown={typed.byKey}
    />
  );
}

function at01(value: number): number {
  return Math.min(1, Math.max(0, value));
}

/** Straight from key to key, held at both ends. */
function keysPath(points: CurvePoint[], end: number): string {
  const all: CurvePoint[] = [[0, points[0]![1]], ...points, [end, points.at(-1)![1]]];
  return all.map(([x, y], i) => `${i === 0 ? 'M' : 'L'}${(x / end) * W} ${(1 - Math.min(1, Math.max(0, y))) * H}`).join('');
}

function hundredths(value: number, most = 1): number {
  return Math.min(most, Math.max(0, Math.round(value * 100) / 100));
}
