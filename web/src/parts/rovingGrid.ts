import { useEffect, useRef, type RefObject } from 'react';

const ROW = '[role=row]';

/** The controls of a row that can be reached, from left to right; not what stands in a menu that is open there. */
function controlsOf(row: Element): HTMLElement[] {
  return [...row.querySelectorAll<HTMLElement>('button, a[href]')].filter((each) => !each.closest('.dropdown-menu') && !each.hasAttribute('disabled'));
}

function rowsOf(grid: Element): HTMLElement[][] {
  return [...grid.querySelectorAll(ROW)].map(controlsOf).filter((row) => row.length > 0);
}

function middle(element: HTMLElement): number {
  const box = element.getBoundingClientRect();
  return box.left + box.width / 2;
}

/** Where an arrow key leads from a control; undefined where it leads nowhere. */
export function step(rows: HTMLElement[][], from: HTMLElement, key: string): HTMLElement | undefined {
  const at = rows.findIndex((row) => row.includes(from));
  if (at < 0) return undefined;
  const row = rows[at]!;
  const column = row.indexOf(from);
  const below = (other: HTMLElement[] | undefined) => {
    if (!other) return undefined;
    const x = middle(from);
    return other.reduce((best, each) => (Math.abs(middle(each) - x) < Math.abs(middle(best) - x) ? each : best));
  };
  switch (key) {
    case 'ArrowLeft':
      return row[column - 1];
    case 'ArrowRight':
      return row[column + 1];
    case 'ArrowUp':
      return below(rows[at - 1]);
    case 'ArrowDown':
      return below(rows[at + 1]);
    case 'Home':
      return row[0];
    case 'End':
      return row[row.length - 1];
    default:
      return undefined;
  }
}

/** One tab stop for a whole grid: arrows go from control to control, Home and End along the row (the grid pattern of ARIA). */
export function useRovingGrid(grid: RefObject<HTMLElement | null>): void {
  const current = useRef<HTMLElement | null>(null);
  const settle = useRef(() => {
    if (!grid.current) return;
    const all = rowsOf(grid.current).flat();
    const kept = current.current && all.includes(current.current) ? current.current : all[0];
    for (const each of all) each.tabIndex = each === kept ? 0 : -1;
  });
  // rows come and go with every change
  useEffect(() => settle.current());
  useEffect(() => {
    const element = grid.current;
    if (!element) return;
    const focused = (event: FocusEvent) => {
      current.current = event.target as HTMLElement;
      settle.current();
    };
    const pressed = (event: KeyboardEvent) => {
      const from = event.target as HTMLElement;
      if (event.altKey || event.ctrlKey || event.metaKey || from.closest('.dropdown-menu') || from instanceof HTMLInputElement) return;
      const to = step(rowsOf(element), from, event.key);
      if (to) to.focus();
      else if (!event.key.startsWith('Arrow')) return;
      event.preventDefault();
      event.stopPropagation();
    };
    element.addEventListener('focusin', focused);
    element.addEventListener('keydown', pressed);
    return () => {
      element.removeEventListener('focusin', focused);
      element.removeEventListener('keydown', pressed);
    };
  }, [grid]);
}
