import { useRef, useState } from 'react';
import type { RampStop } from '../api/types';

interface Props {
  stops: RampStop[];
  onPreview: (stops: RampStop[]) => void;
  onCommit: (stops: RampStop[]) => void;
}

const GAP = 0.01;

/** A colour ramp: stops are dragged along it, a double click adds one, Delete takes one away. Colours mix in OKLab. */
export function RampEditor({ stops, onPreview, onCommit }: Props) {
  const bar = useRef<HTMLDivElement>(null);
  const [chosen, setChosen] = useState(0);
  const [moving, setMoving] = useState<RampStop[] | null>(null);
  const now = moving ?? stops;
  const stop = now[Math.min(chosen, now.length - 1)]!;
  const shareAt = (clientX: number) => {
    const box = bar.current!.getBoundingClientRect();
    return Math.min(1, Math.max(0, (clientX - box.left) / box.width));
  };
  const placed = (index: number, at: number): RampStop[] => {
    const least = index > 0 ? now[index - 1]!.at + GAP : 0;
    const most = index < now.length - 1 ? now[index + 1]!.at - GAP : 1;
    return now.map((each, i) => (i === index ? { ...each, at: Math.round(Math.min(most, Math.max(least, at)) * 1000) / 1000 } : each));
  };
  const finish = (next: RampStop[]) => {
    setMoving(null);
    onCommit(next);
  };
  const add = (event: React.MouseEvent) => {
    const at = Math.round(shareAt(event.clientX) * 1000) / 1000;
    if (now.some((each) => Math.abs(each.at - at) < GAP)) return;
    const before = now.filter((each) => each.at < at);
    const next = [...before, { at, colour: (before.at(-1) ?? now[0]!).colour }, ...now.filter((each) => each.at > at)];
    setChosen(before.length);
    finish(next);
  };
  const remove = () => {
    if (now.length < 2) return;
    setChosen(Math.max(0, chosen - 1));
    finish(now.filter((_, i) => i !== chosen));
  };
  const recolour = (colour: string) => now.map((each, i) => (i === chosen ? { ...each, colour } : each));
  const gradient = now.map((each) => `${each.colour} ${100 * each.at}%`).join(', ');
  return (
    <div>
      <div className="muted small mb-1">ramp: drag a stop, double-click adds one</div>
      <div
        ref={bar}
        className="ramp-bar"
        style={{ background: now.length > 1 ? `linear-gradient(in oklab 90deg, ${gradient})` : stop.colour }}
        onDoubleClick={add}
        role="group"
        aria-label="Colour ramp"
      >
        {now.map((each, i) => (
          <button
            key={i}
            className={`ramp-stop ${i === chosen ? 'chosen' : ''}`}
            style={{ left: `${100 * each.at}%`, background: each.colour }}
            role="slider"
            aria-label={`Colour ${i + 1}, ${each.colour}`}
            aria-valuenow={each.at}
            onFocus={() => setChosen(i)}
            onPointerDown={(event) => {
              event.currentTarget.setPointerCapture(event.pointerId);
              setChosen(i);
              setMoving(now);
            }}
            onPointerMove={(event) => {
              if (!moving) return;
              const next = placed(i, shareAt(event.clientX));
              setMoving(next);
              onPreview(next);
            }}
            onPointerUp={() => moving && finish(moving)}
            onKeyDown={(event) => {
              const by = { ArrowLeft: -1, ArrowRight: 1 }[event.key];
              if (event.key === 'Delete' || event.key === 'Backspace') remove();
              else if (by) finish(placed(i, each.at + by * (event.shiftKey ? 0.1 : 0.01)));
            }}
          />
        ))}
      </div>
      <div className="d-flex gap-2 align-items-center mt-2 small">
        <input type="color" aria-label="Colour of the stop" value={stop.colour} onChange={(event) => onPreview(recolour(event.target.value))} onBlur={(event) => onCommit(recolour(event.target.value))} />
        <span className="muted">{stop.colour} at</span>
        <span>{stop.at.toFixed(2)}</span>
        <button className="btn btn-quiet btn-sm ms-auto" disabled={now.length < 2} onClick={remove}>
          Remove
        </button>
      </div>
    </div>
  );
}
