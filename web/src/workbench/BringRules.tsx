import { useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { Modal } from 'react-bootstrap';
import { api } from '../api/client';
import type { AdaptedView, Edit, Recipe } from '../api/types';
import { Dialog } from '../parts/Dialog';
import { sayProblem } from '../parts/notes';
import { counted } from '../parts/numbers';
import { useSession } from './session';

interface How {
  heights: 'metres' | 'share';
  lengths: 'kept' | 'scaled';
  bringPlaces: boolean;
  instead: { theirs: string; ours: string }[];
}

const FIRST: How = { heights: 'metres', lengths: 'kept', bringPlaces: true, instead: [] };

/** Brings falloffs, layers, drives and plants of another site onto this ground, in one action that can be undone. */
export function BringRules({ show, onHide }: { show: boolean; onHide: () => void }) {
  const { site, recipe, edits: unsaved, commit } = useSession();
  const sites = useQuery({ queryKey: ['sites'], queryFn: api.sites, enabled: show });
  const [from, setFrom] = useState('');
  const [part, setPart] = useState<string[]>([]);
  const [how, setHow] = useState<How>(FIRST);
  const [seen, setSeen] = useState<AdaptedView | null>(null);
  const others = sites.data?.filter((each) => each.id !== site.id) ?? [];
  const other = useQuery({ queryKey: ['site', from], queryFn: () => api.site(from), enabled: show && from !== '' });
  useEffect(() => {
    if (!show || from === '') return;
    let wanted = true;
    setSeen(null);
    api.adapt(site.id, { base: site.revision, edits: unsaved, from, part, ...how }).then((view) => wanted && setSeen(view), (problem) => wanted && sayProblem(problem));
    return () => {
      wanted = false;
    };
  }, [show, from, part, how, site.id, site.revision, unsaved]);
  const close = () => {
    setFrom('');
    setPart([]);
    setHow(FIRST);
    onHide();
  };
  const name = others.find((each) => each.id === from)?.name ?? '';
  const bring = () => {
    if (!seen) return;
    commit(seen.edits as Edit[], `Brought ${brought(seen)} from ${name}.`);
    close();
  };
  return (
    <Dialog show={show} onHide={close} title="Bring rules from another site">
      <Modal.Body>
        {others.length === 0 && <p className="muted mb-0">There is no other site yet. Make one under Sites, or open a recipe there.</p>}
        {others.length > 0 && (
          <label className="d-flex gap-2 align-items-center mb-2">
            From
            <select className="form-select form-select-sm w-auto" value={from} onChange={(event) => setFrom(event.target.value)}>
              <option value="">choose a site</option>
              {others.map((each) => (
                <option key={each.id} value={each.id}>
                  {each.name}
                </option>
              ))}
            </select>
          </label>
        )}
        {from !== '' && (
          <>
            <HowFields how={how} onChange={setHow} />
            {other.data && <PartField recipe={other.data.recipe} part={part} onChange={setPart} />}
            {seen && <Seen seen={seen} recipe={recipe} how={how} onChange={setHow} />}
            {!seen && <p className="muted small mb-0">Looking at what can be carried …</p>}
          </>
        )}
      </Modal.Body>
      <Modal.Footer className="justify-content-start">
        <button className="btn btn-primary btn-sm" disabled={!seen || seen.edits.length === 0} onClick={bring}>
          {seen ? `Bring ${brought(seen)}` : 'Bring them'}
        </button>
      </Modal.Footer>
    </Dialog>
  );
}

/** "3 falloffs and 2 layers". */
function brought(seen: AdaptedView): string {
  const edits = seen.edits as Edit[];
  const falloffs = edits.filter((each) => each.kind === 'add-falloff').length;
  const layers = edits.filter((each) => each.kind === 'add-layer').length;
  return `${counted(falloffs, 'falloff')} and ${counted(layers, 'layer')}`;
}

function HowFields({ how, onChange }: { how: How; onChange: (how: How) => void }) {
  const radio = (name: string, chosen: boolean, text: string, next: Partial<How>) => (
    <label className="d-flex gap-1 small">
      <input type="radio" name={name} checked={chosen} onChange={() => onChange({ ...how, ...next })} /> {text}
    </label>
  );
  return (
    <div className="bring-how">
      <fieldset>
        <legend className="small mb-0">Heights</legend>
        {radio('bring-heights', how.heights === 'metres', 'as metres', { heights: 'metres' })}
        {radio('bring-heights', how.heights === 'share', 'the same share of the ground', { heights: 'share' })}
      </fieldset>
      <fieldset>
        <legend className="small mb-0">Lengths</legend>
        {radio('bring-lengths', how.lengths === 'kept', 'as they are', { lengths: 'kept' })}
        {radio('bring-lengths', how.lengths === 'scaled', 'by the size of the site; plants keep theirs', { lengths: 'scaled' })}
      </fieldset>
      <label className="d-flex gap-1 small">
        <input type="checkbox" checked={how.bringPlaces} onChange={(event) => onChange({ ...how, bringPlaces: event.target.checked })} /> Bring places along that are missing here
      </label>
    </div>
  );
}

/** All of it, or chosen layers and falloffs with whatever they read. */
function PartField({ recipe, part, onChange }: { recipe: Recipe; part: string[]; onChange: (part: string[]) => void }) {
  const all = [...recipe.layers, ...recipe.falloffs];
  return (
    <details className="small my-2">
      <summary>{part.length === 0 ? `All of it: ${counted(recipe.layers.length, 'layer')}, ${counted(recipe.falloffs.length, 'falloff')}` : `${part.length} chosen, with what they read`}</summary>
      <div className="bring-part">
        {all.map((each) => (
          <label key={each.id} className="d-flex gap-1">
            <input type="checkbox" checked={part.includes(each.id)} onChange={(event) => onChange(event.target.checked ? [...part, each.id] : part.filter((id) => id !== each.id))} />
            {each.name}
          </label>
        ))}
      </div>
    </details>
  );
}

/** What was matched, what could not be carried, and who may stand for what is missing. */
function Seen({ seen, recipe, how, onChange }: { seen: AdaptedView; recipe: Recipe; how: How; onChange: (how: How) => void }) {
  const asked = [...new Set([...how.instead.map((each) => each.theirs), ...seen.asked])];
  const known = [...recipe.places, ...recipe.props];
  const stands = (theirs: string, ours: string) => onChange({ ...how, instead: [...how.instead.filter((each) => each.theirs !== theirs), ...(ours === '' ? [] : [{ theirs, ours }])] });
  return (
    <div className="small bring-seen" aria-live="polite">
      {asked.map((theirs) => (
        <label key={theirs} className="d-flex gap-2 align-items-center mb-1">
          What stands for {theirs} here?
          <select className="form-select form-select-sm w-auto" value={how.instead.find((each) => each.theirs === theirs)?.ours ?? ''} onChange={(event) => stands(theirs, event.target.value)}>
            <option value="">nothing</option>
            {known.map((each) => (
              <option key={each.id} value={each.name}>
                {each.name}
              </option>
            ))}
          </select>
        </label>
      ))}
      {seen.lost.length > 0 && <b>Not carried</b>}
      {seen.lost.map((each) => (
        <p key={each.name} className="mb-1">
          {each.name}: {each.reason}
        </p>
      ))}
      {seen.notes.length > 0 && <b>Adapted</b>}
      {seen.notes.map((note) => (
        <p key={note} className="muted mb-0">
          {note}
        </p>
      ))}
    </div>
  );
}
