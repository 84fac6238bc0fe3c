import { useState } from 'react';
import { Modal } from 'react-bootstrap';
import type { NewSite } from '../api/client';
import { Dialog } from '../parts/Dialog';
import { Field } from '../parts/forms';
import { shown } from '../parts/numbers';

const MOST_NODES = 8192;

/** Level land of any size: how large it is and how finely its ground is kept are asked before it is made. */
export function LevelDialog({ onHide, onCreate }: { onHide: () => void; onCreate: (wish: NewSite) => void }) {
  const [name, setName] = useState('New site');
  const [width, setWidth] = useState('200');
  const [depth, setDepth] = useState('');
  const [nodes, setNodes] = useState('512');
  const number = (text: string) => Number(text.replace(',', '.'));
  const [w, d, n] = [number(width), depth.trim() === '' ? number(width) : number(depth), number(nodes)];
  const wrong =
    name.trim() === ''
      ? 'Give the site a name.'
      : !(w > 0 && d > 0 && w <= 1e6 && d <= 1e6)
        ? 'Width and depth are metres above 0, at most 1000 km.'
        : !(Number.isInteger(n) && n >= 2 && n <= MOST_NODES)
          ? `Nodes along the longer side: a whole number from 2 to ${MOST_NODES}.`
          : '';
  return (
    <Dialog show onHide={onHide} title="New site on level land">
      <form
        onSubmit={(event) => {
          event.preventDefault();
          if (wrong === '') onCreate({ name: name.trim(), width: w, depth: d, resolution: n });
        }}
      >
        <Modal.Body className="settings-form">
          <Field id="level-name" label="Name" value={name} set={setName} text />
          <Field id="level-width" label="Width in metres, west to east" value={width} set={setWidth} />
          <Field id="level-depth" label="Depth in metres, north to south" value={depth} set={setDepth} help="Left empty it is square." />
          <Field id="level-nodes" label="Nodes along the longer side" value={nodes} set={setNodes} help={wrong === '' ? `A height every ${spacing(Math.max(w, d) / (n - 1))}. More is finer and takes longer.` : 'More is finer and takes longer.'} />
          {wrong && (
            <div role="alert" className="text-danger">
              {wrong}
            </div>
          )}
        </Modal.Body>
        <Modal.Footer>
          <button type="button" className="btn btn-quiet" onClick={onHide}>
            Cancel
          </button>
          <button type="submit" className="btn btn-primary" disabled={wrong !== ''}>
            Make the site
          </button>
        </Modal.Footer>
      </form>
    </Dialog>
  );
}

function spacing(metres: number): string {
  return metres < 1 ? `${shown(100 * metres)} cm` : `${shown(metres)} m`;
}
