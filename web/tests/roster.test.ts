import { describe, expect, it } from 'vitest';
import { filtered, sorted } from '../src/roster/rows';
import { ruleUnit } from '../src/nursery/SheetView';
import { Cost } from '../src/view3d/cost';
import { withShade } from '../src/view3d/shade';

const VALUES = new Float32Array([3, -1, 0, -0.5, 7e9, -7e9, 0.25, 0.25]);

describe('the rows of the roster', () => {
  it('sorts any floats, equal ones by their number', () => {
    const all = filtered(VALUES.length, []);
    expect([...sorted(all, VALUES, false)]).toEqual([5, 1, 3, 2, 6, 7, 0, 4]);
    expect([...sorted(all, VALUES, true)]).toEqual([4, 0, 6, 7, 2, 3, 1, 5]);
  });

  it('lets through what lies within every range', () => {
    expect([...filtered(VALUES.length, [{ values: VALUES, least: -1, most: 0.25 }])]).toEqual([1, 2, 3, 6, 7]);
  });

  it('agrees with the plain sort on many numbers', () => {
    const many = Float32Array.from({ length: 5000 }, (_, i) => Math.sin(i * 12.9898) * 43758);
    const rows = sorted(filtered(many.length, []), many, false);
    for (let i = 1; i < rows.length; i++) expect(many[rows[i]!]!).toBeGreaterThanOrEqual(many[rows[i - 1]!]!);
  });
});

describe('the rule of the nursery', () => {
  it('has a round unit of which 6 to 30 make up the height', () => {
    for (const tall of [0.02, 0.13, 0.7, 1, 5.4, 23]) {
      const unit = ruleUnit(tall);
      expect(tall / unit).toBeGreaterThanOrEqual(5.9);
      expect(tall / unit).toBeLessThanOrEqual(31);
    }
  });
});

describe('the cost of a frame', () => {
  it('finds again what frames were made of', () => {
    const cost = new Cost();
    for (let i = 1; i <= 20; i++) {
      cost.drawn = { triangles: i * 50_000, draws: 10 + ((i * 7) % 5), tolerance: 1 };
      cost.measure(20 + (cost.drawn.triangles / 1e6) * 300 + cost.drawn.draws * 0.5);
    }
    const expected = cost.expected(2_000_000, 12)!;
    expect(expected.milliseconds).toBeCloseTo(20 + 600 + 6, 0);
    expect(expected.error).toBeLessThan(1);
  });

  it('knows nothing before a frame was measured', () => {
    expect(new Cost().expected(1, 1)).toBeNull();
  });
});

describe('the shade of large plants', () => {
  it('darkens the ground beside a tree and leaves that of grass', () => {
    const light = { columns: 33, rows: 33, sun: new Uint8Array(33 * 33).fill(255), sky: new Uint8Array(33 * 33).fill(255) };
    const size = { width: 32, depth: 32 };
    const sun = { x: 0.6, y: 0.5, z: 0.6 };
    const tree = { feet: new Float32Array([0, 0, 0]), sizes: new Float32Array([5, 3]), flat: false };
    const shaded = withShade(light, size, sun, [tree]);
    expect(Math.min(...shaded.sun)).toBeLessThan(150);
    expect(shaded.sun[0]).toBe(255);
    expect(withShade(light, size, sun, [{ ...tree, flat: true }])).toBe(light);
  });
});
