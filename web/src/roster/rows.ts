/** A column's values and the range that is let through. */
export interface Filter {
  values: Float32Array;
  least: number;
  most: number;
}

/** Numbers of the rows that every filter lets through, in their own order. */
export function filtered(count: number, filters: Filter[]): Uint32Array {
  const rows = new Uint32Array(count);
  let n = 0;
  for (let i = 0; i < count; i++) {
    let kept = true;
    for (const { values, least, most } of filters) {
      const value = values[i]!;
      if (value < least || value > most) {
        kept = false;
        break;
      }
    }
    if (kept) rows[n++] = i;
  }
  return rows.slice(0, n);
}

/**
 * The rows sorted by a column, those that are equal by their number. Values are turned into whole numbers in the same order and
 * sorted byte by byte, so that a million rows take a fraction of a second.
 */
export function sorted(rows: Uint32Array, values: Float32Array, downward: boolean): Uint32Array {
  const bits = new Uint32Array(values.buffer, values.byteOffset, values.length);
  const keyOf = (row: number) => {
    const b = bits[row]!;
    const rising = b & 0x80000000 ? ~b >>> 0 : (b | 0x80000000) >>> 0;
    return downward ? ~rising >>> 0 : rising;
  };
  let from = rows.slice();
  let to = new Uint32Array(rows.length);
  for (let shift = 0; shift < 32; shift += 8) {
    const counts = new Uint32Array(257);
    for (const row of from) counts[((keyOf(row) >>> shift) & 255) + 1]!++;
    for (let i = 0; i < 256; i++) counts[i + 1]! += counts[i]!;
    for (const row of from) to[counts[(keyOf(row) >>> shift) & 255]!++] = row;
    [from, to] = [to, from];
  }
  return from;
}
