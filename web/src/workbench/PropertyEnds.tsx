import type { Edit, Layer, PropertyDescription, PropertyRange } from '../api/types';
import { NO_WISH } from '../api/client';
import { AimField } from './AimField';
import { KeyedNumber } from './KeyedNumber';
import { useSession } from './session';
import { useSeen } from '../view/view';

interface Props {
  layer: Layer;
  property: PropertyDescription;
  range: PropertyRange;
}

/** The ends of a property and how its drives combine. */
export function PropertyEnds({ layer, property, range }: Props) {
  const { recipe, preview, commit } = useSession();
  const { manifest } = useSeen('manifest');
  const drives = recipe.drives.filter((each) => each.layer === layer.id && each.property === property.name);
  const alike = recipe.layers.filter((each) => each.id !== layer.id && each.properties[property.name] !== undefined);
  const copyTo = (other: Layer) =>
    commit(
      drives.map((drive): Edit => ({ kind: 'set-drive', drive: { ...drive, layer: other.id } })),
      `${other.name} is driven the same way.`,
    );
  const edit = (part: Partial<PropertyRange>): Edit[] => [{ kind: 'set-property', layer: layer.id, property: property.name, range: { ...range, ...part } }];
  const both = property.name === 'spacing';
  const end = (which: 'low' | 'high', title: string) => (
    <KeyedNumber
      target={{ of: 'layer', id: layer.id, setting: `properties.${property.name}.${which}`, round: property.name === 'heading' }}
      title={title}
      unit={property.unit}
      value={range[which]}
      min={property.min}
      max={property.max}
      sliderMin={Math.max(property.min, 0)}
      sliderMax={property.sliderMax}
      byDefault={property[which]}
      onPreview={(value) => preview(edit({ [which]: value }))}
      onCommit={(value) => commit(edit({ [which]: value }))}
    />
  );
  return (
    <div className="settings-form">
      <div>
        <b>
          {layer.name}: {property.title}
        </b>
        <div className="muted small">{property.help}.</div>
      </div>
      {end('low', 'low: where its drives give 0')}
      {end('high', 'high: where they give 1, or nothing drives it')}
      {property.name === 'density' && (
        <AimField
          label="plants in all"
          unit=""
          now={manifest?.layers.find((each) => each.id === layer.id)?.plants ?? 0}
          wish={(number) => ({ ...NO_WISH, layer: layer.id, plants: Math.round(number) })}
        />
      )}
      {property.name === 'density' && (
        <AimField label="ground under its plants" unit="%" now={0} wish={(number) => ({ ...NO_WISH, layer: layer.id, share: number / 100 })} />
      )}
      {both && (
        <button className="btn btn-quiet btn-sm" onClick={() => commit(edit({ low: range.high }))} disabled={range.low === range.high}>
          Same spacing everywhere
        </button>
      )}
      <label className="setting d-block">
        <span className="line">
          <span className="muted">several drives become</span>
        </span>
        <select value={range.combine} onChange={(event) => commit(edit({ combine: event.target.value as PropertyRange['combine'] }))}>
          <option value="product">their product</option>
          <option value="lowest">the lowest of them</option>
          <option value="highest">the highest of them</option>
          <option value="sum">their sum, at most 1</option>
        </select>
      </label>
      {drives.length > 0 &&
        alike.map((other) => (
          <button key={other.id} className="btn btn-quiet btn-sm" onClick={() => copyTo(other)}>
            Copy its drives to {other.name}
          </button>
        ))}
    </div>
  );
}
