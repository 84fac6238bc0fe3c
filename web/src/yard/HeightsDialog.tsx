import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Modal } from 'react-bootstrap';
import { api } from '../api/client';
import { grouped } from '../parts/numbers';
import { useSession } from '../workbench/session';

/** Another height map for the ground: every rule of the site is kept. */
export function HeightsDialog({ file, onDone }: { file: File; onDone: () => void }) {
  const { recipe, commit } = useSession();
  const read = useQuery({ queryKey: ['heightmap', file.name, file.size, file.lastModified], queryFn: () => api.readHeightMap(file), retry: false, gcTime: 0 });
  const map = read.data;
  const [width, setWidth] = useState('');
  const [lowest, setLowest] = useState('');
  const [highest, setHighest] = useState('');
  const [missing, setMissing] = useState('fill');
  const shownWidth = width || String(Number((map?.width ?? recipe.ground.width).toPrecision(7)));
  const shownLowest = lowest || (map?.metric ? '' : String(recipe.ground.lowest ?? 0));
  const shownHighest = highest || (map?.metric ? '' : String(recipe.ground.highest ?? 50));
  const number = (text: string) => (text.trim() === '' ? undefined : Number(text.replace(',', '.')));
  const w = number(shownWidth);
  const low = number(shownLowest);
  const high = number(shownHighest);
  const wrong =
    !w || !(w > 0 && w <= 100_000)
      ? 'The width lies between 0.1 and 100 000 m.'
      : (low !== undefined && !Number.isFinite(low)) || (high !== undefined && !Number.isFinite(high))
        ? 'Give heights in metres.'
        : low !== undefined && high !== undefined && high <= low
          ? 'The highest metre must lie above the lowest.'
          : '';
  const take = () => {
    if (!map || !w) return;
    const ground = { ...recipe.ground, heights: map.heights, width: w, lowest: low, highest: high, missing, depth: undefined, resolution: undefined };
    commit([{ kind: 'set-ground', ground: JSON.parse(JSON.stringify(ground)) as typeof recipe.ground }], `The ground comes from ${file.name}; every rule is kept.`);
    onDone();
  };
  const field = (id: string, label: string, value: string, set: (text: string) => void, help?: string) => (
    <div>
      <label className="form-label" htmlFor={id}>
        {label}
      </label>
      <input id={id} className="form-control" value={value} inputMode="decimal" onChange={(event) => set(event.target.value)} />
      {help && <div className="form-text">{help}</div>}
    </div>
  );
  return (
    <Modal show onHide={onDone} size="lg">
      <Modal.Header closeButton>
        <Modal.Title className="serif fs-5">Ground from {file.name}</Modal.Title>
      </Modal.Header>
      <Modal.Body>
        {read.isLoading && <p>Reading {(file.size / 1e6).toFixed(1)} MB …</p>}
        {read.error && (
          <div role="alert">
            <b>This file cannot be used.</b>
            <p className="mb-0">{read.error.message}</p>
          </div>
        )}
        {map && (
          <div className="row">
            <div className="col-6">
              <img className="w-100 rounded border" src={`/api/heightmaps/${map.heights}/picture`} alt="The height map in grey, north at the top" />
              <div className="muted small mt-1">
                {grouped(map.columns)} × {grouped(map.rows)} heights of {map.bits} bits, {map.metric ? `${map.lowest.toFixed(2)} to ${map.highest.toFixed(2)} m` : `grey from ${Math.round(map.lowest * 100)} to ${Math.round(map.highest * 100)} %`}.
              </div>
            </div>
            <div className="col-6 settings-form">
              {field('ground-width', 'Width in metres, west to east', shownWidth, setWidth, map.width ? 'The file says so.' : undefined)}
              {field('ground-lowest', map.metric ? 'Lowest metre' : 'Lowest metre (black)', shownLowest, setLowest, map.metric ? 'Leave both empty: the file is in metres.' : undefined)}
              {field('ground-highest', map.metric ? 'Highest metre' : 'Highest metre (white)', shownHighest, setHighest)}
              {map.missing > 0 && (
                <label className="d-flex justify-content-between small">
                  {grouped(map.missing)} cells are missing; they are
                  <select value={missing} onChange={(event) => setMissing(event.target.value)} aria-label="Missing cells">
                    <option value="fill">filled from their border</option>
                    <option value="hole">left as holes</option>
                  </select>
                </label>
              )}
              {wrong && (
                <div role="alert" className="text-danger">
                  {wrong}
                </div>
              )}
            </div>
          </div>
        )}
      </Modal.Body>
      <Modal.Footer>
        <button className="btn btn-quiet" onClick={onDone}>
          Cancel
        </button>
        <button className="btn btn-primary" disabled={!map || wrong !== ''} onClick={take}>
          Use it as the ground
        </button>
      </Modal.Footer>
    </Modal>
  );
}
