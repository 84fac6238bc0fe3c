import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Modal } from 'react-bootstrap';
import { api, type NewSite } from '../api/client';

interface Props {
  file: File;
  onHide: () => void;
  onCreate: (wish: NewSite) => void;
}

/** A height map is seen before it is accepted, with its size in metres. */
export function NewSiteDialog({ file, onHide, onCreate }: Props) {
  const read = useQuery({ queryKey: ['heightmap', file.name, file.size, file.lastModified], queryFn: () => api.readHeightMap(file), retry: false, gcTime: 0 });
  const [name, setName] = useState(file.name.replace(/\.[^.]*$/, ''));
  const [width, setWidth] = useState('200');
  const [lowest, setLowest] = useState('0');
  const [highest, setHighest] = useState('50');
  const [water, setWater] = useState('');
  const stays = read.data?.metric === true && lowest.trim() === '' && highest.trim() === '';
  const [missing, setMissing] = useState('fill');
  const [seen, setSeen] = useState<typeof read.data>();
  if (read.data && read.data !== seen) {
    // what the file says of itself is offered
    setSeen(read.data);
    if (read.data.width) setWidth(String(Number(read.data.width.toPrecision(7))));
    if (read.data.metric) {
      setLowest('');
      setHighest('');
    }
  }
  const numbers = [width, lowest || '0', highest || '1', water || '0'].map((text) => Number(text.replace(',', '.')));
  const [w, low, high, level] = numbers as [number, number, number, number];
  const wrong = !numbers.every(Number.isFinite)
    ? 'Give numbers in metres.'
    : w <= 0 || w > 100_000
      ? 'The width lies between 0.1 and 100 000 m.'
      : !stays && high <= low
        ? 'The highest metre must lie above the lowest.'
        : name.trim() === ''
          ? 'Give the site a name.'
          : '';
  const map = read.data;
  const depth = map ? (w * (map.rows - 1)) / (map.columns - 1) : 0;
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
    <Modal show onHide={onHide} size="lg">
      <Modal.Header closeButton>
        <Modal.Title className="serif fs-5">New site from {file.name}</Modal.Title>
      </Modal.Header>
      <Modal.Body>
        {read.isLoading && <p>Reading the height map …</p>}
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
                {map.columns} × {map.rows} pixels, {map.bits} bits.{' '}
                {map.metric ? `Heights from ${map.lowest.toFixed(2)} to ${map.highest.toFixed(2)} m.` : `Grey runs from ${Math.round(map.lowest * 100)} % to ${Math.round(map.highest * 100)} %.`}
              </div>
              {map.missing > 0 && (
                <label className="small">
                  {map.missing} cells are missing; they are{' '}
                  <select value={missing} onChange={(event) => setMissing(event.target.value)} aria-label="Missing cells">
                    <option value="fill">filled from their border</option>
                    <option value="hole">left as holes</option>
                  </select>
                </label>
              )}
              {map.bits === 8 && <div className="small">8 bits give 256 height steps only; slopes will look terraced. 16 bits are better.</div>}
            </div>
            <div className="col-6 settings-form">
              {field('site-name', 'Name', name, setName)}
              {field('site-width', 'Width in metres, west to east', width, setWidth, wrong ? undefined : `${depth.toFixed(1)} m from north to south, a node every ${(w / (map.columns - 1)).toFixed(2)} m`)}
              {field('site-lowest', map.metric ? 'Lowest metre' : 'Lowest metre (black)', lowest, setLowest, map.metric ? 'Leave both empty: the file is in metres.' : undefined)}
              {field('site-highest', map.metric ? 'Highest metre' : 'Highest metre (white)', highest, setHighest)}
              {field('site-water', 'Water level in metres', water, setWater, 'Leave empty for no water.')}
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
        <button className="btn btn-quiet" onClick={onHide}>
          Cancel
        </button>
        <button
          className="btn btn-primary"
          disabled={!map || wrong !== ''}
          onClick={() => map && onCreate({ name: name.trim(), heights: map.heights, width: w, lowest: stays ? undefined : low, highest: stays ? undefined : high, missing, waterLevel: water === '' ? undefined : level })}
        >
          Make the site
        </button>
      </Modal.Footer>
    </Modal>
  );
}
