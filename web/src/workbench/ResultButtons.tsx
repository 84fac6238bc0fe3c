import type { Layer } from '../api/types';
import { shown } from '../parts/numbers';
import { resultsOf } from './layerKinds';
import { useSession } from './session';
import { useSeen, useSelection } from '../view/view';

/** "−4", "0" or "+1.3". */
function metres(value: number): string {
  const rounded = Number(value.toPrecision(2));
  return Math.abs(rounded) < 0.005 ? '0' : `${rounded > 0 ? '+' : ''}${shown(rounded)}`;
}

/** What a layer computes besides its properties: each shown in the values view. */
export function ResultButtons({ layer }: { layer: Layer }) {
  const { kinds } = useSession();
  const { manifest } = useSeen('manifest');
  const { layer: chosen, property, values, chooseProperty, set } = useSelection('layer', 'property', 'values', 'chooseProperty', 'set');
  const view = manifest?.layers.find((each) => each.id === layer.id);
  return resultsOf(kinds, layer).map((result) => {
    const showing = values && chosen === layer.id && property === result.name;
    const change = !layer.hidden && view && view.lowered != null ? `${metres(view.lowered)} … ${metres(view.raised ?? 0)} m` : 'off';
    return (
      <button
        key={result.name}
        className={`difference ${showing ? 'active' : ''}`}
        aria-pressed={showing}
        title={`${layer.name}: ${result.help}`}
        aria-label={`${result.title[0]!.toUpperCase()}${result.title.slice(1)} of ${layer.name}`}
        onClick={() => {
          chooseProperty(layer.id, result.name);
          set({ values: true });
        }}
      >
        {result.signed ? change : result.name}
      </button>
    );
  });
}
