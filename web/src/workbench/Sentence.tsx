import { Fragment } from 'react';
import type { CurvePoint } from '../api/types';
import { endsOf } from '../parts/numbers';
import { isResult } from './layerKinds';
import { useSession } from './session';
import { rowsOf } from './settings';
import { wayOf } from './ways';
import { useSeen, useSelection } from '../view/view';

/** The chosen row as one sentence. */
export function Sentence() {
  const { recipe, kinds } = useSession();
  const { manifest } = useSeen('manifest');
  const { layer: layerId, property: name, chooseFalloff } = useSelection('layer', 'property', 'chooseFalloff');
  const layer = recipe.layers.find((each) => each.id === layerId);
  const property = layer && rowsOf(kinds, layer).find((each) => each.name === name);
  const range = layer?.properties?.[name];
  // what a layer computes besides its rows is told by the server; its name begins the sentence
  const told = isResult(kinds, layer, name) ? (manifest?.shown.sentence ?? '') : '';
  if (layer && told !== '') {
    return (
      <p className="sentence">
        <b>{told.startsWith(layer.name) ? layer.name : ''}</b>
        {told.startsWith(layer.name) ? told.slice(layer.name.length) : told}
      </p>
    );
  }
  if (!layer || !property || !range) return <p className="sentence mb-2">Choose a row to read here what drives it.</p>;
  const drives = recipe.drives.filter((each) => each.layer === layerId && each.property === name);
  const subject = `${property.title[0]!.toUpperCase()}${property.title.slice(1)} of ${layer.name.toLowerCase()}`;
  const [low, high] = endsOf(range.low, range.high, property.unit).map((end) => end.replace('/m²', end === '1 /m²' ? 'plant per m²' : 'plants per m²'));
  if (drives.length === 0) {
    return (
      <p className="sentence">
        <b>{subject}</b> is {high} everywhere. Click a dot in its row to let a falloff drive it.
      </p>
    );
  }
  const joined = { product: 'and', sum: 'plus', lowest: 'or, if less,', highest: 'or, if more,' }[range.combine ?? 'product'];
  return (
    <p className="sentence">
      <b>{subject}</b> goes from {range.low === 0 ? '0' : low} to {high}:{' '}
      {drives.map((drive, i) => (
        <Fragment key={drive.falloff}>
          {i > 0 && (i === drives.length - 1 ? ` ${joined} ` : range.combine === 'product' ? ', ' : ` ${joined} `)}
          {wayOf(drive.curve as CurvePoint[]).before}{' '}
          <a role="button" tabIndex={0} onClick={() => chooseFalloff(drive.falloff)} onKeyDown={(event) => event.key === 'Enter' && chooseFalloff(drive.falloff)}>
            {recipe.falloffs.find((each) => each.id === drive.falloff)?.name}
          </a>{' '}
          {wayOf(drive.curve as CurvePoint[]).after}
        </Fragment>
      ))}
      .
    </p>
  );
}
