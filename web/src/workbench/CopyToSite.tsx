import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Modal } from 'react-bootstrap';
import { api } from '../api/client';
import type { Edit, Falloff, Recipe } from '../api/types';
import { sayProblem } from '../parts/notes';
import { freeName, freshId } from './selection';
import { useSession } from './session';

/** Puts a falloff, and all that it uses, into another site in one change; says what had to be adapted. */
export function CopyToSite({ falloff, show, onHide }: { falloff: Falloff; show: boolean; onHide: () => void }) {
  const { site, recipe } = useSession();
  const sites = useQuery({ queryKey: ['sites'], queryFn: api.sites, enabled: show });
  const [report, setReport] = useState<string[]>([]);
  const copy = async (id: string) => {
    try {
      const other = await api.site(id);
      const { edits, notes } = adapted(recipe, falloff, other.recipe);
      await api.edit(id, other.revision, edits);
      setReport([`Copied to ${other.recipe.name}.`, ...notes]);
    } catch (error) {
      sayProblem(error);
    }
  };
  const others = sites.data?.filter((each) => each.id !== site.id) ?? [];
  return (
    <Modal show={show} onHide={onHide} onExited={() => setReport([])}>
      <Modal.Header closeButton>
        <Modal.Title className="serif fs-5">Copy {falloff.name} to another site</Modal.Title>
      </Modal.Header>
      <Modal.Body>
        {report.map((line) => (
          <p key={line} className="mb-1">
            {line}
          </p>
        ))}
        {report.length === 0 && others.length === 0 && <p className="muted mb-0">There is no other site yet. Make one under Sites.</p>}
        {report.length === 0 &&
          others.map((each) => (
            <button key={each.id} className="btn btn-quiet d-block w-100 text-start mb-1" onClick={() => void copy(each.id)}>
              {each.name} <span className="muted small">{each.width} m wide</span>
            </button>
          ))}
      </Modal.Body>
    </Modal>
  );
}

/** The falloff and those it uses under fresh ids; places that are missing come along, what reads a layer cannot. */
export function adapted(from: Recipe, falloff: Falloff, to: Recipe): { edits: Edit[]; notes: string[] } {
  const notes: string[] = [];
  const edits: Edit[] = [];
  const ids = new Map<string, string>();
  const names = to.falloffs.map((each) => each.name);
  const places = new Map<string, string>();
  const placeOf = (id: string): string => {
    const place = from.places.find((each) => each.id === id);
    if (!place) return id;
    const same = to.places.find((each) => each.name === place.name);
    if (same) {
      notes.push(`It measures from ${same.name} of that site.`);
      return same.id;
    }
    if (!places.has(id)) {
      places.set(id, freshId('p'));
      edits.push({ kind: 'set-place', place: { ...place, id: places.get(id)! } });
      notes.push(`The place ${place.name} was copied along, at the same metres.`);
    }
    return places.get(id)!;
  };
  const copy = (each: Falloff): string => {
    const known = ids.get(each.id);
    if (known) return known;
    const id = freshId('f');
    ids.set(each.id, id);
    const used = (other: string) => {
      const found = from.falloffs.find((one) => one.id === other);
      return found ? copy(found) : other;
    };
    const steps = each.steps.map((step) => ('falloff' in step ? { ...step, falloff: used(step.falloff) } : step));
    const limits = each.limits.map((limit) => ({ ...limit, by: used(limit.by) }));
    let source = each.source;
    if (source.kind === 'distance') source = { ...source, place: placeOf(source.place) };
    if (source.kind === 'plants-near' || source.kind === 'layer-result') {
      const layer = from.layers.find((one) => one.id === (source as { layer: string }).layer);
      const same = to.layers.find((one) => one.kind === 'cover' && one.name === layer?.name) ?? to.layers.find((one) => one.kind === 'cover');
      if (!same) throw new Error(`${each.name} reads the layer ${layer?.name ?? ''}, and that site has no cover. Make one there first.`);
      notes.push(`${each.name} now reads the layer ${same.name}.`);
      source = { ...source, layer: same.id };
    }
    const name = freeName(each.name, names);
    if (name !== each.name) notes.push(`${each.name} is called ${name} there, as the name was taken.`);
    names.push(name);
    edits.push({ kind: 'add-falloff', added: { ...each, id, name, source, steps, limits }, index: to.falloffs.length + ids.size });
    return id;
  };
  copy(falloff);
  if (notes.length === 0) notes.push('Nothing had to be adapted.');
  return { edits, notes };
}
