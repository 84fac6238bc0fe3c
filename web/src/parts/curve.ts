import type { CurvePoint } from '../api/types';

/** A response that is the value itself. */
export const STRAIGHT: CurvePoint[] = [
  [0, 0],
  [1, 1],
];

/**
 * The monotone cubic of the core (Fritsch and Carlson 1980), for drawing curves only; values themselves come from the server.
 */
export function monotone(points: CurvePoint[]): (x: number) => number {
  const n = points.length;
  const secant = points.slice(1).map(([x, y], i) => (x === points[i]![0] ? 0 : (y - points[i]![1]) / (x - points[i]![0])));
  const slope = points.map((_, i) => {
    const before = i > 0 ? secant[i - 1]! : (secant[i] ?? 0);
    const after = i < n - 1 ? secant[i]! : before;
    return before * after <= 0 ? 0 : (before + after) / 2;
  });
  for (let i = 0; i < n - 1; i++) {
    const s = secant[i]!;
    if (s === 0) {
      slope[i] = 0;
      slope[i + 1] = 0;
      continue;
    }
    const a = slope[i]! / s;
    const b = slope[i + 1]! / s;
    const square = a * a + b * b;
    if (square > 9) {
      const t = 3 / Math.sqrt(square);
      slope[i] = t * a * s;
      slope[i + 1] = t * b * s;
    }
  }
  return (x) => {
    if (n === 0) return 0;
    if (x >= points[n - 1]![0]) return points[n - 1]![1];
    if (x < points[0]![0]) return points[0]![1];
    let i = 0;
    while (i < n - 2 && points[i + 1]![0] <= x) i++;
    const [x0, y0] = points[i]!;
    const [x1, y1] = points[i + 1]!;
    const width = x1 - x0;
    const t = (x - x0) / width;
    const t2 = t * t;
    const t3 = t2 * t;
    return (2 * t3 - 3 * t2 + 1) * y0 + (t3 - 2 * t2 + t) * width * slope[i]! + (3 * t2 - 2 * t3) * y1 + (t3 - t2) * width * slope[i + 1]!;
  };
}

/** An SVG path of a curve over 0..1 in a box. */
export function curvePath(points: CurvePoint[], width: number, height: number, steps = 24): string {
  const curve = monotone(points);
  return Array.from({ length: steps + 1 }, (_, i) => {
    const x = i / steps;
    const y = Math.min(1, Math.max(0, curve(x)));
    return `${i === 0 ? 'M' : 'L'}${(x * width).toFixed(1)} ${((1 - y) * height).toFixed(1)}`;
  }).join('');
}
