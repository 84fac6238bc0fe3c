import { Link, useParams } from 'react-router';
import { useTitle } from './title';

/** An address that leads nowhere. */
export function NoPage() {
  const { id } = useParams<{ id: string }>();
  useTitle('No such page');
  return (
    <>
      <header className="head">
        <Link to="/" className="brand">
          Lumbrit
        </Link>
      </header>
      <main className="page">
        <h1 className="fs-3">There is no such page</h1>
        <p className="muted">The address may have been cut or mistyped.</p>
        <p className="d-flex gap-2">
          {id && (
            <Link className="btn btn-primary" to={`/sites/${id}`}>
              Open the site
            </Link>
          )}
          <Link className={`btn ${id ? 'btn-quiet' : 'btn-primary'}`} to="/">
            All sites
          </Link>
        </p>
      </main>
    </>
  );
}
