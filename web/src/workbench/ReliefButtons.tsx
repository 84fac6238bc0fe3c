import type { Layer } from '../api/types';
import { useSession } from './session';
import { useSelection } from '../view/view';

/** A relief layer's switch, and a look at it alone. */
export function ReliefButtons({ layer }: { layer: Layer }) {
  const { commit } = useSession();
  const { alone, set } = useSelection('alone', 'set');
  return (
    <>
      <button
        className={`icon-button ${alone === layer.id ? 'active' : ''}`}
        aria-pressed={alone === layer.id}
        aria-label={`Look at ${layer.name} alone`}
        title="Look at it alone"
        onClick={() => set({ alone: alone === layer.id ? '' : layer.id })}
      >
        <i className="bi bi-eye" />
      </button>
      <button
        className="icon-button"
        role="switch"
        aria-checked={!layer.hidden}
        aria-label={`${layer.name} shapes the ground`}
        title={layer.hidden ? 'Switch it on' : 'Switch it off'}
        onClick={() => commit([{ kind: 'set-layer', changed: { ...layer, hidden: !layer.hidden } as Layer }])}
      >
        <i className={`bi bi-toggle-${layer.hidden ? 'off' : 'on'}`} />
      </button>
    </>
  );
}
