import { useState } from 'react';
import { Modal } from 'react-bootstrap';
import { api } from '../api/client';
import type { Prop } from '../api/types';
import { Dialog } from '../parts/Dialog';
import { Unusable } from '../parts/forms';
import { grouped, withUnit } from '../parts/numbers';
import { Reading, useFile } from '../parts/reading';
import { freshProp } from '../workbench/PropPanel';
import { useSession } from '../workbench/session';
import { useSelected } from '../view/view';

const UNITS = [
  { metres: 1, name: 'metre' },
  { metres: 0.01, name: 'centimetre' },
  { metres: 0.001, name: 'millimetre' },
  { metres: 0.3048, name: 'foot' },
  { metres: 0.0254, name: 'inch' },
];
const UPS = ['y', 'z', 'x', 'minus-y', 'minus-z', 'minus-x'];
const UP_NAMES: Record<string, string> = { y: '+Y', z: '+Z', x: '+X', 'minus-y': '−Y', 'minus-z': '−Z', 'minus-x': '−X' };

/** A mesh is seen before it comes in, beside a person; its unit is asked once, its upward axis offered. */
export function MeshDialog({ file, left, onDone }: { file: File; left: number; onDone: () => void }) {
  const { recipe, commit } = useSession();
  const set = useSelected((s) => s.set);
  const read = useFile('mesh', file, (...how) => api.readMesh(...how));
  const [unit, setUnit] = useState(1);
  const [chosenUp, setUp] = useState('');
  const [instead, setInstead] = useState('');
  const [weld, setWeld] = useState(false);
  const [outward, setOutward] = useState(false);
  const mesh = read.data;
  const up = chosenUp || mesh?.up || 'y';
  const axis = { x: 0, y: 1, z: 2 }[up.replace('minus-', '') as 'x' | 'y' | 'z'];
  const tall = mesh ? mesh.size[axis]! * unit : 0;
  const imported = recipe.props.filter((each) => each.shape.kind === 'mesh');
  const bring = () => {
    if (!mesh) return;
    const shape = { kind: 'mesh', file: mesh.mesh, unit, up, weld: weld ? 0 : -1, consistent: outward } as unknown as Prop['shape'];
    const old = recipe.props.find((each) => each.id === instead);
    const prop = old ? { ...old, shape } : freshProp(shape, mesh.name.slice(0, 70) || 'Mesh', recipe.props.map((each) => each.name), [0, 0]);
    commit([{ kind: 'set-prop', prop }], old ? `${prop.name} has a new mesh; every rule on it is kept.` : `${prop.name} stands in the middle of the site.`);
    set({ prop: prop.id });
    onDone();
  };
  return (
    <Dialog show onHide={onDone} size="lg" title={<>Import {file.name} {left > 0 && <span className="muted fs-6"> · {left} more to come</span>}</>}>
      <Modal.Body>
        {read.isLoading && <Reading file={file} sent={read.sent} what="mesh" />}
        <Unusable error={read.error} />
        {mesh && (
          <div className="row">
            <div className="col-6">
              <img className="w-100 rounded border" src={`/api/meshes/${mesh.mesh}/picture?unit=${unit}&up=${up}`} alt="The mesh beside a person of 1.75 m" />
              <div className="muted small mt-1">
                {grouped(mesh.triangles)} triangles, {grouped(mesh.vertices)} vertices. The person is 1.75 m tall.
              </div>
            </div>
            <div className="col-6 settings-form">
              <fieldset>
                <legend className="fs-6">One unit of the file is a …</legend>
                {UNITS.map((each) => (
                  <label key={each.name} className="d-flex justify-content-between small">
                    <span>
                      <input type="radio" name="unit" checked={unit === each.metres} onChange={() => setUnit(each.metres)} /> {each.name}
                    </span>
                    <span className={unit === each.metres ? '' : 'muted'}>{mesh.size.map((side) => withUnit(Number((side * each.metres).toPrecision(3)), 'm')).join(' × ')}</span>
                  </label>
                ))}
              </fieldset>
              <label className="d-flex justify-content-between small">
                Up is
                <select value={up} onChange={(event) => setUp(event.target.value)} aria-label="Up is">
                  {UPS.map((each) => (
                    <option key={each} value={each}>
                      {UP_NAMES[each]}
                      {each === mesh.up ? ' (offered, by its bounds)' : ''}
                    </option>
                  ))}
                </select>
              </label>
              <div>
                It is <b>{withUnit(Number(tall.toPrecision(3)), 'm')}</b> tall.
              </div>
              {(mesh.open > 0 || mesh.flipped > 0 || mesh.degenerate > 0 || mesh.crowded > 0 || mesh.insideOut) && (
                <div className="small">
                  <b>Mesh check:</b>{' '}
                  {[
                    mesh.open > 0 && `${grouped(mesh.open)} open edges`,
                    mesh.flipped > 0 && `${grouped(mesh.flipped)} edges with flipped facets`,
                    mesh.crowded > 0 && `${grouped(mesh.crowded)} edges of more than two facets`,
                    mesh.degenerate > 0 && `${grouped(mesh.degenerate)} degenerate triangles`,
                    mesh.insideOut && 'inside out',
                  ]
                    .filter(Boolean)
                    .join(', ')}
                </div>
              )}
              <label className="small">
                <input type="checkbox" checked={weld} onChange={(event) => setWeld(event.target.checked)} /> Weld corners at the same place
              </label>
              <label className="small">
                <input type="checkbox" checked={outward} onChange={(event) => setOutward(event.target.checked)} /> Turn all facets outward
              </label>
              {imported.length > 0 && (
                <label className="d-flex justify-content-between small">
                  It is
                  <select value={instead} onChange={(event) => setInstead(event.target.value)} aria-label="It is">
                    <option value="">a new prop</option>
                    {imported.map((each) => (
                      <option key={each.id} value={each.id}>
                        a new mesh for {each.name}
                      </option>
                    ))}
                  </select>
                </label>
              )}
            </div>
          </div>
        )}
      </Modal.Body>
      <Modal.Footer>
        <button className="btn btn-quiet" onClick={onDone}>
          {read.isLoading ? 'Stop' : 'Cancel'}
        </button>
        <button className="btn btn-primary" disabled={!mesh} onClick={bring}>
          Bring it in, standing on the ground
        </button>
      </Modal.Footer>
    </Dialog>
  );
}
