import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { Problem } from '../api/client';
import { bundle } from '../api/data';
import { sayProblem, useNotes } from '../parts/notes';
import { Viewport } from '../view3d/Viewport';
import { Handles } from './Handles';
import { levelsOf } from './levels';
import { PropHandles } from './PropHandles';
import { handlesOf } from './sourceHandles';
import { useFrame } from './frame';
import { useHandwork } from './handwork';
import { usePainting } from './painting';
import { usePlacing } from './placing';
import { showing, tellOn } from './progress';
import { hasTool, isResult } from './layerKinds';
import { useSelection } from './selection';
import { useSession } from './session';

const DRAG = 4;
/** Arms of the cross at a corner that is being drawn, as a share of the site's width. */
const CROSS = 0.006;
/** Milliseconds before a missing result is asked for once more. */
const ASK_AGAIN = 5000;

/** The canvas with its viewport: hands over what the manifest names, and takes pointer and keys. */
export function View3D({ onViewport, onRipen }: { onViewport: (viewport: Viewport) => void; onRipen: (passes: number, of: number) => void }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const viewport = useRef<Viewport | null>(null);
  const { manifest, recipe, kinds } = useSession();
  const { values, placing, falloff: chosen, layer, look, levels, pending, painting, laying, line, prop, shows, property, hand, set } = useSelection();
  const [ready, setReady] = useState<Viewport | null>(null);
  const [focus, setFocus] = useState<[number, number, number]>([0, 0, 0]);
  const [lost, setLost] = useState('');
  const placed = usePlacing();
  const asked = useRef(-1e9);

  useEffect(() => {
    try {
      viewport.current = new Viewport(canvas.current!);
      const view = viewport.current;
      view.onRipen = (passes, of) => {
        const { drawn, last } = view.cost;
        if (passes > 0) useFrame.getState().set({ ...drawn, milliseconds: last, expected: view.cost.expected(view.fullTriangles, drawn.draws) });
        onRipen(passes, of);
      };
      onViewport(viewport.current);
    } catch {
      setLost('This browser cannot draw in 3D (WebGL 2 is off or missing). Everything else works; try another browser for the picture.');
    }
    return () => viewport.current?.dispose();
    // the viewport lives as long as the canvas
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, []);

  useEffect(() => {
    const view = viewport.current;
    if (!view || !manifest) return;
    let current = true;
    const { ground, shown, layers, props } = manifest;
    void (async () => {
      try {
        const [groundData, valueData] = await Promise.all([bundle(ground.key), bundle(shown.key)]);
        if (!current) return;
        view.setGround(ground.key, groundData, ground.width, ground.depth, ground.lowest, ground.highest, ground.water ?? null);
        if (viewport.current) {
          setReady(view);
          setFocus(view.focus);
        }
        view.setValues(shown.key, valueData, shown.low, shown.high);
        const propData = await Promise.all(
          props.map(async (prop) => ({
            mesh: await bundle(prop.key),
            values: prop.valuesKey === '' ? null : await bundle(prop.valuesKey),
            tint: prop.tintKey === '' ? null : await bundle(prop.tintKey),
          })),
        );
        if (!current) return;
        view.setProps(props, propData, shown.low, shown.high);
        const tints = layers.filter((layer) => layer.tintKey !== '');
        const tintData = await Promise.all(tints.map((layer) => bundle(layer.tintKey)));
        if (!current) return;
        view.setTints(tints.map((layer) => layer.tintKey).join('/'), tintData);
        const visible = layers.filter((layer) => layer.plantsKey !== '');
        view.keepPlants(visible.map((layer) => layer.id));
        for (const layer of visible) {
          const [plants, meshes] = await Promise.all([bundle(layer.plantsKey), bundle(layer.meshesKey)]);
          if (!current) return;
          view.setPlants(layer.id, `${layer.plantsKey}/${layer.meshesKey}`, plants, meshes);
        }
        showing(manifest);
        useNotes.getState().over('picture');
      } catch (error) {
        if (!current) return;
        // what was named may have had to make room meanwhile; asked for again it is computed again
        if (error instanceof Problem && error.status === 404 && performance.now() - asked.current > ASK_AGAIN) {
          asked.current = performance.now();
          set({ pending: [...useSelection.getState().pending] });
        } else sayProblem(error, 'picture');
      }
    })();
    return () => {
      current = false;
    };
  }, [manifest, set]);

  useEffect(() => (canvas.current ? tellOn(canvas.current) : undefined), []);
  useEffect(() => viewport.current?.setMode(values), [values]);

  const low = manifest?.shown.low ?? 0;
  const high = manifest?.shown.high ?? 1;
  useEffect(() => viewport.current?.setLook(['grey', 'colour', 'bands'].indexOf(look), levelsOf(levels, low, high), manifest?.shown.signed), [look, levels, low, high, manifest?.shown.signed]);

  // what is dragged shows where it is going, not where it was
  const moving = pending.find((edit) => edit.kind === 'set-source' && edit.falloff === chosen);
  const source = moving?.kind === 'set-source' ? moving.source : recipe.falloffs.find((each) => each.id === chosen)?.source;
  const size = manifest?.ground;
  const difference = shows === 'property' && isResult(kinds, recipe.layers.find((each) => each.id === layer), property);
  const held = useMemo(
    () =>
      source && size && ready && values && !difference
        ? handlesOf(source, { width: size.width, depth: size.depth, heightAt: (x, z) => ready.heightAt(x, z), contour: (level) => ready.contour(level), focus, places: recipe.places })
        : { handles: [], lines: [] },
    [source, size, ready, values, difference, recipe.places, focus],
  );
  useEffect(() => {
    const lines = [...held.lines];
    if (placed.points.length > 0) lines.push({ points: placed.points, closed: placing === 'area', colour: '#d05a9f' }, ...crosses(placed.points, CROSS * (size?.width ?? 1)));
    if (line.length > 0) lines.push({ points: laid(line), closed: false, colour: '#3a6d8c' });
    viewport.current?.setLines(lines);
  }, [held, placed.points, placing, line, size?.width]);

  const looked = useCallback(() => viewport.current && setFocus(viewport.current.focus), []);
  usePointer(canvas, viewport, placed.add, usePainting(), useHandwork(viewport), looked);
  const blowing = recipe.layers.find((each) => each.id === layer && hasTool(kinds, each, 'rose'))?.id ?? '';
  useEffect(() => viewport.current?.setBlowing(blowing), [blowing, ready]);
  const detail = useFrame((s) => s.detail);
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
    const view = viewport.current;
    if (!view || event.ctrlKey || event.metaKey) return;
    const ways: Record<string, () => void> = {
      ArrowLeft: () => (event.shiftKey ? view.pan(-0.05, 0) : view.orbit(-4, 0)),
      ArrowRight: () => (event.shiftKey ? view.pan(0.05, 0) : view.orbit(4, 0)),
      ArrowUp: () => (event.shiftKey ? view.pan(0, 0.05) : view.orbit(0, 3)),
      ArrowDown: () => (event.shiftKey ? view.pan(0, -0.05) : view.orbit(0, -3)),
      '+': () => view.zoom(0.9),
      '-': () => view.zoom(1 / 0.9),
      Enter: () => (placing ? placed.finish() : set({ asked: view.hit(canvas.current!.clientWidth / 2, canvas.current!.clientHeight / 2) })),
      Escape: () => (laying ? set({ laying: null, line: [] }) : placed.cancel()),
    };
    if (placing) {
      ways[' '] = () => {
        const middle = view.hit(canvas.current!.clientWidth / 2, canvas.current!.clientHeight / 2);
        if (middle) placed.add([middle.x, middle.y, middle.z]);
      };
    }
    const way = ways[event.key];
    if (!way) return;
    event.preventDefault();
    event.stopPropagation();
    way();
  };

  if (lost) return <p className="empty">{lost}</p>;
  return (
    <>
    <canvas
      ref={canvas}
      tabIndex={0}
      className={placing || painting || laying || hand ? 'placing' : ''}
      aria-label="3D view of the site. Arrow keys turn it, with Shift they move it, plus and minus zoom, Enter explains the middle; while places are drawn Space puts a corner in the middle and Enter ends."
      onKeyDown={byKey}
      onDoubleClick={placed.finish}
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

function rounded(metres: number): number {
  return Math.round(metres * 1000) / 1000;
}

/** A brush in the hand paints; else a drag turns, right drag or Shift moves, wheel zooms, a click asks Why here?. */
function usePointer(
  canvas: React.RefObject<HTMLCanvasElement | null>,
  viewport: React.RefObject<Viewport | null>,
  addPoint: (point: [number, number, number]) => void,
  paint: ReturnType<typeof usePainting>,
  hand: ReturnType<typeof useHandwork>,
  /** Called when the eye has come to rest somewhere else. */
  looked: () => void,
): void {
  const set = useSelection((s) => s.set);
  useEffect(() => {
    const target = canvas.current;
    if (!target) return;
    let held: { x: number; y: number; moved: number; pan: boolean; paints: boolean; works: boolean } | null = null;
    const hitAt = (event: PointerEvent, thorough = false) => {
      const box = target.getBoundingClientRect();
      return viewport.current?.hit(event.clientX - box.left, event.clientY - box.top, thorough) ?? null;
    };
    let asking = 0;
    const down = (event: PointerEvent) => {
      target.setPointerCapture(event.pointerId);
      const paints = useSelection.getState().painting && event.button === 0 && !event.shiftKey;
      const works = !paints && useSelection.getState().hand !== null && event.button === 0 && !event.shiftKey;
      held = { x: event.clientX, y: event.clientY, moved: 0, pan: event.button !== 0 || event.shiftKey, paints, works };
      if (works) {
        const there = hitAt(event, true);
        if (there) hand.begin(there);
        return;
      }
      const hit = paints ? hitAt(event) : null;
      // a pen presses; a mouse has the whole strength
      if (hit) paint.begin([rounded(hit.x), rounded(hit.y), rounded(hit.z)], event.pointerType === 'pen' ? Math.max(0.05, event.pressure) : 1);
    };
    const move = (event: PointerEvent) => {
      if (!held) {
        cancelAnimationFrame(asking);
        asking = requestAnimationFrame(() => {
          const hit = hitAt(event);
          set({ hover: hit, hoverValue: hit ? (hit.prop ? (hit.value ?? null) : (viewport.current?.valueAt(hit.x, hit.z) ?? null)) : null });
        });
        return;
      }
      if (held.paints) {
        const hit = hitAt(event);
        if (hit) paint.goOn([rounded(hit.x), rounded(hit.y), rounded(hit.z)]);
        return;
      }
      if (held.works) {
        const hit = hitAt(event);
        if (hit) hand.goOn(hit);
        return;
      }
      const dx = event.clientX - held.x;
      const dy = event.clientY - held.y;
      held = { ...held, x: event.clientX, y: event.clientY, moved: held.moved + Math.abs(dx) + Math.abs(dy) };
      if (held.moved < DRAG) return;
      if (held.pan) viewport.current?.pan(-dx / target.clientHeight, dy / target.clientHeight);
      else viewport.current?.orbit(dx * 0.35, dy * 0.3);
    };
    const up = (event: PointerEvent) => {
      if (held?.paints) {
        held = null;
        paint.end();
        return;
      }
      if (held?.works) {
        held = null;
        hand.end();
        return;
      }
      const click = held && held.moved < DRAG && event.button === 0;
      if (held?.pan) looked();
      held = null;
      if (!click) return;
      const hit = hitAt(event, true);
      if (!hit) return;
      const { placing, laying, line } = useSelection.getState();
      if (placing) addPoint([hit.x, hit.y, hit.z]);
      else if (laying) set({ line: line.length === 1 ? [...line, [hit.x, hit.y, hit.z]] : [[hit.x, hit.y, hit.z]] });
      else set({ asked: hit, prop: hit.prop ?? '' });
    };
    const wheel = (event: WheelEvent) => {
      event.preventDefault();
      viewport.current?.zoom(Math.exp(Math.max(-1, Math.min(1, event.deltaY * 0.0015))));
    };
    const leave = () => set({ hover: null, hoverValue: null });
    const menu = (event: Event) => event.preventDefault();
    target.addEventListener('pointerdown', down);
    target.addEventListener('pointermove', move);
    target.addEventListener('pointerup', up);
    target.addEventListener('pointerleave', leave);
    target.addEventListener('wheel', wheel, { passive: false });
    target.addEventListener('contextmenu', menu);
    return () => {
      target.removeEventListener('pointerdown', down);
      target.removeEventListener('pointermove', move);
      target.removeEventListener('pointerup', up);
      target.removeEventListener('pointerleave', leave);
      target.removeEventListener('wheel', wheel);
      target.removeEventListener('contextmenu', menu);
    };
  }, [canvas, viewport, set, addPoint, paint, hand, looked]);
}
