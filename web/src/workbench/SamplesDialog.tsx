import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Modal } from 'react-bootstrap';
import { api } from '../api/client';
import { Dialog } from '../parts/Dialog';
import { fixed } from '../parts/numbers';
import { useSession } from './session';
import { useSelection } from '../view/view';

const GRID = 12;

/** The chosen falloff as numbers: places, the source, and every step; sorted by any column, saved as CSV. */
export function SamplesDialog({ show, onHide }: { show: boolean; onHide: () => void }) {
  const { site, recipe } = useSession();
  const { falloff, time } = useSelection('falloff', 'time');
  const [sort, setSort] = useState<{ column: number; down: boolean }>({ column: 0, down: false });
  const name = recipe.falloffs.find((each) => each.id === falloff)?.name ?? '';
  const text = useQuery({
    queryKey: ['samples', site.id, site.revision, falloff, time],
    queryFn: () => api.samples(site.id, falloff, GRID, time),
    enabled: show && name !== '',
  });
  const [header = [], ...rows] = (text.data ?? '')
    .trim()
    .split(/\r?\n/)
    .map((line) => line.split(','));
  const sorted = rows.map((row) => row.map(Number)).sort((a, b) => (sort.down ? -1 : 1) * ((a[sort.column] ?? 0) - (b[sort.column] ?? 0)));
  return (
    <Dialog show={show} onHide={onHide} size="lg" scrollable title={<>{name}: samples</>} head={<a className="btn btn-quiet btn-sm ms-auto me-2" href={`/api/sites/${site.id}/probe.csv?falloff=${encodeURIComponent(falloff)}&grid=64&steps=true&time=${time}`} download={`${name}.csv`}> Save 64 × 64 as CSV </a>}>
      <Modal.Body className="p-0">
        {text.error && <p className="p-3 rust mb-0">{text.error.message}</p>}
        <table className="table table-sm samples">
          <thead>
            <tr>
              {header.map((title, column) => (
                <th key={title} aria-sort={sort.column === column ? (sort.down ? 'descending' : 'ascending') : 'none'}>
                  <button onClick={() => setSort({ column, down: sort.column === column && !sort.down })}>
                    {title}
                    {column < 3 && ' m'} {sort.column === column ? (sort.down ? '▾' : '▴') : ''}
                  </button>
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {sorted.map((row, i) => (
              <tr key={i}>
                {row.map((value, column) => (
                  <td key={column}>{fixed(value, column < 3 ? 1 : 3)}</td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </Modal.Body>
    </Dialog>
  );
}
