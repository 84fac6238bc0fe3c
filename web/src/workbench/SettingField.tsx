import { useRef } from 'react';
import { api } from '../api/client';
import type { CurvePoint, RampStop, SettingDescription } from '../api/types';
import { CurveEditor } from '../parts/CurveEditor';
import { KeysField } from '../parts/KeysField';
import { NumberSetting } from '../parts/NumberSetting';
import { sayProblem } from '../parts/notes';
import { KeyedNumber } from './KeyedNumber';
import type { KeyTarget } from './keys';
import { RampEditor } from './RampEditor';
import { onBoard } from './families';
import { sized, timesFor, timesOf } from './settings';
import { useSession } from './session';

interface Props {
  setting: SettingDescription;
  value: unknown;
  /** Where a number of it stands in the recipe, where it may be keyed over time. */
  target?: KeyTarget;
  /** Falloffs that must not be offered, the one being edited. */
  without?: string;
  histogram?: number[];
  /** The value under the pointer, for a curve. */
  mark?: number | null;
  onPreview: (value: unknown) => void;
  onCommit: (value: unknown) => void;
}

/** One setting's control, made from its description alone. */
export function SettingField({ setting, value, target, without, histogram, mark, onPreview, onCommit }: Props) {
  const { recipe, kinds } = useSession();
  if (setting.type === 'number' || setting.type === 'whole') {
    // lengths go with the site, and so do their sliders; a value beyond them still has its place
    const times = timesFor(setting.unit, timesOf(recipe));
    const number = {
      title: setting.title,
      help: setting.help || undefined,
      unit: setting.unit,
      value: value as number,
      min: setting.min,
      max: setting.max,
      sliderMin: Math.max(setting.min, sized(setting.sliderMin, times)),
      sliderMax: Math.min(setting.max, sized(setting.sliderMax, times)),
      whole: setting.type === 'whole',
      byDefault: setting.byDefault === '' ? undefined : sized(Number(setting.byDefault), times),
      onPreview,
      onCommit,
    };
    return target ? <KeyedNumber {...number} target={target} /> : <NumberSetting {...number} />;
  }
  if (setting.type === 'curve' && setting.sliderMax < 1e6) {
    return <KeysField title={setting.title} keys={value as CurvePoint[]} unit="°" onCommit={onCommit} />;
  }
  if (setting.type === 'curve') {
    // keys over time run over the loop, values over 0 … 1
    const end = setting.unit === 's' ? Math.max(recipe.clock.loopSeconds || 60, ...(value as CurvePoint[]).map((point) => point[0])) : 1;
    return <CurveEditor points={value as CurvePoint[]} end={end} unit={setting.unit} histogram={histogram} mark={mark} onPreview={onPreview} onCommit={onCommit} />;
  }
  if (setting.type === 'list' && setting.name === 'ramp') {
    return <RampEditor stops={value as RampStop[]} onPreview={onPreview} onCommit={onCommit} />;
  }
  if (setting.type === 'list' && (setting.name === 'rows' || setting.name === 'station')) return <StationField rows={value as number[][]} whole={setting.name === 'station'} onCommit={onCommit} />;
  if (setting.type === 'list') {
    return <span className="muted small">{(value as unknown[]).length === 1 ? '1 stroke' : `${(value as unknown[]).length} strokes`}; take the brush in the view.</span>;
  }
  if (setting.type === 'props' || setting.type === 'layers') {
    const things = setting.type === 'props' ? recipe.props : recipe.layers.filter((each) => fits(each.kind, setting));
    return <ChosenField setting={setting} things={things} chosen={value as string[]} onCommit={onCommit} />;
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
        ? recipe.places.filter((each) => fits(each.kind, setting)).map((each) => ({ value: each.id, text: each.name }))
        : setting.type === 'layer'
          ? recipe.layers.filter((each) => (setting.of.length > 0 ? fits(each.kind, setting) : onBoard(kinds, each.kind))).map((each) => ({ value: each.id, text: each.name }))
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

/** Whether a setting may refer to a thing of a kind. */
function fits(kind: string, setting: SettingDescription): boolean {
  return setting.of.length === 0 || setting.of.includes(kind);
}

/** Several things of the site, by their names. */
function ChosenField({ setting, things, chosen, onCommit }: { setting: SettingDescription; things: { id: string; name: string }[]; chosen: string[]; onCommit: (value: unknown) => void }) {
  return (
    <fieldset className="small" title={setting.help || undefined}>
      <legend className="muted small mb-1">{setting.title}</legend>
      {things.length === 0 && <span className="muted">The site has none yet.</span>}
      {things.map(({ id, name }) => (
        <label key={id} className="d-flex gap-2">
          <input type="checkbox" checked={chosen.includes(id)} onChange={(event) => onCommit(event.target.checked ? [...chosen, id] : chosen.filter((one) => one !== id))} /> {name}
        </label>
      ))}
    </fieldset>
  );
}

/** Hours of a weather station, from a table. */
function StationField({ rows, whole, onCommit }: { rows: number[][]; whole: boolean; onCommit: (value: unknown) => void }) {
  const input = useRef<HTMLInputElement>(null);
  const speeds = rows.map((row) => row[2]!);
  return (
    <div className="small">
      <div className="d-flex justify-content-between align-items-center">
        <span className="muted">
          {rows.length} hours, {Math.min(...speeds).toFixed(1)}–{Math.max(...speeds).toFixed(1)} m/s
        </span>
        <button className="btn btn-quiet btn-sm" onClick={() => input.current?.click()}>
          Read a table (CSV) …
        </button>
      </div>
      <span className="muted">Columns: hour, wind_from_deg, wind_speed_m_s{whole ? ', temperature_c, snowfall_mm, sun, rain_mm' : ''}.</span>
      <input
        ref={input}
        type="file"
        hidden
        accept=".csv,text/csv"
        aria-label="Table of a weather station"
        onChange={(event) => {
          const file = event.target.files?.[0];
          event.target.value = '';
          if (file) api.readWeather(file).then((read) => onCommit(whole ? read.station : read.rows), sayProblem);
        }}
      />
    </div>
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
