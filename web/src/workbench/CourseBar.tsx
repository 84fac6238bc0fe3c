import { useSession } from './session';
import { useSeen, useSelection } from '../view/view';

/** The course of the chosen relief layer, step by step: the ground as it was then, without the layers after it. */
export function CourseBar() {
  const { recipe } = useSession();
  const { manifest } = useSeen('manifest');
  const { layer: chosen, course, set } = useSelection('layer', 'course', 'set');
  const layer = recipe.layers.find((each) => each.id === chosen);
  const steps = manifest?.layers.find((each) => each.id === chosen)?.courseSteps ?? 0;
  if (!layer || layer.hidden || steps === 0) return null;
  const step = course ?? steps;
  return (
    <section className="floating course-bar" aria-label={`Course of ${layer.name}`}>
      <label className="d-flex gap-2 align-items-center small">
        <span className="text-nowrap">
          <b>{layer.name}</b>, step {step} of {steps}
        </span>
        <input type="range" min={0} max={steps} step={1} value={step} aria-valuetext={`step ${step} of ${steps}`} onChange={(event) => set({ course: Number(event.target.value) })} />
      </label>
      {course !== null && (
        <button className="icon-button" aria-label="Back to the finished ground" title="Back to the finished ground" onClick={() => set({ course: null })}>
          <i className="bi bi-x-lg" />
        </button>
      )}
    </section>
  );
}
