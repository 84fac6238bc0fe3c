import { percent, shown } from '../parts/numbers';
import { useSelection, type Look } from './selection';
import { useSession } from './session';

const LOOKS: { look: Look; title: string }[] = [
  { look: 'grey', title: 'Grey' },
  { look: 'colour', title: 'Colour' },
  { look: 'bands', title: 'Bands' },
];

/** What the values view shows: its name, its scale, least and greatest, how much is covered, and how values are drawn. */
export function Legend() {
  const { manifest } = useSession();
  const { look, levels, values, time, comparing, set } = useSelection();
  if (!manifest) return null;
  const { title, unit, low, high, summary } = manifest.shown;
  const suffix = unit === '' ? '' : unit === '°' ? '°' : ` ${unit}`;
  const beyond = summary.min < low - 1e-6 || summary.max > high + 1e-6;
  return (
    <section className="floating legend" aria-label="Legend">
      <b>{title}</b>
      {comparing && <span className="muted small"> before the step</span>}
      {time > 0 && <span className="muted small"> at {time.toFixed(2)} s</span>}
      <div className={`ramp ${look}`} style={look === 'bands' ? { backgroundSize: `${100 / levels}% 100%, 100% 100%` } : undefined} />
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
      {beyond && (
        <div className="marks">
          <span className="beyond below">below {shown(low)}</span>
          <span className="beyond above">above {shown(high)}</span>
        </div>
      )}
      {values && (
        <div className="looks" role="group" aria-label="How values are drawn">
          {LOOKS.map((each) => (
            <button key={each.look} className={look === each.look ? 'active' : ''} aria-pressed={look === each.look} onClick={() => set({ look: each.look })}>
              {each.title}
            </button>
          ))}
          {look === 'bands' && (
            <input
              type="number"
              aria-label="Number of bands"
              min={2}
              max={40}
              value={levels}
              onChange={(event) => set({ levels: Math.min(40, Math.max(2, Math.round(Number(event.target.value) || 2))) })}
            />
          )}
        </div>
      )}
    </section>
  );
}
