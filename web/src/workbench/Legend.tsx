import { percent, shown } from '../parts/numbers';
import { useSession } from './session';

/** What the values view shows: its name, its scale, least and greatest, and how much of the ground is covered. */
export function Legend() {
  const { manifest } = useSession();
  if (!manifest) return null;
  const { title, unit, low, high, summary } = manifest.shown;
  const suffix = unit === '' ? '' : unit === '°' ? '°' : ` ${unit}`;
  return (
    <section className="floating legend" aria-label="Legend">
      <b>{title}</b>
      <div className="ramp" />
      <div className="marks">
        <span>{shown(low)}</span>
        <span>
          {percent(summary.covered)} above {shown((low + high) / 2)}
        </span>
        <span>
          {shown(high)}
          {suffix}
        </span>
      </div>
      <div className="marks">
        <span>least {shown(summary.min)}</span>
        <span>greatest {shown(summary.max)}</span>
      </div>
    </section>
  );
}
