import { Fragment, useRef, useState } from 'react';
import { Dropdown } from 'react-bootstrap';
import type { Falloff, Layer } from '../api/types';
import { Picture } from '../parts/Picture';
import { grouped, many } from '../parts/numbers';
import { useRovingGrid } from '../parts/rovingGrid';
import { AddFalloff, AddLayer } from './adding';
import { BoardRow } from './BoardRow';
import { BringRules } from './BringRules';
import { AddProp } from './PropPanel';
import { families, hasRow, matching, sizeOf, type Family } from './families';
import { familyOf, isCover, isRelief } from './layerKinds';
import { ReliefButtons } from './ReliefButtons';
import { ResultButtons } from './ResultButtons';
import { LayerMenu } from './LayerMenu';
import { useSession } from './session';
import { rowsOf } from './settings';
import { useSeen, useSelection } from '../view/view';

export const NAME_WIDTH = 94;
export const CELL_WIDTH = 31;
const NARROW_CELL = 26;
/** With more falloffs than this the board offers a search. */
const SEARCH_FROM = 8;

export function columnsTemplate(count: number): string {
  // a few more falloffs still fit side by side; beyond that the board scrolls under its first and last column
  const width = count > 7 ? NARROW_CELL : CELL_WIDTH;
  return `${NAME_WIDTH}px ${count > 0 ? `repeat(${count}, ${width}px)` : ''} minmax(86px, 1fr)`;
}

/** What drives what: rows are properties by layer, columns are falloffs. */
export function Board() {
  const { recipe, kinds } = useSession();
  const { manifest } = useSeen('manifest');
  const { falloff, chooseFalloff } = useSelection('falloff', 'chooseFalloff');
  const { layer: chosenLayer } = useSelection('layer');
  // only the chosen layer begins open; others as they were left
  const [touched, setTouched] = useState<Record<string, boolean>>({});
  const isFolded = (layer: Layer) => touched[layer.id] ?? layer.id !== chosenLayer;
  const [pinned, setPinned] = useState<string[]>([]);
  const [wanted, setWanted] = useState('');
  const all = families(kinds, recipe.layers);
  const found = matching(all, wanted);
  const [folded, setFolded] = useState<Record<string, boolean>>({});
  /** The ground begins folded, as what grows is looked at more often; nothing is while it is searched for. */
  const familyFolded = (family: Family) => wanted === '' && hasRow(family, all) && (folded[family.key] ?? (family.key === 'relief' && !family.layers.some((layer) => layer.id === chosenLayer)));
  const shownLayers = found.filter((family) => !familyFolded(family)).flatMap((family) => family.layers);
  const open = shownLayers.filter((layer) => !isFolded(layer)).map((layer) => layer.id);
  const used = recipe.falloffs.filter((each) => each.id === falloff || recipe.drives.some((drive) => drive.falloff === each.id && open.includes(drive.layer)));
  const idle = recipe.falloffs.filter((each) => !used.includes(each) && !recipe.drives.some((drive) => drive.falloff === each.id));
  const elsewhere = recipe.falloffs.filter((each) => !used.includes(each) && !idle.includes(each));
  const [everything, setEverything] = useState(false);
  const [bringing, setBringing] = useState(false);
  const searched = recipe.falloffs.some((each) => wanted !== '' && matches(each, wanted));
  const hidden = everything || searched ? [] : elsewhere.filter((each) => !pinned.includes(each.id));
  const falloffs = inOrder([...used, ...idle, ...elsewhere].filter((each) => !hidden.includes(each)), searched ? wanted : '', falloff, pinned);
  const template = columnsTemplate(falloffs.length);
  const grid = useRef<HTMLDivElement>(null);
  useRovingGrid(grid);
  return (
    <div className="board-scroll">
      <div className="board-top">
        <h2 className="board-title">Drive board</h2>
        {recipe.falloffs.length > SEARCH_FROM || recipe.layers.length > SEARCH_FROM ? (
          <input
            className="board-search"
            type="search"
            placeholder="find a falloff or a layer"
            aria-label="Find a falloff or a layer by its name"
            value={wanted}
            onChange={(event) => setWanted(event.target.value)}
            onKeyDown={(event) => event.key === 'Escape' && setWanted('')}
          />
        ) : (
          <span className="muted small">what drives what</span>
        )}
        {(hidden.length > 0 || everything) && (
          <button className="more-falloffs" title="Falloffs that drive only what is folded" onClick={() => setEverything(!everything)}>
            {everything ? 'fewer' : `${hidden.length} more`}
          </button>
        )}
        <span className="ms-auto">
          <AddFalloff />
        </span>
      </div>
      <div ref={grid} className="board" role="grid" aria-label="Drive board">
        <div className="board-row board-head" role="row" style={{ gridTemplateColumns: template }}>
          <div role="columnheader" className="muted small">
            <span className="visually-hidden">Property</span>
          </div>
          {falloffs.map((each) => {
            const picture = manifest?.falloffs.find((view) => view.id === each.id)?.stages.at(-1)?.picture;
            return (
              <div key={each.id} role="columnheader">
                <button
                className={`column-head ${each.id === falloff ? 'chosen' : ''}`}
                aria-label={`Falloff ${each.name}`}
                title={`${each.name}${pinned.includes(each.id) ? ' (pinned; I takes the pin out)' : ' (I pins it to the left)'}`}
                onClick={() => chooseFalloff(each.id)}
                onKeyDown={(event) => event.key === 'i' && setPinned((list) => (list.includes(each.id) ? list.filter((id) => id !== each.id) : [...list, each.id]))}
              >
                <span className="name">
                  {pinned.includes(each.id) && <i className="bi bi-pin-angle-fill" aria-label="pinned" />}
                  {each.name}
                </span>
                {picture && <Picture of={picture} />}
                </button>
              </div>
            );
          })}
          <div role="columnheader">
            <span className="visually-hidden">Ends</span>
          </div>
        </div>
        {found.map((family) => (
          <Fragment key={family.key}>
            {hasRow(family, all) && (
              <FamilyRow family={family} folded={familyFolded(family)} onFold={() => setFolded((known) => ({ ...known, [family.key]: !familyFolded(family) }))} />
            )}
            {!familyFolded(family) &&
              family.layers.map((layer) => (
                <LayerRows
                  key={layer.id}
                  layer={layer}
                  template={template}
                  falloffs={falloffs}
                  folded={isFolded(layer)}
                  plants={manifest?.layers.find((view) => view.id === layer.id)?.plants}
                  inView={manifest?.layers.find((view) => view.id === layer.id)?.shown}
                  onFold={() => setTouched((known) => ({ ...known, [layer.id]: !isFolded(layer) }))}
                />
              ))}
          </Fragment>
        ))}
      </div>
      {recipe.layers.length === 0 && (
        <p className="empty mb-0">
          Nothing grows here yet. Make a falloff with <b>+ falloff</b> to say where, then a cover with <b>+ layer</b>, and click where they cross.
        </p>
      )}
      <div className="p-2 ps-3 d-flex gap-1">
        <AddLayer />
        <AddProp />
        <button className="btn btn-quiet btn-sm plus" title="Bring falloffs, layers and plants of another site onto this ground" onClick={() => setBringing(true)}>
          Bring rules …
        </button>
        <BringRules show={bringing} onHide={() => setBringing(false)} />
      </div>
    </div>
  );
}

function FamilyRow({ family, folded, onFold }: { family: Family; folded: boolean; onFold: () => void }) {
  const name = family.title.toLowerCase();
  return (
    <div className="board-row layer-row ground-row" role="row" style={{ gridTemplateColumns: '1fr auto' }}>
      <span role="rowheader">
        <button className="icon-button" aria-expanded={!folded} aria-label={`${folded ? 'Unfold' : 'Fold'} ${name}`} onClick={onFold}>
          <i className={`bi bi-chevron-${folded ? 'right' : 'down'}`} />
        </button>
        <span className={`swatch ${family.key}`} />
        {family.title}
      </span>
      <span role="gridcell" className="muted small fw-normal">
        {sizeOf(family)}
      </span>
    </div>
  );
}

function matches(falloff: Falloff, words: string): boolean {
  return falloff.name.toLowerCase().includes(words.trim().toLowerCase());
}

/** Pinned ones first; with a search only those that match, and the chosen one. */
function inOrder(all: Falloff[], wanted: string, chosen: string, pinned: string[]): Falloff[] {
  const kept = wanted === '' ? all : all.filter((each) => each.id === chosen || matches(each, wanted));
  return [...kept.filter((each) => pinned.includes(each.id)), ...kept.filter((each) => !pinned.includes(each.id))];
}

interface LayerProps {
  layer: Layer;
  template: string;
  falloffs: Falloff[];
  folded: boolean;
  plants: number | undefined;
  /** How many of them are in the picture. */
  inView: number | undefined;
  onFold: () => void;
}

function LayerRows({ layer, template, falloffs, folded, plants, inView, onFold }: LayerProps) {
  const some = plants !== undefined && inView !== undefined && inView > 0 && plants > 1.5 * inView ? ` · 1 in ${grouped(plants / inView)} shown` : '';
  const { kinds } = useSession();
  return (
    <>
      <div className="board-row layer-row" role="row" style={{ gridTemplateColumns: '1fr auto' }}>
        <span role="rowheader" className={layer.hidden ? 'muted' : ''}>
          <button className="icon-button" aria-expanded={!folded} aria-label={`${folded ? 'Unfold' : 'Fold'} ${layer.name}`} onClick={onFold}>
            <i className={`bi bi-chevron-${folded ? 'right' : 'down'}`} />
          </button>
          <span className={`swatch ${familyOf(kinds, layer)} ${layer.kind}`} />
          {layer.name}
          {layer.hidden && ' (hidden)'}
        </span>
        <span role="gridcell" className="d-flex gap-1 align-items-center">
          <span className="muted small fw-normal">{plants === undefined || !isCover(kinds, layer) ? '' : `${many(plants)} plants${some}`}</span>
          <ResultButtons layer={layer} />
          {isRelief(kinds, layer) && <ReliefButtons layer={layer} />}
          <Dropdown align="end">
            <Dropdown.Toggle as="button" className="icon-button" aria-label={`Layer ${layer.name}: more`}>
              <i className="bi bi-three-dots" />
            </Dropdown.Toggle>
            <LayerMenu layer={layer} />
          </Dropdown>
        </span>
      </div>
      {!folded &&
        rowsOf(kinds, layer).map((property) => (
          <BoardRow key={property.name} layer={layer} property={property} template={template} falloffs={falloffs} />
        ))}
    </>
  );
}
