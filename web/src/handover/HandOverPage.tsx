import { useQuery } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { Link, useParams } from 'react-router';
import { api, handedOver } from '../api/client';
import { NoteHolder, sayProblem } from '../parts/notes';
import { lasting, sized } from '../parts/numbers';
import { ViewLinks } from '../parts/ViewLinks';
import { useTitle } from '../parts/title';

const TITLES: Record<string, string> = {
  glb: '3D scene (GLB)',
  masks: 'Masks (16-bit PNG)',
  tints: 'Tints (PNG)',
  ground: 'Ground (meshes and height maps)',
  textures: 'Ground’s pictures (PNG, EXR, GLB)',
  props: 'Props (meshes)',
  places: 'Places (GeoJSON and SVG)',
  csv: 'Plants (CSV)',
  numpy: 'Plants (NumPy)',
  usd: 'Plants (USD text)',
  tiles: '3D Tiles',
  motion: 'Motion over the loop',
  grains: 'Grains (tables and NumPy)',
  snow: 'Snow and bodies',
  grown: 'What grows (GLB, PLY)',
  drawn: 'Drawn (SVG, PNG, GeoJSON, PDF)',
  recipe: 'Recipe',
};

/** What is handed over, for whom, in which format. */
export function HandOverPage() {
  const { id } = useParams<{ id: string }>();
  const site = useQuery({ queryKey: ['site', id], queryFn: () => api.site(id!) });
  useTitle('Hand over', site.data?.recipe.name);
  const formats = useQuery({ queryKey: ['formats'], queryFn: api.handOverFormats, staleTime: Infinity });
  const layers = useQuery({ queryKey: ['handover-layers', id], queryFn: () => api.handOverLayers(id!), refetchOnMount: 'always' });
  const formatNames = (formats.data ?? []).map((each) => each.name);
  const layerIds = (layers.data ?? []).map((each) => each.id);
  const [without, setWithout] = useState<string[]>([]);
  const [home, setHome] = useState<string[]>([]);
  const [texels, setTexels] = useState(2048);
  const [written, setWritten] = useState<{ bytes: number; seconds: number } | null>(null);
  const [working, setWorking] = useState(false);
  const abort = useRef(new AbortController());
  const chosen = formatNames.filter((name) => !without.includes(name));
  const atHome = layerIds.filter((each) => home.includes(each));
  const expected = useQuery({ queryKey: ['handover-expected', id, atHome, texels], queryFn: ({ signal }) => api.handOverExpected(id!, atHome, texels, signal), enabled: layers.data !== undefined, refetchOnMount: 'always', placeholderData: (before) => before });
  const of = (name: string) => expected.data?.find((each) => each.name === name);
  const sum = chosen.map(of).reduce((all, each) => ({ bytes: all.bytes + (each?.bytes ?? 0), seconds: all.seconds + (each?.seconds ?? 0) }), { bytes: 0, seconds: 0 });
  const write = async () => {
    abort.current = new AbortController();
    setWorking(true);
    setWritten(null);
    const start = performance.now();
    try {
      const { file, bytes } = await api.handOver(id!, chosen, atHome, texels, abort.current.signal);
      const link = document.createElement('a');
      link.href = handedOver(file);
      link.download = `${site.data?.recipe.name ?? 'site'} hand-over.zip`;
      link.click();
      setWritten({ bytes, seconds: (performance.now() - start) / 1000 });
    } catch (error) {
      if (!(error instanceof DOMException && error.name === 'AbortError')) sayProblem(error);
    }
    setWorking(false);
  };
  return (
    <>
      <header className="head">
        <Link to="/" className="brand">
          Lumbrit
        </Link>
        <Link to={`/sites/${id}`} className="muted text-decoration-none">
          {site.data?.recipe.name ?? '…'}
        </Link>
        <span>/ Hand over</span>
        <ViewLinks site={id!} here="handover" />
      </header>
      <main className="page">
        <h1 className="fs-3">Hand over</h1>
        <p className="muted">Everything goes into one zip with a short report of what is in it. Metres, +Y up, the origin in the middle of the site.</p>
        {site.error && <p role="alert">{site.error.message}</p>}
        <Chosen what="formats" all={formatNames} without={without} onChange={setWithout} />
        <div className="handed-formats mb-3">
          {formats.data?.map((format) => (
            <label key={format.name} className="place-card flex-row align-items-baseline gap-3 p-3">
              <input
                type="checkbox"
                checked={!without.includes(format.name)}
                onChange={() => setWithout(toggled(without, format.name))}
              />
              <span>
                <b className="serif fs-6">{TITLES[format.name] ?? format.name}</b> <span className="muted">{about(of(format.name))}</span>
                <br />
                <span className="muted">{format.purpose}.</span>
              </span>
            </label>
          ))}
        </div>
        {chosen.includes('textures') && (
          <p className="d-flex gap-2 align-items-baseline">
            <label htmlFor="texels">Pixels of the ground’s pictures along its longer side</label>
            <select id="texels" className="form-select form-select-sm w-auto" value={texels} onChange={(event) => setTexels(Number(event.target.value))}>
              {TEXELS.map((each) => (
                <option key={each} value={each}>
                  {each}
                </option>
              ))}
            </select>
            {site.data && <span className="muted">{apart(Math.max(site.data.recipe.ground.width ?? 0, site.data.recipe.ground.depth ?? 0) / texels)} a pixel</span>}
          </p>
        )}
        {layerIds.length > 0 && (
          <section aria-labelledby="handed-layers" className="mb-3">
            <h2 className="fs-5" id="handed-layers">
              Layers
            </h2>
            <p className="muted mb-2">A layer left out has no files of its own. The others stay as they are: they still keep away from its plants.</p>
            <Chosen what="layers" all={layerIds} without={home} onChange={setHome} />
            <div className="handed-layers">
              {layers.data?.map((layer) => (
                <label key={layer.id} className="d-flex gap-2 align-items-baseline">
                  <input type="checkbox" checked={!home.includes(layer.id)} onChange={() => setHome(toggled(home, layer.id))} />
                  <span>{layer.name}</span>
                </label>
              ))}
            </div>
          </section>
        )}
        <div className="d-flex gap-3 align-items-center">
          <button className="btn btn-primary" disabled={working || chosen.length === 0} onClick={() => void write()}>
            {working ? 'Writing …' : 'Write the zip'}
          </button>
          {working && (
            <button className="btn btn-quiet" onClick={() => {
                abort.current.abort();
                // the server need not find out by itself that nobody waits
                api.stop('handover').catch(() => undefined);
              }}>
              Stop
            </button>
          )}
          {chosen.length > 0 && !working && !written && expected.data && (
            <span className="muted">
              About {sized(sum.bytes)} before the zip, {lasting(sum.seconds)}.
            </span>
          )}
          {expected.isLoading && <span className="muted">Working out how much it will be …</span>}
          {chosen.length === 0 && <span className="muted">Choose at least one.</span>}
          <span role="status">{written && `Written: ${sized(written.bytes)} in ${written.seconds.toFixed(1)} s. The report inside says what each file holds.`}</span>
        </div>
      </main>
      <NoteHolder />
    </>
  );
}

const TEXELS = [1024, 2048, 4096, 8192];

/** Metres of a pixel in words. */
const apart = (metres: number) => (metres < 0.01 ? `${(metres * 1000).toPrecision(2)} mm` : metres < 1 ? `${(metres * 100).toPrecision(2)} cm` : `${metres.toPrecision(2)} m`);

/** What is said of the size of a format beside its name. */
function about(expected: { bytes: number; seconds: number } | undefined): string {
  if (!expected) return '';
  return expected.bytes < 1 ? 'nothing to hand over' : `about ${sized(expected.bytes)}, ${lasting(expected.seconds)}`;
}

const toggled = (list: string[], one: string) => (list.includes(one) ? list.filter((each) => each !== one) : [...list, one]);

/** All, none, and how many of a list are chosen. */
function Chosen({ what, all, without, onChange }: { what: string; all: string[]; without: string[]; onChange: (without: string[]) => void }) {
  const chosen = all.filter((each) => !without.includes(each)).length;
  return (
    <div className="d-flex gap-2 mb-2 align-items-baseline">
      <button className="btn btn-quiet btn-sm" aria-label={`All ${what}`} disabled={chosen === all.length} onClick={() => onChange([])}>
        All
      </button>
      <button className="btn btn-quiet btn-sm" aria-label={`None of the ${what}`} disabled={chosen === 0} onClick={() => onChange(all)}>
        None
      </button>
      <span className="muted">
        {chosen} of {all.length} {what} chosen
      </span>
    </div>
  );
}
