import { Modal } from 'react-bootstrap';
import type { GroundSpec } from '../api/types';
import { Dialog } from '../parts/Dialog';
import { grouped } from '../parts/numbers';
import { SettingField } from '../workbench/SettingField';
import { useSession } from '../workbench/session';

const RESOLUTIONS = [256, 512, 1024, 2048, 4096];

/** What the ground starts from: its size, its resolution, its water. */
export function GroundDialog({ show, onHide }: { show: boolean; onHide: () => void }) {
  const { recipe, kinds, preview, commit } = useSession();
  const ground = recipe.ground;
  const edit = (part: Partial<GroundSpec>) => [{ kind: 'set-ground' as const, ground: JSON.parse(JSON.stringify({ ...ground, ...part })) as GroundSpec }];
  const usual: Record<string, number> = { depth: ground.width, resolution: 512, lowest: 0, highest: 50, waterLevel: 0 };
  const shown = kinds.groundSettings.filter((setting) => !['heights', 'resolution', 'waterLevel', 'originEast', 'originNorth'].includes(setting.name) && !(ground.heights ? setting.name === 'depth' && ground.depth === undefined : ['highest', 'missing'].includes(setting.name)));
  return (
    <Dialog show={show} onHide={onHide} size="sm" title="The ground">
      <Modal.Body className="settings-form">
        {shown.map((setting) => (
          <SettingField
            key={setting.name}
            setting={setting}
            value={(ground as Record<string, unknown>)[setting.name] ?? usual[setting.name]}
            onPreview={(value) => preview(edit({ [setting.name]: value }))}
            onCommit={(value) => commit(edit({ [setting.name]: value }))}
          />
        ))}
        <label className="d-flex justify-content-between small">
          Resolution
          <select value={ground.resolution ?? ''} aria-label="Resolution" onChange={(event) => commit(edit({ resolution: event.target.value === '' ? undefined : Number(event.target.value) }))}>
            {ground.heights && <option value="">as the height map</option>}
            {[...new Set([...RESOLUTIONS, ...(ground.resolution ? [ground.resolution] : [])])].sort((a, b) => a - b).map((nodes) => (
              <option key={nodes} value={nodes}>
                {nodes} × {nodes} nodes
              </option>
            ))}
          </select>
        </label>
        <label className="small">
          <input type="checkbox" checked={ground.waterLevel !== undefined} onChange={(event) => commit(edit({ waterLevel: event.target.checked ? (ground.lowest ?? 0) : undefined }))} /> There is water
        </label>
        {ground.waterLevel !== undefined && (
          <SettingField
            setting={kinds.groundSettings.find((setting) => setting.name === 'waterLevel')!}
            value={ground.waterLevel}
            onPreview={(value) => preview(edit({ waterLevel: value as number }))}
            onCommit={(value) => commit(edit({ waterLevel: value as number }))}
          />
        )}
        {(ground.originEast !== undefined || ground.originNorth !== undefined) && (
          <div className="muted small">
            The middle lies at {grouped(ground.originEast ?? 0)} m east, {grouped(ground.originNorth ?? 0)} m north on its map.
          </div>
        )}
        {ground.heights && (
          <button className="btn btn-quiet btn-sm" onClick={() => commit(edit({ heights: undefined, depth: ground.width, resolution: 512 }), 'The ground starts level; relief layers shape it.')}>
            Start from level land instead
          </button>
        )}
      </Modal.Body>
    </Dialog>
  );
}
