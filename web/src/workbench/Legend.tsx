import { percent, shown } from '../parts/numbers';
import { levelsOf } from './levels';
import { type Look } from '../view/selection';
import { useSeen, useSelection } from '../view/view';

const LOOKS: { look: Look; title: string }[] = [
  { look: 'grey', title: 'Grey' },
  { look: 'colour', title: 'Colour' },
  { look: 'bands', title: 'Bands' },
];

/** What the values view shows: its name, its scale, least and greatest, how much is covered, and how values are drawn. */
export function Legend() {
  const { manifest } = useSeen('manifest');
  const { look, levels, values, drawn, time, comparing, falloff, layer, set } = useSelection('look', 'levels', 'values', 'drawn', 'time', 'comparing', 'falloff', 'layer', 'set');
  if (!manifest || (!falloff && !layer) || (drawn && !values)) return null;
  // what was computed last is the site before its first falloff and layer, as the newest could not be
  if (manifest.falloffs.length === 0 && manifest.layers.length === 0) return null;
  const { title, unit, low, high, summary, seen, signed } = manifest.shown;
  const suffix = unit === '' ? '' : unit === '°' ? '°' : ` ${unit}`;
  const beyond = summary.min < low - 1e-6 || summary.max > high + 1e-6;
  return (
    <section className="floating legend" aria-label="Legend">
      <b>{title}</b>
      {comparing && <span className="muted small"> before the step</span>}
      {time > 0 && <span className="muted small"> at {time.toFixed(2)} s</span>}
      {seen !== 'the ground' && <div className="muted small">on {seen}</div>}
      <div className={`ramp ${signed ? 'signed' : look}`}>
        {look === 'bands' && levelsOf(levels, low, high).map((level) => <span key={level} className="tick" style={{ left: `${100 * level}%` }} />)}
      </div>
      <div className="marks">
        <span>{shown(low)}</span>
        <span>
          {signed ? 'lowered, raised' : `${percent(summary.covered)} above ${shown((low + high) / 2)}`}
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
              aria-label="Levels: how many equal bands, or the levels themselves"
              title="10 makes ten bands; 0.2 0.5 0.8 are levels of your own"
              value={levels}
              onChange={(event) => set({ levels: event.target.value })}
            />
          )}
        </div>
      )}
    </section>
  );
}
