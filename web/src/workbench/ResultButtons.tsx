import { Dropdown } from 'react-bootstrap';
import type { Layer } from '../api/types';
import { INSIDE } from '../parts/menu';
import { shown } from '../parts/numbers';
import { isRelief, resultsOf } from './layerKinds';
import { useSession } from './session';
import { useSeen, useSelection } from '../view/view';

/** So many results stand beside a layer's name; more are in a menu. */
const BESIDE = 2;

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
  const results = resultsOf(kinds, layer);
  const showing = (name: string) => values && chosen === layer.id && property === name;
  const change = !layer.hidden && view?.lowered != null ? `${metres(view.lowered)} … ${metres(view.raised ?? 0)} m` : 'off';
  const named = (result: (typeof results)[number]) => (result.signed && isRelief(kinds, layer) ? change : result.title);
  const choose = (name: string) => {
    chooseProperty(layer.id, name);
    set({ values: true });
  };
  const button = (result: (typeof results)[number]) => (
    <button
      key={result.name}
      className={`difference ${showing(result.name) ? 'active' : ''}`}
      aria-pressed={showing(result.name)}
      title={`${layer.name}: ${result.help}`}
      aria-label={`${result.title[0]!.toUpperCase()}${result.title.slice(1)} of ${layer.name}`}
      onClick={() => choose(result.name)}
    >
      {named(result)}
    </button>
  );
  if (results.length <= BESIDE) return results.map(button);
  const first = results.find((result) => showing(result.name)) ?? results[0]!;
  return (
    <>
      {button(first)}
      <Dropdown align="end" className="d-inline-block">
        <Dropdown.Toggle as="button" className="difference" aria-label={`${results.length - 1} more of ${layer.name}`}>
          {results.length - 1} more
        </Dropdown.Toggle>
        <Dropdown.Menu popperConfig={INSIDE}>
          {results
            .filter((result) => result !== first)
            .map((result) => (
              <Dropdown.Item as="button" key={result.name} title={result.help} onClick={() => choose(result.name)}>
                {named(result)}
              </Dropdown.Item>
            ))}
        </Dropdown.Menu>
      </Dropdown>
    </>
  );
}
