/** Where numbers stand in an hour of an almanac. */
export const FROM = 1;
export const SPEED = 2;
export const TEMPERATURE = 3;
export const SNOWFALL = 4;
export const SUN = 5;
export const RAIN = 6;

/** A chart of the almanac. */
export interface Track {
  column: number;
  title: string;
  unit: string;
  colour: string;
  bars: boolean;
  least: number;
  most: number;
  /** What a hand-drawn value is rounded to. */
  step: number;
}

export const TRACKS: Track[] = [
  { column: TEMPERATURE, title: 'Temperature', unit: '°C', colour: '--rust', bars: false, least: -90, most: 60, step: 0.5 },
  { column: SNOWFALL, title: 'Snowfall', unit: 'mm/h', colour: '--tarn', bars: true, least: 0, most: 1000, step: 0.5 },
  { column: RAIN, title: 'Rain', unit: 'mm/h', colour: '--tarn', bars: true, least: 0, most: 500, step: 0.5 },
  { column: SPEED, title: 'Wind', unit: 'm/s', colour: '--pine', bars: false, least: 0, most: 150, step: 0.5 },
  { column: FROM, title: 'Wind from', unit: '°', colour: '--heather', bars: false, least: 0, most: 360, step: 5 },
  { column: SUN, title: 'Sun', unit: 'share', colour: '--lichen', bars: true, least: 0, most: 1, step: 0.1 },
];

/** The hours with one number drawn otherwise from one hour to another, evenly between their values. */
export function drawn(hours: number[][], track: Track, from: { hour: number; value: number }, to: { hour: number; value: number }): number[][] {
  const [first, last] = from.hour <= to.hour ? [from, to] : [to, from];
  const round = (value: number) => Math.min(track.most, Math.max(track.least, Math.round(value / track.step) * track.step));
  return hours.map((row, hour) => {
    if (hour < first.hour || hour > last.hour) return row;
    const share = last.hour > first.hour ? (hour - first.hour) / (last.hour - first.hour) : 0;
    const next = [...row];
    next[track.column] = Number(round(first.value + share * (last.value - first.value)).toFixed(3));
    return next;
  });
}

/** "Day 3, 14:00" of an hour. */
export function dayAndHour(hour: number): string {
  return `day ${Math.floor(hour / 24) + 1}, ${String(Math.floor(hour % 24)).padStart(2, '0')}:00`;
}

/** The ends of a chart: what its numbers reach, with some room, and 0 among them. */
export function endsOf(hours: number[][], { column, least, most, unit }: Track): [number, number] {
  const values = hours.map((row) => row[column] ?? 0);
  if (unit === '°') return [0, 360];
  if (unit === 'share') return [0, 1];
  const low = Math.min(0, ...values);
  const high = Math.max(unit === '°C' ? 2 : 1, ...values);
  const room = 0.15 * (high - low);
  return [Math.max(least, low === 0 ? 0 : low - room), Math.min(most, high + room)];
}
