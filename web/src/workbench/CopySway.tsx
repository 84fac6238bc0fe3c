import { useState } from 'react';
import { Modal } from 'react-bootstrap';
import type { Layer } from '../api/types';
import { Dialog } from '../parts/Dialog';
import { isCover, isSway } from './layerKinds';
import { useSession } from './session';
import { freshId } from '../view/selection';

export type Sway = Extract<Layer, { kind: 'sway' }>;

/** Gives the settings and drives of a sway to the plants of other covers, all in one action. */
export function CopySway({ layer, show, onHide }: { layer: Sway; show: boolean; onHide: () => void }) {
  const { recipe, kinds, commit } = useSession();
  const others = recipe.layers.filter((each) => isCover(kinds, each) && each.id !== layer.cover);
  const [left, setLeft] = useState<string[]>([]);
  const chosen = others.filter((each) => !left.includes(each.id));
  const sways = (cover: string) => recipe.layers.find((each) => isSway(kinds, each) && each.cover === cover);
  const copy = () => {
    commit(
      [{ kind: 'copy-sway', layer: layer.id, covers: chosen.map((each) => each.id), ids: chosen.map(() => freshId('l')) }],
      `${chosen.length === 1 ? chosen[0]!.name : `${chosen.length} covers`} sway like ${recipe.layers.find((each) => each.id === layer.cover)?.name}.`,
    );
    onHide();
  };
  return (
    <Dialog show={show} onHide={onHide} title="Let other plants sway like this">
      <Modal.Body>
        {others.length === 0 && <p className="muted mb-0">There is no other cover yet.</p>}
        {others.map((each) => (
          <label key={each.id} className="d-flex gap-2">
            <input type="checkbox" checked={!left.includes(each.id)} onChange={(event) => setLeft(event.target.checked ? left.filter((id) => id !== each.id) : [...left, each.id])} />
            {each.name}
            {sways(each.id) && <span className="muted small">has a sway, which takes these settings</span>}
          </label>
        ))}
        <button className="btn btn-primary btn-sm mt-3" disabled={chosen.length === 0} onClick={copy}>
          Copy to {chosen.length === 1 ? 'one cover' : `${chosen.length} covers`}
        </button>
      </Modal.Body>
    </Dialog>
  );
}
