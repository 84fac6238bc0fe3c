import { useState } from 'react';
import { Dropdown, Modal } from 'react-bootstrap';
import type { Layer } from '../api/types';
import { EditableName } from '../parts/EditableName';
import { CopyToSite } from './CopyToSite';
import { isRelief } from './ReliefButtons';
import { freeName, freshId } from './selection';
import { SettingField } from './SettingField';
import { useSession } from './session';
import { describe, type Settings } from './settings';

/** What can be done with a layer. */
export function LayerMenu({ layer }: { layer: Layer }) {
  const { recipe, commit } = useSession();
  const [open, setOpen] = useState(false);
  const [copying, setCopying] = useState(false);
  const set = (part: { hidden?: boolean; seed?: number }) => commit([{ kind: 'set-layer', changed: { ...layer, ...part } as Layer }]);
  const index = recipe.layers.indexOf(layer);
  const move = (to: number) => commit([{ kind: 'move-layer', layer: layer.id, index: to }]);
  return (
    <>
      <Dropdown.Menu popperConfig={{ strategy: 'fixed' }} renderOnMount>
        <Dropdown.Item as="button" onClick={() => setOpen(true)}>
          {layer.kind === 'cover' ? 'Plant, colours, name …' : layer.kind === 'tint' ? 'Ramp, tones, name …' : 'Settings, name …'}
        </Dropdown.Item>
        <Dropdown.Item as="button" disabled={index === 0 || (!isRelief(layer) && isRelief(recipe.layers[index - 1]!))} onClick={() => move(index - 1)}>
          Move up
        </Dropdown.Item>
        <Dropdown.Item as="button" disabled={index === recipe.layers.length - 1 || (isRelief(layer) && !isRelief(recipe.layers[index + 1]!))} onClick={() => move(index + 1)}>
          Move down
        </Dropdown.Item>
        <Dropdown.Item as="button" onClick={() => set({ hidden: !layer.hidden })}>
          {isRelief(layer) ? (layer.hidden ? 'Switch on' : 'Switch off') : layer.hidden ? 'Show' : 'Hide'}
        </Dropdown.Item>
        {(layer.kind === 'cover' || layer.kind === 'noise-relief') && (
          <Dropdown.Item as="button" onClick={() => set({ seed: (layer.seed ?? 1) + 1 })}>
            Another seed
          </Dropdown.Item>
        )}
        <Dropdown.Item
          as="button"
          onClick={() =>
            commit([
              {
                kind: 'duplicate-layer',
                layer: layer.id,
                id: freshId('l'),
                name: freeName(layer.name, recipe.layers.map((each) => each.name)),
                seed: Math.max(...recipe.layers.map((each) => each.seed ?? 1)) + 1,
              },
            ])
          }
        >
          Duplicate
        </Dropdown.Item>
        <Dropdown.Item as="button" onClick={() => setCopying(true)}>
          Copy to another site …
        </Dropdown.Item>
        <Dropdown.Item as="button" onClick={() => commit([{ kind: 'remove-layer', layer: layer.id }], `Deleted layer ${layer.name} and its drives.`)}>
          Delete
        </Dropdown.Item>
      </Dropdown.Menu>
      <LayerDialog layer={layer} show={open} onHide={() => setOpen(false)} />
      <CopyToSite layer={layer} show={copying} onHide={() => setCopying(false)} />
    </>
  );
}

function LayerDialog({ layer, show, onHide }: { layer: Layer; show: boolean; onHide: () => void }) {
  const { kinds, preview, commit } = useSession();
  const ofLayer = describe(kinds.layers, layer.kind);
  const ofPlant = layer.kind === 'cover' ? describe(kinds.plants, layer.plant.kind) : undefined;
  const edit = (changed: Settings) => [{ kind: 'set-layer' as const, changed: { ...layer, ...changed } as Layer }];
  const plant = (layer.kind === 'cover' ? layer.plant : {}) as Settings;
  return (
    <Modal show={show} onHide={onHide} size="sm" backdropClassName="opacity-25">
      <Modal.Header closeButton>
        <EditableName name={layer.name} label="Name of the layer" className="site-name serif fs-5" onRename={(name) => commit([{ kind: 'rename-layer', layer: layer.id, name }])} />
      </Modal.Header>
      <Modal.Body className="settings-form">
        {ofPlant && (
          <>
            <div className="muted small">{ofPlant.help}</div>
            {ofPlant.settings.map((setting) => (
              <SettingField
                key={setting.name}
                setting={setting}
                value={plant[setting.name]}
                onPreview={(value) => preview(edit({ plant: { ...plant, [setting.name]: value } }))}
                onCommit={(value) => commit(edit({ plant: { ...plant, [setting.name]: value } }))}
              />
            ))}
            <hr className="my-1" />
          </>
        )}
        {ofLayer?.settings
          .filter((setting) => setting.name !== 'plant' && (setting.onCard || layer.kind === 'cover'))
          .map((setting) => (
            <SettingField
              key={setting.name}
              setting={setting}
              value={(layer as unknown as Settings)[setting.name]}
              onPreview={(value) => preview(edit({ [setting.name]: value }))}
              onCommit={(value) => commit(edit({ [setting.name]: value }))}
            />
          ))}
      </Modal.Body>
    </Modal>
  );
}
