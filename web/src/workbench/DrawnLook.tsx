import { useCallback, useEffect, useRef, useState } from 'react';
import { api, isStopped } from '../api/client';
import { handDown } from '../parts/handDown';
import { sayProblem, useNotes } from '../parts/notes';
import { withUnit } from '../parts/numbers';
import { RequestStream } from '../view/RequestStream';
import { useSelection } from '../view/view';
import type { Seat, Viewport } from '../view3d/Viewport';
import { useAddLayer } from './adding';
import { hasTool } from './layerKinds';
import { useSession } from './session';

/** A drawing and the eye that it was drawn for. */
interface Drawing {
  url: string;
  from: string;
  /** Metres of height from one contour to the next, 0 where there are none. */
  every: number;
}

/** The place as lines over the picture: drawn anew for each eye, while it moves the picture under it is seen. */
export function DrawnLook({ viewport }: { viewport: Viewport | null }) {
  const { values, drawn } = useSelection('values', 'drawn');
  return drawn && !values && viewport ? <Lines viewport={viewport} /> : null;
}

function Lines({ viewport }: { viewport: Viewport }) {
  const { site, recipe, edits } = useSession();
  const { time } = useSelection('time');
  const [drawing, setDrawing] = useState<Drawing | null>(null);
  const [eye, setEye] = useState('');
  const [working, setWorking] = useState(false);
  const holder = useRef<HTMLDivElement>(null);
  const stream = useRef<RequestStream | null>(null);
  stream.current ??= new RequestStream(setWorking);

  const looked = useCallback(() => {
    const { clientWidth, clientHeight } = holder.current ?? { clientWidth: 0, clientHeight: 0 };
    if (clientWidth > 0) setEye(JSON.stringify({ seat: viewport.seat, width: clientWidth, height: clientHeight }));
  }, [viewport]);
  useEffect(() => {
    looked();
    return viewport.onLook(looked);
  }, [viewport, looked]);

  useEffect(() => {
    if (eye === '') return;
    const { seat, width, height } = JSON.parse(eye) as { seat: Seat; width: number; height: number };
    stream.current!.wish(async (signal) => {
      try {
        const { picture, every } = await api.drawn(site.id, { base: site.revision, edits, time, eye: { ...seat.pose, parallel: seat.parallel }, width, height }, signal);
        setDrawing({ url: URL.createObjectURL(picture), from: eye, every });
        useNotes.getState().over('drawn');
        return false;
      } catch (error) {
        if (isStopped(error)) return true;
        sayProblem(error, 'drawn');
        return false;
      }
    });
  }, [site.id, site.revision, edits, time, eye]);
  useEffect(() => () => stream.current?.stop(), []);
  useEffect(() => () => (drawing ? URL.revokeObjectURL(drawing.url) : undefined), [drawing]);

  const current = drawing !== null && drawing.from === eye;
  return (
    <>
      <div ref={holder} className={`drawn-look ${current ? 'current' : ''}`} data-drawn={current && !working}>
        {drawing && <img src={drawing.url} alt={`“${recipe.name}” as lines`} />}
      </div>
      <Key drawing={current ? drawing : null} />
    </>
  );
}

/** Pixels of a saved picture for one of the screen. */
const FINER = 2;

/** What the lines say, and ways on. */
function Key({ drawing }: { drawing: Drawing | null }) {
  const { site, recipe, kinds, edits } = useSession();
  const add = useAddLayer();
  const { time } = useSelection('time');
  const own = recipe.layers.some((each) => !each.hidden && hasTool(kinds, each, 'drawn'));
  const saving = async (name: string, made: () => Promise<Blob>) => {
    try {
      handDown(await made(), name);
    } catch (error) {
      if (!isStopped(error)) sayProblem(error, 'drawn');
    }
  };
  const savePng = () => {
    const { seat, width, height } = JSON.parse(drawing!.from) as { seat: Seat; width: number; height: number };
    const wish = { of: { site: site.id, revision: site.revision, edits, time }, look: 'drawn', falloff: '', eye: { ...seat.pose, parallel: seat.parallel }, width: FINER * width, height: FINER * height };
    return saving(`${recipe.name}.png`, () => api.still(wish, 'png', new AbortController().signal));
  };
  const savePlan = () => saving(`${recipe.name} plan.pdf`, () => api.plan(site.id, { base: site.revision, edits, time }));
  return (
    <section className="floating legend" aria-label="Drawn look">
      <b>Drawn</b>
      <div className="muted small">
        {!drawing ? 'Drawing …' : drawing.every > 0 ? `a contour every ${withUnit(drawing.every, 'm')}` : 'no contours'}
      </div>
      <div className="key-ways">
        {!own && (
          <button className="btn btn-quiet btn-sm" onClick={() => void add('drawn').catch(sayProblem)}>
            Ink, paper …
          </button>
        )}
        {drawing && (
          <>
            <a className="btn btn-quiet btn-sm" href={drawing.url} download={`${recipe.name}.svg`}>
              SVG
            </a>
            <button className="btn btn-quiet btn-sm" onClick={() => void savePng()} title="The picture with twice the pixels">
              PNG
            </button>
            <button className="btn btn-quiet btn-sm" onClick={() => void savePlan()} title="The plan with scale, north and key on an A3 sheet, as PDF">
              Plan, A3
            </button>
          </>
        )}
      </div>
    </section>
  );
}
