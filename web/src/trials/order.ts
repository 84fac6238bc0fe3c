/** The trials of a sheet in the order in which they are made: from its middle outward. */
export function fromTheMiddle(columns: number, rows: number): number[] {
  const far = (k: number) => Math.hypot((k % columns) - (columns - 1) / 2, Math.floor(k / columns) - (rows - 1) / 2);
  return Array.from({ length: columns * rows }, (_, k) => k).sort((a, b) => far(a) - far(b) || a - b);
}

/** Ends round a value, half as far apart as they were, within what is allowed. */
export function narrowed(from: number, to: number, value: number, byRatio: boolean, least: number, most: number): [number, number] {
  const within = (number: number) => Math.min(most, Math.max(least, Number(number.toPrecision(6))));
  if (byRatio && from > 0 && to > 0) {
    const quarter = (to / from) ** 0.25;
    return [within(value / quarter), within(value * quarter)];
  }
  const quarter = (to - from) / 4;
  return [within(value - quarter), within(value + quarter)];
}

/** Usual ends for a number: a half and twice of what it is, or of one that is 0 what its slider has. */
export function endsOf(value: number, from: number, to: number): [number, number] {
  const ends = [value / 2, value * 2].map((end) => Number(end.toPrecision(4))).sort((a, b) => a - b);
  return value === 0 ? [from, to] : [ends[0]!, ends[1]!];
}
