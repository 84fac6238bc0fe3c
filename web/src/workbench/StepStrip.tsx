import { Fragment } from 'react';
import type { AllKinds, Falloff, Recipe, Source, Step } from '../api/types';
import { AddStep } from './adding';
import { ResultCard } from './ResultCard';
import { useSession } from './session';
import { describe, rowsOf, type Settings } from './settings';
import { StepCard } from './StepCard';
import { useSeen, useSelection } from '../view/view';

/** The chosen falloff from source to result. Choosing a card shows that step in the view. */
export function StepStrip() {
  const { recipe, kinds, preview, commit } = useSession();
  const { manifest } = useSeen('manifest');
  const { falloff: id, shows, layer, property } = useSelection('falloff', 'shows', 'layer', 'property');
  const falloff = recipe.falloffs.find((each) => each.id === id);
  if (!falloff) {
    return (
      <div className="strip">
        <p className="empty m-auto">
          A falloff is a number from 0 to 1 that varies over the place. Make one with <b>+ falloff</b>; its steps appear here.
        </p>
      </div>
    );
  }
  const apart = undriven(recipe, kinds, id, shows === 'property' ? layer : '', property);
  const views = manifest?.falloffs.find((view) => view.id === id)?.stages;
  const sourceEdit = (settings: Settings) => [{ kind: 'set-source' as const, falloff: id, source: settings as unknown as Source }];
  const stepEdit = (settings: Settings) => [{ kind: 'set-step' as const, falloff: id, step: settings as unknown as Step }];
  return (
    <section className={`strip ${apart ? 'apart' : ''}`} aria-label={`Steps of ${falloff.name}`}>
      <p className="strip-label">
        Steps of <b>{falloff.name}</b>
        {apart && `, which does not drive ${apart}`}
      </p>
      <div className="cards">
        <StepCard
          stage={0}
          description={describe(kinds.sources, falloff.source.kind)!}
          settings={falloff.source as unknown as Settings}
          view={views?.find((view) => view.stage === 0)}
          onPreview={(settings) => preview(sourceEdit(settings))}
          onCommit={(settings) => commit(sourceEdit(settings))}
        />
        {falloff.steps.map((step, i) => (
          <Fragment key={step.id}>
            <span className="arrow" aria-hidden="true">
              ›
            </span>
            <StepCard
              stage={i + 1}
              description={describe(kinds.steps, step.kind)!}
              settings={step as unknown as Settings}
              view={views?.find((view) => view.stage === i + 1)}
              before={views?.find((view) => view.stage === i)}
              onPreview={(settings) => preview(stepEdit(settings))}
              onCommit={(settings) => commit(stepEdit(settings))}
              actions={stepActions(falloff, i, commit)}
              limit={{
                by: falloff.limits.find((each) => each.step === step.id)?.by ?? '',
                set: (by) => commit([by === '' ? { kind: 'limit-step', falloff: id, step: step.id } : { kind: 'limit-step', falloff: id, step: step.id, by }]),
              }}
            />
          </Fragment>
        ))}
        <span className="arrow" aria-hidden="true">
          ›
        </span>
      </div>
      <AddStep />
      <ResultCard falloff={falloff} view={views?.at(-1)} />
    </section>
  );
}

/** "speed of Wind" where the chosen row has nothing to do with a falloff; undefined where it has, or none is chosen. */
function undriven(recipe: Recipe, kinds: AllKinds, falloff: string, layerId: string, property: string): string | undefined {
  const layer = recipe.layers.find((each) => each.id === layerId);
  if (!layer || recipe.drives.some((drive) => drive.layer === layerId && drive.falloff === falloff && (drive.property === property || !(property in (layer.properties ?? {}))))) return undefined;
  const row = rowsOf(kinds, layer).find((each) => each.name === property);
  return row ? `${row.title} of ${layer.name}` : layer.name;
}

export interface StepActions {
  earlier?: () => void;
  later?: () => void;
  /** Takes the step that stands elsewhere to this place. */
  take: (from: number) => void;
  duplicate: () => void;
  remove: () => void;
}

function stepActions(falloff: Falloff, index: number, commit: ReturnType<typeof useSession>['commit']): StepActions {
  const step = falloff.steps[index]!;
  const move = (to: number) => commit([{ kind: 'move-step', falloff: falloff.id, step: step.id, index: to }]);
  return {
    earlier: index > 0 ? () => move(index - 1) : undefined,
    later: index < falloff.steps.length - 1 ? () => move(index + 1) : undefined,
    take: (from) => commit([{ kind: 'move-step', falloff: falloff.id, step: falloff.steps[from]!.id, index }]),
    duplicate: () => commit([{ kind: 'add-step', falloff: falloff.id, step: { ...step, id: `s-${crypto.randomUUID().slice(0, 8)}` }, index: index + 1 }]),
    remove: () => commit([{ kind: 'remove-step', falloff: falloff.id, step: step.id }], `Deleted a step of ${falloff.name}.`),
  };
}
