import { useQuery } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { api } from '../api/client';
import type { PropCard, YardView } from '../api/types';
import { grouped, withUnit } from '../parts/numbers';
import { AddProp } from '../workbench/PropPanel';
import { useSession } from '../workbench/session';
import { ViewLinks } from '../parts/ViewLinks';
import { SitePage } from '../workbench/SitePage';
import { UndoButtons } from '../workbench/UndoButtons';
import { ACCEPTED, useDroppedFiles, useFiles } from './dropping';
import { GroundDialog } from './GroundDialog';
import { useSelected } from '../view/view';

/** Where props and the ground are kept: what they look like, how large they are, what is wrong with them. */
export function YardPage() {
  return (
    <SitePage name="yard">
      <Yard />
    </SitePage>
  );
}

function Yard() {
  const { site, recipe } = useSession();
  const yard = useQuery({ queryKey: ['yard', site.id, site.revision], queryFn: () => api.yard(site.id), placeholderData: (before) => before });
  const input = useRef<HTMLInputElement>(null);
  const take = useFiles((state) => state.take);
  const dropping = useDroppedFiles();
  const [ground, setGround] = useState(false);
  return (
    <div className="page yard">
      {dropping}
      <header className="d-flex align-items-center gap-3 mb-3">
        <Link to="/" className="brand">
          Lumbrit
        </Link>
        <h1 className="serif fs-4 mb-0">Yard of {recipe.name}</h1>
        <span className="d-flex gap-2">
          <UndoButtons />
          <button className="btn btn-primary" onClick={() => input.current?.click()}>
            Import …
          </button>
          <AddProp />
        </span>
        <ViewLinks site={site.id} here="yard" />
        <input
          ref={input}
          type="file"
          multiple
          hidden
          accept={ACCEPTED}
          aria-label="Meshes, height maps or places to import"
          onChange={(event) => {
            take([...(event.target.files ?? [])]);
            event.target.value = '';
          }}
        />
      </header>
      <p className="muted">Drop OBJ, PLY, STL, GLB or glTF meshes here, a height map (PNG, TIFF, Esri ASCII grid), or places (GeoJSON, SVG); several at once if you like. Each picture has a person of 1.75 m in heather.</p>
      {yard.error && <p role="alert">{yard.error.message}</p>}
      <div className="cards">
        {yard.data && <GroundCard ground={yard.data.ground} onSettings={() => setGround(true)} />}
        {yard.data?.props.map((prop) => <PropCardView key={prop.id} card={prop} />)}
      </div>
      {yard.data && yard.data.props.length === 0 && <p className="empty">Nothing stands here yet. Import a mesh, or put up something made by rule with + prop.</p>}
      <GroundDialog show={ground} onHide={() => setGround(false)} />
    </div>
  );
}

function GroundCard({ ground, onSettings }: { ground: YardView['ground']; onSettings: () => void }) {
  const { recipe } = useSession();
  const water = ground.water;
  return (
    <article className="yard-card ground" aria-label="The ground">
      <img src={`/api/pictures/${ground.picture}`} width="280" height="210" alt="The ground, seen from the south-east" />
      <div className="d-flex justify-content-between">
        <b className="serif">The ground</b>
        <span className="muted small">{recipe.ground.heights ? 'from a height map' : 'level land'}{ground.layers > 0 ? `, ${ground.layers} relief layers` : ''}</span>
      </div>
      <dl>
        <dt>Size</dt>
        <dd>
          {withUnit(Number(ground.width.toPrecision(5)), 'm')} × {withUnit(Number(ground.depth.toPrecision(5)), 'm')}
        </dd>
        <dt>Nodes</dt>
        <dd>
          {grouped(ground.columns)} × {grouped(ground.rows)}
        </dd>
        <dt>Heights</dt>
        <dd>
          {ground.lowest.toFixed(2)} to {ground.highest.toFixed(2)} m
        </dd>
        {water.slice(0, 3).map((body, i) => (
          <div className="contents" key={i}>
            <dt>{i === 0 ? 'Water' : ''}</dt>
            <dd>
              {grouped(Math.round(body.area))} m², {grouped(Math.round(body.volume))} m³, {body.deepest.toFixed(1)} m deep
            </dd>
          </div>
        ))}
        {water.length > 3 && <dd className="span muted">and {water.length - 3} smaller pools</dd>}
      </dl>
      <button className="btn btn-quiet btn-sm" onClick={onSettings}>
        Size, resolution, water …
      </button>
    </article>
  );
}

function PropCardView({ card }: { card: PropCard }) {
  const { site, recipe, commit } = useSession();
  const navigate = useNavigate();
  const set = useSelected((s) => s.set);
  const prop = recipe.props.find((each) => each.id === card.id);
  if (!prop) return null;
  const resting = Math.abs(card.lowest) < 0.005;
  return (
    <article className="yard-card" aria-label={card.name}>
      <img src={`/api/pictures/${card.picture}`} width="280" height="210" alt={`${card.name} beside a person of 1.75 m`} />
      <div className="d-flex justify-content-between align-items-baseline">
        <b className="serif">{card.name}</b>
        <span className="muted small">{card.kind}</span>
      </div>
      <div className="small">
        {card.size.map((side) => withUnit(Number(side.toPrecision(3)), 'm')).join(' × ')}
      </div>
      <div className="muted small">
        {grouped(card.triangles)} triangles, {grouped(card.vertices)} vertices, {card.area.toFixed(1)} m²{card.closed ? ', closed' : ''}
      </div>
      <div className="muted small">
        {resting ? 'stands on the ground' : `lowest point ${Math.abs(card.lowest).toFixed(2)} m ${card.lowest > 0 ? 'above' : 'below'} the ground`}
      </div>
      {card.findings.map((finding) => (
        <div key={finding.title} className="yard-finding">
          <b>{finding.title.replace(`${card.name}: `, '')}</b> {finding.text}
          {finding.remedy !== '' && (
            <button className="btn btn-quiet btn-sm" onClick={() => commit(finding.edits as Parameters<typeof commit>[0], `${card.name}: ${finding.remedy}.`)}>
              {finding.remedy}
            </button>
          )}
        </div>
      ))}
      <div className="d-flex gap-1 mt-auto">
        <button className="btn btn-quiet btn-sm" onClick={() => commit([{ kind: 'set-prop', prop: { ...prop, standing: true, y: 0 } }], `${card.name} stands on the ground.`)}>
          Stand on ground
        </button>
        <button
          className="btn btn-quiet btn-sm"
          onClick={() => {
            set({ prop: card.id });
            void navigate(`/sites/${site.id}`);
          }}
        >
          Show
        </button>
        <button className="btn btn-quiet btn-sm" onClick={() => commit([{ kind: 'remove-prop', prop: card.id }], `Deleted ${card.name}.`)}>
          Delete
        </button>
      </div>
    </article>
  );
}
