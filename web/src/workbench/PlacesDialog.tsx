import { useRef } from 'react';
import { Modal } from 'react-bootstrap';
import { api } from '../api/client';
import type { Place } from '../api/types';
import { Dialog } from '../parts/Dialog';
import { EditableName } from '../parts/EditableName';
import { sayProblem } from '../parts/notes';
import { fixed } from '../parts/numbers';
import { putPlaces } from './importedPlaces';
import { useSession } from './session';
import { useSelection } from '../view/view';

/** The site's points and paths: place by clicking, import, rename, delete. */
export function PlacesDialog({ show, onHide }: { show: boolean; onHide: () => void }) {
  const { site, recipe, commit } = useSession();
  const { placing, set } = useSelection('placing', 'set');
  const input = useRef<HTMLInputElement>(null);
  const start = (kind: 'point' | 'path' | 'area') => {
    set({ placing: kind });
    onHide();
  };
  const importFile = async (file: File) => {
    try {
      const { places } = await api.readPlaces(site.id, file);
      putPlaces(places, recipe, commit);
    } catch (error) {
      sayProblem(error);
    }
  };
  return (
    // what is placed next is placed with the view's own keys, so the focus goes there and not back to the button
    <Dialog show={show} onHide={onHide} title="Points, paths and areas" restoreFocus={placing === null}>
      <Modal.Body>
        {recipe.places.length === 0 && <p className="muted">A nearness falloff measures from a point, a path or the edge of an area. Place one by clicking on the ground, or import GeoJSON.</p>}
        {recipe.places.map((place) => (
          <div key={place.id} className="d-flex align-items-center gap-2 py-1 border-bottom">
            <EditableName name={place.name} label="Name of the place" className="site-name" onRename={(name) => commit([{ kind: 'set-place', place: { ...place, name } }])} />
            <span className="muted small flex-grow-1">{summary(place)}</span>
            <button className="btn btn-quiet btn-sm" onClick={() => commit([{ kind: 'remove-place', place: place.id }], `Deleted ${place.name}.`)}>
              Delete
            </button>
          </div>
        ))}
      </Modal.Body>
      <Modal.Footer className="justify-content-start">
        <button className="btn btn-primary" onClick={() => start('point')}>
          Place a point
        </button>
        <button className="btn btn-primary" onClick={() => start('path')}>
          Draw a path
        </button>
        <button className="btn btn-primary" onClick={() => start('area')}>
          Draw an area
        </button>
        <button className="btn btn-quiet" onClick={() => input.current?.click()}>
          Import GeoJSON or SVG …
        </button>
        <input
          ref={input}
          type="file"
          hidden
          accept=".geojson,.json,.svg,application/geo+json,image/svg+xml"
          aria-label="GeoJSON file"
          onChange={(event) => {
            const file = event.target.files?.[0];
            event.target.value = '';
            if (file) void importFile(file);
          }}
        />
      </Modal.Footer>
    </Dialog>
  );
}

function summary(place: Place): string {
  if (place.kind === 'point') return `point at x ${fixed(place.at[0]!, 1)} m, z ${fixed(place.at[2]!, 1)} m`;
  const corners = place.points as number[][];
  let length = 0;
  const closed = place.kind === 'area' || place.closed;
  const count = closed ? corners.length : corners.length - 1;
  for (let i = 0; i < count; i++) {
    const a = corners[i]!;
    const b = corners[(i + 1) % corners.length]!;
    length += Math.hypot(b[0]! - a[0]!, b[1]! - a[1]!, b[2]! - a[2]!);
  }
  return `${place.kind === 'area' ? 'area' : closed ? 'closed path' : 'path'} of ${corners.length} corners, ${length.toFixed(0)} m`;
}
