import { useRef } from 'react';
import { Dropdown } from 'react-bootstrap';
import { api } from '../api/client';
import type { Edit, Layer, Source, Step } from '../api/types';
import { STRAIGHT } from '../parts/curve';
import { sayProblem, useNotes } from '../parts/notes';
import { eachItsOwn } from './eachItsOwn';
import { freeName, freshId, useSelection } from './selection';
import { useSession } from './session';
import { moving } from './addMoving';
import { withDefaults } from './settings';
import { stepEdits } from './stepEdits';
import { INSIDE } from '../parts/menu';

/** "+ falloff": a menu of the sources. */
export function AddFalloff() {
  const { recipe, kinds, commit } = useSession();
  const selection = useSelection();
  const file = useRef<HTMLInputElement>(null);
  const add = (kind: string, picture?: string) => {
    const description = kinds.sources.find((each) => each.name === kind)!;
    if (description.settings.some((setting) => setting.type === 'picture') && !picture) {
      file.current?.click();
      return;
    }
    const cover = recipe.layers.find((each) => each.kind === 'cover');
    if (description.settings.some((setting) => setting.type === 'layer') && !cover) {
      useNotes.getState().say('It reads a layer; make a cover first.');
      return;
    }
    const needsPlace = description.settings.some((setting) => setting.type === 'place');
    if (needsPlace && recipe.places.length === 0) {
      selection.set({ placing: 'point' });
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
    const prop = selection.prop || recipe.props[0]?.id;
    const source = withDefaults(description, { place: recipe.places[0]?.id, layer: cover?.id, picture, prop }) as unknown as Source;
    commit([{ kind: 'add-falloff', added: { id, name, source, steps: [], limits: [] }, index: recipe.falloffs.length }]);
    selection.chooseFalloff(id);
    selection.set({ values: true });
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

/** "+ layer": a new cover whose plants each turn their own way, or a tint. */
export function AddLayer() {
  const { recipe, kinds, commit } = useSession();
  const selection = useSelection();
  const fresh = (kind: string, name: string) => {
    const description = kinds.layers.find((each) => each.name === kind)!;
    const taken = recipe.layers.map((each) => each.name);
    return { ...withDefaults(description, {}), id: freshId('l'), name: freeName(name, taken), hidden: false, seed: 1 + recipe.layers.length, properties: {} };
  };
  const addTint = () => {
    const layer = fresh('tint', 'Tint') as unknown as Layer;
    const value = recipe.falloffs.find((each) => each.id === selection.falloff && each.source.kind !== 'random') ?? recipe.falloffs.find((each) => each.source.kind !== 'random');
    const edits: Edit[] = [{ kind: 'add-layer', added: layer }];
    if (value) edits.push({ kind: 'set-drive', drive: { layer: layer.id, property: 'value', falloff: value.id, curve: STRAIGHT } });
    commit(edits, `${layer.name} colours the ground${value ? ` by ${value.name}` : ''}. Its ramp and tones are in the layer’s menu.`);
    selection.chooseProperty(layer.id, 'value');
    selection.set({ values: false });
  };
  const addCover = () => {
    const standing = { bed: { kind: 'ground' }, pattern: { kind: 'scattered' }, keepsClear: true };
    const layer = { ...fresh('cover', 'Grass'), ...standing, plant: withDefaults(kinds.plants[0]!, {}) } as unknown as Layer;
    const own = eachItsOwn(recipe);
    commit([...own.edits, { kind: 'add-layer', added: layer }, { kind: 'set-drive', drive: { layer: layer.id, property: 'yaw', falloff: own.id, curve: STRAIGHT } }]);
    selection.chooseProperty(layer.id, 'density');
  };
  const addRelief = (kind: string) => {
    const description = kinds.layers.find((each) => each.name === kind)!;
    const needs = description.settings.some((setting) => setting.type === 'place');
    const fitting = recipe.places.filter((each) => (kind === 'basin' ? each.kind === 'area' : each.kind !== 'point'));
    if (needs && fitting.length === 0) {
      selection.set({ placing: kind === 'basin' ? 'area' : 'path' });
      useNotes.getState().say(`It needs ${kind === 'basin' ? 'an area' : 'a path'}: draw it on the ground, then add the layer again.`);
      return;
    }
    const settings = withDefaults(description, { place: fitting[0]?.id });
    const layer = { ...fresh(kind, description.title), ...settings, seed: 1 + recipe.layers.length, properties: {} } as unknown as Layer;
    const property = kinds.layerProperties.find((each) => each.kind === kind)!.properties[0]!.name;
    commit([{ kind: 'add-layer', added: layer }], `${layer.name} shapes the ground above the other relief layers.`);
    selection.chooseProperty(layer.id, property);
  };
  const addMoving = (kind: string) => {
    const made = moving(kind, recipe, selection);
    if (typeof made === 'string') {
      useNotes.getState().say(made);
      return;
    }
    const layer = { ...fresh(kind, made.name), ...made.settings } as unknown as Layer;
    commit([{ kind: 'add-layer', added: layer }], made.note);
    selection.chooseProperty(layer.id, made.row);
    if (kind === 'wind') selection.set({ values: true });
  };
  const addOf = (kind: string) => {
    if (kind === 'tint') addTint();
    else if (kind === 'cover') addCover();
    else if (['wind', 'sway', 'push', 'grains'].includes(kind)) addMoving(kind);
    else addRelief(kind);
  };
  return (
    <Dropdown>
      <Dropdown.Toggle variant="quiet" size="sm" className="plus" title="Make a layer">
        + layer
      </Dropdown.Toggle>
      <Dropdown.Menu className="scroll-menu" renderOnMount popperConfig={INSIDE}>
        {kinds.layers.filter((each) => each.name !== 'plant').map((each) => (
          <Dropdown.Item as="button" key={each.name} onClick={() => addOf(each.name)}>
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
  const selection = useSelection();
  const falloff = recipe.falloffs.find((each) => each.id === selection.falloff);
  if (!falloff) return null;
  const add = (kind: string) => {
    const description = kinds.steps.find((each) => each.name === kind)!;
    const other = recipe.falloffs.find((each) => each.id !== falloff.id && !each.steps.some((step) => 'falloff' in step && step.falloff === falloff.id));
    if (description.settings.some((setting) => setting.type === 'falloff') && !other) {
      useNotes.getState().say('This step combines with another falloff; make one first.');
      return;
    }
    const step = { id: freshId('s'), skipped: false, ...withDefaults(description, { falloff: other?.id }) } as unknown as Step;
    const index = selection.stage >= 0 ? selection.stage : falloff.steps.length;
    commit(stepEdits(kinds, falloff, step, index));
    selection.chooseFalloff(falloff.id, index + 1);
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
