import { useQuery } from '@tanstack/react-query';
import { api } from '../api/client';
import type { HeightMapRead } from '../api/types';
import { Field } from './forms';
import { grouped } from './numbers';

/** Endings of the files that can be read as height maps. */
export const HEIGHT_MAPS = ['png', 'tif', 'tiff', 'asc'];

/** Reads a height map so that it can be seen before it is accepted. */
export function useHeightMap(file: File) {
  return useQuery({ queryKey: ['heightmap', file.name, file.size, file.lastModified], queryFn: () => api.readHeightMap(file), retry: false, gcTime: 0 });
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
      {map.bits === 8 && <div className="small">8 bits give 256 height steps only; slopes will look terraced. 16 bits are better.</div>}
    </>
  );
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
