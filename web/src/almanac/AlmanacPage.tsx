import { useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import { api } from '../api/client';
import type { Edit, Layer } from '../api/types';
import { sharpness } from '../parts/numbers';
import { ViewLinks } from '../parts/ViewLinks';
import { Seeing } from '../view/Seeing';
import { useSelection } from '../view/view';
import { KindField } from '../workbench/KindField';
import { hasTool } from '../workbench/layerKinds';
import { SettingField } from '../workbench/SettingField';
import { useSession } from '../workbench/session';
import { describe, type Settings } from '../workbench/settings';
import { SitePage } from '../workbench/SitePage';
import { UndoButtons } from '../workbench/UndoButtons';
import { View3D } from '../workbench/View3D';
import { Working } from '../workbench/Working';
import { WholeSeason } from './WholeSeason';
import { Chart } from './Chart';
import { dayAndHour, drawn, SNOWFALL, SPEED, TEMPERATURE, TRACKS, type Track } from './hours';

/** The season: its weather by the hour as charts under one line of time, beside the site at that hour. */
export function AlmanacPage() {
  return (
    <SitePage name="almanac">
      <Seeing />
      <Almanac />
    </SitePage>
  );
}

type AlmanacLayer = Layer & { pace: number; begins: number; season: Settings };

function Almanac() {
  const { site, recipe, kinds, commit } = useSession();
  const { time, set } = useSelection('time', 'set');
  const [ripening, setRipening] = useState('');
  const [drawing, setDrawing] = useState(false);
  const [held, setHeld] = useState<number[][] | null>(null);
  const [asTable, setAsTable] = useState(false);
  const all = recipe.layers.filter((layer) => hasTool(kinds, layer, 'almanac')) as AlmanacLayer[];
  const layer = all[0];
  const got = useQuery({ queryKey: ['almanac', site.id, site.revision, layer?.id], queryFn: () => api.almanac(site.id, layer!.id), enabled: layer !== undefined, placeholderData: (before) => before });
  useEffect(() => setHeld(null), [got.data]);
  const hours = held ?? (got.data?.hours as number[][] | undefined) ?? [];
  const edit = (part: Partial<AlmanacLayer>): Edit[] => [{ kind: 'set-layer', changed: { ...layer, ...part } as Layer }];
  const now = layer ? Math.min(hours.length, Math.max(0, layer.begins + layer.pace * time)) : 0;
  const goTo = (hour: number) => {
    if (layer && layer.pace > 0) set({ time: (Math.min(hours.length, Math.max(0, hour)) - layer.begins) / layer.pace });
  };
  const draw = (track: Track) => (from: { hour: number; value: number }, to: { hour: number; value: number }, last: boolean) => {
    const next = drawn(hours, track, from, to);
    setHeld(next);
    if (last) commit(edit({ season: { kind: 'table', station: next } }), layer!.season.kind === 'rule' ? 'The season is a table of your own now; Undo brings the rule back.' : undefined);
  };
  const ofLayer = layer && describe(kinds.layers, layer.kind);
  const at = hours[Math.min(hours.length - 1, Math.floor(now))];
  return (
    <div className="almanac">
      <header className="head">
        <Link to="/" className="brand">
          Lumbrit
        </Link>
        <h1 className="serif fs-5 mb-0">Almanac of {recipe.name}</h1>
        <UndoButtons />
        <ViewLinks site={site.id} here="almanac" />
      </header>
      <main className="almanac-middle">
        <div className="almanac-side">
          {got.error && <p className="empty" role="alert">{got.error.message}</p>}
          {!layer && (
            <div className="empty m-auto">
              <p>This site has no almanac yet: the season’s weather by the hour, which snow follows and falloffs read.</p>
              <button className="btn btn-primary" onClick={() => void begin()}>
                Make an almanac
              </button>
            </div>
          )}
          {layer && at && (
            <>
              <div className="almanac-now" role="status">
                <b className="serif">{dayAndHour(now)}</b>
                <span>
                  {at[TEMPERATURE]!.toFixed(1).replace('-', '−')} °C · wind {at[SPEED]!.toFixed(1)} m/s · {at[SNOWFALL]! > 0 ? `${at[SNOWFALL]!.toFixed(1)} mm of snow an hour` : 'no snow'}
                </span>
                <label className="scrub">
                  <input type="range" min={0} max={hours.length} step={0.25} value={now} aria-label="Hour of the season" aria-valuetext={dayAndHour(now)} onChange={(event) => goTo(Number(event.target.value))} />
                </label>
                <button className={`btn btn-sm ${drawing ? 'btn-primary' : 'btn-quiet'}`} aria-pressed={drawing} onClick={() => setDrawing(!drawing)} title="Draw a curve with the pointer; else a click goes to an hour">
                  Draw
                </button>
                <button className={`btn btn-sm ${asTable ? 'btn-primary' : 'btn-quiet'}`} aria-pressed={asTable} onClick={() => setAsTable(!asTable)}>
                  Table
                </button>
                <a className="btn btn-quiet btn-sm" href={`/api/sites/${site.id}/almanac.csv?layer=${encodeURIComponent(layer.id)}`} download>
                  CSV
                </a>
              </div>
              {asTable ? (
                <HoursTable hours={hours} now={now} onGoTo={goTo} onSet={(next) => commit(edit({ season: { kind: 'table', station: next } }))} />
              ) : (
                TRACKS.map((track, i) => <Chart key={track.title} track={track} hours={hours} now={now} days={i === TRACKS.length - 1} drawing={drawing} onGoTo={goTo} onDraw={draw(track)} />)
              )}
              <div className="almanac-form">
                <KindField title="season" kinds={kinds.choices['weather.season'] ?? []} value={layer.season} onPreview={() => {}} onCommit={(season) => commit(edit({ season }))} />
                <div className="settings-form">
                  {ofLayer?.settings
                    .filter((setting) => setting.name === 'pace' || setting.name === 'begins' || (setting.name === 'seed' && layer.season.kind === 'rule'))
                    .map((setting) => (
                      <SettingField key={setting.name} setting={setting} value={(layer as unknown as Settings)[setting.name]} onPreview={() => {}} onCommit={(value) => commit(edit({ [setting.name]: value }))} />
                    ))}
                  {layer.pace > 0 && <WholeSeason almanac={layer.id} last={(hours.length - layer.begins) / layer.pace} />}
                  {got.data && (
                    <p className="muted small mb-0">
                      {hours.length} hours: {(got.data.fallen / 10).toFixed(0)} cm of snow, {got.data.coldest.toFixed(0).replace('-', '−')} to {got.data.warmest.toFixed(0).replace('-', '−')} °C, wind up to {got.data.strongest.toFixed(0)} m/s.
                    </p>
                  )}
                </div>
              </div>
            </>
          )}
        </div>
        <div className="stage">
          <View3D onViewport={() => {}} onRipen={(passes, of) => setRipening(sharpness(passes, of))} />
          <Working />
          <div className="floating roster-note">
            <span data-testid="ripening">{ripening}</span> · the site at this hour
          </div>
        </div>
      </main>
    </div>
  );

  async function begin() {
    const begun = await api.begin(site.id, { base: site.revision, edits: [], kind: 'weather', layer: '', prop: '', falloff: '' });
    commit(begun.edits as Edit[], begun.note);
  }
}

/** The same hours as numbers, each of which can be typed anew. */
function HoursTable({ hours, now, onGoTo, onSet }: { hours: number[][]; now: number; onGoTo: (hour: number) => void; onSet: (hours: number[][]) => void }) {
  const type = (hour: number, track: Track, text: string) => {
    const value = Number(text);
    if (!Number.isFinite(value) || value === hours[hour]![track.column]) return;
    onSet(drawn(hours, { ...track, step: 0.001 }, { hour, value }, { hour, value }));
  };
  return (
    <div className="almanac-table">
      <table>
        <thead>
          <tr>
            <th scope="col">hour</th>
            {TRACKS.map((track) => (
              <th key={track.title} scope="col">
                {track.title} <span className="muted">{track.unit}</span>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {hours.map((row, hour) => (
            <tr key={hour} className={Math.floor(now) === hour ? 'now' : ''}>
              <th scope="row">
                <button className="row-name" onClick={() => onGoTo(hour)}>
                  {dayAndHour(hour)}
                </button>
              </th>
              {TRACKS.map((track) => (
                <td key={track.title}>
                  <input key={row[track.column]} defaultValue={Number(row[track.column]!.toFixed(2))} inputMode="decimal" aria-label={`${track.title}, ${dayAndHour(hour)}`} onBlur={(event) => type(hour, track, event.target.value)} />
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
