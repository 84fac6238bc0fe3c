import { describe, expect, it } from 'vitest';
import { contour } from '../src/view3d/contour';
import type { Heights } from '../src/view3d/ground';

/** Ground of 40 × 20 m whose height is given by place. */
function ground(height: (x: number, z: number) => number): Heights {
  const [columns, rows] = [81, 41];
  const values = new Float32Array(columns * rows);
  for (let r = 0; r < rows; r++) for (let c = 0; c < columns; c++) values[r * columns + c] = height((c / (columns - 1) - 0.5) * 40, (r / (rows - 1) - 0.5) * 20);
  return { columns, rows, width: 40, depth: 20, values };
}

describe('the line where the ground has a height', () => {
  it('is straight on a plane', () => {
    const pieces = contour(ground((x) => x / 2), 3);
    expect(pieces.length).toBeGreaterThan(100);
    pieces.forEach(([x, y]) => {
      expect(x).toBeCloseTo(6, 4);
      expect(y).toBe(3);
    });
    const long = length(pieces);
    expect(long).toBeCloseTo(20, 3);
  });

  it('goes round a hill', () => {
    const pieces = contour(ground((x, z) => 10 - Math.hypot(x, z)), 4);
    pieces.forEach(([x, , z]) => expect(Math.hypot(x, z)).toBeCloseTo(6, 1));
    expect(length(pieces)).toBeCloseTo(2 * Math.PI * 6, 0);
  });

  it('is nowhere where the ground never is so high', () => {
    expect(contour(ground(() => 1), 2)).toEqual([]);
  });
});

function length(pieces: [number, number, number][]): number {
  let sum = 0;
  for (let i = 0; i + 1 < pieces.length; i += 2) sum += Math.hypot(pieces[i + 1]![0] - pieces[i]![0], pieces[i + 1]![2] - pieces[i]![2]);
  return sum;
}
