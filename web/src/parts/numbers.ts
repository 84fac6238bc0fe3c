/** A number as it is shown: at most so many significant digits, a true minus. */
export function shown(value: number, digits = 3): string {
  if (!Number.isFinite(value)) return '–';
  const magnitude = Math.abs(value);
  const places = magnitude === 0 ? 0 : Math.max(0, Math.min(4, digits - 1 - Math.floor(Math.log10(magnitude))));
  const text = Number(value.toFixed(places)).toString();
  return text.replace('-', '−');
}

/** A number with just so many places, a true minus, and no minus before a zero: for columns that stand below each other. */
export function fixed(value: number, places: number): string {
  const text = value.toFixed(places);
  return Number(text) === 0 ? text.replace('-', '') : text.replace('-', '−');
}

/** A whole number with thin spaces between the thousands. */
export function grouped(value: number): string {
  return Math.round(value)
    .toString()
    .replace(/\B(?=(\d{3})+(?!\d))/g, '\u202f');
}

/** A number of things: from a million on in millions. */
export function many(count: number): string {
  return count < 1e6 ? grouped(count) : `${shown(count / 1e6)} M`;
}

/** A size of files. */
export function sized(bytes: number): string {
  if (bytes < 1e6) return `${grouped(Math.max(1, bytes / 1024))} kB`;
  return bytes < 1e9 ? `${shown(bytes / 1e6, bytes < 1e7 ? 2 : 3)} MB` : `${shown(bytes / 1e9)} GB`;
}

/** How long something takes, as one would say it. */
export function lasting(seconds: number): string {
  if (seconds < 1.5) return 'a second';
  if (seconds < 90) return `${shown(seconds, seconds < 10 ? 1 : 2)} s`;
  return seconds < 5400 ? `${Math.round(seconds / 60)} min` : `${shown(seconds / 3600, 2)} h`;
}

export function percent(share: number): string {
  const value = share * 100;
  return `${value > 0 && value < 1 ? value.toFixed(1) : Math.round(value)} %`;
}

/** Metres below one as centimetres, below a centimetre as millimetres. */
export function withUnit(value: number, unit: string): string {
  if (unit === 'm' && value !== 0 && Math.abs(value) < 1) {
    return Math.abs(value) < 0.01 ? `${shown(value * 1000)} mm` : `${shown(value * 100)} cm`;
  }
  if (unit === '') return shown(value);
  return unit === '°' ? `${shown(value)}°` : `${shown(value)} ${unit}`;
}

const FACTORS: Record<string, number> = { mm: 0.001, cm: 0.01, m: 1, km: 1000 };

/** Reads "35 cm", "0.35", "−2" for a unit; null where it is no number. */
export function parsed(text: string, unit: string): number | null {
  const match = /^\s*([−-]?\d*[.,]?\d+(?:e[−-]?\d+)?)\s*([a-z°/²%]*)\s*$/i.exec(text);
  if (!match) return null;
  const value = Number(match[1]!.replace('−', '-').replace(',', '.'));
  const given = match[2]!.toLowerCase();
  if (!Number.isFinite(value)) return null;
  if (unit === 'm' && given in FACTORS) return value * FACTORS[given]!;
  return value;
}

/** Metres as a hand sets them: four digits, so that a log has its millimetres and a range its metres. */
export function byHand(metres: number): number {
  return Math.abs(metres) < 1e-6 ? 0 : Number(metres.toPrecision(4));
}

/** Metres to the tenth of a millimetre, fine enough for the smallest plant. */
export function toTenthOfMillimetre(metres: number): number {
  return Math.round(metres * 1e4) / 1e4;
}

/** "1 layer", "3 layers". */
export function counted(count: number, one: string, many = `${one}s`): string {
  return `${count.toLocaleString('en')} ${count === 1 ? one : many}`;
}

/** What a picture that gets finer by itself is doing, in the words of whoever looks at it. */
export function sharpness(passes: number, of: number): string {
  if (of === 0) return 'draft';
  return passes >= of ? 'sharp' : `sharpening, ${Math.round((100 * passes) / of)} %`;
}

/** Both ends of a range as they are read, the lower one without the unit that the higher one repeats: "10", "35 cm". */
export function endsOf(low: number, high: number, unit: string): [string, string] {
  const [from, to] = [withUnit(low, unit), withUnit(high, unit)];
  const shared = to.replace(/^[−\d.]+/, '');
  return [shared !== '' && from.endsWith(shared) ? from.slice(0, -shared.length) : from, to];
}
