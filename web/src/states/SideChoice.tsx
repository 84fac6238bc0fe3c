import { useQuery } from '@tanstack/react-query';
import { api } from '../api/client';
import type { SiteLine } from '../api/types';
import type { Side } from './choice';

interface Props {
  label: string;
  side: Side;
  sites: SiteLine[];
  onChange: (side: Side) => void;
}

/** Which state of which site a side of the comparison shows. */
export function SideChoice({ label, side, sites, onChange }: Props) {
  const history = useQuery({ queryKey: ['history', side.site], queryFn: () => api.history(side.site, null) });
  const lines = history.data ?? [];
  const known = side.revision === null || lines.some((line) => line.number === side.revision);
  return (
    <fieldset className="states-side" aria-label={label}>
      <legend className="muted small">{label}</legend>
      <select className="form-select form-select-sm" aria-label={`Site, ${label.toLowerCase()}`} value={side.site} onChange={(event) => onChange({ ...side, site: event.target.value, revision: null })}>
        {sites.map((each) => (
          <option key={each.id} value={each.id}>
            {each.name}
          </option>
        ))}
      </select>
      <select className="form-select form-select-sm states-revision" aria-label={`Change, ${label.toLowerCase()}`} value={side.revision ?? 'now'} onChange={(event) => onChange({ ...side, revision: event.target.value === 'now' ? null : Number(event.target.value) })}>
        <option value="now">{side.edits.length > 0 ? 'as tried' : 'now'}</option>
        {!known && <option value={side.revision!}>change {side.revision}</option>}
        {lines.map((line) => (
          <option key={line.number} value={line.number}>
            {line.number} · {line.summary}
          </option>
        ))}
      </select>
      <label>
        <input type="number" className="form-control form-control-sm" aria-label={`Second of the clock, ${label.toLowerCase()}`} step="any" value={side.time} onChange={(event) => Number.isFinite(event.target.valueAsNumber) && onChange({ ...side, time: event.target.valueAsNumber })} /> <span className="muted small">s</span>
      </label>
    </fieldset>
  );
}
