import { useEffect, useRef, useState, useSyncExternalStore } from 'react';
import { Link, useParams } from 'react-router';
import { AwayBanner } from '../parts/AwayBanner';
import { NoteHolder } from '../parts/notes';
import { fixed, sharpness, withUnit } from '../parts/numbers';
import { useTitle } from '../parts/title';
import type { Viewport } from '../view3d/Viewport';
import { Bearings } from './Bearings';
import { Board } from './Board';
import { BrushBar } from './BrushBar';
import { DrawnLook } from './DrawnLook';
import { Foot } from './Foot';
import { CourseBar } from './CourseBar';
import { frameChosen } from './framing';
import { HandBar } from './HandBar';
import { Head } from './Head';
import { LaidLine } from './LaidLine';
import { Legend } from './Legend';
import { moves } from './motion';
import { usePlacing } from './placing';
import { PlacesDialog } from './PlacesDialog';
import { PropPanel } from './PropPanel';
import { useDroppedFiles } from '../yard/dropping';
import { isCover } from './layerKinds';
import { rowsOf, sized, timesOf } from './settings';
import { Search } from './Search';
import { Sentence } from './Sentence';
import { SessionContext, useSession, useSiteSession } from './session';
import { Shortcuts } from './Shortcuts';
import { KeepStill } from './KeepStill';
import { StepStrip } from './StepStrip';
import { View3D } from './View3D';
import { WhyHere } from './WhyHere';
import { Readings } from '../readings/Readings';
import { LayPad } from './LayPad';
import { WindRose } from './WindRose';
import { Working } from './Working';
import { Seeing } from '../view/Seeing';
import { groundOf } from '../view/manifest';
import type { Selection } from '../view/selection';
import { useSeen, useSelection, useView } from '../view/view';

const NONE: never[] = [];

/** The main screen: board, view and strip of one site. */
export function WorkbenchPage() {
  const { id } = useParams<{ id: string }>();
  const { session, problem } = useSiteSession(id!);
  const [help, setHelp] = useState(false);
  const [searching, setSearching] = useState(false);
  const [{ passes, of }, setRipening] = useState({ passes: 0, of: 0 });
  const ripe = of > 0 && passes >= of;
  const view = useRef<Viewport | null>(null);
  const [viewport, setViewport] = useState<Viewport | null>(null);
  useTitle(session?.recipe.name);
  useFirstSelection(session);
  useKeys(session, view, setHelp, setSearching);
  if (problem) {
    return (
      <div className="page">
        <h1 className="fs-4">This site cannot be opened</h1>
        <p>{problem.message}</p>
        <Link to="/" className="btn btn-primary">
          All sites
        </Link>
      </div>
    );
  }
  if (!session) return <p className="empty">Opening the site …</p>;
  return (
    <SessionContext value={session}>
      <Seeing />
      <KeepStill viewport={viewport} ripe={ripe} />
      <Dropping />
      <div className="workbench">
        <Head onHelp={() => setHelp(true)} onSearch={() => setSearching(true)} />
        <AwayBanner />
        <main className="middle">
          <div className="side">
            <Board />
            <Sentence />
          </div>
          <Stage
            view={view}
            viewport={viewport}
            onViewport={setViewport}
            onRipen={(done, all) => setRipening((known) => (known.passes === done && known.of === all ? known : { passes: done, of: all }))}
          />
        </main>
        <StepStrip />
        <Foot ripening={sharpness(passes, of)} ripe={ripe} viewport={viewport} />
      </div>
      <Shortcuts show={help} onHide={() => setHelp(false)} />
      <Search show={searching} onHide={() => setSearching(false)} />
      <NoteHolder />
    </SessionContext>
  );
}

/** Files may be dropped anywhere on the page. */
function Dropping() {
  return useDroppedFiles();
}

function Stage({ view, viewport, onViewport, onRipen }: { view: React.RefObject<Viewport | null>; viewport: Viewport | null; onViewport: (viewport: Viewport) => void; onRipen: (passes: number, of: number) => void }) {
  const { recipe } = useSession();
  const { values, drawn, placing, falloff, laying, alone, hand, set } = useSelection('values', 'drawn', 'placing', 'falloff', 'laying', 'alone', 'hand', 'set');
  const ground = groundOf(useSeen('manifest').manifest);
  const brush = recipe.falloffs.find((each) => each.id === falloff && each.source.kind === 'brush');
  const { finish, cancel, points } = usePlacing();
  const [places, setPlaces] = useState(false);
  const { selection } = useView();
  const plan = useParallel(viewport);
  return (
    <div className="stage">
      <View3D onViewport={(viewport) => {
          view.current = viewport;
          onViewport(viewport);
        }} onRipen={onRipen} remembers />
      <DrawnLook viewport={viewport} />
      <Working />
      <Legend />
      <WindRose />
      <LayPad />
      <Readings />
      <Bearings viewport={viewport} />
      <div className="view-buttons">
        <div className="btn-group" role="group" aria-label="What the ground shows">
          <button className={`btn btn-quiet ${values || drawn ? '' : 'active'}`} aria-pressed={!values && !drawn} onClick={() => set({ values: false, drawn: false })}>
            Daylight
          </button>
          <button className={`btn btn-quiet ${values ? 'active' : ''}`} aria-pressed={values} onClick={() => set({ values: true })}>
            Values
          </button>
          <button className={`btn btn-quiet ${drawn && !values ? 'active' : ''}`} aria-pressed={drawn && !values} title="The place as lines (L)" onClick={() => set({ values: false, drawn: true })}>
            Drawn
          </button>
        </div>
        <button className={`btn btn-quiet ${plan ? 'active' : ''}`} aria-pressed={plan} onClick={() => view.current?.frame(!plan)} title="Seen from above, parallel (P)">
          Plan
        </button>
        <button className="btn btn-quiet" onClick={() => view.current && frameChosen(view.current, selection.getState())} title="What is chosen in the picture; once more, the whole site (F)">
          Frame
        </button>
        <button className="btn btn-quiet" onClick={() => setPlaces(true)}>
          Places
        </button>
        <button className={`btn btn-quiet ${laying === 'tape' ? 'active' : ''}`} aria-pressed={laying === 'tape'} title="Measure between two clicks (T)" onClick={() => set({ laying: laying === 'tape' ? null : 'tape', line: [] })}>
          Tape
        </button>
        <button className={`btn btn-quiet ${laying === 'cut' ? 'active' : ''}`} aria-pressed={laying === 'cut'} title="Profile of the ground between two clicks (X)" onClick={() => set({ laying: laying === 'cut' ? null : 'cut', line: [] })}>
          Cut
        </button>
      </div>
      {placing && (
        <div className="floating placing-bar" role="status">
          {placing === 'point' ? 'Click the ground where the point is to be, or press Space for the middle of the view.' : `Click the ground corner by corner (${points.length} so far); Space puts one in the middle of the view.`}{' '}
          {placing !== 'point' && (
            <button className="btn btn-primary btn-sm ms-2" disabled={points.length < (placing === 'area' ? 3 : 2)} onClick={finish}>
              Done (Enter)
            </button>
          )}
          <button className="btn btn-quiet btn-sm ms-2" onClick={cancel}>
            Cancel
          </button>
        </div>
      )}
      <UnderPointer />
      <LaidLine />
      <PropPanel />
      {ground?.draft && (
        <div className="floating draft-note" role="status">
          Draft: the ground at {ground.columns} × {ground.rows} while you move it; the full one follows.
        </div>
      )}
      {alone !== '' && (
        <div className="floating alone-note" role="status">
          Only “{recipe.layers.find((each) => each.id === alone)?.name}” shapes the ground.{' '}
          <button className="btn btn-primary btn-sm" onClick={() => set({ alone: '' })}>
            Show all
          </button>
        </div>
      )}
      {brush && !hand && <BrushBar falloff={brush} reach={sized(20, timesOf(recipe))} />}
      <HandBar />
      <CourseBar />
      <WhyHere />
      <PlacesDialog show={places} onHide={() => setPlaces(false)} />
    </div>
  );
}

/** Whether a view looks from above, in parallel. */
function useParallel(viewport: Viewport | null): boolean {
  return useSyncExternalStore(
    (changed) => viewport?.onLook(changed) ?? (() => undefined),
    () => viewport?.parallel ?? false,
  );
}

/** The shown value under the pointer, and where that is. */
function UnderPointer() {
  const { hover, hoverValue: value } = useSelection('hover', 'hoverValue');
  const { manifest } = useSeen('manifest');
  if (!hover || !manifest) return null;
  const ground = groundOf(manifest);
  // a hand's breadth in a small site, decimetres in a large one
  const places = ground && Math.max(ground.width, ground.depth) < 20 ? 3 : 1;
  return (
    <div className="floating hover-value">
      {value !== null && (manifest.falloffs.length > 0 || manifest.shown.unit !== '') && (
        <>
          {manifest.shown.title}: <b>{withUnit(Number(value.toPrecision(3)), manifest.shown.unit)}</b> ·{' '}
        </>
      )}
      x {fixed(hover.x, places)} m, z {fixed(hover.z, places)} m, {fixed(hover.y, places)} m high
    </div>
  );
}

/** Brush and eraser as wide as suits a site, metres of its longer side. */
function toolsFor(size: number): Pick<Selection, 'brush' | 'handRadius'> {
  return { brush: { radius: Number((0.025 * size).toPrecision(1)), strength: 0.8, softness: 0.5, remove: false }, handRadius: Number((0.003 * size).toPrecision(1)) };
}

type MaybeSession = ReturnType<typeof useSiteSession>['session'];

/** Chooses the first row and falloff of a site that has just been opened, and another where the chosen one is gone. */
function useFirstSelection(session: MaybeSession): void {
  const { falloff, layer, set } = useSelection('falloff', 'layer', 'set');
  const recipe = session?.recipe;
  const kinds = session?.kinds;
  const saving = session?.saving ?? false;
  const pending = session?.pending ?? NONE;
  useEffect(() => {
    if (!recipe || !kinds || saving || pending.length > 0) return;
    if (layer === '' && falloff === '') set(toolsFor(Math.max(recipe.ground.width, recipe.ground.depth ?? 0)));
    if (!recipe.falloffs.some((each) => each.id === falloff)) set({ falloff: recipe.falloffs[0]?.id ?? '', stage: -1 });
    if (!recipe.layers.some((each) => each.id === layer)) {
      const first = recipe.layers.find((each) => isCover(kinds, each)) ?? recipe.layers[0];
      const property = first && rowsOf(kinds, first)[0]?.name;
      set({ layer: first?.id ?? '', property: property ?? '', shows: first ? 'property' : 'falloff', asked: null });
    }
  }, [recipe, kinds, saving, falloff, layer, pending, set]);
}

function useKeys(session: MaybeSession, viewport: React.RefObject<Viewport | null>, setHelp: (show: boolean) => void, setSearching: (show: boolean) => void): void {
  const { selection, playing: playback } = useView();
  useEffect(() => {
    const pressed = (event: KeyboardEvent) => {
      const target = event.target as HTMLElement;
      const typing = target instanceof HTMLInputElement && target.type !== 'range' && target.type !== 'checkbox';
      if (typing || !session) return;
      const control = event.ctrlKey || event.metaKey;
      if (control && event.key.toLowerCase() === 'z') {
        event.preventDefault();
        if (event.shiftKey) session.redo();
        else session.undo();
      } else if (!control && !event.altKey && target.tagName !== 'SELECT') {
        const { values, drawn, set } = selection.getState();
        if (event.key === '?') setHelp(true);
        else if (event.key === 's' && !target.closest('[role=dialog]')) {
          event.preventDefault();
          setSearching(true);
        }
        else if (event.key === ' ' && target.tagName !== 'BUTTON' && !target.closest('[role=dialog]')) {
          event.preventDefault();
          const { playing, set: play } = playback.getState();
          if (moves(session.kinds, session.recipe)) play({ playing: !playing, wanted: true });
        }
        else if (event.key === 'v') set({ values: !values });
        else if (event.key === 'l') set({ values: false, drawn: values || !drawn });
        else if (event.key === 'p') viewport.current?.frame(!viewport.current.parallel);
        else if (event.key === 't') set({ laying: 'tape', line: [] });
        else if (event.key === 'x') set({ laying: 'cut', line: [] });
        else if (event.key === 'f' && viewport.current) frameChosen(viewport.current, selection.getState());
        else if (event.key === 'c' && !event.repeat) set({ comparing: true });
        else if (event.key === 'b' && session.recipe.falloffs.some((each) => each.id === selection.getState().falloff && each.source.kind === 'brush')) {
          set({ painting: !selection.getState().painting, values: true });
        } else if (event.key === 'Escape') set({ asked: null, placing: null, painting: false, laying: null, line: [], prop: '', alone: '', hand: null });
      }
    };
    const released = (event: KeyboardEvent) => {
      if (event.key === 'c') selection.getState().set({ comparing: false });
    };
    window.addEventListener('keydown', pressed);
    window.addEventListener('keyup', released);
    return () => {
      window.removeEventListener('keydown', pressed);
      window.removeEventListener('keyup', released);
    };
  }, [session, viewport, selection, playback, setHelp, setSearching]);
}
