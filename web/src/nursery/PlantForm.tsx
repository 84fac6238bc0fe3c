import { useState } from 'react';
import type { CurvePoint, Edit, Layer, PropertyDescription, PropertyRange, Source } from '../api/types';
import { CurveEditor } from '../parts/CurveEditor';
import { STRAIGHT } from '../parts/curve';
import { EditableName } from '../parts/EditableName';
import { NumberSetting } from '../parts/NumberSetting';
import { SettingField } from '../workbench/SettingField';
import { isSway, planting } from '../workbench/layerKinds';
import { useSession } from '../workbench/session';
import { describe, rowsOf, withDefaults, type Settings } from '../workbench/settings';
import type { NurseryPlant } from './PlantList';
import { freeName, freshId } from '../view/selection';
import { useSelection } from '../view/view';

/** How a plant is made, and what drives it from foot to tip. */
export function PlantForm({ plant, onStrip }: { plant: NurseryPlant; onStrip: (shown: boolean) => void }) {
  const { kinds, preview, commit } = useSession();
  const [along, setAlong] = useState(false);
  const description = describe(kinds.plants, plant.plant.kind)!;
  const settings = plant.plant as unknown as Settings;
  const own = describe(kinds.layers, 'plant')!.settings.filter((setting) => setting.name !== 'plant');
  const edit = (part: Settings) => [{ kind: 'set-layer' as const, changed: { ...plant, ...part } as unknown as Layer }];
  const made = (kind: string) => {
    const other = describe(kinds.plants, kind)!;
    commit(edit({ plant: withDefaults(other, {}) }), `${plant.name} is now made as a ${other.title.toLowerCase()}.`);
  };
  const show = (wanted: boolean) => {
    setAlong(wanted);
    if (!wanted) onStrip(false);
  };
  return (
    <aside className="plant-form" aria-label={`How ${plant.name} is made`}>
      <EditableName name={plant.name} label="Name of the plant" className="site-name serif fs-5" onRename={(name) => commit([{ kind: 'rename-layer', layer: plant.id, name }])} />
      <div className="btn-group w-100 my-2" role="group" aria-label="What is set">
        <button className={`btn btn-quiet btn-sm ${along ? '' : 'active'}`} aria-pressed={!along} onClick={() => show(false)}>
          How it is made
        </button>
        <button className={`btn btn-quiet btn-sm ${along ? 'active' : ''}`} aria-pressed={along} onClick={() => show(true)}>
          Along it
        </button>
      </div>
      {along ? (
        <AlongRows plant={plant} onStrip={onStrip} />
      ) : (
        <div className="settings-form">
          <label className="d-flex justify-content-between small">
            made as
            <select value={plant.plant.kind} aria-label="Made as" onChange={(event) => made(event.target.value)}>
              {kinds.plants
                .filter((each) => (each.name !== 'kept' && each.name !== 'mesh') || each.name === plant.plant.kind)
                .map((each) => (
                  <option key={each.name} value={each.name}>
                    {each.title}
                  </option>
                ))}
            </select>
          </label>
          <div className="muted small">{description.help}</div>
          {description.settings
            .filter((setting) => setting.onCard)
            .map((setting) => (
              <SettingField
                key={setting.name}
                setting={setting}
                value={settings[setting.name]}
                onPreview={(value) => preview(edit({ plant: { ...settings, [setting.name]: value } }))}
                onCommit={(value) => commit(edit({ plant: { ...settings, [setting.name]: value } }))}
              />
            ))}
          <hr className="my-1" />
          {own.map((setting) => (
            <SettingField
              key={setting.name}
              setting={setting}
              value={(plant as unknown as Settings)[setting.name]}
              onPreview={(value) => preview(edit({ [setting.name]: value }))}
              onCommit={(value) => commit(edit({ [setting.name]: value }))}
            />
          ))}
        </div>
      )}
    </aside>
  );
}

/** Width, curvature and accent from foot to tip and how far it gives way to the wind, each driven by falloffs through a curve. */
function AlongRows({ plant, onStrip }: { plant: NurseryPlant; onStrip: (shown: boolean) => void }) {
  const { kinds, recipe } = useSession();
  const covers = planting(kinds, recipe.layers, plant.id).map((each) => each.id);
  const sways = recipe.layers.filter((each) => isSway(kinds, each) && covers.includes(each.cover));
  return (
    <div className="settings-form">
      <p className="muted small mb-0">A falloff drives each from foot (left of its curve) to tip (right). The strip below shows the chosen falloff step by step.</p>
      {rowsOf(kinds, plant as unknown as Layer).map((property) => (
        <AlongRow key={property.name} layer={plant as unknown as Layer} property={property} onStrip={onStrip} />
      ))}
      {sways.flatMap((sway) =>
        rowsOf(kinds, sway)
          .filter((property) => property.along)
          .map((property) => <AlongRow key={`${sway.id} ${property.name}`} layer={sway} property={property} onStrip={onStrip} of={sway.name} />),
      )}
    </div>
  );
}

const NEW: Record<string, { name: string; source: Source }> = {
  'new along': { name: 'Along', source: { kind: 'along' } as Source },
  'new brush': { name: 'Painted on plants', source: { kind: 'brush', strokes: [] } as Source },
};

function AlongRow({ layer, property, onStrip, of }: { layer: Layer; property: PropertyDescription; onStrip: (shown: boolean) => void; of?: string }) {
  const { recipe, preview, commit } = useSession();
  const { chooseFalloff, set } = useSelection('chooseFalloff', 'set');
  const range = layer.properties?.[property.name] as PropertyRange;
  const drives = recipe.drives.filter((each) => each.layer === layer.id && each.property === property.name);
  const ends = (part: Partial<PropertyRange>): Edit[] => [{ kind: 'set-property', layer: layer.id, property: property.name, range: { ...range, ...part } }];
  const drive = (falloff: string) => {
    if (falloff === '') return;
    const made = NEW[falloff];
    if (made) {
      const id = freshId('f');
      const name = freeName(made.name, recipe.falloffs.map((each) => each.name));
      commit([
        { kind: 'add-falloff', added: { id, name, source: made.source, steps: [], limits: [] }, index: recipe.falloffs.length },
        { kind: 'set-drive', drive: { layer: layer.id, property: property.name, falloff: id, curve: STRAIGHT } },
      ]);
      chooseFalloff(id);
      if (made.source.kind === 'brush') set({ painting: true, values: true });
    } else {
      commit([{ kind: 'set-drive', drive: { layer: layer.id, property: property.name, falloff, curve: STRAIGHT } }]);
      chooseFalloff(falloff);
    }
    onStrip(true);
  };
  const free = recipe.falloffs.filter((each) => !drives.some((one) => one.falloff === each.id));
  return (
    <section className="along-row" aria-label={of ? `${of}: ${property.title}` : property.title}>
      {of && <div className="muted small">{of}</div>}
      <b>{property.title}</b> <span className="muted small">{property.help}</span>
      {(['low', 'high'] as const).map((end) => (
        <NumberSetting
          key={end}
          title={end}
          unit={property.unit}
          value={range[end]}
          min={property.min}
          max={property.max}
          sliderMin={Math.max(property.min, -property.sliderMax)}
          sliderMax={property.sliderMax}
          onPreview={(value) => preview(ends({ [end]: value }))}
          onCommit={(value) => commit(ends({ [end]: value }))}
        />
      ))}
      {drives.map((each) => {
        const falloff = recipe.falloffs.find((one) => one.id === each.falloff);
        return (
          <div key={each.falloff} className="along-drive">
            <div className="d-flex justify-content-between">
              <button className="btn btn-link btn-sm p-0" onClick={() => { chooseFalloff(each.falloff); onStrip(true); }}>
                {falloff?.name}
              </button>
              <button className="btn btn-quiet btn-sm" onClick={() => commit([{ kind: 'remove-drive', layer: layer.id, property: property.name, falloff: each.falloff }])}>
                Clear
              </button>
            </div>
            <CurveEditor
              points={each.curve as CurvePoint[]}
              onPreview={(curve) => preview([{ kind: 'set-drive', drive: { ...each, curve } }])}
              onCommit={(curve) => commit([{ kind: 'set-drive', drive: { ...each, curve } }])}
            />
          </div>
        );
      })}
      <select className="form-select form-select-sm" value="" aria-label={`Falloff that drives ${property.title}`} onChange={(event) => drive(event.target.value)}>
        <option value="">driven by …</option>
        <option value="new along">a new falloff along the plant</option>
        <option value="new brush">a new brush, painted on the plants</option>
        {free.map((each) => (
          <option key={each.id} value={each.id}>
            {each.name}
          </option>
        ))}
      </select>
    </section>
  );
}
