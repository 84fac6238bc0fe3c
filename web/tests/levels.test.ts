import { describe, expect, it } from 'vitest';
import { levelsOf } from '../src/workbench/levels';

describe('levels of bands', () => {
  it('are equal where one number is given', () => {
    expect(levelsOf('4', 0, 18)).toEqual([0.25, 0.5, 0.75]);
    expect(levelsOf('100', 0, 1)).toHaveLength(39);
  });

  it('are the given ones in the unit of what is shown, in order, and only those on the scale', () => {
    expect(levelsOf('9 4.5; 99 -3', 0, 18)).toEqual([0.25, 0.5]);
    expect(levelsOf('0,2 0,5', 0, 1)).toEqual([0.2, 0.5]);
    expect(levelsOf('0.2, 0.5, 0.5', 0, 1)).toEqual([0.2, 0.5]);
  });

  it('are none where nothing can be read', () => {
    expect(levelsOf('', 0, 1)).toEqual([]);
    expect(levelsOf('some', 0, 1)).toEqual([]);
    expect(levelsOf('1', 0, 1)).toEqual([]);
    expect(levelsOf('0.5,', 0, 1)).toEqual([0.5]);
  });
});
