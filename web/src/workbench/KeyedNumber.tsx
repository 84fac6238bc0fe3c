import { type ComponentProps, useRef, useState } from 'react';
import { Link } from 'react-router';
import { NumberSetting } from '../parts/NumberSetting';
import { withUnit } from '../parts/numbers';
import { PopUp } from '../parts/PopUp';
import { keyedAt, keyThere, trackOf, withKey, withoutKey, type KeyTarget } from './keys';
import { useSession } from './session';
import { useSelected } from '../view/view';

type Props = ComponentProps<typeof NumberSetting> & { target: KeyTarget };

/** A number with a button that keys it at the clock's time, and a menu of its own. Once keyed, changing it sets a key at that time. */
export function KeyedNumber({ target, value, onPreview, onCommit, ...rest }: Props) {
  const { site, recipe, preview, commit } = useSession();
  const [menu, setMenu] = useState(false);
  const box = useRef<HTMLDivElement>(null);
  const time = useSelected((s) => s.time);
  const track = trackOf(recipe, target);
  const here = keyThere(track, time);
  const now = track ? keyedAt(track, time) : value;
  const set = (next: number) => (track ? commit(withKey(recipe, target, time, next)) : onCommit(next));
  return (
    <div
      ref={box}
      className="keyed"
      onContextMenu={(event) => {
        event.preventDefault();
        setMenu(true);
      }}
    >
      <NumberSetting {...rest} value={now} onPreview={(next) => (track ? preview(withKey(recipe, target, time, next)) : onPreview(next))} onCommit={set} />
      <button
        className={`icon-button key ${here ? 'here' : track ? 'some' : ''}`}
        aria-pressed={here}
        aria-label={here ? `${rest.title}: take the key at ${time.toFixed(2)} s away` : `${rest.title}: key it at ${time.toFixed(2)} s`}
        title={here ? `A key at ${time.toFixed(2)} s; take it away` : track ? `Keyed at ${track.keys.length} times; set one at ${time.toFixed(2)} s` : `Key it at ${time.toFixed(2)} s, so that it changes over time`}
        onClick={() => commit(here && track ? withoutKey(track, time) : withKey(recipe, target, time, now))}
      >
        <i className={`bi bi-diamond${here ? '-fill' : track ? '-half' : ''}`} />
      </button>
      <PopUp target={box} show={menu} placement="bottom" label={`Ways with ${rest.title}`} bodyClassName="number-ways" onHide={() => setMenu(false)}>
        <Link className="btn btn-quiet btn-sm" to={`/sites/${site.id}/trials?id=${target.id}&setting=${encodeURIComponent(target.setting)}`}>
          Try values of {rest.title} …
        </Link>
        {rest.byDefault !== undefined && (
          <button
            className="btn btn-quiet btn-sm"
            onClick={() => {
              setMenu(false);
              set(rest.byDefault!);
            }}
          >
            Back to {withUnit(rest.byDefault, rest.unit)}
          </button>
        )}
      </PopUp>
    </div>
  );
}
