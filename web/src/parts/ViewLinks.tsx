import { Link } from 'react-router';

const VIEWS = [
  { path: '', title: 'Workbench' },
  { path: 'nursery', title: 'Nursery' },
  { path: 'roster', title: 'Roster' },
  { path: 'yard', title: 'Yard' },
  { path: 'almanac', title: 'Almanac' },
  { path: 'handover', title: 'Hand over' },
];

/** From one view of a site to the others. @param here the view that is open, as its address says; @param main the one to go to next, if any */
export function ViewLinks({ site, here, main }: { site: string; here: string; main?: string }) {
  return (
    <nav className="view-links" aria-label="Views of this site">
      {VIEWS.filter((view) => view.path !== here).map((view) => (
        <Link key={view.path} className={`btn ${view.path === main ? 'btn-primary' : 'btn-quiet'}`} to={`/sites/${site}${view.path && `/${view.path}`}`}>
          {view.title}
        </Link>
      ))}
    </nav>
  );
}
