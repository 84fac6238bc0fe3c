import { useQuery } from '@tanstack/react-query';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { Link, useLocation, useSearchParams } from 'react-router';
import { api, viewApi } from '../api/client';
import type { AllKinds, Edit, EyeView, Layer } from '../api/types';
import { percent, withUnit } from '../parts/numbers';
import { UnderWay } from '../parts/UnderWay';
import { seatOf } from '../workbench/framing';
import { resultsOf } from '../workbench/layerKinds';
import { useSession } from '../workbench/session';
import { SitePage } from '../workbench/SitePage';
import { type Side, sideOf, stateOf, wordOf } from './choice';
import { Differences } from './Differences';
import { byKey, dragged, nearer, overAll } from './orbit';
import { SideChoice } from './SideChoice';
import { useStill } from './useStill';

const HOWS = [
  { key: 'split', title: 'Split line', help: 'Drag the line; left of it is the first, right of it the second' },
  { key: 'blink', title: 'Blink', help: 'One after the other, twice a second; what differs is what moves' },
  { key: 'difference', title: 'Difference', help: 'How much greater a number is in the second, as colours' },
] as const;

type How = (typeof HOWS)[number]['key'];
const BLINK = 500;

/** Two states of a site, or of two sites, in one picture, and what differs. */
export function SideBySidePage() {
  return (
    <SitePage name="comparison">
      <SideBySide />
    </SitePage>
  );
}

function SideBySide() {
  const { site, recipe, kinds } = useSession();
  const [search, setSearch] = useSearchParams();
  const tried = useLocation().state as { edits?: Edit[]; before?: Edit[] } | null;
  const sites = useQuery({ queryKey: ['sites'], queryFn: api.sites });
  const before = useMemo(() => ({ ...sideOf(search.get('a') ?? (site.revision > 1 && !tried ? String(site.revision - 1) : 'now'), site.id), edits: tried?.before ?? [] }), [search, site, tried]);
  const after = useMemo(() => ({ ...sideOf(search.get('b'), site.id), edits: tried?.edits ?? [] }), [search, site, tried]);
  const how = (HOWS.find((each) => each.key === search.get('how')) ?? HOWS[0]).key;
  const look = search.get('look') ?? 'daylight';
  const of = search.get('of') ?? '';
  const set = useCallback((changed: Record<string, string>) => setSearch((now) => ({ ...Object.fromEntries(now), ...changed }), { replace: true, state: tried }), [setSearch, tried]);
  const newest = (side: Side) => (side.site === site.id ? site.revision : (sites.data?.find((each) => each.id === side.site)?.revision ?? 0));
  const [first, second] = [stateOf(before, newest(before)), stateOf(after, newest(after))];
  const ready = first.revision > 0 && second.revision > 0;
  return (
    <div className="states">
      <header className="head">
        <Link to={`/sites/${site.id}`} className="brand">
          Lumbrit
        </Link>
        <h1 className="serif fs-5 mb-0">{recipe.name}, side by side</h1>
        <span className="ms-auto" />
        <Link to={`/sites/${site.id}/history`} className="btn btn-quiet">
          History
        </Link>
        <Link to={`/sites/${site.id}`} className="btn btn-quiet">
          Workbench
        </Link>
      </header>
      <div className="states-bar">
        <SideChoice label="First" side={before} sites={sites.data ?? []} onChange={(side) => set({ a: wordOf(side, site.id) })} />
        <SideChoice label="Second" side={after} sites={sites.data ?? []} onChange={(side) => set({ b: wordOf(side, site.id) })} />
        <div className="btn-group" role="group" aria-label="How the two are seen">
          {HOWS.map((each) => (
            <button key={each.key} className={`btn btn-quiet btn-sm ${each.key === how ? 'active' : ''}`} aria-pressed={each.key === how} title={each.help} onClick={() => set({ how: each.key })}>
              {each.title}
            </button>
          ))}
        </div>
        {how === 'difference' ? (
          <label>
            <span className="muted small">of</span>
            <select className="form-select form-select-sm" value={of} onChange={(event) => set({ of: event.target.value })}>
              <option value="">the ground’s height</option>
              <optgroup label="Falloffs">
                {recipe.falloffs.map((each) => (
                  <option key={each.id} value={each.id}>
                    {each.name}
                  </option>
                ))}
              </optgroup>
              {fieldsOf(kinds, recipe.layers).map(({ layer, fields }) => (
                <optgroup key={layer.id} label={layer.name}>
                  {fields.map((field) => (
                    <option key={field.name} value={`${layer.id} ${field.name}`}>
                      {layer.name}: {field.title}
                    </option>
                  ))}
                </optgroup>
              ))}
            </select>
          </label>
        ) : (
          <label>
            <span className="muted small">look</span>
            <select className="form-select form-select-sm" value={look} onChange={(event) => set({ look: event.target.value })}>
              <option value="daylight">Daylight</option>
              <option value="drawn">Drawn</option>
              {recipe.falloffs.map((each) => (
                <option key={each.id} value={`values ${each.id}`}>
                  {each.name}
                </option>
              ))}
            </select>
          </label>
        )}
      </div>
      <main className="states-middle">
        {ready ? <Pictures first={first} second={second} how={how} look={look} of={of} /> : <p className="empty">Looking for the two states …</p>}
        {ready && <Differences first={first} second={second} sameSite={before.site === site.id && after.site === site.id} chosen={how === 'difference' ? of : null} onChoose={(falloff) => set({ how: 'difference', of: falloff })} />}
      </main>
    </div>
  );
}

interface PicturesProps {
  first: ReturnType<typeof stateOf>;
  second: ReturnType<typeof stateOf>;
  how: How;
  look: string;
  of: string;
}

/** The two pictures over each other, from one eye. */
function Pictures({ first, second, how, look, of }: PicturesProps) {
  const { site, recipe, kinds } = useSession();
  const [eye, setEye] = useState<EyeView>(() => {
    const seat = seatOf(site.id);
    return seat ? { ...seat.pose, parallel: seat.parallel } : overAll(recipe.ground.width, recipe.ground.depth ?? recipe.ground.width);
  });
  const [split, setSplit] = useState(50);
  const [size, setSize] = useState<[number, number] | null>(null);
  const pane = useRef<HTMLDivElement>(null);
  const from = useRef<{ x: number; y: number; eye: EyeView } | null>(null);
  useEffect(() => {
    const watch = new ResizeObserver(() => pane.current && setSize([pane.current.clientWidth, pane.current.clientHeight]));
    watch.observe(pane.current!);
    return () => watch.disconnect();
  }, []);
  const sized = (share: number) => ({ width: Math.max(16, Math.round(size![0] * share)), height: Math.max(16, Math.round(size![1] * share)) });
  const [kind, falloff = ''] = look.split(' ');
  const wish = (state: unknown) => (size && how !== 'difference' ? JSON.stringify([state, kind, falloff, eye, size]) : '');
  const one = useStill(wish(first), async (share, signal) => ({ picture: await api.still({ of: first, look: kind!, falloff, eye, ...sized(share) }, 'first', signal), told: null }));
  const two = useStill(wish(second), async (share, signal) => ({ picture: await api.still({ of: second, look: kind!, falloff, eye, ...sized(share) }, 'second', signal), told: null }));
  const off = useStill(size && how === 'difference' ? JSON.stringify([first, second, of, eye, size]) : '', async (share, signal) => {
    const [id = '', field = ''] = of.split(' ');
    const { picture, ...told } = await api.difference({ before: first, after: second, falloff: field === '' ? id : '', layer: field === '' ? '' : id, field, eye, ...sized(share) }, signal);
    return { picture, told };
  });
  const blinks = useBlink(how === 'blink');
  const working = how === 'difference' ? off.working : one.working || two.working;
  const done = how === 'difference' ? off.taken?.of !== '' && off.taken !== null : one.taken?.of === wish(first) && two.taken?.of === wish(second) && one.taken !== null;
  const splitTo = (clientX: number) => {
    const box = pane.current!.getBoundingClientRect();
    setSplit(Math.max(0, Math.min(100, (100 * (clientX - box.left)) / box.width)));
  };
  return (
    <div
      ref={pane}
      className="states-pictures"
      data-done={done && !working}
      tabIndex={0}
      role="application"
      aria-label="The two states from one eye. Arrow keys turn it, + and − bring it nearer and farther."
      onKeyDown={(event) => {
        const next = byKey(eye, event.key);
        if (!next || event.target !== event.currentTarget) return;
        event.preventDefault();
        setEye(next);
      }}
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        from.current = { x: event.clientX, y: event.clientY, eye };
      }}
      onPointerMove={(event) => from.current && setEye(dragged(from.current.eye, event.clientX - from.current.x, event.clientY - from.current.y))}
      onPointerUp={() => (from.current = null)}
      onWheel={(event) => setEye(nearer(eye, -Math.sign(event.deltaY)))}
    >
      {how === 'difference' ? (
        off.taken && <img src={off.taken.url} alt="How the second differs from the first" draggable={false} />
      ) : (
        <>
          {two.taken && <img src={two.taken.url} alt="The second state" draggable={false} style={{ visibility: how === 'blink' && blinks ? 'hidden' : 'visible' }} />}
          {one.taken && <img src={one.taken.url} alt="The first state" draggable={false} style={how === 'split' ? { clipPath: `inset(0 ${100 - split}% 0 0)` } : { visibility: blinks ? 'visible' : 'hidden' }} />}
        </>
      )}
      {how === 'split' && (
        <div
          className="states-line"
          style={{ left: `${split}%` }}
          role="slider"
          tabIndex={0}
          aria-label="Split line"
          aria-orientation="horizontal"
          aria-valuemin={0}
          aria-valuemax={100}
          aria-valuenow={Math.round(split)}
          onKeyDown={(event) => {
            const by = { ArrowLeft: -2, ArrowRight: 2, Home: -100, End: 100 }[event.key];
            if (by === undefined) return;
            event.preventDefault();
            setSplit(Math.max(0, Math.min(100, split + by)));
          }}
          onPointerDown={(event) => {
            event.stopPropagation();
            event.currentTarget.setPointerCapture(event.pointerId);
          }}
          onPointerMove={(event) => event.buttons > 0 && splitTo(event.clientX)}
        >
          <span>first</span>
          <b aria-hidden="true">‹ ›</b>
          <span>second</span>
        </div>
      )}
      {how === 'blink' && <p className="states-word">{blinks ? 'first' : 'second'}</p>}
      {how === 'difference' && off.taken && <Ends {...off.taken.told} unit={unitOf(kinds, recipe.layers, of)} />}
      <UnderWay
        working={working}
        of={how}
        doing={() => viewApi(how === 'difference' ? 'difference' : one.working ? 'first' : 'second').doing()}
        stop={() => [one, two, off].forEach((each) => each.stop())}
      />
    </div>
  );
}

/** What the colours of a difference say, and how far it differs. */
function Ends({ end, share, mean, unit }: { end: number; share: number; mean: number; unit: string }) {
  return (
    <div className="states-ends" role="note" aria-label={`From ${withUnit(-end, unit)} to ${withUnit(end, unit)}`}>
      <div>
        <span>{withUnit(-end, unit)}</span>
        <i />
        <span>+{withUnit(end, unit)}</span>
      </div>
      <small className="muted">
        changed on {percent(share)} of the ground, {withUnit(mean, unit)} on the mean
      </small>
    </div>
  );
}

/** What layers compute over the ground, layer after layer. */
function fieldsOf(kinds: AllKinds, layers: Layer[]) {
  return layers
    .filter((layer) => !layer.hidden)
    .map((layer) => ({ layer, fields: resultsOf(kinds, layer) }))
    .filter(({ fields }) => fields.length > 0);
}

function unitOf(kinds: AllKinds, layers: Layer[], of: string): string {
  if (of === '') return 'm';
  const [id, name] = of.split(' ');
  const layer = layers.find((each) => each.id === id);
  return layer && name ? (resultsOf(kinds, layer).find((each) => each.name === name)?.unit ?? '') : '';
}

function useBlink(on: boolean): boolean {
  const [first, setFirst] = useState(true);
  useEffect(() => {
    if (!on) return;
    const clock = setInterval(() => setFirst((now) => !now), BLINK);
    return () => clearInterval(clock);
  }, [on]);
  return first;
}
