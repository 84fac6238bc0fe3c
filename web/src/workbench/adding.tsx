import { Dropdown } from 'react-bootstrap';
import type { Edit, Layer, Source, Step } from '../api/types';
import { useNotes } from '../parts/notes';
import { freeName, freshId, useSelection } from './selection';
import { useSession } from './session';
import { withDefaults } from './settings';

/** "+ falloff": a menu of the sources. */
export function AddFalloff() {
  const { recipe, kinds, commit } = useSession();
  const selection = useSelection();
  const add = (kind: string) => {
    const description = kinds.sources.find((each) => each.name === kind)!;
    const needsPlace = description.settings.some((setting) => setting.type === 'place');
    if (needsPlace && recipe.places.length === 0) {
      selection.set({ placing: 'point' });
      useNotes.getState().say('It needs a place to measure from: click one on the ground, then add the falloff again.');
      return;
    }
    const id = freshId('f');
    const name = freeName(description.title, recipe.falloffs.map((each) => each.name));
    const source = withDefaults(description, { place: recipe.places[0]?.id }) as unknown as Source;
    commit([{ kind: 'add-falloff', added: { id, name, source, steps: [] }, index: recipe.falloffs.length }]);
    selection.chooseFalloff(id);
    selection.set({ values: true });
  };
  return (
    <Dropdown align="end">
      <Dropdown.Toggle variant="quiet" size="sm" className="plus" title="Make a falloff">
        + falloff
      </Dropdown.Toggle>
      <Dropdown.Menu className="scroll-menu">
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

/** "+ layer": a new cover whose plants each turn their own way. */
export function AddLayer() {
  const { recipe, kinds, commit } = useSession();
  const selection = useSelection();
  const add = () => {
    const id = freshId('l');
    const name = freeName('Grass', recipe.layers.map((each) => each.name));
    const description = kinds.layers[0]!;
    const plant = withDefaults(kinds.plants[0]!, {});
    const layer = { ...withDefaults(description, {}), id, name, hidden: false, plant, seed: 1 + recipe.layers.length, properties: {} } as unknown as Layer;
    const random = recipe.falloffs.find((each) => each.source.kind === 'random');
    const own = random?.id ?? freshId('f');
    const edits: Edit[] = [];
    if (!random) {
      const source = { kind: 'random', seed: 1 } as Source;
      edits.push({ kind: 'add-falloff', added: { id: own, name: freeName('Each its own', recipe.falloffs.map((each) => each.name)), source, steps: [] }, index: recipe.falloffs.length });
    }
    edits.push({ kind: 'add-layer', added: layer });
    edits.push({
      kind: 'set-drive',
      drive: {
        layer: id,
        property: 'yaw',
        falloff: own,
        curve: [
          [0, 0],
          [1, 1],
        ],
      },
    });
    commit(edits);
    selection.chooseProperty(id, 'density');
  };
  return (
    <button className="btn btn-quiet btn-sm" onClick={add}>
      + layer
    </button>
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
    commit([{ kind: 'add-step', falloff: falloff.id, step, index }]);
    selection.chooseFalloff(falloff.id, index + 1);
  };
  return (
    <Dropdown className="add-card" drop="up">
      <Dropdown.Toggle as="button" aria-label="Add a step" title="Add a step">
        +
      </Dropdown.Toggle>
      <Dropdown.Menu className="scroll-menu" renderOnMount popperConfig={{ strategy: 'fixed' }}>
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
