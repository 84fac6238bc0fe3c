import { useRef } from 'react';
import { Dropdown } from 'react-bootstrap';
import { api } from '../api/client';
import type { Edit, Source, Step } from '../api/types';
import { sayProblem, useNotes } from '../parts/notes';
import { useSession } from './session';
import { onBoard } from './families';
import { isCover } from './layerKinds';
import { timesOf, withDefaults } from './settings';
import { stepEdits } from './stepEdits';
import { INSIDE } from '../parts/menu';
import { freeName, freshId } from '../view/selection';
import { useSelection, useView } from '../view/view';

/** "+ falloff": a menu of the sources. */
export function AddFalloff() {
  const { recipe, kinds, commit } = useSession();
  const { selection } = useView();
  const { set, chooseFalloff } = useSelection('set', 'chooseFalloff');
  const file = useRef<HTMLInputElement>(null);
  const add = (kind: string, picture?: string) => {
    const description = kinds.sources.find((each) => each.name === kind)!;
    if (description.settings.some((setting) => setting.type === 'picture') && !picture) {
      file.current?.click();
      return;
    }
    const reads = description.settings.find((setting) => setting.type === 'layer');
    const layer = recipe.layers.find((each) => (reads && reads.of.length > 0 ? reads.of.includes(each.kind) : isCover(kinds, each)));
    if (reads && !layer) {
      useNotes.getState().say('It reads a layer; make a cover first.');
      return;
    }
    const needsPlace = description.settings.some((setting) => setting.type === 'place');
    if (needsPlace && recipe.places.length === 0) {
      set({ placing: 'point' });
      useNotes.getState().say('It needs a place to measure from: click one on the ground, then add the falloff again.');
      return;
    }
    const id = freshId('f');
    const name = freeName(description.title, recipe.falloffs.map((each) => each.name));
    const needsProp = description.settings.some((setting) => setting.type === 'prop');
    if (needsProp && recipe.props.length === 0) {
      useNotes.getState().say('It measures from a prop: put one up with + prop, or import one in the yard.');
      return;
    }
    const prop = selection.getState().prop || recipe.props[0]?.id;
    const source = withDefaults(description, { place: recipe.places[0]?.id, layer: layer?.id, picture, prop }, timesOf(recipe)) as unknown as Source;
    commit([{ kind: 'add-falloff', added: { id, name, source, steps: [], limits: [] }, index: recipe.falloffs.length }]);
    chooseFalloff(id);
    set({ values: true });
  };
  return (
    <Dropdown align="end">
      <Dropdown.Toggle variant="quiet" size="sm" className="plus" title="Make a falloff">
        + falloff
      </Dropdown.Toggle>
      <input
        ref={file}
        type="file"
        accept="image/png"
        hidden
        aria-label="Picture for a falloff"
        onChange={(event) => {
          const chosen = event.target.files?.[0];
          event.target.value = '';
          if (chosen) api.readPicture(chosen).then((read) => add('picture', read.picture), sayProblem);
        }}
      />
      <Dropdown.Menu className="scroll-menu" renderOnMount popperConfig={INSIDE}>
        {kinds.sources.map((each) => (
          <Dropdown.Item as="button" key={each.name} onClick={() => add(each.name)}>
            <b>{each.title}</b>
            <span className="menu-help">{each.help}</span>
          </Dropdown.Item>
        ))}
      </Dropdown.Menu>
    </Dropdown>
  );
}

/** Makes a layer of a kind, with what is chosen filled in. */
export function useAddLayer(): (kind: string) => Promise<void> {
  const { site, edits, commit } = useSession();
  const { selection } = useView();
  const { set, chooseProperty } = useSelection('set', 'chooseProperty');
  return async (kind) => {
    const { layer, prop, falloff } = selection.getState();
    const begun = await api.begin(site.id, { base: site.revision, edits, kind, layer, prop, falloff });
    if (begun.missing !== '') {
      if (begun.draw === 'point' || begun.draw === 'path' || begun.draw === 'area') set({ placing: begun.draw });
      useNotes.getState().say(begun.missing);
      return;
    }
    commit(begun.edits as Edit[], begun.note || undefined);
    chooseProperty(begun.layer, begun.row);
    set(kind === 'drawn' ? { values: false, drawn: true } : { values: begun.values });
  };
}

/** "+ layer": a menu of the kinds; what a new one begins with, and brings along, the server says. */
export function AddLayer() {
  const { kinds } = useSession();
  const add = useAddLayer();
  return (
    <Dropdown>
      <Dropdown.Toggle variant="quiet" size="sm" className="plus" title="Make a layer">
        + layer
      </Dropdown.Toggle>
      <Dropdown.Menu className="scroll-menu" renderOnMount popperConfig={INSIDE}>
        {kinds.layers
          .filter((each) => onBoard(kinds, each.name))
          .map((each) => (
            <Dropdown.Item as="button" key={each.name} onClick={() => void add(each.name).catch(sayProblem)}>
              <b>{each.title}</b>
              <span className="menu-help">{each.help}</span>
            </Dropdown.Item>
          ))}
      </Dropdown.Menu>
    </Dropdown>
  );
}

/** "+" at the end of the strip: a menu of the steps. */
export function AddStep() {
  const { recipe, kinds, commit } = useSession();
  const { falloff: chosen, stage, chooseFalloff } = useSelection('falloff', 'stage', 'chooseFalloff');
  const falloff = recipe.falloffs.find((each) => each.id === chosen);
  if (!falloff) return null;
  const add = (kind: string) => {
    const description = kinds.steps.find((each) => each.name === kind)!;
    const other = recipe.falloffs.find((each) => each.id !== falloff.id && !each.steps.some((step) => 'falloff' in step && step.falloff === falloff.id));
    if (description.settings.some((setting) => setting.type === 'falloff') && !other) {
      useNotes.getState().say('This step combines with another falloff; make one first.');
      return;
    }
    const step = { id: freshId('s'), skipped: false, ...withDefaults(description, { falloff: other?.id }, timesOf(recipe)) } as unknown as Step;
    const index = stage >= 0 ? stage : falloff.steps.length;
    commit(stepEdits(kinds, falloff, step, index));
    chooseFalloff(falloff.id, index + 1);
  };
  return (
    <Dropdown className="add-card" drop="up">
      <Dropdown.Toggle as="button" aria-label="Add a step" title="Add a step">
        +
      </Dropdown.Toggle>
      <Dropdown.Menu className="scroll-menu" renderOnMount popperConfig={INSIDE}>
        {kinds.steps.map((each) => (
          <Dropdown.Item as="button" key={each.name} onClick={() => add(each.name)}>
            <b>{each.title}</b>
            <span className="menu-help">{each.help}</span>
          </Dropdown.Item>
        ))}
      </Dropdown.Menu>
    </Dropdown>
  );
}
