import { useRef, useState } from 'react';
import type { CurvePoint, Drive, Falloff, Layer, PropertyDescription, PropertyRange } from '../api/types';
import { curvePath } from '../parts/curve';
import { CurveEditor } from '../parts/CurveEditor';
import { endsOf, withUnit } from '../parts/numbers';
import { PopUp } from '../parts/PopUp';
import { PropertyEnds } from './PropertyEnds';
import { useSession } from './session';
import { useSeen, useSelected, useSelection } from '../view/view';

interface Props {
  layer: Layer;
  property: PropertyDescription;
  template: string;
  falloffs: Falloff[];
}

/** One property: its cells and its ends. */
export function BoardRow({ layer, property, template, falloffs }: Props) {
  const { chooseProperty } = useSelection('chooseProperty');
  const { recipe } = useSession();
  const [ends, setEnds] = useState(false);
  const endsButton = useRef<HTMLButtonElement>(null);
  const chosen = useSelected((s) => s.layer === layer.id && s.property === property.name);
  const range = layer.properties?.[property.name] as PropertyRange;
  const driven = recipe.drives.some((drive) => drive.layer === layer.id && drive.property === property.name);
  const endsNow = endsText(range, property.unit, driven);
  const choose = () => chooseProperty(layer.id, property.name);
  return (
    <div className={`board-row ${chosen ? 'chosen' : ''}`} role="row" aria-selected={chosen} style={{ gridTemplateColumns: template }}>
      <div role="rowheader">
        <button className="row-name" title={property.help} onClick={choose}>
          {property.title}
        </button>
      </div>
      {falloffs.map((falloff) => (
        <Cell
          key={falloff.id}
          layer={layer}
          property={property}
          falloff={falloff}
          drive={recipe.drives.find((d) => d.layer === layer.id && d.property === property.name && d.falloff === falloff.id)}
        />
      ))}
      <div role="gridcell" className="text-end">
        <button
          ref={endsButton}
          className="row-ends"
          aria-label={`Ends of ${property.title}: ${endsNow}`}
          onClick={() => {
            choose();
            setEnds(!ends);
          }}
        >
          {endsNow}
        </button>
      </div>
      <PopUp target={endsButton} show={ends} placement="right" label={`Ends of ${property.title}`} onHide={() => setEnds(false)}>
        <PropertyEnds layer={layer} property={property} range={range} />
      </PopUp>
    </div>
  );
}

/** Both ends; only the high one where nothing drives the property, as it is everywhere then. */
function endsText(range: PropertyRange, unit: string, driven: boolean): string {
  if (range.low === range.high || !driven) return withUnit(range.high, unit);
  return endsOf(range.low, range.high, unit).join(' – ');
}

interface CellProps {
  layer: Layer;
  property: PropertyDescription;
  falloff: Falloff;
  drive: Drive | undefined;
}

/** Where a property and a falloff cross. Click makes the falloff drive it, or opens its curve; Delete clears it. */
function Cell({ layer, property, falloff, drive }: CellProps) {
  const { commit, preview } = useSession();
  const { chooseFalloff, chooseProperty, set } = useSelection('chooseFalloff', 'chooseProperty', 'set');
  const button = useRef<HTMLButtonElement>(null);
  const [open, setOpen] = useState(false);
  const chosen = useSelected((s) => s.layer === layer.id && s.property === property.name && s.falloff === falloff.id);
  const edit = (curve: CurvePoint[]) => [{ kind: 'set-drive' as const, drive: { layer: layer.id, property: property.name, falloff: falloff.id, curve } }];
  const choose = () => {
    chooseFalloff(falloff.id);
    chooseProperty(layer.id, property.name);
  };
  const clear = () => {
    setOpen(false);
    if (drive) commit([{ kind: 'remove-drive', layer: layer.id, property: property.name, falloff: falloff.id }], `Cleared ${falloff.name} on ${property.title}.`);
  };
  const click = () => {
    choose();
    if (drive) {
      setOpen(!open);
      // beside the open curve the view shows what goes in, so that the pointer on the ground can mark it
      if (!open) set({ shows: 'falloff', stage: -1 });
    }
    else {
      commit(
        edit([
          [0, 0],
          [1, 1],
        ]),
      );
    }
  };
  const byKey = (event: React.KeyboardEvent) => {
    if (event.key === 'Delete' || event.key === 'Backspace') clear();
  };
  return (
    <div role="gridcell">
      <button
        ref={button}
        className={`cell ${drive ? 'filled' : ''} ${chosen ? 'chosen' : ''}`}
        aria-label={`${falloff.name} on ${property.title}: ${drive ? 'drives it' : 'does not drive it'}`}
        title={drive ? `${falloff.name} drives ${property.title}. Click: its curve. Delete: clear.` : `Let ${falloff.name} drive ${property.title}`}
        onClick={click}
        onKeyDown={byKey}
      >
        {drive ? (
          <svg width="21" height="13" viewBox="0 0 21 13" aria-hidden="true">
            <path d={curvePath(drive.curve as CurvePoint[], 20, 11)} transform="translate(0.5 1)" fill="none" strokeWidth="2" />
          </svg>
        ) : (
          <span className="dot" />
        )}
      </button>
      {drive && (
        <PopUp target={button} show={open} placement="right" label={`Curve from ${falloff.name} to ${property.title}`} onHide={() => setOpen(false)}>
          <div className="d-flex justify-content-between mb-2">
            <b>
              {falloff.name} → {property.title}
            </b>
            <button className="btn btn-quiet btn-sm" onClick={clear}>
              Clear
            </button>
          </div>
          <DriveCurve falloff={falloff.id} points={drive.curve as CurvePoint[]} onPreview={(points) => preview(edit(points))} onCommit={(points) => commit(edit(points))} />
        </PopUp>
      )}
    </div>
  );
}

/** The curve, over how often each value of the falloff occurs, with the value under the pointer marked. */
function DriveCurve({ falloff, ...curve }: { falloff: string; points: CurvePoint[]; onPreview: (points: CurvePoint[]) => void; onCommit: (points: CurvePoint[]) => void }) {
  const { manifest } = useSeen('manifest');
  const mark = useSelected((s) => (s.shows === 'falloff' && s.falloff === falloff ? s.hoverValue : null));
  return <CurveEditor {...curve} histogram={manifest?.falloffs.find((view) => view.id === falloff)?.stages.at(-1)?.summary.histogram} mark={mark} />;
}
