import { Modal } from 'react-bootstrap';
import type { Layer } from '../api/types';
import { Dialog } from '../parts/Dialog';
import { withUnit } from '../parts/numbers';
import { edgeOf, kept, keeping, type Keeping } from './keeping';
import { useSession } from './session';
import { useSelection } from '../view/view';

const WAYS: [Keeping, string, string][] = [
  ['anywhere', 'Anywhere', 'no longer keeps to'],
  ['out', 'Out of it', 'stays out of'],
  ['within', 'Only within', 'stays within'],
];

/** Where the plants of a cover may stand: for each area of the site anywhere, out of it, or only within it. */
export function AreasDialog({ layer, show, onHide }: { layer: Layer; show: boolean; onHide: () => void }) {
  const { recipe, kinds, commit } = useSession();
  const { placing, set, chooseFalloff } = useSelection('placing', 'set', 'chooseFalloff');
  const areas = recipe.places.filter((each) => each.kind === 'area');
  const keep = (area: (typeof areas)[number], how: Keeping, words: string) => {
    const { edits, falloff } = kept(recipe, kinds, layer, area, how);
    commit(edits, `${layer.name} ${words} ${area.name}${how === 'anywhere' ? '' : `, with an edge of ${withUnit(edgeOf(area), 'm')}`}.`);
    if (falloff) chooseFalloff(falloff);
  };
  const draw = () => {
    set({ placing: 'area' });
    onHide();
  };
  return (
    <Dialog show={show} onHide={onHide} title={<>Where {layer.name} may stand</>} restoreFocus={placing === null}>
      <Modal.Body>
        {areas.length === 0 && <p className="muted">There is no area yet. Draw one on the ground, then choose here whether the plants keep out of it or stay within.</p>}
        {areas.map((area) => {
          const now = keeping(recipe, layer, area).how;
          return (
            <fieldset key={area.id} className="d-flex align-items-center gap-3 py-1 border-bottom">
              <legend className="fs-6 mb-0 flex-grow-1 w-auto float-none">{area.name}</legend>
              {WAYS.map(([how, title, words]) => (
                <label key={how} className="d-flex gap-1 small text-nowrap">
                  <input type="radio" name={`keep-${area.id}`} checked={now === how} onChange={() => keep(area, how, words)} />
                  {title}
                </label>
              ))}
            </fieldset>
          );
        })}
      </Modal.Body>
      <Modal.Footer className="justify-content-start">
        <button className="btn btn-quiet" onClick={draw}>
          Draw an area
        </button>
      </Modal.Footer>
    </Dialog>
  );
}
