import { useState } from 'react';
import { Modal } from 'react-bootstrap';
import type { NewSite } from '../api/client';
import { Dialog } from '../parts/Dialog';
import { Field, Unusable } from '../parts/forms';
import { Reading } from '../parts/reading';
import { depthSaid, GroundSize, HeightMapSeen, HeightRange, metres, useHeightMap, wrongSize } from '../parts/heightMap';

interface Props {
  file: File;
  onHide: () => void;
  onCreate: (wish: NewSite) => void;
}

/** A height map is seen before it is accepted, with its size in metres. */
export function NewSiteDialog({ file, onHide, onCreate }: Props) {
  const read = useHeightMap(file);
  const [name, setName] = useState(file.name.replace(/\.[^.]*$/, ''));
  const [width, setWidth] = useState('200');
  const [depth, setDepth] = useState('');
  const [lowest, setLowest] = useState('0');
  const [highest, setHighest] = useState('50');
  const [water, setWater] = useState('');
  const stays = read.data?.metric === true && lowest.trim() === '' && highest.trim() === '';
  const [missing, setMissing] = useState('fill');
  const [seen, setSeen] = useState<typeof read.data>();
  if (read.data && read.data !== seen) {
    // what the file says of itself is offered
    setSeen(read.data);
    if (read.data.width) setWidth(String(Number(read.data.width.toPrecision(7))));
    setDepth(depthSaid(read.data));
    if (read.data.metric) {
      setLowest('');
      setHighest('');
    }
  }
  const numbers = [width, lowest || '0', highest || '1', water || '0'].map((text) => Number(text.replace(',', '.')));
  const [w, low, high, level] = numbers as [number, number, number, number];
  const wrong = !numbers.every(Number.isFinite)
    ? 'Give numbers in metres.'
    : wrongSize(width, depth) !== ''
      ? wrongSize(width, depth)
      : !stays && high <= low
        ? 'The highest metre must lie above the lowest.'
        : name.trim() === ''
          ? 'Give the site a name.'
          : '';
  const map = read.data;
  return (
    <Dialog show onHide={onHide} size="lg" title={<>New site from {file.name}</>}>
      <Modal.Body>
        {read.isLoading && <Reading file={file} sent={read.sent} what="height map" />}
        <Unusable error={read.error} />
        {map && (
          <div className="row">
            <div className="col-6">
              <HeightMapSeen map={map} missing={missing} onMissing={setMissing} />
            </div>
            <div className="col-6 settings-form">
              <Field id="site-name" label="Name" value={name} set={setName} text />
              <GroundSize map={map} id="site" width={[width, setWidth]} depth={[depth, setDepth]} />
              <HeightRange metric={map.metric} id="site" lowest={[lowest, setLowest]} highest={[highest, setHighest]} />
              <Field id="site-water" label="Water level in metres" value={water} set={setWater} help="Leave empty for no water." />
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
        <button className="btn btn-quiet" onClick={onHide}>
          {read.isLoading ? 'Stop' : 'Cancel'}
        </button>
        <button
          className="btn btn-primary"
          disabled={!map || wrong !== ''}
          onClick={() => map && onCreate({ name: name.trim(), heights: map.heights, width: w, depth: metres(depth), lowest: stays ? undefined : low, highest: stays ? undefined : high, missing, waterLevel: water === '' ? undefined : level, originEast: map.east, originNorth: map.north })}
        >
          Make the site
        </button>
      </Modal.Footer>
    </Dialog>
  );
}
