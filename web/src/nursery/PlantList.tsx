import { useRef } from 'react';
import { Dropdown } from 'react-bootstrap';
import { api } from '../api/client';
import type { Edit, Layer } from '../api/types';
import { sayProblem } from '../parts/notes';
import { planting } from '../workbench/layerKinds';
import { useSession } from '../workbench/session';
import { describe, withDefaults, type Settings } from '../workbench/settings';
import { INSIDE } from '../parts/menu';
import { freeName, freshId } from '../view/selection';

export type NurseryPlant = Extract<Layer, { kind: 'plant' }>;

const MESHES = '.obj,.ply,.stl,.glb,.gltf';
const COLOURS = ['#8a8a4a', '#7f8a35', '#9a7a3a', '#6f7d45', '#8f6a3a', '#a58a4a'];

/** The plants that are kept, and what can be done with each. */
export function PlantList({ plants, chosen, onChoose }: { plants: NurseryPlant[]; chosen: string; onChoose: (id: string) => void }) {
  const { site, recipe, kinds, edits, commit } = useSession();
  const file = useRef<HTMLInputElement>(null);
  const names = recipe.layers.map((each) => each.name);
  const add = (kind: string, more: Settings = {}, name?: string) => {
    const description = describe(kinds.plants, kind)!;
    const id = freshId('n');
    const added = {
      kind: 'plant',
      id,
      name: freeName(name ?? description.title, names),
      seed: plants.length + 1,
      hidden: false,
      plant: { ...withDefaults(description, {}), ...more },
      tint: COLOURS[plants.length % COLOURS.length]!,
      accent: '#f1ead8',
      properties: {},
    } as unknown as Layer;
    commit([{ kind: 'add-layer', added }]);
    onChoose(id);
  };
  const bring = async (mesh: File) => {
    try {
      const read = await api.readMesh(mesh);
      const tall = read.size[{ x: 0, y: 1, z: 2 }[read.up.replace('minus-', '') as 'x' | 'y' | 'z']] ?? 1;
      add('mesh', { file: read.mesh, up: read.up, length: Math.min(100, Math.max(0.005, Number(tall.toPrecision(3)))) }, read.name.slice(0, 60));
    } catch (error) {
      sayProblem(error);
    }
  };
  const plantOut = async (plant: NurseryPlant) => {
    const begun = await api.begin(site.id, { base: site.revision, edits, kind: 'cover', layer: plant.id, prop: '', falloff: '' });
    commit(begun.edits as Edit[], begun.note);
  };
  return (
    <nav className="plant-list" aria-label="Plants of the nursery">
      <div className="d-flex justify-content-between align-items-center mb-2">
        <b>Plants</b>
        <Dropdown align="end">
          <Dropdown.Toggle variant="primary" size="sm">
            + plant
          </Dropdown.Toggle>
          <Dropdown.Menu className="scroll-menu" renderOnMount popperConfig={INSIDE}>
            {kinds.plants
              .filter((each) => each.name !== 'kept')
              .map((each) => (
                <Dropdown.Item as="button" key={each.name} onClick={() => (each.name === 'mesh' ? file.current?.click() : add(each.name))}>
                  <b>{each.title}</b>
                  <span className="menu-help">{each.help}</span>
                </Dropdown.Item>
              ))}
          </Dropdown.Menu>
        </Dropdown>
        <input
          ref={file}
          type="file"
          hidden
          accept={MESHES}
          aria-label="Mesh for a plant"
          onChange={(event) => {
            const mesh = event.target.files?.[0];
            event.target.value = '';
            if (mesh) void bring(mesh);
          }}
        />
      </div>
      <ul>
        {plants.map((plant) => {
          const covers = planting(kinds, recipe.layers, plant.id);
          return (
            <li key={plant.id} className={plant.id === chosen ? 'chosen' : ''}>
              <button className="plant-button" aria-current={plant.id === chosen} onClick={() => onChoose(plant.id)}>
                <span className="plant-dot" style={{ background: plant.tint }} />
                <span>
                  <b>{plant.name}</b>
                  <span className="muted small d-block">
                    {describe(kinds.plants, plant.plant.kind)?.title.toLowerCase()} · {covers.length === 0 ? 'not planted' : covers.map((each) => each.name).join(', ')}
                  </span>
                </span>
              </button>
              <Dropdown align="end">
                <Dropdown.Toggle as="button" className="icon-button" aria-label={`Plant ${plant.name}: more`}>
                  <i className="bi bi-three-dots" />
                </Dropdown.Toggle>
                <Dropdown.Menu popperConfig={INSIDE} renderOnMount>
                  <Dropdown.Item as="button" onClick={() => void plantOut(plant).catch(sayProblem)}>
                    Plant it in the site
                  </Dropdown.Item>
                  <Dropdown.Item as="button" onClick={() => commit([{ kind: 'duplicate-layer', layer: plant.id, id: freshId('n'), name: freeName(plant.name, names), seed: plant.seed + 1 }])}>
                    Duplicate
                  </Dropdown.Item>
                  {plants
                    .filter((other) => other.id !== plant.id && other.plant.kind === plant.plant.kind)
                    .map((other) => (
                      <Dropdown.Item as="button" key={other.id} onClick={() => commit([{ kind: 'set-layer', changed: { ...plant, plant: other.plant, accent: other.accent, properties: other.properties } as Layer }], `${plant.name} has the settings of ${other.name}.`)}>
                        Copy settings from {other.name}
                      </Dropdown.Item>
                    ))}
                  <Dropdown.Item as="button" onClick={() => commit([{ kind: 'remove-layer', layer: plant.id }], `Deleted ${plant.name}; covers keep what they planted.`)}>
                    Delete
                  </Dropdown.Item>
                </Dropdown.Menu>
              </Dropdown>
            </li>
          );
        })}
      </ul>
      {plants.some((plant) => plant.id === chosen) && (
        <button className="btn btn-primary mt-2" onClick={() => void plantOut(plants.find((plant) => plant.id === chosen)!).catch(sayProblem)}>
          Plant {plants.find((plant) => plant.id === chosen)!.name} in the site
        </button>
      )}
      <p className="muted small mt-auto mb-0">
        A plant that changes here changes wherever a cover plants it.
      </p>
    </nav>
  );
}
