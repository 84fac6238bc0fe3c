import type { Falloff, Source } from '../api/types';
import { NumberSetting } from '../parts/NumberSetting';
import { useSession } from './session';
import { type Brush } from '../view/selection';
import { useSelection } from '../view/view';

/** The brush in the hand: on or off, its size (metres, up to a reach), strength and softness, and whether it adds or takes away. */
export function BrushBar({ falloff, reach, over = 'the ground' }: { falloff: Falloff; reach: number; over?: string }) {
  const { commit } = useSession();
  const { painting, brush, set } = useSelection('painting', 'brush', 'set');
  if (falloff.source.kind !== 'brush') return null;
  const strokes = falloff.source.strokes;
  const change = (part: Partial<Brush>) => set({ brush: { ...brush, ...part } });
  const field = (name: 'radius' | 'strength' | 'softness', title: string, unit: string, most: number, least: number) => (
    <NumberSetting
      title={title}
      unit={unit}
      value={brush[name]}
      min={name === 'radius' ? 0.001 : 0}
      max={name === 'radius' ? 10000 : 1}
      sliderMin={least}
      sliderMax={most}
      onPreview={(value) => change({ [name]: value })}
      onCommit={(value) => change({ [name]: value })}
    />
  );
  const clear = () => commit([{ kind: 'set-source', falloff: falloff.id, source: { kind: 'brush', strokes: [] } as Source }], 'All strokes are taken away.');
  return (
    <section className="floating brush-bar" aria-label="Brush">
      <div className="d-flex gap-2 align-items-center mb-1">
        <button className={`btn btn-sm ${painting ? 'btn-primary' : 'btn-quiet'}`} aria-pressed={painting} onClick={() => set({ painting: !painting, values: true })}>
          {painting ? 'Painting' : 'Paint'}
        </button>
        <button className={`btn btn-sm btn-quiet ${brush.remove ? 'active' : ''}`} aria-pressed={brush.remove} onClick={() => change({ remove: !brush.remove })}>
          {brush.remove ? 'Takes away' : 'Adds'}
        </button>
        <button className="btn btn-sm btn-quiet ms-auto" disabled={strokes.length === 0} onClick={clear}>
          Clear
        </button>
      </div>
      {field('radius', 'radius', 'm', reach, reach / 200)}
      {field('strength', 'strength', '', 1, 0)}
      {field('softness', 'softness', '', 1, 0)}
      <div className="muted small mt-1">
        {painting ? `Drag over ${over}. The right button still moves the view, the wheel zooms; ` : ''}
        {strokes.length === 1 ? '1 stroke' : `${strokes.length} strokes`}, undone one by one.
      </div>
    </section>
  );
}
