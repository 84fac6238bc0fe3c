import { lazy, Suspense } from 'react';
import { shown, withUnit } from '../parts/numbers';
import { timeAt } from '../workbench/motion';
import { usePlaying, useSelection } from '../view/view';
import { useReadings, valueAt } from './useReadings';

const LineChart = lazy(() => import('./LineChart'));

/** The chosen layer's numbers over time as lines under one another, with the value that the clock stands at. */
export function Readings() {
  const { readings, takes, error, layer } = useReadings();
  const { time, set } = useSelection('time', 'set');
  const { motion, playing, moment, set: play } = usePlaying('motion', 'playing', 'moment', 'set');
  if (layer === '') return null;
  const overTime = readings?.unit !== 'm';
  const now = playing && motion ? timeAt(motion, moment) : time;
  const goTo = (second: number) => {
    play({ playing: false, wanted: true });
    set({ time: Math.round(second * 100) / 100 });
  };
  return (
    <section className="floating readings" aria-label={`${layer}: numbers over ${overTime ? 'time' : 'height'}`}>
      <b className="serif">{layer}</b>
      {error && <div className="text-danger small">{error}</div>}
      {!readings && !error && <div className="muted small">being computed …</div>}
      <Suspense fallback={null}>
        {readings?.lines.map((line, i) => {
          const value = overTime ? valueAt(readings.seconds, line.values, now) : line.values.reduce((sum, each) => sum + each, 0);
          return (
            <div key={line.title}>
              <div className="d-flex justify-content-between small">
                <span>{line.title}</span>
                <b className="number">
                  {!overTime && 'all '}
                  {line.unit === '' ? shown(value, 2) : withUnit(Number(value.toFixed(3)), line.unit)}
                </b>
              </div>
              <LineChart seconds={readings.seconds} values={line.values} now={overTime ? now : null} unit={readings.unit} axis={i === readings.lines.length - 1} label={`${line.title} from ${shown(Math.min(...line.values), 2)} to ${shown(Math.max(...line.values), 2)} ${line.unit}`} onGoTo={overTime ? goTo : null} />
            </div>
          );
        })}
      </Suspense>
      {takes && <div className="muted small">{takes}</div>}
    </section>
  );
}
