import { useState } from 'react';
import { Overlay, Popover } from 'react-bootstrap';
import { NumberSetting } from '../parts/NumberSetting';
import { useSelection } from './selection';
import { useSession } from './session';

/** The site's time: a scrubber over the loop, and the loop's length. The values view follows it. */
export function ClockBar() {
  const { recipe, commit } = useSession();
  const { time, set } = useSelection();
  const [target, setTarget] = useState<HTMLButtonElement | null>(null);
  const { framesPerSecond, loopSeconds } = recipe.clock;
  const end = loopSeconds > 0 ? loopSeconds : 60;
  const frame = Math.round(time * framesPerSecond);
  const step = (by: number) => set({ time: Math.min(end, Math.max(0, (frame + by) / framesPerSecond)) });
  const change = (part: Partial<typeof recipe.clock>) => commit([{ kind: 'set-clock', clock: { ...recipe.clock, ...part } }]);
  return (
    <span className="clock" role="group" aria-label="Clock">
      <button className="icon-button" aria-label="One frame back" title="One frame back" onClick={() => step(-1)}>
        <i className="bi bi-chevron-left" />
      </button>
      <input
        type="range"
        aria-label="Time"
        aria-valuetext={`${time.toFixed(2)} seconds`}
        min={0}
        max={end}
        step={1 / framesPerSecond}
        value={time}
        onChange={(event) => set({ time: Number(event.target.value) })}
      />
      <button className="icon-button" aria-label="One frame on" title="One frame on" onClick={() => step(1)}>
        <i className="bi bi-chevron-right" />
      </button>
      <span className="time">
        {time.toFixed(2)} s <span className="muted">frame {frame}</span>
      </span>
      <button className="btn-link-quiet" onClick={(event) => setTarget(target ? null : event.currentTarget)}>
        {loopSeconds > 0 ? `loop ${loopSeconds} s` : 'no loop'}
      </button>
      <Overlay target={target} show={target !== null} placement="top" rootClose onHide={() => setTarget(null)}>
        <Popover>
          <Popover.Body className="settings-form">
            <div className="muted small">With a loop, patterns that travel or churn come back exactly; what does not fit is a finding. 0 is no loop.</div>
            <NumberSetting title="loop" unit="s" value={loopSeconds} min={0} max={3600} sliderMin={0} sliderMax={30} byDefault={8} onPreview={() => undefined} onCommit={(value) => change({ loopSeconds: value })} />
            <NumberSetting title="frames per second" unit="" value={framesPerSecond} min={1} max={240} sliderMin={12} sliderMax={60} byDefault={24} whole onPreview={() => undefined} onCommit={(value) => change({ framesPerSecond: value })} />
          </Popover.Body>
        </Popover>
      </Overlay>
    </span>
  );
}
