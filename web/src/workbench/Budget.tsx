import { useRef, useState } from 'react';
import type { Limits } from '../api/types';
import { grouped } from '../parts/numbers';
import { PopUp } from '../parts/PopUp';
import { useSession } from './session';
import { SettingField } from './SettingField';
import { propsOf } from '../view/manifest';
import { useFrame, useSeen } from '../view/view';

const DETAILS = ['by size in the picture', 'full', '1', '2', '3', 'stand-ins'];

/** What the site costs, against a limit that can be set. */
export function Budget() {
  const { recipe } = useSession();
  const { manifest } = useSeen('manifest');
  const [open, setOpen] = useState(false);
  const button = useRef<HTMLButtonElement>(null);
  const frame = useFrame('milliseconds');
  const plants = manifest?.plants ?? 0;
  const triangles = manifest?.triangles ?? 0;
  const bytes = manifest?.layers.reduce((sum, layer) => sum + layer.bytes, 0) ?? 0;
  const limits = recipe.limits;
  const shares = [ratio(plants, limits.plants), ratio(triangles, limits.triangles), ratio(bytes / 1e6, limits.megabytes), ratio(frame.milliseconds, limits.milliseconds)].filter((share) => share !== null);
  const most = shares.length === 0 ? null : Math.max(...shares);
  return (
    <>
      <button ref={button} className="budget-button" aria-expanded={open} onClick={() => setOpen(!open)} title="What the site costs, and its limits">
        <span className="muted">Budget</span>
        {most !== null && (
          <span className={`budget-bar ${most > 1 ? 'over' : ''}`} role="img" aria-label={`${Math.round(most * 100)} % of the limit`}>
            <span style={{ width: `${Math.min(100, 100 * most)}%` }} />
          </span>
        )}
        <span className={most !== null && most > 1 ? 'over' : 'muted'} data-testid="budget">
          {manifest ? `${grouped(plants)} ${plants === 1 ? 'plant' : 'plants'} · ${short(triangles)} triangles` : 'counting …'}
        </span>
      </button>
      <PopUp target={button} show={open} placement="bottom-end" label="What the site costs, and its limits" className="budget-popover" onHide={() => setOpen(false)}>
        <Table />
        <FrameLines />
        <LimitFields limits={limits} />
      </PopUp>
    </>
  );
}

function ratio(now: number, limit: number): number | null {
  return limit > 0 ? now / limit : null;
}

function short(triangles: number): string {
  if (triangles < 1000) return grouped(triangles);
  if (triangles >= 1e9) return `${(triangles / 1e9).toFixed(1)} billion`;
  return triangles < 1e5 ? `${Math.round(triangles / 1000)} k` : `${(triangles / 1e6).toFixed(1)} M`;
}

function Table() {
  const { manifest } = useSeen('manifest');
  const covers = manifest?.layers.filter((layer) => manifest.subjects.some((each) => each.kind === 'plants' && each.id === layer.id)) ?? [];
  const props = propsOf(manifest).reduce((sum, prop) => sum + prop.triangles, 0) ?? 0;
  return (
    <table className="budget-table">
      <thead>
        <tr>
          <th scope="col">layer</th>
          <th scope="col">plants</th>
          <th scope="col">triangles</th>
          <th scope="col">memory</th>
        </tr>
      </thead>
      <tbody>
        {covers.map((layer) => (
          <tr key={layer.id}>
            <th scope="row">{layer.name}</th>
            <td>{grouped(layer.plants)}</td>
            <td>{short(layer.triangles)}</td>
            <td>{layer.bytes < 1e6 ? `${Math.round(layer.bytes / 1e3)} kB` : `${(layer.bytes / 1e6).toFixed(1)} MB`}</td>
          </tr>
        ))}
        <tr>
          <th scope="row">Props</th>
          <td />
          <td>{short(props)}</td>
          <td />
        </tr>
      </tbody>
    </table>
  );
}

function FrameLines() {
  const { manifest } = useSeen('manifest');
  const frame = useFrame('milliseconds', 'triangles', 'draws', 'tolerance', 'expected', 'detail', 'full', 'set');
  const thinned = manifest?.layers.some((layer) => layer.shown < layer.plants) ?? false;
  return (
    <>
      <p className="small mb-1" data-testid="frame">
        {frame.milliseconds > 0 ? (
          <>
            The still picture drew <b>{short(frame.triangles)}</b> triangles of plants in <b>{frame.draws}</b> draws and <b>{Math.round(frame.milliseconds)} ms</b>, details at most {frame.tolerance.toFixed(1)} pixels off.
            {frame.expected && ` With everything at full detail it would take about ${Math.round(frame.expected.milliseconds)} ms (± ${Math.round(frame.expected.error)} ms by what was measured here).`}
          </>
        ) : (
          'The frame time is measured when the picture rests.'
        )}
      </p>
      <div className="d-flex gap-3 align-items-center small mb-2">
        <label>
          detail{' '}
          <select value={frame.detail} aria-label="Detail of the plants" onChange={(event) => frame.set({ detail: Number(event.target.value) })}>
            {DETAILS.map((title, i) => (
              <option key={title} value={i - 1}>
                {title}
              </option>
            ))}
          </select>
        </label>
        {(thinned || frame.full) && (
          <label>
            <input type="checkbox" checked={frame.full} onChange={(event) => frame.set({ full: event.target.checked })} /> show every plant
          </label>
        )}
      </div>
    </>
  );
}

function LimitFields({ limits }: { limits: Limits }) {
  const { kinds, preview, commit } = useSession();
  return (
    <div className="settings-form limits">
      <b className="small">Limits (0 for none)</b>
      {kinds.limitSettings.map((setting) => (
        <SettingField
          key={setting.name}
          setting={setting}
          value={(limits as unknown as Record<string, number>)[setting.name]}
          onPreview={(value) => preview([{ kind: 'set-limits', limits: { ...limits, [setting.name]: value } }])}
          onCommit={(value) => commit([{ kind: 'set-limits', limits: { ...limits, [setting.name]: value } }])}
        />
      ))}
    </div>
  );
}
