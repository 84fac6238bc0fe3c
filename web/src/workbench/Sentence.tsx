import { Fragment } from 'react';
import type { CurvePoint } from '../api/types';
import { endsOf, withUnit } from '../parts/numbers';
import { useSelection } from './selection';
import { useSession } from './session';
import { rowsOf } from './settings';
import { wayOf } from './ways';

/** The chosen row as one sentence. */
export function Sentence() {
  const { recipe, kinds, manifest } = useSession();
  const { layer: layerId, property: name, chooseFalloff } = useSelection();
  const layer = recipe.layers.find((each) => each.id === layerId);
  const property = layer && rowsOf(kinds, layer).find((each) => each.name === name);
  const range = layer?.properties?.[name];
  const made = manifest?.layers.find((each) => each.id === layerId);
  if (layer && name === 'difference' && made?.lowered != null) {
    return (
      <p className="sentence">
        <b>{layer.name}</b> lowers the ground by up to {withUnit(Number((-made.lowered).toPrecision(3)), 'm')} and raises it by up to {withUnit(Number((made.raised ?? 0).toPrecision(3)), 'm')}. Its falloffs see the ground below it.
      </p>
    );
  }
  if (layer?.kind === 'wind' && name === 'wind') {
    return (
      <p className="sentence">
        <b>{layer.name}</b> goes toward {layer.heading.toFixed(0)}° at {withUnit(layer.properties.speed!.high, 'm/s')} on the average; its gusts of {withUnit(layer.gustLength, 'm')} travel at {withUnit(layer.gustSpeed, 'm/s')}. Plants sway in it through a sway.
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
