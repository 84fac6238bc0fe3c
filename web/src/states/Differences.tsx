import { useEffect, useState } from 'react';
import { api, isStopped } from '../api/client';
import type { ChangeView, ComparisonView, StateView } from '../api/types';
import { sayProblem } from '../parts/notes';
import { many, percent, shown, withUnit } from '../parts/numbers';
import { useBringBack } from './bringing';

interface Props {
  first: StateView;
  second: StateView;
  /** Whether both are states of the site that is open, so that one can be brought back. */
  sameSite: boolean;
  /** The number whose difference is looked at; null for none. */
  chosen: string | null;
  onChoose: (falloff: string) => void;
}

/** What differs between two states, in sentences and numbers. */
export function Differences({ first, second, sameSite, chosen, onChoose }: Props) {
  const { told, working } = useComparison(first, second);
  const bring = useBringBack();
  if (!told) return <aside className="states-told">{working && <p className="empty">Comparing …</p>}</aside>;
  const { changes, fields, covers } = told;
  const other = fields.filter((each) => each.largest > 0);
  return (
    <aside className="states-told" aria-label="What differs" aria-busy={working}>
      <h2 className="serif fs-6">
        {changes.length === 0 ? 'Nothing is set otherwise' : changes.length === 1 ? 'One thing is set otherwise' : `${changes.length} things are set otherwise`}
      </h2>
      <ul className="states-changes">
        {changes.map((change) => (
          <li key={change.sentence}>
            {change.sentence}
            {sameSite && first.edits.length === 0 && isPart(change) && (
              <button className="btn btn-quiet btn-sm" onClick={() => bring(first.revision, [{ of: change.of, id: change.id }])} title="Makes it in the site as it is in the first state">
                Take the first’s
              </button>
            )}
          </li>
        ))}
      </ul>
      {other.length > 0 && (
        <table className="states-table">
          <thead>
            <tr>
              <th scope="col">Number over the ground</th>
              <th scope="col">changed</th>
              <th scope="col">mean</th>
              <th scope="col">largest</th>
            </tr>
          </thead>
          <tbody>
            {other.map((each) => (
              <tr key={each.falloff} className={chosen === each.falloff ? 'chosen' : ''}>
                <th scope="row">
                  <button className="btn-link-quiet" onClick={() => onChoose(each.falloff)} title="Show this difference in the picture">
                    {each.name}
                  </button>
                </th>
                <td>{percent(each.share)}</td>
                <td>{withUnit(each.mean, each.unit)}</td>
                <td>{withUnit(each.largest, each.unit)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {covers.length > 0 && (
        <table className="states-table">
          <thead>
            <tr>
              <th scope="col">Plants</th>
              <th scope="col">first</th>
              <th scope="col">second</th>
              <th scope="col">new</th>
              <th scope="col">gone</th>
              <th scope="col">moved</th>
            </tr>
          </thead>
          <tbody>
            {covers.map((each) => (
              <tr key={each.name}>
                <th scope="row">{each.name}</th>
                <td>{many(each.before)}</td>
                <td>{many(each.after)}</td>
                <td>{each.added > 0 ? many(each.added) : '–'}</td>
                <td>{each.gone > 0 ? many(each.gone) : '–'}</td>
                <td>{each.moved > 0 ? many(each.moved) : '–'}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <p className="muted small mb-0">
        Cost: {shown(told.trianglesBefore / 1e6)} M triangles in the first, {shown(told.trianglesAfter / 1e6)} M in the second.
      </p>
    </aside>
  );
}

const isPart = (change: ChangeView) => change.of !== '';

function useComparison(first: StateView, second: StateView): { told: ComparisonView | null; working: boolean } {
  const [told, setTold] = useState<ComparisonView | null>(null);
  const [working, setWorking] = useState(true);
  const pair = JSON.stringify([first, second]);
  useEffect(() => {
    const abort = new AbortController();
    setWorking(true);
    const [before, after] = JSON.parse(pair) as [StateView, StateView];
    api
      .comparison({ before, after }, abort.signal)
      .then((all) => {
        setTold(all);
        setWorking(false);
      })
      .catch((error: unknown) => {
        if (abort.signal.aborted || isStopped(error)) return;
        setWorking(false);
        sayProblem(error, 'comparison');
      });
    return () => abort.abort();
  }, [pair]);
  return { told, working };
}
