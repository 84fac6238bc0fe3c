import type { ComponentProps } from 'react';
import { NumberSetting } from '../parts/NumberSetting';
import { keyedAt, keyThere, trackOf, withKey, withoutKey, type KeyTarget } from './keys';
import { useSession } from './session';
import { useSelected } from '../view/view';

type Props = ComponentProps<typeof NumberSetting> & { target: KeyTarget };

/** A number with a button that keys it at the clock's time. Once keyed, changing it sets a key at that time. */
export function KeyedNumber({ target, value, onPreview, onCommit, ...rest }: Props) {
  const { recipe, preview, commit } = useSession();
  const time = useSelected((s) => s.time);
  const track = trackOf(recipe, target);
  const here = keyThere(track, time);
  const now = track ? keyedAt(track, time) : value;
  return (
    <div className="keyed">
      <NumberSetting {...rest} value={now} onPreview={(next) => (track ? preview(withKey(recipe, target, time, next)) : onPreview(next))} onCommit={(next) => (track ? commit(withKey(recipe, target, time, next)) : onCommit(next))} />
      <button
        className={`icon-button key ${here ? 'here' : track ? 'some' : ''}`}
        aria-pressed={here}
        aria-label={here ? `${rest.title}: take the key at ${time.toFixed(2)} s away` : `${rest.title}: key it at ${time.toFixed(2)} s`}
        title={here ? `A key at ${time.toFixed(2)} s; take it away` : track ? `Keyed at ${track.keys.length} times; set one at ${time.toFixed(2)} s` : `Key it at ${time.toFixed(2)} s, so that it changes over time`}
        onClick={() => commit(here && track ? withoutKey(track, time) : withKey(recipe, target, time, now))}
      >
        <i className={`bi bi-diamond${here ? '-fill' : track ? '-half' : ''}`} />
      </button>
    </div>
  );
}
