import { useState } from 'react';
import { Dropdown } from 'react-bootstrap';
import { Link } from 'react-router';
import type { Falloff, StageView } from '../api/types';
import { EditableName } from '../parts/EditableName';
import { Picture } from '../parts/Picture';
import { percent, shown } from '../parts/numbers';
import { NO_WISH } from '../api/client';
import { AimField } from './AimField';
import { CopyToSite } from './CopyToSite';
import { Histogram, valuesSaid } from './Histogram';
import { SamplesDialog } from './SamplesDialog';
import { useSession } from './session';
import { INSIDE } from '../parts/menu';
import { freeName, freshId } from '../view/selection';
import { useSeen, useSelection } from '../view/view';

/** What comes out: what it drives and how much of the ground it covers. */
export function ResultCard({ falloff, view }: { falloff: Falloff; view: StageView | undefined }) {
  const { site, recipe, commit } = useSession();
  const { manifest } = useSeen('manifest');
  const { stage, chooseFalloff } = useSelection('stage', 'chooseFalloff');
  const [samples, setSamples] = useState(false);
  const [copying, setCopying] = useState(false);
  const ofManifest = manifest?.falloffs.find((each) => each.id === falloff.id);
  const drives = recipe.drives.filter((each) => each.falloff === falloff.id).length;
  const move = (by: number) => commit([{ kind: 'move-falloff', falloff: falloff.id, index: recipe.falloffs.findIndex((each) => each.id === falloff.id) + by }]);
  const duplicate = () => {
    const id = freshId('f');
    const ids = new Map(falloff.steps.map((step) => [step.id, freshId('s')]));
    const steps = falloff.steps.map((step) => ({ ...step, id: ids.get(step.id)! }));
    const limits = falloff.limits.map((limit) => ({ ...limit, step: ids.get(limit.step)! }));
    const source = 'seed' in falloff.source ? { ...falloff.source, seed: (falloff.source.seed ?? 1) + 1 } : falloff.source;
    const name = freeName(falloff.name, recipe.falloffs.map((each) => each.name));
    commit([{ kind: 'add-falloff', added: { id, name, source, steps, limits }, index: recipe.falloffs.indexOf(falloff) + 1 }]);
    chooseFalloff(id);
  };
  const remove = () => {
    const next = recipe.falloffs.find((each) => each.id !== falloff.id);
    commit([{ kind: 'remove-falloff', falloff: falloff.id }], `Deleted ${falloff.name}${drives ? `, its ${drives} drives` : ''} and the steps that used it.`);
    chooseFalloff(next?.id ?? '');
  };
  return (
    <div className={`step-card result-card ${stage === -1 ? 'chosen' : ''}`}>
      <div className="title">
        <EditableName name={falloff.name} label="Name of the falloff" className="name" onRename={(name) => commit([{ kind: 'rename-falloff', falloff: falloff.id, name }])} />
        <Dropdown align="end">
          <Dropdown.Toggle as="button" className="icon-button" aria-label={`${falloff.name}: more`}>
            <i className="bi bi-three-dots-vertical" />
          </Dropdown.Toggle>
          <Dropdown.Menu renderOnMount popperConfig={INSIDE}>
            <Dropdown.Item as="button" onClick={() => move(-1)}>
              Move column left
            </Dropdown.Item>
            <Dropdown.Item as="button" onClick={() => move(1)}>
              Move column right
            </Dropdown.Item>
            <Dropdown.Item as={Link} to={`/sites/${site.id}/trials?id=${falloff.id}`}>
              Try values …
            </Dropdown.Item>
            <Dropdown.Item as="button" onClick={() => setSamples(true)}>
              Table of samples …
            </Dropdown.Item>
            <Dropdown.Item as="button" onClick={() => setCopying(true)}>
              Copy to another site …
            </Dropdown.Item>
            <Dropdown.Item as="button" onClick={duplicate}>
              Duplicate
            </Dropdown.Item>
            <Dropdown.Item as="button" onClick={remove}>
              Delete
            </Dropdown.Item>
          </Dropdown.Menu>
        </Dropdown>
      </div>
      <button className="pictures" onClick={() => chooseFalloff(falloff.id)}>
        <span className="visually-hidden">
          Show {falloff.name} in the view: {valuesSaid(view?.summary)},{' '}
        </span>
        {view && <Picture of={view.picture} />}
        <Histogram summary={view?.summary} />
        <span className="text-start small ps-1">
          {view && !ofManifest?.perPlant && (
            <>
              covers <b>{percent(view.summary.covered)}</b>
              <br />
              of the ground
              <br />
            </>
          )}
          {ofManifest?.perPlant && (
            <>
              a value
              <br />
              for each plant
              <br />
            </>
          )}
          {view && (
            <span className="muted">
              {shown(view.summary.min, 2)} to {shown(view.summary.max, 2)}
              <br />
            </span>
          )}
          <span className="muted">drives {drives === 1 ? '1 cell' : `${drives} cells`}</span>
        </span>
      </button>
      <div className="controls muted small">
        {view && !ofManifest?.perPlant ? (
          <AimField
            label="cover"
            unit="%"
            now={Math.round(1000 * view.summary.covered) / 10}
            wish={(number) => ({ ...NO_WISH, falloff: falloff.id, share: number / 100 })}
          />
        ) : drives === 0 ? (
          'Drives nothing yet: click a dot in its column.'
        ) : (
          'Covered is where it is at least one half.'
        )}
      </div>
      <SamplesDialog show={samples} onHide={() => setSamples(false)} />
      <CopyToSite falloff={falloff} show={copying} onHide={() => setCopying(false)} />
    </div>
  );
}
