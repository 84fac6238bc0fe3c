import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { Problem } from '../api/client';
import { bundle } from '../api/data';
import { sayProblem, useNotes } from '../parts/notes';
import { useReadings, wayOf } from '../readings/useReadings';
import { Viewport } from '../view3d/Viewport';
import { Handles } from './Handles';
import { levelsOf } from './levels';
import { PropHandles } from './PropHandles';
import { handlesOf } from './sourceHandles';
import { keepSeat, seatOf } from './framing';
import { useHandwork } from './handwork';
import { usePainting } from './painting';
import { usePlacing } from './placing';
import { hasTool, isResult } from './layerKinds';
import { useSession } from './session';
import { dependsOnEye, seenFrom } from '../view/from';
import { groundOf } from '../view/manifest';
import { showing, tellOn } from '../view/progress';
import { DAYLIGHT, valuesLook } from '../view3d/looks';
import { usePointer } from './pointer';
import { useFrame, useSeen, useSelection, useView } from '../view/view';

/** Arms of the cross at a corner that is being drawn, as a share of the site's width. */
const CROSS = 0.006;
/** Milliseconds before a missing result is asked for once more. */
const ASK_AGAIN = 5000;

interface Props {
  onViewport: (viewport: Viewport) => void;
  onRipen: (passes: number, of: number) => void;
  /** Whether it begins where the site's eye was left, and leaves it there. */
  remembers?: boolean;
}

/** The canvas with its viewport: hands over what the manifest names, and takes pointer and keys. */
export function View3D({ onViewport, onRipen, remembers = false }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const viewport = useRef<Viewport | null>(null);
  const { site, recipe, kinds, pending } = useSession();
  const view = useView();
  const { manifest } = useSeen('manifest');
  const { values, placing, falloff: chosen, layer, look, levels, painting, laying, line, prop, shows, property, hand, set } = useSelection('values', 'placing', 'falloff', 'layer', 'look', 'levels', 'painting', 'laying', 'line', 'prop', 'shows', 'property', 'hand', 'set');
  const [ready, setReady] = useState<Viewport | null>(null);
  const [focus, setFocus] = useState<[number, number, number]>([0, 0, 0]);
  const [lost, setLost] = useState('');
  const placed = usePlacing();
  const asked = useRef(-1e9);

  useEffect(() => {
    try {
      viewport.current = new Viewport(canvas.current!);
      const picture = viewport.current;
      const left = remembers ? seatOf(site.id) : null;
      if (left) picture.sit(left);
      picture.onRipen = (passes, of) => {
        const { drawn, last } = picture.cost;
        if (passes > 0 && remembers) keepSeat(site.id, picture.seat);
        const { manifest: shown } = view.seen.getState();
        if (passes > 0 && dependsOnEye(shown)) {
          const ground = groundOf(shown);
          const from = seenFrom(view.frame.getState().from, picture.stand, Math.max(ground?.width ?? 1, ground?.depth ?? 1));
          if (from !== view.frame.getState().from) view.frame.setState({ from });
        }
        if (passes > 0) view.frame.setState({ ...drawn, milliseconds: last, expected: picture.cost.expected(picture.fullTriangles, drawn.draws) });
        onRipen(passes, of);
      };
      onViewport(picture);
    } catch {
      setLost('This browser cannot draw in 3D (WebGL 2 is off or missing). Everything else works; try another browser for the picture.');
    }
    return () => viewport.current?.dispose();
    // the viewport lives as long as the canvas
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, []);

  useEffect(() => {
    const picture = viewport.current;
    if (!picture || !manifest) return;
    let current = true;
    const shown = async () => {
      try {
        if (!(await picture.show(manifest.subjects, bundle, () => current))) return;
        setReady(picture);
        setFocus(picture.focus);
        showing(view.progress, manifest);
        useNotes.getState().over('picture');
      } catch (error) {
        if (!current) return;
        // what was named may have had to make room meanwhile; asked for again it is computed again
        if (error instanceof Problem && error.status === 404 && performance.now() - asked.current > ASK_AGAIN) {
          asked.current = performance.now();
          view.seen.setState(({ again }) => ({ again: again + 1 }));
        } else sayProblem(error, 'picture');
      }
    };
    void shown();
    return () => {
      current = false;
    };
  }, [manifest, view]);

  useEffect(() => (canvas.current ? tellOn(view.progress, canvas.current) : undefined), [view]);

  const low = manifest?.shown.low ?? 0;
  const high = manifest?.shown.high ?? 1;
  const signed = manifest?.shown.signed ?? false;
  useEffect(() => viewport.current?.setLook(values ? valuesLook(look, levelsOf(levels, low, high), signed) : DAYLIGHT), [values, look, levels, low, high, signed]);

  // what is dragged shows where it is going, not where it was
  const moving = pending.find((edit) => edit.kind === 'set-source' && edit.falloff === chosen);
  const source = moving?.kind === 'set-source' ? moving.source : recipe.falloffs.find((each) => each.id === chosen)?.source;
  const size = groundOf(manifest);
  const difference = shows === 'property' && isResult(kinds, recipe.layers.find((each) => each.id === layer), property);
  const held = useMemo(
    () =>
      source && size && ready && values && !difference
        ? handlesOf(source, { width: size.width, depth: size.depth, heightAt: (x, z) => ready.pointing.heightAt(x, z), contour: (level) => ready.pointing.contour(level), focus, places: recipe.places })
        : { handles: [], lines: [] },
    [source, size, ready, values, difference, recipe.places, focus],
  );
  const { readings } = useReadings();
  const way = useMemo(() => wayOf(readings), [readings]);
  useEffect(() => {
    const lines = [...held.lines];
    if (placed.points.length > 0) lines.push({ points: placed.points, closed: placing === 'area', colour: '#d05a9f' }, ...crosses(placed.points, CROSS * (size?.width ?? 1)));
    if (line.length > 0) lines.push({ points: laid(line), closed: false, colour: '#3a6d8c' });
    if (way.length > 1) lines.push({ points: way, closed: false, colour: '#d05a9f' });
    viewport.current?.setLines(lines);
  }, [held, way, placed.points, placing, line, size?.width]);

  const looked = useCallback(() => viewport.current && setFocus(viewport.current.focus), []);
  usePointer(canvas, viewport, placed.add, usePainting(), useHandwork(viewport), looked);
  const blowing = recipe.layers.find((each) => each.id === layer && hasTool(kinds, each, 'rose'))?.id ?? '';
  useEffect(() => viewport.current?.setBlowing(blowing), [blowing, ready]);
  const { detail } = useFrame('detail');
  useEffect(() => viewport.current?.forceDetail(detail), [detail]);

  useEffect(() => {
    if (!placing) return;
    // once the dialog that this was chosen in is gone, as it keeps the focus while it is there
    const timer = window.setInterval(() => {
      if (document.querySelector('.modal')) return;
      window.clearInterval(timer);
      canvas.current?.focus({ preventScroll: true });
    }, 60);
    return () => window.clearInterval(timer);
  }, [placing]);

  const byKey = (event: React.KeyboardEvent) => {
    const picture = viewport.current;
    if (!picture || event.ctrlKey || event.metaKey) return;
    const ways: Record<string, () => void> = {
      ArrowLeft: () => (event.shiftKey ? picture.pan(-0.05, 0) : picture.orbit(-4, 0)),
      ArrowRight: () => (event.shiftKey ? picture.pan(0.05, 0) : picture.orbit(4, 0)),
      ArrowUp: () => (event.shiftKey ? picture.pan(0, 0.05) : picture.orbit(0, 3)),
      ArrowDown: () => (event.shiftKey ? picture.pan(0, -0.05) : picture.orbit(0, -3)),
      '+': () => picture.zoom(0.9),
      '-': () => picture.zoom(1 / 0.9),
      Enter: () => (placing ? placed.finish() : set({ asked: picture.pointing.hit(canvas.current!.clientWidth / 2, canvas.current!.clientHeight / 2) })),
      Escape: () => (laying ? set({ laying: null, line: [] }) : placed.cancel()),
    };
    if (placing) {
      ways[' '] = () => {
        const middle = picture.pointing.hit(canvas.current!.clientWidth / 2, canvas.current!.clientHeight / 2);
        if (middle) placed.add([middle.x, middle.y, middle.z]);
      };
    }
    const way = ways[event.key];
    if (!way) return;
    event.preventDefault();
    event.stopPropagation();
    way();
  };

  const approach = (event: React.MouseEvent) => {
    const box = canvas.current!.getBoundingClientRect();
    viewport.current?.approach(event.clientX - box.left, event.clientY - box.top);
    // its first click has asked about the place that the eye only went to
    set({ asked: null });
  };

  if (lost) return <p className="empty">{lost}</p>;
  return (
    <>
    <canvas
      ref={canvas}
      tabIndex={0}
      className={placing || painting || laying || hand ? 'placing' : ''}
      aria-label="3D view of the site. Arrow keys turn it, with Shift they move it, plus and minus zoom, Enter explains the middle, F shows what is chosen; while places are drawn Space puts a corner in the middle and Enter ends."
      onKeyDown={byKey}
      onDoubleClick={(event) => (placing || painting || laying || hand ? placed.finish() : approach(event))}
    />
    {placing && <span className="aim-mark" aria-hidden="true" />}
    {ready && !painting && prop !== '' && <PropHandles viewport={ready} />}
    {ready && !painting && prop === '' && <Handles falloff={chosen} handles={held.handles} viewport={ready} />}
    </>
  );
}

/** A small cross at every corner, so that the first is seen before there is a line. */
function crosses(points: [number, number, number][], arm: number) {
  return points.flatMap(([x, y, z]) => [
    { points: [[x - arm, y, z], [x + arm, y, z]] as [number, number, number][], closed: false, colour: '#d05a9f' },
    { points: [[x, y, z - arm], [x, y, z + arm]] as [number, number, number][], closed: false, colour: '#d05a9f' },
  ]);
}

/** A straight line in plan, with enough corners to lie on the ground. */
function laid(ends: [number, number, number][]): [number, number, number][] {
  const [a, b] = ends;
  if (!a || !b) return ends;
  return Array.from({ length: 81 }, (_, i) => [a[0] + ((b[0] - a[0]) * i) / 80, Math.min(a[1], b[1]) - 1e4, a[2] + ((b[2] - a[2]) * i) / 80] as [number, number, number]);
}
