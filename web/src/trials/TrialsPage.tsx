import { useQuery } from '@tanstack/react-query';
import { useEffect, useMemo, useRef, useState } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { api, isStopped } from '../api/client';
import type { Edit, NumberView, SweepView, TrialView } from '../api/types';
import { handDown } from '../parts/handDown';
import { sayProblem } from '../parts/notes';
import { percent, shown, withUnit } from '../parts/numbers';
import { seatOf } from '../workbench/framing';
import { useSession } from '../workbench/session';
import { SitePage } from '../workbench/SitePage';
import { endsOf, fromTheMiddle, narrowed } from './order';
import { sheetOf } from './sheet';
import { useTogether } from './together';

/** Pixels of a picture in the sheet, and of an enlarged one. */
const SMALL = [400, 250] as const;
const LARGE = [1120, 700] as const;

/** One or two numbers of a site tried at several values, a small picture each; one is picked. */
export function TrialsPage() {
  return (
    <SitePage name="trials">
      <Trials />
    </SitePage>
  );
}

/** A number and its values as they are chosen on the page. */
interface Chosen {
  number: NumberView;
  from: number;
  to: number;
  count: number;
  byRatio: boolean;
}

const choose = (number: NumberView, count: number): Chosen => {
  const [from, to] = endsOf(number.value, number.from, number.to);
  return { number, from: Math.max(number.least, from), to: Math.min(number.most, to), count, byRatio: false };
};

const sweepOf = ({ number, from, to, count, byRatio }: Chosen): SweepView => ({ of: number.of, id: number.id, setting: number.setting, from, to, count, byRatio });

interface Made extends TrialView {
  url: string;
  /** Whether it has the pixels of an enlarged one. */
  fine: boolean;
}

function Trials() {
  const { site, recipe, edits, commit } = useSession();
  const [search] = useSearchParams();
  const numbers = useQuery({ queryKey: ['numbers', site.id, site.revision], queryFn: () => api.numbers(site.id, { base: site.revision, edits: [] }) });
  const [first, setFirst] = useState<Chosen | null>(null);
  const [second, setSecond] = useState<Chosen | null>(null);
  const [show, setShow] = useState('');
  const [look, setLook] = useState('daylight');
  const [asked, setAsked] = useState<SweepView[]>([]);
  const [large, setLarge] = useState<number | null>(null);
  const [marked, setMarked] = useState<number[]>([]);
  const navigate = useNavigate();
  const owner = search.get('id');

  useEffect(() => {
    if (first || !numbers.data) return;
    const own = numbers.data.find((each) => each.id === owner && (search.get('setting') ?? each.setting) === each.setting) ?? numbers.data.find((each) => each.id === owner);
    if (own) setFirst(choose(own, 3));
    if (own?.of === 'falloff') setShow(own.id);
  }, [numbers.data, first, owner, search]);

  const columns = asked.length === 2 ? asked[1]!.count : asked.length === 1 ? Math.ceil(Math.sqrt(asked[0]!.count)) : 1;
  const count = asked.reduce((product, each) => product * each.count, asked.length > 0 ? 1 : 0);
  const { made, failed, enlarge, take } = useSheet(asked, columns, count, show, look);
  const motion = useTogether(recipe.clock, count, take);
  const start = () => {
    setLarge(null);
    setMarked([]);
    motion.stop();
    setAsked([first, second].filter((each) => each !== null).map(sweepOf));
  };
  const pick = (trial: Made) => {
    commit(trial.edits as unknown as Edit[], 'The trial that you picked holds now.');
    void navigate(`/sites/${site.id}`);
  };
  const narrow = (trial: Made) => {
    const around = (chosen: Chosen | null, value: number | undefined) => {
      if (!chosen || value === undefined) return chosen;
      const [from, to] = narrowed(chosen.from, chosen.to, value, chosen.byRatio, chosen.number.least, chosen.number.most);
      return { ...chosen, from, to };
    };
    const one = around(first, trial.values[0]);
    const two = around(second, trial.values[1]);
    setFirst(one);
    setSecond(two);
    setLarge(null);
    setMarked([]);
    motion.stop();
    setAsked([one, two].filter((each) => each !== null).map(sweepOf));
  };
  const compare = (one: Made, two: Made) => void navigate(`/sites/${site.id}/compare?a=now&b=now`, { state: { before: one.edits, edits: two.edits } });
  const save = async () => {
    try {
      const sheet = await sheetOf(
        Array.from({ length: count }, (_, k) => ({ url: made[k]!.url, words: [told(made[k]!, [first, second]), numbersOf(made[k]!)] })),
        columns,
      );
      handDown(sheet, `${recipe.name} trials.png`);
    } catch (error) {
      sayProblem(error, 'trials');
    }
  };
  const done = Object.keys(made).length;
  const csv = useMemo(() => {
    const head = ['trial', ...asked.map((each) => `${each.id}.${each.setting}`), 'covered', 'least', 'greatest', 'plants', 'triangles'].join(',');
    const rows = Object.entries(made).map(([k, trial]) => [Number(k) + 1, ...trial.values, trial.covered < 0 ? '' : trial.covered, trial.least, trial.greatest, trial.plants, trial.triangles].join(','));
    return `data:text/csv;charset=utf-8,${encodeURIComponent([head, ...rows].join('\n'))}`;
  }, [made, asked]);
  return (
    <div className="trials">
      <header className="head">
        <Link to={`/sites/${site.id}`} className="brand">
          Lumbrit
        </Link>
        <h1 className="serif fs-5 mb-0">{recipe.name}, trials</h1>
        <span className="muted" role="status">
          {count > 0 && done < count && !failed ? `${done} of ${count} made` : count > 0 ? `${done} trials` : ''}
        </span>
        <span className="ms-auto" />
        {marked.length === 2 && made[marked[0]!] && made[marked[1]!] && (
          <button className="btn btn-quiet" onClick={() => compare(made[marked[0]!]!, made[marked[1]!]!)}>
            The two marked, side by side
          </button>
        )}
        {done > 0 && done === count && motion.moves && (
          <button className="btn btn-quiet" onClick={motion.playing ? motion.stop : motion.play} title="All trials over the clock’s loop, in step">
            {motion.playing ? (motion.left > 0 ? `Stop, ${motion.left} pictures to take` : 'Stop') : 'Play together'}
          </button>
        )}
        {done > 0 && done === count && (
          <button className="btn btn-quiet" onClick={() => void save()}>
            Save PNG
          </button>
        )}
        {done > 0 && (
          <a className="btn btn-quiet" href={csv} download={`${recipe.name} trials.csv`}>
            Save CSV
          </a>
        )}
        <Link to={`/sites/${site.id}`} className="btn btn-quiet">
          Workbench
        </Link>
      </header>
      <main className="trials-middle">
        <form
          className="trials-form"
          onSubmit={(event) => {
            event.preventDefault();
            start();
          }}
        >
          <NumberChoice label="Number" numbers={numbers.data ?? []} chosen={first} onChoose={(number) => setFirst(number && choose(number, first?.count ?? 3))} onChange={setFirst} />
          <NumberChoice label="and" numbers={numbers.data ?? []} chosen={second} onChoose={(number) => setSecond(number && choose(number, second?.count ?? 3))} onChange={setSecond} />
          <label>
            <span>Values of</span>
            <select className="form-select form-select-sm" value={show} onChange={(event) => {
                setShow(event.target.value);
                if (event.target.value === '' && look === 'values') setLook('daylight');
              }}>
              <option value="">no falloff</option>
              {recipe.falloffs.map((each) => (
                <option key={each.id} value={each.id}>
                  {each.name}
                </option>
              ))}
            </select>
          </label>
          <label>
            <span>Look</span>
            <select className="form-select form-select-sm" value={look} onChange={(event) => setLook(event.target.value)}>
              <option value="daylight">Daylight</option>
              <option value="drawn">Drawn</option>
              {show !== '' && <option value="values">Values</option>}
            </select>
          </label>
          <button className="btn btn-primary" disabled={!first || edits.length > 0}>
            Make the sheet
          </button>
        </form>
        {count === 0 && <p className="empty">Choose a number and its values. Each trial is the site with that number in it, seen from where you left it in the workbench.</p>}
        <ol className="trials-sheet" style={{ gridTemplateColumns: `repeat(${columns}, minmax(0, 1fr))` }}>
          {Array.from({ length: count }, (_, k) => {
            const trial = made[k];
            return (
              <li key={k} className={`trial ${large === k ? 'large' : ''} ${marked.includes(k) ? 'marked' : ''}`} aria-label={`Trial ${k + 1}`}>
                {trial ? (
                  <>
                    <button
                      className="trial-picture"
                      onClick={() => {
                        setLarge(large === k ? null : k);
                        if (large !== k) enlarge(k);
                      }} aria-pressed={large === k} title={large === k ? 'Small again' : 'Larger'}>
                      <img src={motion.shown(k) ?? trial.url} alt={`Trial ${k + 1}: ${told(trial, [first, second])}`} />
                    </button>
                    <div className="trial-words">
                      <b>{told(trial, [first, second])}</b>
                      <span className="muted small">{numbersOf(trial)}</span>
                    </div>
                    <div className="trial-ways">
                      <button className="btn btn-primary btn-sm" onClick={() => pick(trial)}>
                        Take it
                      </button>
                      <button className="btn btn-quiet btn-sm" onClick={() => narrow(trial)}>
                        Closer
                      </button>
                      <button className="btn btn-quiet btn-sm" aria-pressed={marked.includes(k)} onClick={() => setMarked(marked.includes(k) ? marked.filter((each) => each !== k) : [...marked, k])}>
                        {marked.includes(k) ? 'Marked' : 'Mark'}
                      </button>
                    </div>
                  </>
                ) : (
                  <p className="trial-picture muted">{failed ? 'not made' : '…'}</p>
                )}
              </li>
            );
          })}
        </ol>
      </main>
    </div>
  );
}

function told(trial: TrialView, chosen: (Chosen | null)[]): string {
  const units = chosen.filter((each) => each !== null).map((each) => each.number.unit);
  return trial.values.map((value, k) => withUnit(value, units[k] ?? '')).join(' · ');
}

function numbersOf(trial: TrialView): string {
  const parts = trial.covered < 0 ? [] : [`covers ${percent(trial.covered)}`, `${shown(trial.least)} to ${shown(trial.greatest)}`];
  if (trial.plants > 0) parts.push(`${trial.plants.toLocaleString('en')} plants`);
  if (trial.triangles > 0) parts.push(`${(trial.triangles / 1e6).toFixed(1)} M triangles`);
  return parts.join(' · ');
}

/** The trials of a sheet, made one after the other from its middle; one that is enlarged is made anew with more pixels. */
function useSheet(asked: SweepView[], columns: number, count: number, show: string, look: string): { made: Record<number, Made>; failed: boolean; enlarge: (number: number) => void; take: (number: number, time: number, signal: AbortSignal) => Promise<string> } {
  const { site } = useSession();
  const [made, setMade] = useState<Record<number, Made>>({});
  const [failed, setFailed] = useState(false);
  const stop = useRef(new AbortController());
  // a sheet stays as it was asked for, whatever is chosen meanwhile
  const wished = useRef({ show, look });
  const ask = async (number: number, [width, height]: readonly [number, number], time: number, view: string, signal: AbortSignal) => {
    const seat = seatOf(site.id);
    const eye = seat ? { eye: { ...seat.pose, parallel: seat.parallel } } : {};
    const trial = await api.trial(site.id, { base: site.revision, edits: [], sweeps: asked, number, ...wished.current, time, ...eye, width, height }, view, signal);
    return { ...trial, url: `data:image/png;base64,${trial.picture}`, fine: width === LARGE[0] };
  };
  const take = async (number: number, size: readonly [number, number], view: string, signal: AbortSignal) => {
    const trial = await ask(number, size, 0, view, signal);
    setMade((known) => ({ ...known, [number]: trial }));
  };
  const failing = (error: unknown, signal: AbortSignal) => {
    if (signal.aborted || isStopped(error)) return;
    setFailed(true);
    sayProblem(error, 'trials');
  };
  useEffect(() => {
    const abort = new AbortController();
    stop.current = abort;
    setMade({});
    setFailed(false);
    wished.current = { show, look };
    const make = async () => {
      for (const number of fromTheMiddle(columns, Math.ceil(count / columns)).filter((each) => each < count)) await take(number, SMALL, 'trials', abort.signal);
    };
    make().catch((error: unknown) => failing(error, abort.signal));
    return () => abort.abort();
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [asked]);
  const enlarge = (number: number) => {
    const { signal } = stop.current;
    if (!made[number]?.fine) take(number, LARGE, 'trial', signal).catch((error: unknown) => failing(error, signal));
  };
  return { made, failed, enlarge, take: async (number: number, time: number, signal: AbortSignal) => (await ask(number, SMALL, time, 'together', signal)).url };
}

interface NumberProps {
  label: string;
  numbers: NumberView[];
  chosen: Chosen | null;
  onChoose: (number: NumberView | null) => void;
  onChange: (chosen: Chosen) => void;
}

/** A number, its two ends and how many values. */
function NumberChoice({ label, numbers, chosen, onChoose, onChange }: NumberProps) {
  const keyOf = (each: NumberView) => `${each.of} ${each.id} ${each.setting}`;
  const owners = [...new Set(numbers.map((each) => `${each.of} ${each.id}`))];
  return (
    <fieldset className="trials-number">
      <label>
        <span>{label}</span>
        <select className="form-select form-select-sm" value={chosen ? keyOf(chosen.number) : ''} onChange={(event) => onChoose(numbers.find((each) => keyOf(each) === event.target.value) ?? null)}>
          <option value="">{label === 'and' ? 'no other' : 'choose a number'}</option>
          {owners.map((owner) => {
            const own = numbers.filter((each) => `${each.of} ${each.id}` === owner);
            return (
              <optgroup key={owner} label={own[0]!.owner}>
                {own.map((each) => (
                  <option key={keyOf(each)} value={keyOf(each)}>
                    {each.owner}: {each.title}
                  </option>
                ))}
              </optgroup>
            );
          })}
        </select>
      </label>
      {chosen && (
        <>
          {(['from', 'to'] as const).map((end) => (
            <label key={end}>
              <span>
                {end} {chosen.number.unit && <span className="muted">{chosen.number.unit}</span>}
              </span>
              <input type="number" step="any" required className="form-control form-control-sm" min={chosen.number.least} max={chosen.number.most} value={chosen[end]} onChange={(event) => onChange({ ...chosen, [end]: event.target.valueAsNumber })} />
            </label>
          ))}
          <label>
            <span>values</span>
            <input type="number" required className="form-control form-control-sm" min={2} max={7} value={chosen.count} onChange={(event) => onChange({ ...chosen, count: event.target.valueAsNumber })} />
          </label>
          <label className="trials-check">
            <input type="checkbox" checked={chosen.byRatio} disabled={!(chosen.from > 0 && chosen.to > 0)} onChange={(event) => onChange({ ...chosen, byRatio: event.target.checked })} /> by ratio
          </label>
        </>
      )}
    </fieldset>
  );
}
