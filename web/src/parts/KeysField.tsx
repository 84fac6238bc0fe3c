import type { CurvePoint } from '../api/types';
import { parsed, withUnit } from './numbers';
import { useTyped } from './typed';

interface Props {
  title: string;
  keys: CurvePoint[];
  unit: string;
  onCommit: (keys: CurvePoint[]) => void;
}

/** Keys over time as rows of seconds and a number. */
export function KeysField({ title, keys, unit, onCommit }: Props) {
  const set = (index: number, axis: 0 | 1, value: number) => {
    const next = keys.map((key, i) => (i === index ? ((axis === 0 ? [value, key[1]] : [key[0], value]) as CurvePoint) : key)).sort((a, b) => a[0] - b[0]);
    if (next.every((key, i) => i === 0 || key[0] > next[i - 1]![0])) onCommit(next);
  };
  const last = keys.at(-1)!;
  return (
    <div className="keys-field" role="group" aria-label={title}>
      <span className="muted small">{title}</span>
      {keys.map((key, index) => (
        <div key={key[0]} className="d-flex gap-1">
          <Cell label={`Time of key ${index + 1}`} value={key[0]} unit="s" onCommit={(value) => set(index, 0, value)} />
          <Cell label={`Value of key ${index + 1}`} value={key[1]} unit={unit} onCommit={(value) => set(index, 1, value)} />
          <button className="icon-button" aria-label={`Delete key ${index + 1}`} disabled={keys.length < 2} onClick={() => onCommit(keys.filter((_, i) => i !== index))}>
            <i className="bi bi-x" />
          </button>
        </div>
      ))}
      <button className="btn btn-quiet btn-sm" onClick={() => onCommit([...keys, [last[0] + 1, last[1]]])}>
        One more key
      </button>
    </div>
  );
}

function Cell({ label, value, unit, onCommit }: { label: string; value: number; unit: string; onCommit: (value: number) => void }) {
  const typed = useTyped((text) => {
    const wish = parsed(text, unit);
    if (wish !== null && wish !== value) onCommit(wish);
  });
  return (
    <input
      className="value"
      aria-label={label}
      value={typed.text ?? withUnit(value, unit)}
      onFocus={(event) => event.target.select()}
      onChange={(event) => typed.setText(event.target.value)}
      onBlur={typed.finish}
      onKeyDown={typed.byKey}
    />
  );
}
