import { useState } from 'react';
import { Modal } from 'react-bootstrap';
import { Dialog } from '../parts/Dialog';
import { Field, Unusable } from '../parts/forms';
import { HeightMapSeen, HeightRange, useHeightMap } from '../parts/heightMap';
import { useSession } from '../workbench/session';

/** Another height map for the ground: every rule of the site is kept. */
export function HeightsDialog({ file, onDone }: { file: File; onDone: () => void }) {
  const { recipe, commit } = useSession();
  const read = useHeightMap(file);
  const map = read.data;
  const [width, setWidth] = useState('');
  const [lowest, setLowest] = useState('');
  const [highest, setHighest] = useState('');
  const [missing, setMissing] = useState('fill');
  const shownWidth = width || String(Number((map?.width ?? recipe.ground.width).toPrecision(7)));
  const shownLowest = lowest || (map?.metric ? '' : String(recipe.ground.lowest ?? 0));
  const shownHighest = highest || (map?.metric ? '' : String(recipe.ground.highest ?? 50));
  const number = (text: string) => (text.trim() === '' ? undefined : Number(text.replace(',', '.')));
  const w = number(shownWidth);
  const low = number(shownLowest);
  const high = number(shownHighest);
  const wrong =
    !w || !(w > 0 && w <= 100_000)
      ? 'The width lies between 0.1 and 100 000 m.'
      : (low !== undefined && !Number.isFinite(low)) || (high !== undefined && !Number.isFinite(high))
        ? 'Give heights in metres.'
        : low !== undefined && high !== undefined && high <= low
          ? 'The highest metre must lie above the lowest.'
          : '';
  const take = () => {
    if (!map || !w) return;
    const ground = { ...recipe.ground, heights: map.heights, width: w, lowest: low, highest: high, missing, depth: undefined, resolution: undefined };
    commit([{ kind: 'set-ground', ground: JSON.parse(JSON.stringify(ground)) as typeof recipe.ground }], `The ground comes from ${file.name}; every rule is kept.`);
    onDone();
  };
  return (
    <Dialog show onHide={onDone} size="lg" title={<>Ground from {file.name}</>}>
      <Modal.Body>
        {read.isLoading && <p>Reading {(file.size / 1e6).toFixed(1)} MB …</p>}
        <Unusable error={read.error} />
        {map && (
          <div className="row">
            <div className="col-6">
              <HeightMapSeen map={map} missing={missing} onMissing={setMissing} />
            </div>
            <div className="col-6 settings-form">
              <Field id="ground-width" label="Width in metres, west to east" value={shownWidth} set={setWidth} help={map.width ? 'The file says so.' : undefined} />
              <HeightRange metric={map.metric} id="ground" lowest={[shownLowest, setLowest]} highest={[shownHighest, setHighest]} />
              {wrong && (
                <div role="alert" className="text-danger">
                  {wrong}
                </div>
              )}
            </div>
          </div>
        )}
      </Modal.Body>
      <Modal.Footer>
        <button className="btn btn-quiet" onClick={onDone}>
          Cancel
        </button>
        <button className="btn btn-primary" disabled={!map || wrong !== ''} onClick={take}>
          Use it as the ground
        </button>
      </Modal.Footer>
    </Dialog>
  );
}
