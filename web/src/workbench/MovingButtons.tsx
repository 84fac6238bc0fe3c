import type { Layer } from '../api/types';
import { useSelection } from './selection';

/** Of a wind: its gusts over the ground in the values view. */
export function WindButtons({ layer }: { layer: Layer }) {
  const { layer: chosen, property, values, chooseProperty, set } = useSelection();
  const showing = values && chosen === layer.id && property === 'wind';
  return (
    <button
      className={`difference ${showing ? 'active' : ''}`}
      aria-pressed={showing}
      title={`${layer.name}: its gusts over the ground`}
      aria-label={`Gusts of ${layer.name} over the ground`}
      onClick={() => {
        chooseProperty(layer.id, 'wind');
        set({ values: true });
      }}
    >
      gusts
    </button>
  );
}
