import { useQuery } from '@tanstack/react-query';
import { api, whenStopped } from '../api/client';
import { byHand, shown, withUnit } from '../parts/numbers';
import { isRelief } from './layerKinds';
import { useSession } from './session';
import { useSelection } from '../view/view';

const WIDTH = 420;
const HEIGHT = 120;

/** A tape between two clicks, or a cut through the ground before and after a relief layer. */
export function LaidLine() {
  const { site, recipe, kinds, edits } = useSession();
  const { laying, line, layer, set } = useSelection('laying', 'line', 'layer', 'set');
  const [a, b] = line;
  const relief = recipe.layers.find((each) => each.id === layer && isRelief(kinds, each));
  const cut = useQuery({
    queryKey: ['profile', site.id, site.revision, a, b, laying === 'cut' ? (relief?.id ?? '') : '', laying],
    queryFn: () =>
      api.profile(site.id, { base: site.revision, edits, fromX: a![0], fromZ: a![2], toX: b![0], toZ: b![2], layer: laying === 'cut' ? (relief?.id ?? '') : '' }),
    enabled: laying !== null && b !== undefined,
    placeholderData: (before) => before,
    retry: whenStopped,
    retryDelay: 100,
  });
  if (!laying) return null;
  const close = (
    <button className="icon-button" aria-label="Put the line away" onClick={() => set({ laying: null, line: [] })}>
      <i className="bi bi-x-lg" />
    </button>
  );
  if (!a || !b) {
    return (
      <div className="floating laid" role="status">
        {a ? 'Click where it ends.' : laying === 'tape' ? 'Click where the tape begins.' : 'Click where the cut begins.'} {close}
      </div>
    );
  }
  const data = cut.data;
  const flat = Math.hypot(b[0] - a[0], b[2] - a[2]);
  const rise = b[1] - a[1];
  return (
    <section className="floating laid" aria-label={laying === 'tape' ? 'Tape' : 'Cut through the ground'}>
      <div className="d-flex justify-content-between">
        <b className="serif">{laying === 'tape' ? 'Tape' : `Cut: before and after ${relief?.name ?? 'the whole relief'}`}</b>
        {close}
      </div>
      {laying === 'tape' ? (
        <dl className="tape" data-testid="tape">
          <dt>Straight</dt>
          <dd>{withUnit(byHand(Math.hypot(flat, rise)), 'm')}</dd>
          <dt>In plan</dt>
          <dd>{withUnit(byHand(flat), 'm')}</dd>
          <dt>Over the ground</dt>
          <dd>{data ? withUnit(byHand(data.overGround), 'm') : '…'}</dd>
          <dt>Up or down</dt>
          <dd>{withUnit(byHand(rise), 'm')}</dd>
          <dt>Slope</dt>
          <dd>{withUnit(Number(((Math.atan2(Math.abs(rise), flat) * 180) / Math.PI).toFixed(1)), '°')}</dd>
        </dl>
      ) : (
        data && <ProfileChart distance={data.distance} before={data.before} after={data.after} />
      )}
      {cut.error && <div className="text-danger small">{cut.error.message}</div>}
    </section>
  );
}

function ProfileChart({ distance, before, after }: { distance: number[]; before: number[]; after: number[] }) {
  const all = [...before, ...after];
  const low = Math.min(...all);
  const high = Math.max(...all);
  const end = distance.at(-1) || 1;
  const range = Math.max(0.01 * end, high - low);
  const path = (heights: number[]) =>
    heights.map((h, i) => `${i === 0 ? 'M' : 'L'}${((distance[i]! / end) * WIDTH).toFixed(1)} ${(HEIGHT - ((h - low) / range) * (HEIGHT - 8) - 4).toFixed(1)}`).join('');
  return (
    <>
      <svg className="profile" width={WIDTH} height={HEIGHT} viewBox={`0 0 ${WIDTH} ${HEIGHT}`} role="img" aria-label={`Profile of ${withUnit(byHand(end), 'm')}, heights from ${withUnit(byHand(low), 'm')} to ${withUnit(byHand(high), 'm')}`}>
        <path className="under" d={`${path(after)}L${WIDTH} ${HEIGHT}L0 ${HEIGHT}Z`} />
        <path className="before" d={path(before)} />
        <path className="after" d={path(after)} />
      </svg>
      <div className="marks">
        <span>0 m</span>
        <span>
          {shown(low)} to {shown(high)} m high · <span className="key before">before</span> · <span className="key after">after</span>
        </span>
        <span>{withUnit(byHand(end), 'm')}</span>
      </div>
    </>
  );
}
