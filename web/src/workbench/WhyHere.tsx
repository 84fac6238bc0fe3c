import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, whenStopped } from '../api/client';
import { shown, withUnit } from '../parts/numbers';
import { resultsOf } from './layerKinds';
import { useSession } from './session';
import { useSelection } from '../view/view';

/** One summand of a result. */
function Part({ part, unit }: { part: { title?: string; value?: number }; unit: string }) {
  return (
    <div className="d-flex justify-content-between">
      <span>{part.title}</span>
      <span className="number">
        {part.value! > 0 ? '+' : ''}
        {withUnit(part.value!, unit)}
      </span>
    </div>
  );
}

/** The explanation of one clicked point. */
export function WhyHere() {
  const { site, recipe, kinds } = useSession();
  const { asked, layer: chosenLayer, property: chosenProperty, time, set } = useSelection('asked', 'layer', 'property', 'time', 'set');
  const [open, setOpen] = useState('');
  const layer = asked?.layer || chosenLayer || recipe.layers[0]?.id || '';
  const of = recipe.layers.find((each) => each.id === layer);
  const results = of ? resultsOf(kinds, of).map((each) => each.name) : [];
  const known = [...Object.keys(of?.properties ?? {}), ...results];
  const property = known.includes(chosenProperty) ? chosenProperty : (known[0] ?? 'density');
  const answer = useQuery({
    queryKey: ['why', site.id, site.revision, layer, property, asked, time],
    queryFn: () => api.why(site.id, { base: site.revision, layer, property, x: asked!.x, z: asked!.z, plant: asked!.plant, prop: asked!.prop, y: asked!.y, time }),
    enabled: asked !== null && layer !== '',
    placeholderData: (before) => before,
    retry: whenStopped,
    retryDelay: 100,
  });
  if (!asked) return null;
  const close = (
    <button className="icon-button" aria-label="Close" onClick={() => set({ asked: null })}>
      <i className="bi bi-x-lg" />
    </button>
  );
  if (layer === '' || answer.error) {
    return (
      <section className="floating why" aria-label="Why here?">
        <div className="d-flex justify-content-between">
          <b className="serif">Why here?</b>
          {close}
        </div>
        <span className="muted">{answer.error?.message ?? 'There is no layer yet whose properties could be explained.'}</span>
      </section>
    );
  }
  const data = answer.data;
  const parts = data?.why.parts ?? [];
  return (
    <section className="floating why" aria-label="Why here?" aria-live="polite">
      <div className="d-flex justify-content-between align-items-baseline">
        <span>
          <b className="serif fs-6">Why here?</b>{' '}
          <span className="muted small">{data?.plant ? `plant, variant ${data.variant}` : `x ${shown(asked.x)} z ${shown(asked.z)}`}</span>
        </span>
        {close}
      </div>
      {data?.why.factors.map((factor) => (
        <div key={factor.falloff}>
          <button className={`factor ${factor.marked ? 'marked' : ''}`} aria-expanded={open === factor.falloff} onClick={() => setOpen(open === factor.falloff ? '' : factor.falloff!)}>
            <span>
              {factor.name}, {factor.reading}
            </span>
            <span className="number">{factor.response!.toFixed(2)}</span>
          </button>
          {open === factor.falloff && (
            <div className="stages">
              {factor.stages!.map((stage, i) => (
                <div key={i} className="d-flex justify-content-between">
                  <span>
                    {stage.title}
                    {stage.skipped && ' (skipped)'}
                  </span>
                  <span>{stage.value!.toFixed(3)}</span>
                </div>
              ))}
              <div>
                Without it {property} would be {withUnit(factor.without!, data.why.unit!)}.
              </div>
            </div>
          )}
        </div>
      ))}
      {parts.filter((part) => !part.since).map((part) => <Part key={part.title} part={part} unit={data!.why.unit!} />)}
      {data && data.why.factors.length === 0 && parts.length === 0 && <div className="muted">{results.includes(property) ? 'The layer makes it; its properties say how.' : 'Nothing drives it: it has its high end everywhere.'}</div>}
      {data && (
        <>
          <hr className="my-1" />
          <div className="d-flex justify-content-between">
            <b>{property[0]!.toUpperCase() + property.slice(1)}</b>
            <b className="number">{withUnit(data.why.value!, data.why.unit!)}</b>
          </div>
          {parts.filter((part) => part.since).map((part) => <Part key={part.title} part={part} unit={data.why.unit!} />)}
          <div className="muted small">
            {data.plant
              ? data.others
                  .filter((each) => ['length', 'width', 'lean', 'yaw'].includes(each.property) && each.property !== property)
                  .map((each) => `${each.property} ${withUnit(each.value, each.unit)}`)
                  .join(' · ')
              : `${asked.prop ? recipe.props.find((each) => each.id === asked.prop)?.name : 'ground'} slopes ${Math.round(data.slope)}°, ${withUnit(data.why.y!, 'm')} high`}
          </div>
        </>
      )}
    </section>
  );
}
