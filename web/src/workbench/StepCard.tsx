import { useRef, useState } from 'react';
import { Dropdown } from 'react-bootstrap';
import type { Description, StageView } from '../api/types';
import { Histogram, valuesSaid } from './Histogram';
import { useSession } from './session';
import { SettingField } from './SettingField';
import { matters, type Settings } from './settings';
import type { StepActions } from './StepStrip';
import { INSIDE } from '../parts/menu';
import { Picture } from '../parts/Picture';
import { PopUp } from '../parts/PopUp';
import { groundOf } from '../view/manifest';
import { useSeen, useSelection } from '../view/view';

interface Props {
  stage: number;
  description: Description;
  settings: Settings;
  view: StageView | undefined;
  before?: StageView;
  onPreview: (settings: Settings) => void;
  onCommit: (settings: Settings) => void;
  actions?: StepActions;
  limit?: { by: string; set: (by: string) => void };
}

/** Height levels from the lowest to the highest point of the ground, where the source has levels straight up. */
function fittedLevels(settings: Settings, lowest: number | undefined, highest: number | undefined): Settings | null {
  if (settings.kind !== 'height' || lowest === undefined || highest === undefined) return null;
  if (settings.space === 'own') return { ...settings, low: 0, high: 1 };
  if (settings.elevation !== 90) return null;
  return { ...settings, low: Number(lowest.toFixed(3)), high: Number(highest.toFixed(3)) };
}

/** The source or one step: its picture, its histogram and its one or two controls. */
export function StepCard({ stage, description, settings, view, before, onPreview, onCommit, actions, limit }: Props) {
  const { falloff, stage: chosenStage, shows, hoverValue, chooseFalloff } = useSelection('falloff', 'stage', 'shows', 'hoverValue', 'chooseFalloff');
  const card = useRef<HTMLDivElement>(null);
  const [open, setOpen] = useState(false);
  const chosen = chosenStage === stage;
  const { recipe } = useSession();
  const { manifest } = useSeen('manifest');
  const ground = groundOf(manifest);
  const fitted = fittedLevels(settings, ground?.lowest, ground?.highest);
  const other = recipe.falloffs.find((each) => each.id === settings.falloff)?.name;
  const place = recipe.places.find((each) => each.id === settings.place)?.name;
  const title = `${description.title}${other ? ` ${other}` : place ? ` to ${place}` : ''}`;
  const skipped = settings.skipped === true;
  const choose = () => chooseFalloff(falloff, stage);
  // beside an open curve the view shows what goes in, so that the pointer on the ground can mark it
  const edit = () => {
    if (stage > 0 && description.settings.some((setting) => setting.type === 'curve')) chooseFalloff(falloff, stage - 1);
    setOpen(true);
  };
  const onCard = description.settings.filter((setting) => setting.onCard && setting.type !== 'curve').slice(0, 2);
  const fields = (list: Description['settings']) =>
    list
      .filter((setting) => matters(setting, settings))
      .map((setting) => (
      <SettingField
        key={setting.name}
        setting={setting}
        target={{ of: 'falloff', id: falloff, setting: stage === 0 ? `source.${setting.name}` : `steps.${(settings as { id?: string }).id ?? ''}.${setting.name}`, round: setting.name === 'heading' }}
        value={settings[setting.name]}
        without={falloff}
        histogram={before?.summary.histogram}
        mark={chosenStage === stage - 1 && shows === 'falloff' ? hoverValue : null}
        onPreview={(value) => onPreview({ ...settings, [setting.name]: value })}
        onCommit={(value) => onCommit({ ...settings, [setting.name]: value })}
      />
    ));
  return (
    <div
      ref={card}
      className={`step-card ${chosen ? 'chosen' : ''} ${skipped ? 'skipped' : ''}`}
      aria-current={chosen}
      draggable={actions !== undefined}
      onDragStart={(event) => {
        if (event.target instanceof HTMLInputElement) return event.preventDefault();
        event.dataTransfer.setData('text/x-lumbrit-step', String(stage));
        event.dataTransfer.effectAllowed = 'move';
      }}
      onDragOver={(event) => event.dataTransfer.types.includes('text/x-lumbrit-step') && event.preventDefault()}
      onDrop={(event) => {
        const from = Number(event.dataTransfer.getData('text/x-lumbrit-step'));
        if (from > 0 && from !== stage) actions?.take(from - 1);
      }}
      onKeyDown={(event) => {
        if (!event.altKey || event.target instanceof HTMLInputElement) return;
        if (event.key === 'ArrowLeft') actions?.earlier?.();
        if (event.key === 'ArrowRight') actions?.later?.();
      }}
    >
      <div className="title">
        <button className={`text ${title.length > 13 ? 'long' : ''}`} title={`${title}: ${description.help}`} onClick={choose}>
          {title}
        </button>
        {limit?.by && <i className="bi bi-funnel" title={`Limited by ${recipe.falloffs.find((each) => each.id === limit.by)?.name}`} aria-label="limited" />}
        <span className="index">{skipped ? 'skipped' : stage === 0 ? 'source' : stage}</span>
        <Dropdown align="end">
          <Dropdown.Toggle as="button" className="icon-button" aria-label={`${title}: more`}>
            <i className="bi bi-three-dots-vertical" />
          </Dropdown.Toggle>
          <Dropdown.Menu renderOnMount popperConfig={INSIDE}>
            <Dropdown.Item as="button" onClick={() => setOpen(true)}>
              All settings …
            </Dropdown.Item>
            {fitted && (
              <Dropdown.Item as="button" onClick={() => onCommit(fitted)}>
                Fit levels to the ground
              </Dropdown.Item>
            )}
            {actions && (
              <>
                <Dropdown.Item as="button" disabled={!actions.earlier} onClick={actions.earlier}>
                  Move earlier (Alt ←)
                </Dropdown.Item>
                <Dropdown.Item as="button" disabled={!actions.later} onClick={actions.later}>
                  Move later (Alt →)
                </Dropdown.Item>
                <Dropdown.Item as="button" onClick={() => onCommit({ ...settings, skipped: !skipped })}>
                  {skipped ? 'Use again' : 'Skip'}
                </Dropdown.Item>
                <Dropdown.Item as="button" onClick={actions.duplicate}>
                  Duplicate
                </Dropdown.Item>
                <Dropdown.Item as="button" onClick={actions.remove}>
                  Delete
                </Dropdown.Item>
              </>
            )}
          </Dropdown.Menu>
        </Dropdown>
      </div>
      <button className="pictures" onClick={choose} aria-label={`Show ${title} in the view: ${valuesSaid(view?.summary)}`} title={`Show this step in the view: ${valuesSaid(view?.summary)}`}>
        {view ? <Picture of={view.picture} draggable={false} /> : <img alt="" />}
        <Histogram summary={view?.summary} />
      </button>
      <div className="controls">
        {onCard.length > 0 ? (
          fields(onCard)
        ) : description.settings.length > 0 ? (
          <button className="btn btn-quiet btn-sm" onClick={edit}>
            Edit {description.title.toLowerCase()} …
          </button>
        ) : (
          <span className="muted small">{description.help}</span>
        )}
      </div>
      <PopUp target={card} show={open} placement="top" label={`All settings of ${title}`} bodyClassName="settings-form" onHide={() => setOpen(false)}>
        <div>
          <b>{description.title}</b>
          <div className="muted small">{description.help}</div>
        </div>
        {fields(description.settings)}
        {limit && (
          <label className="setting d-block">
            <span className="line">
              <span className="muted">limited by</span>
            </span>
            <select value={limit.by} title="Where that falloff is 0 this step changes nothing" onChange={(event) => limit.set(event.target.value)}>
              <option value="">nothing</option>
              {recipe.falloffs
                .filter((each) => each.id !== falloff)
                .map((each) => (
                  <option key={each.id} value={each.id}>
                    {each.name}
                  </option>
                ))}
            </select>
          </label>
        )}
      </PopUp>
    </div>
  );
}
