// @vitest-environment jsdom
import { cleanup, render, screen } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import type { HeightMapRead } from '../src/api/types';
import { depthSaid, GroundSize, metres, squareDepth, wrongSize } from '../src/parts/heightMap';

const map = { columns: 65, rows: 49, width: 120, depth: 90 } as unknown as HeightMapRead;
const nothing = () => undefined;
afterEach(cleanup);

describe('the size of a height map', () => {
  it('is square until a depth is given', () => {
    expect(squareDepth(map, 120)).toBe(90);
    render(<GroundSize map={map} id="g" width={['120', nothing]} depth={['', nothing]} />);
    expect(screen.getByText('Empty for square pixels: 90.0 m; a node every 1.88 m.')).toBeTruthy();
  });

  it('says how long and broad pixels are that are not square', () => {
    render(<GroundSize map={map} id="g" width={['120', nothing]} depth={['180', nothing]} />);
    expect(screen.getByText('Pixels of 1.88 × 3.75 m.')).toBeTruthy();
  });

  it('offers the depth of a file only where its pixels are not square', () => {
    expect(depthSaid(map)).toBe('');
    expect(depthSaid({ ...map, depth: 100 })).toBe('100');
    expect(depthSaid({ columns: 5, rows: 5 })).toBe('');
  });

  it('is read with a comma or a point, and refused in words', () => {
    expect(metres('12,5')).toBe(12.5);
    expect(metres(' ')).toBeUndefined();
    expect(wrongSize('120', '')).toBe('');
    expect(wrongSize('120', '33')).toBe('');
    expect(wrongSize('', '')).toContain('width');
    expect(wrongSize('0', '')).toContain('width');
    expect(wrongSize('120', 'deep')).toContain('depth');
    expect(wrongSize('120', '1e9')).toContain('depth');
  });
});
