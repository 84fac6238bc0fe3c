import type { Description } from '../api/types';
import { SettingField } from './SettingField';
import { useSession } from './session';
import { describe, withDefaults, type Settings } from './settings';

interface Props {
  title: string;
  kinds: Description[];
  /** The kind of layer that a fresh one refers to, where it refers to one. */
  holds?: string;
  value: Settings;
  /** What a fresh one refers to, by the type of the setting. */
  onPreview: (value: Settings) => void;
  onCommit: (value: Settings) => void;
}

/** A thing of one of several kinds, each with settings of its own: choose the kind, then set it. */
export function KindField({ title, kinds, holds = 'plant', value, onPreview, onCommit }: Props) {
  const { recipe } = useSession();
  const description = describe(kinds, value.kind as string);
  const first = {
    layer: recipe.layers.find((each) => each.kind === holds)?.id,
    prop: recipe.props.find((each) => !each.hidden)?.id,
    place: recipe.places.find((each) => each.kind !== 'point')?.id,
  };
  const missing = (each: Description) =>
    each.settings.some((setting) => (setting.type === 'layer' && !first.layer) || (setting.type === 'prop' && !first.prop) || (setting.type === 'place' && !first.place) || setting.type === 'mesh');
  return (
    <fieldset className="kind-field">
      <label className="d-flex justify-content-between align-items-center small">
        <b>{title}</b>
        <select value={value.kind as string} aria-label={title} onChange={(event) => onCommit(withDefaults(describe(kinds, event.target.value)!, first))}>
          {kinds.map((each) => (
            <option key={each.name} value={each.name} disabled={each.name !== value.kind && missing(each)}>
              {each.title}
            </option>
          ))}
        </select>
      </label>
      {description?.settings
        .filter((setting) => setting.type !== 'mesh' && (setting.type !== 'list' || setting.name === 'rows'))
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
