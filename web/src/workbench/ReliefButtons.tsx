import type { Layer } from '../api/types';
import { shown } from '../parts/numbers';
import { useSelection } from './selection';
import { useSession } from './session';

/** "−4", "0" or "+1.3". */
function metres(value: number): string {
  const rounded = Number(value.toPrecision(2));
  return Math.abs(rounded) < 0.005 ? '0' : `${rounded > 0 ? '+' : ''}${shown(rounded)}`;
}

/** Whether a layer shapes the ground. */
export function isRelief(layer: Layer): boolean {
  return !['cover', 'tint', 'plant', 'wind', 'sway', 'push', 'grains'].includes(layer.kind);
}

/** A relief layer's switch, the difference it makes, and a look at it alone. */
export function ReliefButtons({ layer }: { layer: Layer }) {
  const { manifest, commit } = useSession();
  const { layer: chosen, property, values, alone, chooseProperty, set } = useSelection();
  const view = manifest?.layers.find((each) => each.id === layer.id);
  const showing = values && chosen === layer.id && property === 'difference';
  return (
    <>
      <button
        className={`difference ${showing ? 'active' : ''}`}
        aria-pressed={showing}
        title={`${layer.name}: the difference it makes, lowered and raised`}
        aria-label={`Difference that ${layer.name} makes`}
        onClick={() => {
          chooseProperty(layer.id, 'difference');
          set({ values: true });
        }}
      >
        {layer.hidden || !view || view.lowered == null ? 'off' : `${metres(view.lowered)} … ${metres(view.raised ?? 0)} m`}
      </button>
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
