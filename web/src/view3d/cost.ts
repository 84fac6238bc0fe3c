/** What one measured frame drew and how long it took. */
interface Frame {
  triangles: number;
  draws: number;
  milliseconds: number;
}

const KEPT = 48;

/**
 * Learns on the running machine what a frame costs: milliseconds = a + b·triangles + c·draws, by least squares over the frames
 * that were drawn, pulled gently toward small numbers where they do not differ enough to tell.
 */
export class Cost {
  /** What the last frame drew. */
  drawn = { triangles: 0, draws: 0, tolerance: 0 };
  private readonly frames: Frame[] = [];

  measure(milliseconds: number): void {
    this.frames.push({ triangles: this.drawn.triangles, draws: this.drawn.draws, milliseconds });
    if (this.frames.length > KEPT) this.frames.shift();
  }

  /** The last measured frame, ms; 0 before there is one. */
  get last(): number {
    return this.frames.at(-1)?.milliseconds ?? 0;
  }

  /** What a frame would take, and how far measured ones lay from what this said, both in ms; null before any was measured. */
  expected(triangles: number, draws: number): { milliseconds: number; error: number } | null {
    if (this.frames.length === 0) return null;
    const [a, b, c] = this.fit();
    const of = (t: number, d: number) => Math.max(0, a + (b * t) / 1e6 + (c * d) / 100);
    const square = this.frames.reduce((sum, frame) => sum + (of(frame.triangles, frame.draws) - frame.milliseconds) ** 2, 0);
    return { milliseconds: of(triangles, draws), error: Math.sqrt(square / this.frames.length) };
  }

  /** Solves the three normal equations. */
  private fit(): [number, number, number] {
    const rows = this.frames.map((frame) => ({ v: [1, frame.triangles / 1e6, frame.draws / 100], ms: frame.milliseconds }));
    const m = [0, 1, 2].map((i) => [0, 1, 2].map((j) => rows.reduce((sum, row) => sum + row.v[i]! * row.v[j]!, i === j ? 1e-4 : 0)));
    const y = [0, 1, 2].map((i) => rows.reduce((sum, row) => sum + row.v[i]! * row.ms, 0));
    for (let i = 0; i < 3; i++) {
      for (let k = i + 1; k < 3; k++) {
        const f = m[k]![i]! / m[i]![i]!;
        for (let j = i; j < 3; j++) m[k]![j]! -= f * m[i]![j]!;
        y[k]! -= f * y[i]!;
      }
    }
    const c = y[2]! / m[2]![2]!;
    const b = (y[1]! - m[1]![2]! * c) / m[1]![1]!;
    const a = (y[0]! - m[0]![1]! * b - m[0]![2]! * c) / m[0]![0]!;
    return [a, b, c];
  }
}
