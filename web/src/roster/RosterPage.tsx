import { useQuery } from '@tanstack/react-query';
import { useEffect, useMemo, useRef, useState } from 'react';
import { Link } from 'react-router';
import { api } from '../api/client';
import { bundle } from '../api/data';
import type { RosterView } from '../api/types';
import { sayProblem } from '../parts/notes';
import { grouped, sharpness } from '../parts/numbers';
import { ViewLinks } from '../parts/ViewLinks';
import type { Viewport } from '../view3d/Viewport';
import { useSession } from '../workbench/session';
import { isCover } from '../workbench/layerKinds';
import { Seeing } from '../view/Seeing';
import { SitePage } from '../workbench/SitePage';
import { View3D } from '../workbench/View3D';
import { RosterTable } from './RosterTable';
import { filtered, sorted, type Filter } from './rows';
import { useSelection, useView } from '../view/view';

/** Every plant as a row of numbers, beside the same plants in the picture. */
export function RosterPage() {
  return (
    <SitePage name="roster">
      <Seeing />
      <Roster />
    </SitePage>
  );
}

function Roster() {
  const { site, recipe, kinds, commit } = useSession();
  const { selection } = useView();
  const { layer: selected, asked, set } = useSelection('layer', 'asked', 'set');
  const covers = recipe.layers.filter((layer) => isCover(kinds, layer) && !layer.hidden);
  const layer = covers.find((each) => each.id === selected) ?? covers[0];
  const view = useRef<Viewport | null>(null);
  const [ripening, setRipening] = useState('');
  const [chosen, setChosen] = useState<Set<number>>(new Set());
  const [wanted, setWanted] = useState(-1);
  const roster = useQuery({ queryKey: ['roster', site.id, site.revision, layer?.id], queryFn: () => api.roster(site.id, layer!.id), enabled: layer !== undefined });
  const values = useColumns(roster.data);
  const [sort, setSort] = useState({ name: '', downward: false });
  const [ranges, setRanges] = useState<Record<string, [number, number]>>({});
  const rows = useMemo(() => {
    const filters: Filter[] = Object.entries(ranges).flatMap(([name, [least, most]]) => {
      const column = values.get(name);
      return column ? [{ values: column, least: least - 1e-6 * Math.abs(least), most: most + 1e-6 * Math.abs(most) }] : [];
    });
    const kept = filtered(roster.data?.plants ?? 0, filters);
    const by = values.get(sort.name);
    return by ? sorted(kept, by, sort.downward) : kept;
  }, [roster.data, values, sort, ranges]);
  // another layer has other columns and other plants
  useEffect(() => {
    setChosen(new Set());
    setRanges({});
    setWanted(-1);
    if (layer && layer.id !== selection.getState().layer) set({ layer: layer.id, property: 'density', shows: 'property' });
  }, [layer?.id, layer, set, selection]);
  useEffect(() => {
    if (!asked || asked.plant < 0) return;
    if (asked.layer === layer?.id) {
      setChosen(new Set([asked.plant]));
      setWanted(asked.plant);
    } else if (covers.some((each) => each.id === asked.layer)) set({ layer: asked.layer });
    // only a click in the picture counts
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [asked]);
  useEffect(() => {
    if (layer) view.current?.choosePlants(layer.id, chosen);
  }, [chosen, layer]);
  const choose = (plant: number, more: boolean) => {
    setChosen((now) => {
      if (!more) return new Set([plant]);
      const next = new Set(now);
      if (!next.delete(plant)) next.add(plant);
      return next;
    });
    const [x, y, z] = ['x', 'y', 'z'].map((name) => values.get(name)?.[plant]);
    if (!more && x !== undefined && y !== undefined && z !== undefined) view.current?.lookAt([x, y + 0.4, z], 2.4);
  };
  const remove = async () => {
    if (!layer || !roster.data) return;
    try {
      const ids = (await bundle(roster.data.idsKey)).arrays.ids as Uint32Array;
      const plants = [...chosen].map((plant) => hex(ids[2 * plant]!) + hex(ids[2 * plant + 1]!));
      commit([{ kind: 'remove-plants', layer: layer.id, plants }], `${plants.length === 1 ? '1 plant' : `${grouped(plants.length)} plants`} removed by hand.`);
      setChosen(new Set());
    } catch (error) {
      sayProblem(error);
    }
  };
  return (
    <div className="roster">
      <header className="head">
        <Link to="/" className="brand">
          Lumbrit
        </Link>
        <h1 className="serif fs-5 mb-0">Roster of {recipe.name}</h1>
        <ViewLinks site={site.id} here="roster" />
      </header>
      <main className="roster-middle">
        <div className="roster-side">
          {roster.error && <p className="empty" role="alert">{roster.error.message}</p>}
          {layer && (
            <div className="roster-bar">
              <select className="form-select form-select-sm w-auto" aria-label="Cover" value={layer.id} onChange={(event) => set({ layer: event.target.value, property: 'density', asked: null })}>
                {covers.map((each) => (
                  <option key={each.id} value={each.id}>
                    {each.name}
                  </option>
                ))}
              </select>
              <span className="muted" data-testid="rows" role="status">
                {roster.data ? `${grouped(rows.length)} of ${grouped(roster.data.plants)} plants` : 'counting …'}
                {chosen.size > 0 && ` · ${grouped(chosen.size)} picked`}
              </span>
              {Object.keys(ranges).length > 0 && (
                <button className="btn btn-quiet btn-sm" onClick={() => setRanges({})}>
                  Clear filters
                </button>
              )}
              <span className="d-flex gap-2">
                <button className="btn btn-quiet btn-sm" disabled={rows.length === 0} onClick={() => setChosen(new Set(rows))} title="Lights up every plant of the table in the picture">
                  Pick all shown
                </button>
                <button className="btn btn-quiet btn-sm" disabled={chosen.size === 0} onClick={() => void remove()}>
                  Remove picked
                </button>
                <a className="btn btn-quiet btn-sm" href={`/api/sites/${site.id}/roster.csv?layer=${encodeURIComponent(layer.id)}`} download>
                  CSV
                </a>
              </span>
            </div>
          )}
          {roster.data && layer ? (
            <RosterTable
              key={layer.id}
              columns={roster.data.columns}
              values={values}
              rows={rows}
              sort={sort}
              ranges={ranges}
              chosen={chosen}
              wanted={wanted}
              onSort={(name) => setSort((now) => (now.name === name ? { name: now.downward ? '' : name, downward: !now.downward } : { name, downward: false }))}
              onRange={(name, range) =>
                setRanges((now) => {
                  const others = Object.fromEntries(Object.entries(now).filter(([each]) => each !== name));
                  return range ? { ...others, [name]: range } : others;
                })
              }
              onChoose={choose}
            />
          ) : (
            !roster.error && <p className="empty m-auto">{layer ? 'Counting the plants …' : 'There is no cover yet, so there are no plants to list. Make one in the workbench with + layer.'}</p>
          )}
        </div>
        <div className="stage">
          <View3D
            onViewport={(viewport) => (view.current = viewport)}
            onRipen={(passes, of) => setRipening(sharpness(passes, of))}
          />
          <div className="floating roster-note">
            <span data-testid="ripening">{ripening}</span> · click a plant to find its row
          </div>
        </div>
      </main>
    </div>
  );
}

/** The columns' values, fetched one after the other. */
function useColumns(roster: RosterView | undefined): Map<string, Float32Array> {
  const [values, setValues] = useState<Map<string, Float32Array>>(new Map());
  useEffect(() => {
    let current = true;
    setValues(new Map());
    void (async () => {
      try {
        for (const column of roster?.columns ?? []) {
          const data = await bundle(column.key);
          if (!current) return;
          setValues((now) => new Map(now).set(column.name, data.arrays.values as Float32Array));
        }
      } catch (error) {
        if (current) sayProblem(error);
      }
    })();
    return () => {
      current = false;
    };
  }, [roster]);
  return values;
}

/** Eight hexadecimal digits. */
function hex(word: number): string {
  return (word >>> 0).toString(16).padStart(8, '0');
}
