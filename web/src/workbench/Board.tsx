import { useState } from 'react';
import { Dropdown } from 'react-bootstrap';
import type { Falloff, Layer } from '../api/types';
import { grouped } from '../parts/numbers';
import { AddFalloff, AddLayer } from './adding';
import { BoardRow } from './BoardRow';
import { AddProp } from './PropPanel';
import { isRelief, ReliefButtons } from './ReliefButtons';
import { LayerMenu } from './LayerMenu';
import { WindButtons } from './MovingButtons';
import { useSelection } from './selection';
import { useSession } from './session';
import { rowsOf } from './settings';

export const NAME_WIDTH = 94;
export const CELL_WIDTH = 31;
const NARROW_CELL = 26;
/** With more falloffs than this the board offers a search. */
const SEARCH_FROM = 8;

export function columnsTemplate(count: number): string {
  // a few more falloffs still fit side by side; beyond that the board scrolls under its first and last column
  const width = count > 7 ? NARROW_CELL : CELL_WIDTH;
  return `${NAME_WIDTH}px ${count > 0 ? `repeat(${count}, ${width}px)` : ''} minmax(78px, 1fr)`;
}

/** What drives what: rows are properties by layer, columns are falloffs. */
export function Board() {
  const { recipe, manifest } = useSession();
  const { falloff, chooseFalloff } = useSelection();
  const { layer: chosenLayer } = useSelection();
  // only the chosen layer begins open; others as they were left
  const [touched, setTouched] = useState<Record<string, boolean>>({});
  const isFolded = (layer: Layer) => touched[layer.id] ?? layer.id !== chosenLayer;
  const [pinned, setPinned] = useState<string[]>([]);
  const [wanted, setWanted] = useState('');
  const relief = recipe.layers.filter(isRelief);
  const [ground, setGround] = useState<boolean | null>(null);
  const groundOpen = ground ?? relief.some((layer) => layer.id === chosenLayer);
  const shownLayers = recipe.layers.filter((layer) => layer.kind !== 'plant' && (groundOpen || !isRelief(layer)));
  const open = shownLayers.filter((layer) => !isFolded(layer)).map((layer) => layer.id);
  const used = recipe.falloffs.filter((each) => each.id === falloff || recipe.drives.some((drive) => drive.falloff === each.id && open.includes(drive.layer)));
  const idle = recipe.falloffs.filter((each) => !used.includes(each) && !recipe.drives.some((drive) => drive.falloff === each.id));
  const elsewhere = recipe.falloffs.filter((each) => !used.includes(each) && !idle.includes(each));
  const [everything, setEverything] = useState(false);
  const hidden = everything || wanted !== '' ? [] : elsewhere.filter((each) => !pinned.includes(each.id));
  const falloffs = inOrder([...used, ...idle, ...elsewhere].filter((each) => !hidden.includes(each)), wanted, falloff, pinned);
  const template = columnsTemplate(falloffs.length);
  return (
    <div className="board-scroll">
      <div className="board" role="grid" aria-label="Drive board">
        <div className="board-row board-head" role="row" style={{ gridTemplateColumns: template }}>
          <div role="columnheader">
            <div className="board-title">Drive board</div>
            {recipe.falloffs.length > SEARCH_FROM ? (
              <input
                className="board-search"
                type="search"
                placeholder="find a falloff"
                aria-label="Find a falloff by its name"
                value={wanted}
                onChange={(event) => setWanted(event.target.value)}
              />
            ) : (
              <div className="muted small">what drives what</div>
            )}
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
                {picture && <img src={`/api/pictures/${picture}`} alt="" />}
                </button>
              </div>
            );
          })}
          <div className="d-flex flex-column align-items-end align-self-end gap-1">
            {(hidden.length > 0 || everything) && (
              <button className="more-falloffs" title="Falloffs that drive only what is folded" onClick={() => setEverything(!everything)}>
                {everything ? 'fewer' : `${hidden.length} more`}
              </button>
            )}
            <AddFalloff />
          </div>
        </div>
        {relief.length > 0 && (
          <div className="board-row layer-row ground-row" role="row" style={{ gridTemplateColumns: '1fr auto' }}>
            <span role="rowheader">
              <button className="icon-button" aria-expanded={groundOpen} aria-label={groundOpen ? 'Fold the ground' : 'Unfold the ground'} onClick={() => setGround(!groundOpen)}>
                <i className={`bi bi-chevron-${groundOpen ? 'down' : 'right'}`} />
              </button>
              <span className="swatch relief" />
              The ground
            </span>
            <span className="muted small fw-normal">{relief.length === 1 ? 'one relief layer' : `${relief.length} relief layers, lowest first`}</span>
          </div>
        )}
        {shownLayers.map((layer) => (
          <LayerRows
            key={layer.id}
            layer={layer}
            template={template}
            falloffs={falloffs}
            folded={isFolded(layer)}
            plants={manifest?.layers.find((view) => view.id === layer.id)?.plants}
            onFold={() => setTouched((known) => ({ ...known, [layer.id]: !isFolded(layer) }))}
          />
        ))}
        {recipe.layers.length === 0 && (
          <p className="empty mb-0">
            Nothing grows here yet. Make a falloff with <b>+ falloff</b> to say where, then a cover with <b>+ layer</b>, and click where they cross.
          </p>
        )}
        <div className="p-2 ps-3 d-flex gap-1">
          <AddLayer />
          <AddProp />
        </div>
      </div>
    </div>
  );
}

/** Pinned ones first; with a search only those that match, and the chosen one. */
function inOrder(all: Falloff[], wanted: string, chosen: string, pinned: string[]): Falloff[] {
  const word = wanted.trim().toLowerCase();
  const kept = word === '' ? all : all.filter((each) => each.id === chosen || each.name.toLowerCase().includes(word));
  return [...kept.filter((each) => pinned.includes(each.id)), ...kept.filter((each) => !pinned.includes(each.id))];
}

interface LayerProps {
  layer: Layer;
  template: string;
  falloffs: Falloff[];
  folded: boolean;
  plants: number | undefined;
  onFold: () => void;
}

function LayerRows({ layer, template, falloffs, folded, plants, onFold }: LayerProps) {
  const { kinds } = useSession();
  return (
    <>
      <div className="board-row layer-row" role="row" style={{ gridTemplateColumns: '1fr auto' }}>
        <span role="rowheader" className={layer.hidden ? 'muted' : ''}>
          <button className="icon-button" aria-expanded={!folded} aria-label={folded ? 'Unfold' : 'Fold'} onClick={onFold}>
            <i className={`bi bi-chevron-${folded ? 'right' : 'down'}`} />
          </button>
          <span className={`swatch ${isRelief(layer) ? 'relief' : layer.kind}`} />
          {layer.name}
          {layer.hidden && ' (hidden)'}
        </span>
        <span className="d-flex gap-1 align-items-center">
          <span className="muted small fw-normal">{plants === undefined || layer.kind !== 'cover' ? '' : `${grouped(plants)} plants`}</span>
          {isRelief(layer) && <ReliefButtons layer={layer} />}
          {layer.kind === 'wind' && <WindButtons layer={layer} />}
          <Dropdown align="end">
            <Dropdown.Toggle as="button" className="icon-button" aria-label={`Layer ${layer.name}: more`}>
              <i className="bi bi-three-dots" />
            </Dropdown.Toggle>
            <LayerMenu layer={layer} />
          </Dropdown>
        </span>
      </div>
      {!folded &&
        rowsOf(kinds, layer).map((property, index) => (
          <BoardRow key={property.name} layer={layer} property={property} template={template} falloffs={falloffs} first={index === 0} />
        ))}
    </>
  );
}
