import { useState } from 'react';
import { Modal } from 'react-bootstrap';
import { Dialog } from '../parts/Dialog';
import { Unusable } from '../parts/forms';
import { Reading } from '../parts/reading';
import { depthSaid, GroundSize, HeightMapSeen, HeightRange, metres, useHeightMap, wrongSize } from '../parts/heightMap';
import { useSession } from '../workbench/session';

/** Another height map for the ground: every rule of the site is kept. */
export function HeightsDialog({ file, onDone }: { file: File; onDone: () => void }) {
  const { recipe, commit } = useSession();
  const read = useHeightMap(file);
  const map = read.data;
  const [width, setWidth] = useState('');
  const [depth, setDepth] = useState<string>();
  const [lowest, setLowest] = useState('');
  const [highest, setHighest] = useState('');
  const [missing, setMissing] = useState('fill');
  const shownWidth = width || String(Number((map?.width ?? recipe.ground.width).toPrecision(7)));
  const shownLowest = lowest || (map?.metric ? '' : String(recipe.ground.lowest ?? 0));
  const shownHighest = highest || (map?.metric ? '' : String(recipe.ground.highest ?? 50));
  const shownDepth = depth ?? (map && !width ? depthSaid(map) : '');
  const w = metres(shownWidth);
  const low = metres(shownLowest);
  const high = metres(shownHighest);
  const wrong =
    wrongSize(shownWidth, shownDepth) !== ''
      ? wrongSize(shownWidth, shownDepth)
      : (low !== undefined && !Number.isFinite(low)) || (high !== undefined && !Number.isFinite(high))
        ? 'Give heights in metres.'
        : low !== undefined && high !== undefined && high <= low
          ? 'The highest metre must lie above the lowest.'
          : '';
  const take = () => {
    if (!map || !w) return;
    const ground = { ...recipe.ground, heights: map.heights, width: w, lowest: low, highest: high, missing, depth: metres(shownDepth), resolution: undefined, originEast: map.east, originNorth: map.north };
    commit([{ kind: 'set-ground', ground: JSON.parse(JSON.stringify(ground)) as typeof recipe.ground }], `The ground comes from ${file.name}; every rule is kept.`);
    onDone();
  };
  return (
    <Dialog show onHide={onDone} size="lg" title={<>Ground from {file.name}</>}>
      <Modal.Body>
        {read.isLoading && <Reading file={file} sent={read.sent} what="height map" />}
        <Unusable error={read.error} />
        {map && (
          <div className="row">
            <div className="col-6">
              <HeightMapSeen map={map} missing={missing} onMissing={setMissing} />
            </div>
            <div className="col-6 settings-form">
              <GroundSize map={map} id="ground" width={[shownWidth, setWidth]} depth={[shownDepth, setDepth]} />
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
          {read.isLoading ? 'Stop' : 'Cancel'}
        </button>
        <button className="btn btn-primary" disabled={!map || wrong !== ''} onClick={take}>
          Use it as the ground
        </button>
      </Modal.Footer>
    </Dialog>
  );
}
