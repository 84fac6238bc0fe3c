import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useMemo, useRef } from 'react';
import type { ColumnView } from '../api/types';
import { fixed, parsed } from '../parts/numbers';
import { useTyped } from '../parts/typed';

const ROW = 24;
const SPARE = 8;

interface Props {
  columns: ColumnView[];
  values: Map<string, Float32Array>;
  /** Numbers of the plants, in the order shown. */
  rows: Uint32Array;
  sort: { name: string; downward: boolean };
  ranges: Record<string, [number, number]>;
  chosen: Set<number>;
  /** A row that has to come into view. */
  wanted: number;
  onSort: (name: string) => void;
  onRange: (name: string, range: [number, number] | null) => void;
  onChoose: (plant: number, more: boolean) => void;
}

/** A table of any length: only the rows in sight are there. */
export function RosterTable({ columns, values, rows, sort, ranges, chosen, wanted, onSort, onRange, onChoose }: Props) {
  const scroller = useRef<HTMLDivElement>(null);
  const inSight = useVirtualizer({ count: rows.length, getScrollElement: () => scroller.current, estimateSize: () => ROW, overscan: SPARE, initialRect: { width: 0, height: 480 } });
  const place = useMemo(() => (wanted < 0 ? -1 : rows.indexOf(wanted)), [rows, wanted]);
  useEffect(() => {
    if (place >= 0) inSight.scrollToIndex(place, { align: 'center' });
    // only another row that is wanted moves the table
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [place]);
  const template = `64px ${columns.map(() => '84px').join(' ')}`;
  const byKey = (event: React.KeyboardEvent) => {
    const way = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
    if (way === 0) return;
    event.preventDefault();
    const now = rows.findIndex((row) => chosen.has(row));
    const next = rows[Math.min(rows.length - 1, Math.max(0, now + way))];
    if (next !== undefined) onChoose(next, false);
  };
  return (
    <div className="roster-scroll" ref={scroller} tabIndex={0} onKeyDown={byKey} role="table" aria-label="Roster" aria-rowcount={rows.length + 1}>
      <div className="roster-head" role="row" style={{ gridTemplateColumns: template }}>
        <div role="columnheader" className="muted">
          no.
        </div>
        {columns.map((column) => (
          <Head key={column.name} column={column} sort={sort} range={ranges[column.name]} onSort={onSort} onRange={onRange} />
        ))}
      </div>
      <div style={{ height: inSight.getTotalSize(), position: 'relative', width: 64 + 84 * columns.length }}>
        {inSight.getVirtualItems().map(({ index: at, start }) => {
          const plant = rows[at]!;
          return (
            <div
              key={plant}
              role="row"
              aria-rowindex={at + 2}
              aria-selected={chosen.has(plant)}
              className={`roster-row ${chosen.has(plant) ? 'chosen' : ''} ${at % 2 ? 'odd' : ''}`}
              style={{ top: start, gridTemplateColumns: template }}
              onClick={(event) => onChoose(plant, event.ctrlKey || event.metaKey || event.shiftKey)}
            >
              <span role="cell" className="muted">
                {plant + 1}
              </span>
              {columns.map((column) => (
                <span role="cell" key={column.name}>
                  {written(values.get(column.name)?.[plant], column)}
                </span>
              ))}
            </div>
          );
        })}
      </div>
    </div>
  );
}

function Head({ column, sort, range, onSort, onRange }: { column: ColumnView; sort: Props['sort']; range: [number, number] | undefined; onSort: Props['onSort']; onRange: Props['onRange'] }) {
  const most = Math.max(1, ...column.histogram);
  const now = range ?? [column.min, column.max];
  const step = (column.max - column.min) / column.histogram.length;
  const set = (end: 0 | 1, text: string) => {
    const value = parsed(text, '');
    if (value === null) {
      onRange(column.name, null);
      return;
    }
    onRange(column.name, end === 0 ? [value, now[1]] : [now[0], value]);
  };
  const sorted = sort.name === column.name;
  return (
    <div role="columnheader" aria-sort={sorted ? (sort.downward ? 'descending' : 'ascending') : 'none'}>
      <button className="roster-title" onClick={() => onSort(column.name)} title={`Sort by ${column.title}`}>
        {column.title}
        {column.unit && <span className="muted"> {column.unit}</span>}
        {sorted && <i className={`bi bi-caret-${sort.downward ? 'down' : 'up'}-fill`} aria-hidden="true" />}
      </button>
      <svg className="roster-bars" viewBox={`0 0 ${column.histogram.length} 20`} preserveAspectRatio="none" aria-hidden="true">
        {column.histogram.map((count, i) => {
          const middle = column.min + (i + 0.5) * step;
          return <rect key={i} x={i} y={20 - (19 * count) / most} width={0.86} height={Math.max(count > 0 ? 0.8 : 0, (19 * count) / most)} className={middle < now[0] || middle > now[1] ? 'out' : ''} />;
        })}
      </svg>
      <span className="roster-range">
        {([0, 1] as const).map((end) => (
          <RangeField key={end} label={`${column.title}, ${end === 0 ? 'least' : 'greatest'}`} value={now[end]} onCommit={(text) => set(end, text)} />
        ))}
      </span>
    </div>
  );
}

function RangeField({ label, value, onCommit }: { label: string; value: number; onCommit: (text: string) => void }) {
  const typed = useTyped((text) => text !== short(value) && onCommit(text));
  return <input aria-label={label} value={typed.text ?? short(value)} onChange={(event) => typed.setText(event.target.value)} onBlur={typed.finish} onKeyDown={typed.byKey} />;
}

function short(value: number): string {
  return String(Number(value.toPrecision(3))).replace('-', '−');
}

function written(value: number | undefined, column: ColumnView): string {
  if (value === undefined) return '…';
  if (column.name === 'variant') return String(value);
  if (column.unit === '°') return fixed(value, 1);
  return fixed(value, column.unit === 'm' && column.name.length === 1 ? 2 : 3);
}
