import { useState } from 'react';
import { Link } from 'react-router';
import { sharpness } from '../parts/numbers';
import { Seeing } from '../view/Seeing';
import { OwnView, useSeen, useSelection } from '../view/view';
import { Legend } from './Legend';
import { useSession } from './session';
import { SitePage } from './SitePage';
import { View3D } from './View3D';
import { Working } from './Working';

/** Two views of one site, each with its own look, eye, time and requests. */
export function BesidePage() {
  return (
    <SitePage name="two views">
      <Beside />
    </SitePage>
  );
}

function Beside() {
  const { site, recipe } = useSession();
  return (
    <div className="beside">
      <header className="head">
        <Link to={`/sites/${site.id}`} className="brand">
          Lumbrit
        </Link>
        <h1 className="serif fs-5 mb-0">{recipe.name}, two views</h1>
      </header>
      <main className="beside-views">
        {['Left', 'Right'].map((side) => (
          <OwnView key={side}>
            <Seeing />
            <Half side={side} />
          </OwnView>
        ))}
      </main>
    </div>
  );
}

function Half({ side }: { side: string }) {
  const { recipe } = useSession();
  const { values, falloff, time, chooseFalloff, set } = useSelection('values', 'falloff', 'time', 'chooseFalloff', 'set');
  const { manifest } = useSeen('manifest');
  const [ripening, setRipening] = useState('');
  const { loopSeconds, endSeconds } = recipe.clock;
  return (
    <section className="beside-half" aria-label={side}>
      <div className="beside-bar">
        <div className="btn-group" role="group" aria-label={`What the ground shows, ${side.toLowerCase()}`}>
          <button className={`btn btn-quiet btn-sm ${values ? '' : 'active'}`} aria-pressed={!values} onClick={() => set({ values: false })}>
            Daylight
          </button>
          <button className={`btn btn-quiet btn-sm ${values ? 'active' : ''}`} aria-pressed={values} onClick={() => set({ values: true })}>
            Values
          </button>
        </div>
        <select className="form-select form-select-sm w-auto" aria-label={`Falloff, ${side.toLowerCase()}`} value={falloff} onChange={(event) => chooseFalloff(event.target.value)}>
          <option value="">choose a falloff</option>
          {recipe.falloffs.map((each) => (
            <option key={each.id} value={each.id}>
              {each.name}
            </option>
          ))}
        </select>
        <label className="d-flex align-items-center gap-2">
          <span className="muted small">{time.toFixed(1)} s</span>
          <input type="range" aria-label={`Time, ${side.toLowerCase()}`} min={0} max={loopSeconds || endSeconds} step={0.1} value={time} onChange={(event) => set({ time: Number(event.target.value) })} />
        </label>
        <span className="muted small">{manifest ? ripening : 'computing'}</span>
      </div>
      <div className="stage">
        <View3D onViewport={() => undefined} onRipen={(passes, of) => setRipening(sharpness(passes, of))} />
        <Working />
        {values && <Legend />}
      </div>
    </section>
  );
}
