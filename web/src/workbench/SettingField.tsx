import { useRef } from 'react';
import { api } from '../api/client';
import type { CurvePoint, RampStop, SettingDescription } from '../api/types';
import { CurveEditor } from '../parts/CurveEditor';
import { NumberSetting } from '../parts/NumberSetting';
import { sayProblem } from '../parts/notes';
import { RampEditor } from './RampEditor';
import { useSession } from './session';

interface Props {
  setting: SettingDescription;
  value: unknown;
  /** Falloffs that must not be offered, the one being edited. */
  without?: string;
  histogram?: number[];
  /** The value under the pointer, for a curve. */
  mark?: number | null;
  onPreview: (value: unknown) => void;
  onCommit: (value: unknown) => void;
}

/** One setting's control, made from its description alone. */
export function SettingField({ setting, value, without, histogram, mark, onPreview, onCommit }: Props) {
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
    // keys over time run over the loop, values over 0 … 1
    const end = setting.unit === 's' ? Math.max(recipe.clock.loopSeconds || 60, ...(value as CurvePoint[]).map((point) => point[0])) : 1;
    return <CurveEditor points={value as CurvePoint[]} end={end} unit={setting.unit} histogram={histogram} mark={mark} onPreview={onPreview} onCommit={onCommit} />;
  }
  if (setting.type === 'list' && setting.name === 'ramp') {
    return <RampEditor stops={value as RampStop[]} onPreview={onPreview} onCommit={onCommit} />;
  }
  if (setting.type === 'list') {
    return <span className="muted small">{(value as unknown[]).length === 1 ? '1 stroke' : `${(value as unknown[]).length} strokes`}; take the brush in the view.</span>;
  }
  if (setting.type === 'picture') return <PictureField title={setting.title} onCommit={onCommit} />;
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
        : setting.type === 'layer'
          ? recipe.layers.filter((each) => (each.kind === 'plant') === (setting.name === 'plant')).map((each) => ({ value: each.id, text: each.name }))
          : setting.type === 'prop'
            ? recipe.props.map((each) => ({ value: each.id, text: each.name }))
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

/** Another picture for the falloff, from a PNG file. */
function PictureField({ title, onCommit }: { title: string; onCommit: (value: unknown) => void }) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <div className="d-flex justify-content-between align-items-center small">
      <span className="muted">{title}</span>
      <button className="btn btn-quiet btn-sm" onClick={() => input.current?.click()}>
        Another picture …
      </button>
      <input
        ref={input}
        type="file"
        hidden
        accept="image/png"
        aria-label="Another picture"
        onChange={(event) => {
          const file = event.target.files?.[0];
          event.target.value = '';
          if (file) api.readPicture(file).then((read) => onCommit(read.picture), sayProblem);
        }}
      />
    </div>
  );
}
