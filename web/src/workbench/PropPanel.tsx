import { useState } from 'react';
import { Dropdown } from 'react-bootstrap';
import { NO_WISH } from '../api/client';
import type { Prop } from '../api/types';
import { EditableName } from '../parts/EditableName';
import { byHand, withUnit } from '../parts/numbers';
import { AimField } from './AimField';
import { KindField } from './KindField';
import { SettingField } from './SettingField';
import { useSession } from './session';
import { describe, matters, withDefaults, type Settings } from './settings';
import { INSIDE } from '../parts/menu';
import { freeName, freshId } from '../view/selection';
import { propsOf } from '../view/manifest';
import { useSeen, useSelected, useSelection, useView } from '../view/view';

/** The numbers of the chosen prop, beside the view. */
export function PropPanel() {
  const { recipe, kinds, preview, commit } = useSession();
  const { manifest } = useSeen('manifest');
  const { prop: chosen, set } = useSelection('prop', 'set');
  const [shape, setShape] = useState(false);
  const prop = recipe.props.find((each) => each.id === chosen);
  const view = propsOf(manifest).find((each) => each.id === chosen);
  if (!prop) return null;
  const edit = (part: Partial<Prop>) => [{ kind: 'set-prop' as const, prop: { ...prop, ...part } }];
  const ofShape = describe(kinds.shapes, prop.shape.kind);
  const settings = prop.shape as unknown as Settings;
  // of what follows a path, the path says where it is
  const decided = describe(kinds.poses, prop.pose.kind)?.decides ?? [];
  const size = view ? [0, 1, 2].map((k) => withUnit(Number((view.bounds[k + 3]! - view.bounds[k]!).toPrecision(3)), 'm')).join(' × ') : '';
  return (
    <section className="floating prop-panel" aria-label={`Prop ${prop.name}`}>
      <div className="d-flex justify-content-between align-items-baseline">
        <EditableName name={prop.name} label="Name of the prop" className="site-name serif fs-6" onRename={(name) => commit(edit({ name: name.trim() }))} />
        <button className="icon-button" aria-label="Close the prop" onClick={() => set({ prop: '' })}>
          <i className="bi bi-x-lg" />
        </button>
      </div>
      <div className="muted small">
        {size} · {view?.triangles.toLocaleString('en')} triangles
      </div>
      {view?.said && (
        <div className="small" role="status">
          {view.said}
        </div>
      )}
      {prop.pose.kind === 'floats' && <AimField label="lies in the water" unit="m" wish={(number) => ({ ...NO_WISH, prop: prop.id, metres: number })} />}
      <div className="d-flex gap-1 my-1 flex-wrap">
        <button className="btn btn-quiet btn-sm" onClick={() => commit(edit({ standing: true, y: 0 }), `${prop.name} stands on the ground.`)}>
          Stand on the ground
        </button>
        <button className="btn btn-quiet btn-sm" onClick={() => commit(edit({ align: prop.align === 1 ? 0 : 1 }))} aria-pressed={prop.align === 1}>
          {prop.align === 1 ? 'Upright' : 'Align to slope'}
        </button>
        <button
          className="btn btn-quiet btn-sm"
          onClick={() => {
            const copy = { ...prop, id: freshId('t'), name: freeName(prop.name, recipe.props.map((each) => each.name)), x: prop.x + 2 };
            commit([{ kind: 'set-prop', prop: copy }], `${copy.name} stands 2 m to the east.`);
            set({ prop: copy.id });
          }}
        >
          Duplicate
        </button>
        <button
          className="btn btn-quiet btn-sm"
          onClick={() => {
            set({ prop: '' });
            commit([{ kind: 'remove-prop', prop: prop.id }], `Deleted ${prop.name}.`);
          }}
        >
          Delete
        </button>
      </div>
      <div className="btn-group w-100 mb-1" role="group" aria-label="What is set">
        <button className={`btn btn-quiet btn-sm ${shape ? '' : 'active'}`} aria-pressed={!shape} onClick={() => setShape(false)}>
          Place
        </button>
        <button className={`btn btn-quiet btn-sm ${shape ? 'active' : ''}`} aria-pressed={shape} onClick={() => setShape(true)}>
          {ofShape?.title}
        </button>
      </div>
      <div className="settings-form scroll">
        {!shape &&
          kinds.propSettings
            .filter((setting) => setting.name !== 'shape' && setting.name !== 'name' && !decided.includes(setting.name))
            .map((setting) =>
              setting.type === 'kind' ? (
                <KindField
                  key={setting.name}
                  title={setting.title}
                  kinds={kinds.poses}
                  value={prop.pose as unknown as Settings}
                  onPreview={(pose) => preview(edit({ pose: pose as unknown as Prop['pose'] }))}
                  onCommit={(pose) => commit(edit({ pose: pose as unknown as Prop['pose'] }))}
                />
              ) : (
              <SettingField
                key={setting.name}
                setting={setting}
                target={{ of: 'prop', id: prop.id, setting: setting.name, round: setting.name === 'heading' }}
                value={(prop as unknown as Settings)[setting.name]}
                onPreview={(value) => preview(edit({ [setting.name]: value }))}
                onCommit={(value) => commit(edit({ [setting.name]: value }))}
              />
              ),
            )}
        {shape &&
          ofShape?.settings
            .filter((setting) => setting.type !== 'mesh' && matters(setting, shape as unknown as Settings))
            .map((setting) => (
              <SettingField
                key={setting.name}
                setting={setting}
                value={settings[setting.name]}
                onPreview={(value) => preview(edit({ shape: { ...settings, [setting.name]: value } as unknown as Prop['shape'] }))}
                onCommit={(value) => commit(edit({ shape: { ...settings, [setting.name]: value } as unknown as Prop['shape'] }))}
              />
            ))}
      </div>
    </section>
  );
}

/** A new prop of a shape, at a place. */
export function freshProp(shape: Prop['shape'], name: string, taken: string[], at: [number, number]): Prop {
  return {
    id: freshId('t'),
    name: freeName(name, taken),
    shape,
    x: byHand(at[0]),
    y: 0,
    z: byHand(at[1]),
    heading: 0,
    pitch: 0,
    roll: 0,
    size: 1,
    standing: true,
    align: 0,
    subdivide: 0,
    colour: '#8f8a80',
    hidden: false,
    pose: { kind: 'still' },
  };
}

/** "+ prop": a menu of the shapes made by rule. */
export function AddProp({ onMade }: { onMade?: (prop: Prop) => void }) {
  const { recipe, kinds, commit } = useSession();
  const { selection } = useView();
  const set = useSelected((s) => s.set);
  const add = (kind: string) => {
    const description = kinds.shapes.find((each) => each.name === kind)!;
    const { asked } = selection.getState();
    const shape = withDefaults(description, {}) as unknown as Prop['shape'];
    const prop = freshProp(shape, description.title, recipe.props.map((each) => each.name), asked ? [asked.x, asked.z] : [0, 0]);
    commit([{ kind: 'set-prop', prop }], `${prop.name} stands ${asked ? 'where you clicked last' : 'in the middle of the site'}.`);
    set({ prop: prop.id });
    onMade?.(prop);
  };
  return (
    <Dropdown>
      <Dropdown.Toggle variant="quiet" size="sm" className="plus" title="Put up something made by rule">
        + prop
      </Dropdown.Toggle>
      <Dropdown.Menu className="scroll-menu" renderOnMount popperConfig={INSIDE}>
        {kinds.shapes
          .filter((each) => each.name !== 'mesh')
          .map((each) => (
            <Dropdown.Item as="button" key={each.name} onClick={() => add(each.name)}>
              <b>{each.title}</b>
              <span className="menu-help">{each.help}</span>
            </Dropdown.Item>
          ))}
      </Dropdown.Menu>
    </Dropdown>
  );
}
