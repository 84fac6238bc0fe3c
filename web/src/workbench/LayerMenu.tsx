import { useState } from 'react';
import { Dropdown, Modal } from 'react-bootstrap';
import { Link } from 'react-router';
import { NO_WISH } from '../api/client';
import type { Layer, SettingDescription } from '../api/types';
import { Dialog } from '../parts/Dialog';
import { useNotes } from '../parts/notes';
import { EditableName } from '../parts/EditableName';
import { AimField } from './AimField';
import { AreasDialog } from './AreasDialog';
import { CopySway, type Sway } from './CopySway';
import { CopyToSite } from './CopyToSite';
import { KindField } from './KindField';
import { hasTool, isCover, isRelief, kindOf } from './layerKinds';
import { onBoard } from './families';
import { SettingField } from './SettingField';
import { useSession } from './session';
import { resized, type Cover } from './sizes';
import { describe, matters, type Settings } from './settings';
import { INSIDE } from '../parts/menu';
import { freeName, freshId } from '../view/selection';
import { useSelected } from '../view/view';

/** What can be done with a layer. */
export function LayerMenu({ layer }: { layer: Layer }) {
  const { site, recipe, kinds, commit } = useSession();
  const select = useSelected((s) => s.set);
  const [open, setOpen] = useState(false);
  const [copying, setCopying] = useState(false);
  const [spreading, setSpreading] = useState(false);
  const [fencing, setFencing] = useState(false);
  const set = (part: { hidden?: boolean; seed?: number }) => commit([{ kind: 'set-layer', changed: { ...layer, ...part } as Layer }]);
  // plants of the nursery are layers too, but not rows of the board
  const rows: Layer[] = recipe.layers.filter((each) => onBoard(kinds, each.kind));
  const index = rows.indexOf(layer);
  const move = (to: number) => commit([{ kind: 'move-layer', layer: layer.id, index: recipe.layers.indexOf(rows[to]!) }]);
  return (
    <>
      <Dropdown.Menu popperConfig={INSIDE} renderOnMount>
        <Dropdown.Item as="button" onClick={() => setOpen(true)}>
          {kindOf(kinds, layer)?.settingsTitle ?? 'Settings, name …'}
        </Dropdown.Item>
        <Dropdown.Item as={Link} to={`/sites/${site.id}/trials?id=${layer.id}`}>
          Try values …
        </Dropdown.Item>
        <Dropdown.Item as="button" disabled={index === 0 || (!isRelief(kinds, layer) && isRelief(kinds, rows[index - 1]!))} onClick={() => move(index - 1)}>
          Move up
        </Dropdown.Item>
        <Dropdown.Item as="button" disabled={index === rows.length - 1 || (isRelief(kinds, layer) && !isRelief(kinds, rows[index + 1]!))} onClick={() => move(index + 1)}>
          Move down
        </Dropdown.Item>
        <Dropdown.Item as="button" onClick={() => set({ hidden: !layer.hidden })}>
          {isRelief(kinds, layer) ? (layer.hidden ? 'Switch on' : 'Switch off') : layer.hidden ? 'Show' : 'Hide'}
        </Dropdown.Item>
        {kindOf(kinds, layer)?.seeded && (
          <Dropdown.Item as="button" onClick={() => set({ seed: (layer.seed ?? 1) + 1 })}>
            Another seed
          </Dropdown.Item>
        )}
        {hasTool(kinds, layer, 'hand') && (
          <>
            <Dropdown.Item as="button" onClick={() => select({ layer: layer.id, property: 'density', hand: 'place', painting: false, values: false })}>
              Place or remove by hand …
            </Dropdown.Item>
            <Dropdown.Item as="button" onClick={() => setFencing(true)}>
              Keep out of or within areas …
            </Dropdown.Item>
          </>
        )}
        {hasTool(kinds, layer, 'spread') && (
          <Dropdown.Item as="button" onClick={() => setSpreading(true)}>
            Let other plants sway like this …
          </Dropdown.Item>
        )}
        <Dropdown.Item
          as="button"
          disabled={kindOf(kinds, layer)?.duplicable === false}
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
      {hasTool(kinds, layer, 'areas') && <AreasDialog layer={layer} show={fencing} onHide={() => setFencing(false)} />}
      {hasTool(kinds, layer, 'spread') && <CopySway layer={layer as Sway} show={spreading} onHide={() => setSpreading(false)} />}
      <CopyToSite layer={layer} show={copying} onHide={() => setCopying(false)} />
    </>
  );
}

function LayerDialog({ layer, show, onHide }: { layer: Layer; show: boolean; onHide: () => void }) {
  const { kinds, preview, commit } = useSession();
  const ofLayer = describe(kinds.layers, layer.kind);
  const edit = (changed: Settings) => [{ kind: 'set-layer' as const, changed: { ...layer, ...changed } as Layer }];
  const cover = isCover(kinds, layer);
  // what a pattern travels by stays the same at all times
  const keyable = kindOf(kinds, layer)?.keyable ?? true;
  const settings = layer as unknown as Settings;
  /** Another kind of plant brings its own sizes where the old ones were nobody's choice; else they are offered. */
  const replant = (value: Settings) => {
    const sizes = cover && value.kind !== (layer as Cover).plant.kind ? resized(kinds, layer as Cover, value) : { edits: [], untouched: true };
    commit([...edit({ plant: value }), ...(sizes.untouched ? sizes.edits : [])]);
    if (!sizes.untouched) {
      useNotes.getState().say(`${layer.name} keeps the sizes that were set for its plants before.`, { action: { label: 'Take the new plant’s own', run: () => commit(sizes.edits) } });
    }
  };
  const fields = ofLayer?.settings.filter((setting) => matters(setting, settings) && (setting.onCard || (cover && setting.type !== 'list'))) ?? [];
  const field = (setting: SettingDescription) =>
    setting.type === 'kind' ? (
      <KindField
        key={setting.name}
        title={setting.title}
        kinds={kinds.choices[`${layer.kind}.${setting.name}`] ?? []}
        value={settings[setting.name] as Settings}
        onPreview={(value) => preview(edit({ [setting.name]: value }))}
        onCommit={(value) => (setting.name === 'plant' ? replant(value) : commit(edit({ [setting.name]: value })))}
      />
    ) : (
      <SettingField key={setting.name} setting={setting} target={keyable ? { of: 'layer', id: layer.id, setting: setting.name, round: setting.unit === '°' } : undefined} value={settings[setting.name]} onPreview={(value) => preview(edit({ [setting.name]: value }))} onCommit={(value) => commit(edit({ [setting.name]: value }))} />
    );
  return (
    <Dialog show={show} onHide={onHide} size={cover ? undefined : 'sm'} backdropClassName="opacity-25" dialogClassName={cover ? 'cover-dialog' : ''} title={<EditableName name={layer.name} label="Name of the layer" className="site-name serif fs-5" onRename={(name) => commit([{ kind: 'rename-layer', layer: layer.id, name }])} />}>
      <Modal.Body className={cover ? 'cover-form' : 'settings-form'}>
        {cover ? (
          <>
            <div className="settings-form">{fields.filter((setting) => setting.name === 'plant').map(field)}</div>
            <div className="settings-form">{fields.filter((setting) => setting.name !== 'plant').map(field)}</div>
          </>
        ) : (
          fields.map(field)
        )}
        {hasTool(kinds, layer, 'level') && <AimField label="its top at" unit="m" wish={(number) => ({ ...NO_WISH, layer: layer.id, metres: number })} />}
      </Modal.Body>
    </Dialog>
  );
}
