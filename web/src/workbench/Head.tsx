import { Link } from 'react-router';
import { EditableName } from '../parts/EditableName';
import { ViewLinks } from '../parts/ViewLinks';
import { Budget } from './Budget';
import { useSession } from './session';
import { UndoButtons } from './UndoButtons';

/** Site name, saved state, undo and redo, budget, the other views. */
export function Head({ onHelp, onSearch }: { onHelp: () => void; onSearch: () => void }) {
  const { site, recipe, saving, away, waits, commit } = useSession();
  return (
    <header className="head">
      <h1 className="visually-hidden">Workbench of {recipe.name}</h1>
      <Link to="/" className="brand">
        Lumbrit
      </Link>
      <span className="d-flex align-items-center text-nowrap">
        <Link to="/" className="muted text-decoration-none me-1">
          Sites /
        </Link>
        <EditableName name={recipe.name} label="Name of the site" className="site-name" onRename={(name) => commit([{ kind: 'rename-site', name }])} />
        <span className="muted" role="status" title={site.summary}>
          {away && waits > 0 ? (
            `· not saved, ${waits} ${waits === 1 ? 'change waits' : 'changes wait'}`
          ) : saving ? (
            '· saving …'
          ) : (
            <>
              · saved,{' '}
              <Link to={`/sites/${site.id}/history`} className="muted" title="All changes, as pictures">
                change {site.revision}
              </Link>
            </>
          )}
        </span>
      </span>
      <UndoButtons keys />
      <span className="ms-auto" />
      <Budget />
      <button className="btn btn-quiet" onClick={onSearch} aria-label="Search" title="Search everything (S)">
        <i className="bi bi-search" />
      </button>
      <button className="btn btn-quiet" onClick={onHelp} aria-label="Shortcuts" title="Shortcuts (?)">
        ?
      </button>
      <ViewLinks site={site.id} here="" main="handover" />
    </header>
  );
}
