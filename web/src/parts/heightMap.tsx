import { api } from '../api/client';
import type { HeightMapRead } from '../api/types';
import { Field } from './forms';
import { grouped } from './numbers';
import { useFile } from './reading';

/** Endings of the files that can be read as height maps. */
export const HEIGHT_MAPS = ['png', 'tif', 'tiff', 'asc'];

/** Reads a height map so that it can be seen before it is accepted. */
export function useHeightMap(file: File) {
  return useFile('heightmap', file, (...how) => api.readHeightMap(...how));
}

/** The height map in grey, what it holds, and what becomes of missing cells. */
export function HeightMapSeen({ map, missing, onMissing }: { map: HeightMapRead; missing: string; onMissing: (missing: string) => void }) {
  return (
    <>
      <img className="w-100 rounded border" src={`/api/heightmaps/${map.heights}/picture`} alt="The height map in grey, north at the top" />
      <div className="muted small mt-1">
        {map.columns} × {map.rows} pixels, {map.bits} bits.{' '}
        {map.metric ? `Heights from ${map.lowest.toFixed(2)} to ${map.highest.toFixed(2)} m.` : `Grey runs from ${Math.round(map.lowest * 100)} % to ${Math.round(map.highest * 100)} %.`}
      </div>
      {map.missing > 0 && (
        <label className="small">
          {grouped(map.missing)} cells are missing; they are{' '}
          <select value={missing} onChange={(event) => onMissing(event.target.value)} aria-label="Missing cells">
            <option value="fill">filled from their border</option>
            <option value="hole">left as holes</option>
          </select>
        </label>
      )}
      {map.east !== undefined && map.north !== undefined && (map.east !== 0 || map.north !== 0) && (
        <div className="small">
          Its middle lies at {grouped(map.east)} m east, {grouped(map.north)} m north on its map; places are read and handed over in that map’s metres.
        </div>
      )}
      {map.bits === 8 && <div className="small">8 bits give 256 height steps only; slopes will look terraced. 16 bits are better.</div>}
    </>
  );
}

/**
 * How many metres a height map lies over. Pixels are square until a depth is given.
 */
export function GroundSize({ map, id, width, depth }: { map: HeightMapRead; id: string; width: [string, (text: string) => void]; depth: [string, (text: string) => void] }) {
  const w = metres(width[0]) ?? 0;
  const d = metres(depth[0]) ?? squareDepth(map, w);
  const across = w / (map.columns - 1);
  const down = d / (map.rows - 1);
  const square = Math.abs(across - down) < 1e-6 * across;
  return (
    <>
      <Field id={`${id}-width`} label="Width in metres, west to east" value={width[0]} set={width[1]} help={map.said === '' ? undefined : `As the file says: ${map.said}.`} />
      <Field
        id={`${id}-depth`}
        label="Depth in metres, north to south"
        value={depth[0]}
        set={depth[1]}
        help={w > 0 && d > 0 ? (square ? `${depth[0].trim() === '' ? `Empty for square pixels: ${d.toFixed(1)} m; a` : 'A'} node every ${across.toFixed(2)} m.` : `Pixels of ${across.toFixed(2)} × ${down.toFixed(2)} m.`) : undefined}
      />
    </>
  );
}

/** The depth that square pixels give. */
export function squareDepth(map: { columns: number; rows: number }, width: number) {
  return (width * (map.rows - 1)) / (map.columns - 1);
}

/** The depth that a file says, as text for a field; empty where its pixels are square. */
export function depthSaid(map: { columns: number; rows: number; width?: number; depth?: number }) {
  if (!map.width || !map.depth || Math.abs(map.depth / squareDepth(map, map.width) - 1) < 1e-6) return '';
  return String(Number(map.depth.toPrecision(7)));
}

/** What stands in a field for metres; undefined where it is empty, NaN where it is no number. */
export function metres(text: string) {
  return text.trim() === '' ? undefined : Number(text.replace(',', '.'));
}

/** What is wrong with a size in metres, in words, or nothing. */
export function wrongSize(width: string, depth: string) {
  const w = metres(width);
  const d = metres(depth);
  if (w === undefined || !(w >= 0.1 && w <= 100_000)) return 'The width lies between 0.1 and 100 000 m.';
  if (d !== undefined && !(d >= 0.1 && d <= 100_000)) return 'The depth lies between 0.1 and 100 000 m; leave it empty for square pixels.';
  return '';
}

/** The two heights that the darkest and the lightest stand for. */
export function HeightRange({ metric, id, lowest, highest }: { metric: boolean; id: string; lowest: [string, (text: string) => void]; highest: [string, (text: string) => void] }) {
  return (
    <>
      <Field id={`${id}-lowest`} label={metric ? 'Lowest metre' : 'Lowest metre (black)'} value={lowest[0]} set={lowest[1]} help={metric ? 'Leave both empty: the file is in metres.' : undefined} />
      <Field id={`${id}-highest`} label={metric ? 'Highest metre' : 'Highest metre (white)'} value={highest[0]} set={highest[1]} />
    </>
  );
}
