import { NumberSetting } from '../parts/NumberSetting';
import { grouped } from '../parts/numbers';
import { hasTool } from './layerKinds';
import { useSession } from './session';
import type { Cover } from './sizes';
import { sized, timesOf } from './settings';
import { useSelection } from '../view/view';

/** Single plants placed or removed by hand in the chosen cover. */
export function HandBar() {
  const { recipe, kinds, commit } = useSession();
  const { hand, handRadius, layer, set } = useSelection('hand', 'handRadius', 'layer', 'set');
  const chosen = recipe.layers.find((each) => each.id === layer);
  if (!hand || !chosen || !hasTool(kinds, chosen, 'hand')) return null;
  const cover = chosen as Cover;
  const times = timesOf(recipe);
  return (
    <section className="floating hand-bar" aria-label="By hand">
      <div className="d-flex justify-content-between align-items-baseline">
        <b>{cover.name} by hand</b>
        <button className="icon-button" aria-label="Put the hand away" onClick={() => set({ hand: null })}>
          <i className="bi bi-x-lg" />
        </button>
      </div>
      <div className="btn-group w-100 my-1" role="group" aria-label="What the hand does">
        <button className={`btn btn-quiet btn-sm ${hand === 'place' ? 'active' : ''}`} aria-pressed={hand === 'place'} onClick={() => set({ hand: 'place' })}>
          Place
        </button>
        <button className={`btn btn-quiet btn-sm ${hand === 'remove' ? 'active' : ''}`} aria-pressed={hand === 'remove'} onClick={() => set({ hand: 'remove' })}>
          Remove
        </button>
      </div>
      {hand === 'remove' && (
        <NumberSetting title="radius" unit="m" value={handRadius} min={0.001} max={10000} sliderMin={sized(0.05, times)} sliderMax={sized(5, times)} onPreview={(value) => set({ handRadius: value })} onCommit={(value) => set({ handRadius: value })} />
      )}
      <div className="muted small">
        {hand === 'place' ? 'Click the ground or a prop: a plant stands there, whatever the density is.' : 'Drag over plants: they go, and no other moves.'}
      </div>
      <div className="d-flex justify-content-between align-items-center small mt-1">
        <span className="muted" data-testid="by-hand">
          {grouped(cover.placed.length)} placed, {grouped(cover.removed.length)} removed
        </span>
        <button className="btn btn-quiet btn-sm" disabled={cover.removed.length === 0} onClick={() => commit([{ kind: 'restore-plants', layer: cover.id }], 'The removed plants stand again.')}>
          Bring back
        </button>
      </div>
    </section>
  );
}
