import type { Description, SettingDescription } from '../api/types';
import { SettingField } from './SettingField';
import { useSession } from './session';
import { describe, matters, timesOf, withDefaults, type Settings } from './settings';

interface Props {
  title: string;
  kinds: Description[];
  value: Settings;
  /** What a fresh one refers to, by the type of the setting. */
  onPreview: (value: Settings) => void;
  onCommit: (value: Settings) => void;
}

/** A thing of one of several kinds, each with settings of its own: choose the kind, then set it. */
export function KindField({ title, kinds, value, onPreview, onCommit }: Props) {
  const { recipe } = useSession();
  const description = describe(kinds, value.kind as string);
  const fits = (setting: SettingDescription, kind: string) => setting.of.length === 0 || setting.of.includes(kind);
  const first = (each: Description) => {
    const of = (type: string) => each.settings.find((setting) => setting.type === type);
    const layer = of('layer');
    const place = of('place');
    return {
      layer: layer && recipe.layers.find((one) => fits(layer, one.kind))?.id,
      prop: recipe.props.find((one) => !one.hidden)?.id,
      place: place && recipe.places.find((one) => fits(place, one.kind))?.id,
    };
  };
  const missing = (each: Description) => {
    const known = first(each);
    return each.settings.some((setting) => (setting.type === 'layer' && !known.layer) || (setting.type === 'prop' && !known.prop) || (setting.type === 'place' && !known.place) || setting.type === 'mesh');
  };
  const fresh = (kind: string) => {
    const chosen = describe(kinds, kind)!;
    return withDefaults(chosen, first(chosen), timesOf(recipe));
  };
  return (
    <fieldset className="kind-field">
      <label className="d-flex justify-content-between align-items-center small">
        <b>{title}</b>
        <select value={value.kind as string} aria-label={title} onChange={(event) => onCommit(fresh(event.target.value))}>
          {kinds.map((each) => (
            <option key={each.name} value={each.name} disabled={each.name !== value.kind && missing(each)}>
              {each.title}
            </option>
          ))}
        </select>
      </label>
      {description?.settings
        .filter((setting) => matters(setting, value) && setting.type !== 'mesh' && (setting.type !== 'list' || setting.name === 'rows' || setting.name === 'station'))
        .map((setting) => (
          <SettingField
            key={setting.name}
            setting={setting}
            value={value[setting.name]}
            onPreview={(next) => onPreview({ ...value, [setting.name]: next })}
            onCommit={(next) => onCommit({ ...value, [setting.name]: next })}
          />
        ))}
    </fieldset>
  );
}
