import { useQuery } from '@tanstack/react-query';
import { Modal } from 'react-bootstrap';
import { api } from '../api/client';
import type { Edit, Fence, Layer } from '../api/types';
import { Dialog } from '../parts/Dialog';
import { withUnit } from '../parts/numbers';
import { useSelection } from '../view/view';
import { useSession } from './session';

const WAYS = [
  { how: 'anywhere', title: 'Anywhere', words: 'no longer keeps to' },
  { how: 'out', title: 'Out of it', words: 'stays out of' },
  { how: 'within', title: 'Only within', words: 'stays within' },
];

/** Where the plants of a cover may stand: for each area of the site anywhere, out of it, or only within it. */
export function AreasDialog({ layer, show, onHide }: { layer: Layer; show: boolean; onHide: () => void }) {
  const { site, recipe, edits, commit } = useSession();
  const { placing, set, chooseFalloff } = useSelection('placing', 'set', 'chooseFalloff');
  const fences = useQuery({
    queryKey: ['fences', site.id, site.revision, edits, layer.id],
    queryFn: () => api.fences(site.id, { base: site.revision, edits, layer: layer.id, property: 'density' }),
    enabled: show,
    placeholderData: (before) => before,
  });
  const none = !recipe.places.some((each) => each.kind === 'area');
  const keep = (fence: Fence, { how, words }: (typeof WAYS)[number]) => {
    const made = fence.ways.find((way) => way.how === how)!.edits as Edit[];
    commit(made, `${layer.name} ${words} ${fence.name}${how === 'anywhere' ? '' : `, with an edge of ${withUnit(fence.edge, 'm')}`}.`);
    const added = made.find((edit) => edit.kind === 'add-falloff');
    if (added) chooseFalloff(added.added.id);
  };
  const draw = () => {
    set({ placing: 'area' });
    onHide();
  };
  return (
    <Dialog show={show} onHide={onHide} title={<>Where {layer.name} may stand</>} restoreFocus={placing === null}>
      <Modal.Body>
        {none && <p className="muted">There is no area yet. Draw one on the ground, then choose here whether the plants keep out of it or stay within.</p>}
        {fences.error && <p className="rust">{fences.error.message}</p>}
        {fences.data?.map((fence) => (
          <fieldset key={fence.area} className="d-flex align-items-center gap-3 py-1 border-bottom">
            <legend className="fs-6 mb-0 flex-grow-1 w-auto float-none">{fence.name}</legend>
            {WAYS.map((way) => (
              <label key={way.how} className="d-flex gap-1 small text-nowrap">
                <input type="radio" name={`keep-${fence.area}`} checked={fence.now === way.how} onChange={() => keep(fence, way)} />
                {way.title}
              </label>
            ))}
          </fieldset>
        ))}
      </Modal.Body>
      <Modal.Footer className="justify-content-start">
        <button className="btn btn-quiet" onClick={draw}>
          Draw an area
        </button>
      </Modal.Footer>
    </Dialog>
  );
}
