import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { api } from '../api/client';
import type { Site, SiteLine } from '../api/types';
import { useTitle } from '../parts/title';
import { counted } from '../parts/numbers';
import { NoteHolder, sayProblem, useNotes } from '../parts/notes';
import { Bin } from './Bin';
import { Examples } from './Examples';
import { LevelDialog } from './LevelDialog';
import { NewSiteDialog } from './NewSiteDialog';

/** The places as pictures, and the ways to make another. */
export function SitesPage() {
  useTitle('Sites');
  const sites = useQuery({ queryKey: ['sites'], queryFn: api.sites });
  const demos = useQuery({ queryKey: ['demos'], queryFn: api.demos, staleTime: Infinity });
  const queries = useQueryClient();
  const navigate = useNavigate();
  const [file, setFile] = useState<File | null>(null);
  const [level, setLevel] = useState(false);
  const [over, setOver] = useState(false);
  const zip = useRef<HTMLInputElement>(null);
  const png = useRef<HTMLInputElement>(null);
  const open = async (make: () => Promise<Site>) => {
    try {
      const site = await make();
      await queries.invalidateQueries({ queryKey: ['sites'] });
      await navigate(`/sites/${site.id}`);
    } catch (error) {
      sayProblem(error);
    }
  };
  const take = (dropped: File | undefined) => {
    if (!dropped) return;
    if (dropped.name.toLowerCase().endsWith('.zip')) void open(() => api.openZip(dropped));
    else setFile(dropped);
  };
  const remove = async (site: SiteLine) => {
    try {
      await api.remove(site.id);
      await queries.invalidateQueries({ queryKey: ['sites'] });
      useNotes.getState().say(`Deleted ${site.name}.`, {
        action: { label: 'Undo', run: () => void api.restore(site.id).then(() => queries.invalidateQueries({ queryKey: ['sites'] }), sayProblem) },
      });
    } catch (error) {
      sayProblem(error);
    }
  };
  const picker = (ref: React.RefObject<HTMLInputElement | null>, accept: string, label: string) => (
    <input
      ref={ref}
      type="file"
      hidden
      accept={accept}
      aria-label={label}
      onChange={(event) => {
        take(event.target.files?.[0]);
        event.target.value = '';
      }}
    />
  );
  return (
    <div
      className="min-vh-100"
      onDragOver={(event) => {
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(event) => {
        event.preventDefault();
        setOver(false);
        take(event.dataTransfer.files[0]);
      }}
    >
      <header className="head">
        <span className="brand">Lumbrit</span>
        <span className="muted">plants, ground, water and weather by rule</span>
      </header>
      <main className="page">
        <h1 className="fs-3 mb-3">Sites</h1>
        {sites.error && <p className="text-danger">{sites.error.message}</p>}
        {sites.data?.length === 0 && <p className="muted">No site yet. Begin with the demo, or drop a height map of your own here.</p>}
        <div className="places">
          {sites.data?.map((site) => (
            <article key={site.id} className="place-card">
              <Link to={`/sites/${site.id}`} className="picture" aria-label={`Open ${site.name}${site.still > 0 ? '' : ', not looked at yet'}`}>
                {site.still > 0 ? <img src={`/api/sites/${site.id}/still?of=${site.still}`} alt="" loading="lazy" /> : <span className="unseen">not looked at yet</span>}
              </Link>
              <div className="p-3 d-flex align-items-start">
                <div className="flex-grow-1">
                  <Link to={`/sites/${site.id}`} className="serif fs-5 text-decoration-none fw-semibold">
                    {site.name}
                  </Link>
                  <div className="muted small">
                    {site.width} m wide, {counted(site.falloffs, 'falloff')}, {counted(site.layers, 'layer')}
                  </div>
                </div>
                <a className="btn btn-quiet btn-sm me-2 text-nowrap" href={`/api/sites/${site.id}/recipe.zip`}
                  title="Save the recipe and its height map as a zip"
                  onClick={() => useNotes.getState().say(`Saving ${site.name} as a zip: its recipe as it is now, with the height maps, pictures and meshes that it names.`)}
                >
                  Save zip
                </a>
                <button className="btn btn-quiet btn-sm" onClick={() => void remove(site)}>
                  Delete
                </button>
              </div>
            </article>
          ))}
          <section className={`drop-zone d-flex flex-column justify-content-center gap-2 ${over ? 'over' : ''}`} aria-label="New site">
            <h2 className="fs-5 mb-1">New site</h2>
            <p className="muted mb-2">Drop a height map (PNG, TIFF or Esri grid) or a recipe zip anywhere on this page.</p>
            <button className="btn btn-primary" onClick={() => png.current?.click()}>
              From a height map …
            </button>
            <button className="btn btn-quiet" onClick={() => setLevel(true)}>
              On level land …
            </button>
            <button className="btn btn-quiet" onClick={() => zip.current?.click()}>
              Open a recipe zip …
            </button>
            {demos.data && demos.data.length > 0 && (
              <div className="d-flex flex-wrap justify-content-center gap-1 align-items-center">
                <span className="muted">A demo anew:</span>
                {demos.data.map((name, number) => (
                  <button key={name} className="btn btn-quiet btn-sm" onClick={() => void open(() => api.createDemo(number))}>
                    {name}
                  </button>
                ))}
              </div>
            )}
            {picker(png, '.png,.tif,.tiff,.asc,image/png,image/tiff', 'Height map file')}
            {picker(zip, '.zip', 'Recipe zip file')}
          </section>
        </div>
        <Examples onOpen={(number) => void open(() => api.createExample(number))} />
        <Bin />
      </main>
      {level && <LevelDialog onHide={() => setLevel(false)} onCreate={(wish) => void open(() => api.create(wish))} />}
      {file && <NewSiteDialog file={file} onHide={() => setFile(null)} onCreate={(wish) => void open(() => api.create(wish))} />}
      <NoteHolder />
    </div>
  );
}
