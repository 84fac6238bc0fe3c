import { useEffect, useState } from 'react';
import type { MotionView } from '../api/types';
import { NumberSetting } from '../parts/NumberSetting';
import { PopUp } from '../parts/PopUp';
import type { Viewport } from '../view3d/Viewport';
import { LoopDialog } from './LoopDialog';
import { frameAt, moves, settles, timeAt, useMoving, usePlayback } from './motion';
import { MotionTrace } from './MotionTrace';
import { useSession } from './session';
import { usePlaying, useSeen, useSelection } from '../view/view';

const RATES = [
  { rate: 1, text: '1×' },
  { rate: 0.5, text: '½×' },
  { rate: 0.25, text: '¼×' },
];

/** The site's time: play, step and scrub over the loop, keys as marks, and how the loop meets itself. */
export function ClockBar({ viewport, ripe }: { viewport: Viewport | null; ripe: boolean }) {
  const session = useSession();
  const { recipe, kinds, commit } = session;
  const { manifest } = useSeen('manifest');
  const { time, set } = useSelection('time', 'set');
  const motion = usePlaying('motion', 'playing', 'moment', 'rate', 'set');
  const [target, setTarget] = useState<HTMLButtonElement | null>(null);
  const [fitting, setFitting] = useState(false);
  useMoving(session, manifest, viewport, ripe);
  usePlayback(viewport, settles(kinds, recipe));
  const able = moves(kinds, recipe);
  const { clock } = recipe;
  const shown = clockView(clock, motion.motion);
  const end = timeAt(shown, shown.loops ? shown.frames : shown.frames - 1);
  const now = motion.playing ? timeAt(shown, motion.moment) : time;
  const frame = Math.round(motion.playing ? motion.moment : frameAt(shown, time)) % shown.frames;
  useEffect(() => {
    if (viewport && motion.motion && !motion.playing) viewport.showMoment(frameAt(motion.motion, time));
  }, [viewport, motion.motion, motion.playing, time]);
  const goTo = (at: number) => {
    motion.set({ playing: false, wanted: true });
    set({ time: at });
  };
  const step = (by: number) => {
    const next = frame + by;
    goTo(timeAt(shown, shown.loops ? (next + shown.frames) % shown.frames : Math.max(0, Math.min(shown.frames - 1, next))));
  };
  const change = (part: Partial<typeof clock>) => commit([{ kind: 'set-clock', clock: { ...clock, ...part } }]);
  const keys = [...new Set(clock.tracks.flatMap((track) => track.keys.map((key) => key[0]!)))].filter((at) => at >= shown.start && at <= end);
  return (
    <span className="clock" role="group" aria-label="Clock">
      <button className="icon-button" aria-label="One frame back" title="One frame back" onClick={() => step(-1)}>
        <i className="bi bi-chevron-left" />
      </button>
      <button
        className="icon-button play"
        aria-label={motion.playing ? 'Pause' : 'Play'}
        title={able ? (motion.playing ? 'Pause (Space)' : 'Play (Space)') : 'Nothing moves yet: add a wind and a sway with + layer'}
        disabled={!able}
        onClick={() => motion.set({ playing: !motion.playing, wanted: true })}
      >
        <i className={`bi bi-${motion.playing ? 'pause' : 'play'}-fill`} />
      </button>
      <button className="icon-button" aria-label="One frame on" title="One frame on" onClick={() => step(1)}>
        <i className="bi bi-chevron-right" />
      </button>
      <span className="scrub">
        <input type="range" aria-label="Time" aria-valuetext={`${now.toFixed(2)} seconds`} min={shown.start} max={end} step={shown.step} value={now} onChange={(event) => goTo(Number(event.target.value))} />
        {keys.map((at) => (
          <button key={at} className="key-mark" aria-label={`Key at ${at} seconds`} title={`Key at ${at} s`} style={{ left: `${((at - shown.start) / (end - shown.start)) * 100}%` }} onClick={() => goTo(at)} />
        ))}
      </span>
      <span className="time">
        {now.toFixed(2)} s <span className="muted">frame {frame}</span>
      </span>
      <button
        className="btn-link-quiet"
        aria-label={`Speed ${RATES.find((each) => each.rate === motion.rate)!.text}`}
        title="True speed, half or a quarter of it"
        onClick={() => motion.set({ rate: RATES[(RATES.findIndex((each) => each.rate === motion.rate) + 1) % RATES.length]!.rate })}
      >
        {RATES.find((each) => each.rate === motion.rate)!.text}
      </button>
      <button className="btn-link-quiet" onClick={(event) => setTarget(target ? null : event.currentTarget)}>
        {clock.loopSeconds > 0 ? `loop ${clock.loopSeconds} s` : 'no loop'}
      </button>
      <Seam onFit={() => setFitting(true)} />
      <MotionTrace viewport={viewport} moment={motion.playing ? motion.moment : frameAt(shown, time)} />
      <PopUp target={target} show={target !== null} placement="top" label="The clock" bodyClassName="settings-form" onHide={() => setTarget(null)}>
        <div className="muted small">With a loop, patterns that travel or churn come back exactly; what does not fit is a finding. 0 is no loop.</div>
        <NumberSetting title="loop" unit="s" value={clock.loopSeconds} min={0} max={3600} sliderMin={0} sliderMax={30} byDefault={8} onPreview={() => undefined} onCommit={(value) => change({ loopSeconds: value })} />
        <NumberSetting title="frames per second" unit="" value={clock.framesPerSecond} min={1} max={240} sliderMin={12} sliderMax={60} byDefault={24} whole onPreview={() => undefined} onCommit={(value) => change({ framesPerSecond: value })} />
        <NumberSetting title="start" unit="s" value={clock.startSeconds} min={-1e5} max={1e5} sliderMin={0} sliderMax={30} byDefault={0} onPreview={() => undefined} onCommit={(value) => change({ startSeconds: value })} />
        {clock.loopSeconds === 0 && (
          <NumberSetting title="end" unit="s" value={clock.endSeconds} min={-1e5} max={1e5} sliderMin={0} sliderMax={60} byDefault={8} onPreview={() => undefined} onCommit={(value) => change({ endSeconds: value })} />
        )}
        {clock.loopSeconds > 0 && (
          <button
            className="btn btn-quiet btn-sm"
            onClick={() => {
              setTarget(null);
              setFitting(true);
            }}
          >
            Make every motion loop …
          </button>
        )}
      </PopUp>
      <LoopDialog show={fitting} onHide={() => setFitting(false)} />
    </span>
  );
}

/** The clock's frames: those of the motion where there is one, else as its settings say. */
function clockView(clock: { framesPerSecond: number; loopSeconds: number; startSeconds: number; endSeconds: number }, view: MotionView | null) {
  if (view) return view;
  const loops = clock.loopSeconds > 0;
  const seconds = loops ? clock.loopSeconds : Math.max(0.1, clock.endSeconds - clock.startSeconds);
  const frames = Math.max(2, Math.round(seconds * clock.framesPerSecond) + (loops ? 0 : 1));
  return { frames, start: clock.startSeconds, step: loops ? seconds / frames : 1 / clock.framesPerSecond, loops };
}

/** The measured seam, or what is being waited for. */
function Seam({ onFit }: { onFit: () => void }) {
  const { motion: view, computing, loaded, blocks, playing, drawn, scripts, waiting, set } = usePlaying('motion', 'computing', 'loaded', 'blocks', 'playing', 'drawn', 'scripts', 'waiting', 'set');
  const { kinds, recipe } = useSession();
  const able = moves(kinds, recipe);
  if (computing && (!playing || !view)) return <span className="muted seam">computing motion …</span>;
  if (!view) {
    return able ? (
      <button className="seam-button" title="How large the jump is where the loop begins again; worked out as soon as the picture is at rest" onClick={() => set({ wanted: true })}>
        measure the seam
      </button>
    ) : null;
  }
  if (playing && waiting) return <span className="rust seam">waits for frames, {loaded} of {blocks} blocks</span>;
  if (playing) {
    const wanted = 1 / view.step;
    return (
      <span className="muted seam" title={`${Math.round(scripts * 100)} % of the time in scripts. Between frames the angles are mixed; time stays true.`}>
        {drawn > 0 ? `draws ${drawn.toFixed(drawn < 10 ? 1 : 0)} a second of ${Math.round(wanted)}` : 'plays'}
      </span>
    );
  }
  if (loaded < blocks) return <span className="muted seam">frames {loaded} of {blocks}</span>;
  if (!view.loops || view.seam.of === '') return null;
  return (
    <button className={`seam-button ${view.seam.seen ? 'seen' : ''}`} title={`Largest jump from the last frame to the first, against the largest inside the loop; measured in ${view.seam.of}`} onClick={onFit}>
      {view.seam.seen ? `seam ×${view.seam.ratio < 0 ? '∞' : view.seam.ratio.toFixed(2)}` : 'no seam'}
    </button>
  );
}
