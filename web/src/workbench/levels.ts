const MOST = 40;

/**
 * The levels between bands, in 0..1 of a scale: "10" makes ten equal bands; several numbers, "0.2 0.5 0.8", are levels in the
 * unit of what is shown. What is no number, or lies outside the scale, is left out.
 */
export function levelsOf(text: string, low: number, high: number): number[] {
  const numbers = text
    .split(/[\s;]+|,(?!\d)/)
    .filter((part) => part !== '')
    .map((part) => Number(part.replace(',', '.')))
    .filter((number) => Number.isFinite(number));
  if (numbers.length === 1 && numbers[0]! >= 2 && Number.isInteger(numbers[0])) {
    const bands = Math.min(MOST, numbers[0]!);
    return Array.from({ length: bands - 1 }, (_, i) => (i + 1) / bands);
  }
  const range = high - low || 1;
  return [...new Set(numbers.map((number) => (number - low) / range))].filter((level) => level > 0 && level < 1).sort((a, b) => a - b).slice(0, MOST);
}
