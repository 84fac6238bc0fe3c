import { useEffect, useId, useRef, useState } from 'react';
import { parsed, withUnit } from './numbers';
import { useTyped } from './typed';

interface Props {
  title: string;
  help?: string;
  unit: string;
  value: number;
  min: number;
  max: number;
  sliderMin: number;
  sliderMax: number;
  whole?: boolean;
  byDefault?: number;
  /** While it moves. */
  onPreview: (value: number) => void;
  /** When it rests. */
  onCommit: (value: number) => void;
}

/** A number with a slider and a field that takes typing with a unit, arrow keys (Shift ×10, Alt ÷10), and a reset. */
export function NumberSetting(props: Props) {
  const { title, help, unit, value, min, max, whole, byDefault, onPreview, onCommit } = props;
  const id = useId();
  const [moving, setMoving] = useState<number | null>(null);
  const timer = useRef(0);
  useEffect(() => setMoving(null), [value]);
  const now = moving ?? value;
  const low = Math.min(props.sliderMin, value);
  const high = Math.max(props.sliderMax, value);
  const step = whole ? 1 : niceStep(high - low);
  const allowed = (wish: number) => {
    const clamped = Math.min(max, Math.max(min, wish));
    return whole ? Math.round(clamped) : Number(clamped.toPrecision(9));
  };
  const move = (wish: number) => {
    const next = allowed(wish);
    setMoving(next);
    onPreview(next);
  };
  const rest = (wish: number) => {
    window.clearTimeout(timer.current);
    const next = allowed(wish);
    setMoving(next);
    if (next !== value) onCommit(next);
    else onPreview(next);
  };
  const byKey = (event: React.KeyboardEvent) => {
    const way = event.key === 'ArrowUp' || event.key === 'ArrowRight' ? 1 : event.key === 'ArrowDown' || event.key === 'ArrowLeft' ? -1 : 0;
    if (way === 0) return false;
    event.preventDefault();
    const by = step * (event.shiftKey ? 10 : event.altKey && !whole ? 0.1 : 1);
    const next = allowed(now + way * by);
    move(next);
    window.clearTimeout(timer.current);
    timer.current = window.setTimeout(() => rest(next), 500);
    return true;
  };
  const typed = useTyped((text) => {
    const wish = parsed(text, unit);
    if (wish !== null) rest(wish);
  });
  return (
    <div className="setting" title={help}>
      <div className="line">
        <label htmlFor={id} onDoubleClick={() => byDefault !== undefined && rest(byDefault)} title={byDefault === undefined ? help : `${help ?? title}. Double-click: back to ${withUnit(byDefault, unit)}`}>
          {title}
        </label>
        <input
          className="value"
          aria-label={`${title}, typed`}
          value={typed.text ?? withUnit(now, unit)}
          onFocus={(event) => event.target.select()}
          onChange={(event) => typed.setText(event.target.value)}
          onBlur={typed.finish}
          onKeyDown={(event) => {
            if (event.key === 'ArrowUp' || event.key === 'ArrowDown') byKey(event);
            else typed.byKey(event);
          }}
        />
      </div>
      <input
        id={id}
        type="range"
        min={low}
        max={high}
        step={whole ? 1 : 'any'}
        value={now}
        aria-valuetext={withUnit(now, unit)}
        onChange={(event) => move(round(Number(event.target.value), step))}
        onPointerUp={() => rest(now)}
        onKeyDown={byKey}
        onBlur={() => moving !== null && rest(now)}
      />
    </div>
  );
}

function niceStep(range: number): number {
  return 10 ** Math.floor(Math.log10(Math.max(range, 1e-9) / 50));
}

function round(value: number, step: number): number {
  const fine = step / 2;
  return Math.round(value / fine) * fine;
}
