import { useQuery } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { api, whenStopped } from '../api/client';
import { bundle } from '../api/data';
import type { Edit, Layer } from '../api/types';
import { grouped, toTenthOfMillimetre, withUnit } from '../parts/numbers';
import { BrushBar } from '../workbench/BrushBar';
import { hasTool } from '../workbench/layerKinds';
import { useSession } from '../workbench/session';
import type { NurseryPlant } from './PlantList';
import { usePlantBrush } from './plantBrush';
import { SheetView } from './SheetView';
import { useSeen, useSelection } from '../view/view';

/** The lined sheet with the variants of one plant; while the strip of steps is open, the chosen falloff can be seen and painted on them. */
export function Sheet({ plant, strip }: { plant: NurseryPlant; strip: boolean }) {
  const { recipe, kinds, site, pending, edits, commit } = useSession();
  const { findings: known } = useSeen('findings');
  const { falloff: chosen, stage, values, set } = useSelection('falloff', 'stage', 'values', 'set');
  const canvas = useRef<HTMLCanvasElement>(null);
  const view = useRef<SheetView | null>(null);
  const [growth, setGrowth] = useState(1);
  const [detail, setDetail] = useState(0);
  const [breeze, setBreeze] = useState(0);
  const [windy, setWindy] = useState(false);
  const [turning, setTurning] = useState(false);
  const [lost, setLost] = useState('');
  const falloff = strip ? recipe.falloffs.find((each) => each.id === chosen) : undefined;
  const shows = values ? falloff?.id : undefined;
  const asked = JSON.stringify([edits, shows, stage]);
  const sheet = useQuery({
    queryKey: ['sheet', site.id, site.revision, plant.id, growth, detail, asked],
    queryFn: async () => {
      const found = await api.sheet(site.id, { base: site.revision, edits, plant: plant.id, growth, detail, falloff: shows, stage });
      return { ...found, data: await bundle(found.key) };
    },
    placeholderData: (before) => before,
    retry: whenStopped,
    retryDelay: 100,
    gcTime: 10_000,
  });
  useEffect(() => {
    try {
      view.current = new SheetView(canvas.current!);
    } catch {
      setLost('This browser cannot draw in 3D (WebGL 2 is off or missing).');
    }
    return () => view.current?.dispose();
  }, []);
  const shown = sheet.data;
  const { painting, ...hand } = usePlantBrush(view, falloff, shown?.tallest ?? 1);
  const still = painting && falloff?.source.kind === 'brush';
  const moving = pending.find((edit) => edit.kind === 'set-layer' && edit.changed.id === plant.id);
  const tint = moving?.kind === 'set-layer' && moving.changed.kind === 'plant' ? moving.changed.tint : plant.tint;
  useEffect(() => {
    if (shown) view.current?.setPlants(shown.data, shown.tallest, shown.widest, tint);
  }, [shown, tint]);
  useEffect(() => view.current?.setBreeze(still ? 0 : breeze), [breeze, still]);
  useEffect(() => view.current?.setTurning(turning && !still), [turning, still]);
  const wind = useQuery({
    queryKey: ['breeze', site.id, site.revision, plant.id],
    queryFn: async () => {
      const found = await api.breeze(site.id, plant.id);
      return { ...found, data: await bundle(found.key) };
    },
    enabled: windy,
    placeholderData: (before) => before,
    retry: whenStopped,
    retryDelay: 100,
  });
  const blowing = windy && !still ? wind.data : undefined;
  useEffect(() => {
    view.current?.setWind(blowing ? { bends: blowing.data.arrays.bends as Float32Array, tips: blowing.data.arrays.tips as Float32Array, step: blowing.step, turns: blowing.turns } : null);
  }, [blowing]);
  const brushed = plant.plant.kind === 'mesh' && plant.plant.coordinate === 'brush' ? plant.plant : null;
  const setStroke = (stroke: number[][]) => brushed && commit([{ kind: 'set-layer', changed: { ...plant, plant: { ...brushed, stroke } } as Layer }]);
  const stroke = (event: React.MouseEvent) => {
    const box = canvas.current!.getBoundingClientRect();
    const place = brushed && view.current?.placeAt(event.clientX - box.left, event.clientY - box.top);
    if (place) setStroke([...brushed.stroke, place.map(toTenthOfMillimetre)]);
  };
  const findings = known?.filter((each) => each.layer === plant.id) ?? [];
  const level = shown?.levels[Math.min(detail, (shown?.levels.length ?? 1) - 1)];
  return (
    <section className="sheet" aria-label={`Sheet of ${plant.name}`}>
      <div className="sheet-canvas">
        <canvas ref={canvas} aria-label={`${plant.name}: ${shown?.variants ?? 0} variants beside a rule`} role="img" onClick={stroke} {...hand} className={brushed || still ? 'placing' : ''} data-testid="sheet" data-shown={shown?.key ?? ''} />
        {lost && <p className="empty">{lost}</p>}
        {sheet.error && (
          <div className="floating sheet-problem" role="alert">
            {sheet.error.message}
          </div>
        )}
        {findings.length > 0 && (
          <div className="floating sheet-findings" role="status">
            {findings.map((finding) => (
              <div key={finding.title} className="yard-finding">
                <b>{finding.title.replace(`${plant.name}: `, '')}</b> {finding.text}{' '}
                {finding.remedy !== '' && (
                  <button className="btn btn-quiet btn-sm" onClick={() => commit(finding.edits as Edit[], `${plant.name}: ${finding.remedy}.`)}>
                    {finding.remedy}
                  </button>
                )}
              </div>
            ))}
          </div>
        )}
        {falloff && <BrushBar falloff={falloff} reach={shown?.tallest ?? 1} over="the plants" />}
        {brushed && !falloff && (
          <div className="floating sheet-stroke">
            Click from its foot to its tip: {brushed.stroke.length === 1 ? '1 place' : `${brushed.stroke.length} places`} so far.
            <button className="btn btn-quiet btn-sm ms-2" disabled={brushed.stroke.length === 0} onClick={() => setStroke([])}>
              Clear
            </button>
          </div>
        )}
        <div className="sheet-title">
          <b className="serif">{plant.name}</b>
          {shown && (
            <span className="muted">
              {' '}
              {shown.variants === 1 ? '1 variant' : `${shown.variants} variants`}, up to {withUnit(Number(shown.tallest.toPrecision(3)), 'm')} tall and {withUnit(Number(shown.widest.toPrecision(3)), 'm')} across
            </span>
          )}
        </div>
      </div>
      <div className="sheet-foot">
        <label>
          growth <b>{Math.round(growth * 100)} %</b>
          <input type="range" aria-label="Growth" min={0} max={1} step={0.01} value={growth} onChange={(event) => setGrowth(Number(event.target.value))} />
        </label>
        <label>
          breeze <b>{breeze}°</b>
          <input type="range" aria-label="Breeze" min={0} max={80} step={1} value={breeze} onChange={(event) => setBreeze(Number(event.target.value))} />
        </label>
        <button
          className={`btn btn-quiet btn-sm ${windy ? 'active' : ''}`}
          aria-pressed={windy}
          disabled={!recipe.layers.some((each) => hasTool(kinds, each, 'rose') && !each.hidden)}
          title={blowing ? `${blowing.wind}${blowing.sway ? `, by ${blowing.sway}` : ', by a plain sway'}` : 'Bends as the site’s wind bends it; add a wind on the workbench'}
          onClick={() => setWindy(!windy)}
        >
          In the site’s wind
        </button>
        {windy && wind.error && <span className="rust small">{wind.error.message}</span>}
        <button className={`btn btn-quiet btn-sm ${turning ? 'active' : ''}`} aria-pressed={turning} onClick={() => setTurning(!turning)}>
          Turn slowly
        </button>
        {falloff && (
          <button className={`btn btn-quiet btn-sm ${values ? 'active' : ''}`} aria-pressed={values} title={`Shows ${falloff.name} on the plants: dark for 0, light for 1`} onClick={() => set({ values: !values })}>
            Values
          </button>
        )}
        <div className="details" role="group" aria-label="Detail">
          {shown?.levels.map((each, d) => (
            <button key={d} className={`btn btn-quiet btn-sm ${d === detail ? 'active' : ''}`} aria-pressed={d === detail} onClick={() => setDetail(d)} title={each.standIn ? 'Stands for the plant far away' : d === 0 ? 'The full mesh' : `Detail ${d}`}>
              {each.standIn ? 'stand-in' : d === 0 ? 'full' : d} <span className="muted">{grouped(each.triangles)}</span>
            </button>
          ))}
        </div>
        {level && (
          <span className="muted small" data-testid="detail-error">
            {grouped(level.triangles)} triangles{detail > 0 ? `, at most ${withUnit(Number(level.error.toPrecision(2)), 'm')} off the full mesh` : ''}
          </span>
        )}
      </div>
    </section>
  );
}
