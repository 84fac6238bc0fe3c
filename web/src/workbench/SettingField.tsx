import type { CurvePoint, SettingDescription } from '../api/types';
import { CurveEditor } from '../parts/CurveEditor';
import { NumberSetting } from '../parts/NumberSetting';
import { useSession } from './session';

interface Props {
  setting: SettingDescription;
  value: unknown;
  /** Falloffs that must not be offered, the one being edited. */
  without?: string;
  histogram?: number[];
  onPreview: (value: unknown) => void;
  onCommit: (value: unknown) => void;
}

/** One setting's control, made from its description alone. */
export function SettingField({ setting, value, without, histogram, onPreview, onCommit }: Props) {
  const { recipe } = useSession();
  if (setting.type === 'number' || setting.type === 'whole') {
    return (
      <NumberSetting
        title={setting.title}
        help={setting.help || undefined}
        unit={setting.unit}
        value={value as number}
        min={setting.min}
        max={setting.max}
        sliderMin={setting.sliderMin}
        sliderMax={setting.sliderMax}
        whole={setting.type === 'whole'}
        byDefault={setting.byDefault === '' ? undefined : Number(setting.byDefault)}
        onPreview={onPreview}
        onCommit={onCommit}
      />
    );
  }
  if (setting.type === 'curve') {
    return <CurveEditor points={value as CurvePoint[]} histogram={histogram} onPreview={onPreview} onCommit={onCommit} />;
  }
  if (setting.type === 'switch') {
    return (
      <label className="d-flex gap-2 small">
        <input type="checkbox" checked={value as boolean} onChange={(event) => onCommit(event.target.checked)} /> {setting.title}
      </label>
    );
  }
  if (setting.type === 'colour') {
    return (
      <label className="d-flex justify-content-between small">
        {setting.title}
        <input type="color" value={value as string} onChange={(event) => onPreview(event.target.value)} onBlur={(event) => onCommit(event.target.value)} />
      </label>
    );
  }
  const options =
    setting.type === 'falloff'
      ? recipe.falloffs.filter((each) => each.id !== without).map((each) => ({ value: each.id, text: each.name }))
      : setting.type === 'place'
        ? recipe.places.map((each) => ({ value: each.id, text: each.name }))
        : setting.choices.map((word) => ({ value: word, text: word.replaceAll('-', ' ') }));
  return (
    <label className="setting d-block">
      <span className="line">
        <span className="muted">{setting.title}</span>
      </span>
      <select value={value as string} title={setting.help || undefined} onChange={(event) => onCommit(event.target.value)}>
        {options.map((option) => (
          <option key={option.value} value={option.value}>
            {option.text}
          </option>
        ))}
      </select>
    </label>
  );
}
