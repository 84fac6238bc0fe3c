import { useQuery } from '@tanstack/react-query';
import { useEffect, useMemo, useRef, useState } from 'react';
import { Modal } from 'react-bootstrap';
import { useNavigate } from 'react-router';
import { api } from '../api/client';
import { sayProblem } from '../parts/notes';
import { useSelection } from '../view/view';
import { useAddLayer } from './adding';
import { entriesOf, found, type Entry } from './search';
import { useSession } from './session';

const MOST = 40;

/** Finds falloffs, layers, rows, steps, props, pages, sites, and layers that could be added, by their names and by what they are for. */
export function Search({ show, onHide }: { show: boolean; onHide: () => void }) {
  return (
    <Modal show={show} onHide={onHide} aria-label="Search" className="search" restoreFocus animation={false}>
      <Finder onHide={onHide} />
    </Modal>
  );
}

function Finder({ onHide }: { onHide: () => void }) {
  const { site, recipe, kinds } = useSession();
  const sites = useQuery({ queryKey: ['sites'], queryFn: api.sites });
  const entries = useMemo(() => entriesOf(site.id, recipe, kinds, sites.data ?? []), [site.id, recipe, kinds, sites.data]);
  const [text, setText] = useState('');
  const [at, setAt] = useState(0);
  const list = useRef<HTMLUListElement>(null);
  const all = found(entries, text, MOST);
  const go = useGo(onHide);
  useEffect(() => {
    // in braces: newer browsers give a promise back, which is no way to clean up
    list.current?.children[at]?.scrollIntoView?.({ block: 'nearest' });
  }, [at]);
  const move = (by: number) => setAt(Math.max(0, Math.min(all.length - 1, at + by)));
  return (
    <>
      <input
        className="form-control search-words"
        autoFocus
        role="combobox"
        aria-label="Search everything"
        aria-expanded
        aria-controls="search-found"
        aria-activedescendant={all[at] && `search-${at}`}
        placeholder="Search falloffs, layers, numbers, props, pages, sites …"
        value={text}
        onChange={(event) => {
          setText(event.target.value);
          setAt(0);
        }}
        onKeyDown={(event) => {
          if (event.key === 'ArrowDown') move(1);
          else if (event.key === 'ArrowUp') move(-1);
          else if (event.key === 'Enter' && all[at]) go(all[at]!);
          else return;
          event.preventDefault();
        }}
      />
      <ul ref={list} id="search-found" role="listbox" aria-label="Found" className="search-found">
        {all.map((entry, k) => (
          <li key={`${entry.of} ${entry.title} ${JSON.stringify(entry.way)}`} id={`search-${k}`} role="option" aria-selected={k === at} onPointerMove={() => setAt(k)} onClick={() => go(entry)}>
            <span>
              <b>{entry.title}</b> <span className="muted small">{entry.words}</span>
            </span>
            <span className="muted small text-nowrap">{entry.of}</span>
          </li>
        ))}
      </ul>
      {all.length === 0 && <p className="empty mb-2">Nothing here is called so. Try another word for it, or a part of one.</p>}
    </>
  );
}

function useGo(onHide: () => void): (entry: Entry) => void {
  const navigate = useNavigate();
  const { set, chooseFalloff, chooseProperty } = useSelection('set', 'chooseFalloff', 'chooseProperty');
  const add = useAddLayer();
  return ({ way }) => {
    onHide();
    if (way.kind === 'page') void navigate(way.to);
    else if (way.kind === 'falloff') chooseFalloff(way.id, way.stage);
    else if (way.kind === 'row') chooseProperty(way.layer, way.property);
    else if (way.kind === 'prop') set({ prop: way.id });
    else void add(way.layer).catch(sayProblem);
  };
}
