import { useQuery, useQueryClient } from '@tanstack/react-query';
import { api } from '../api/client';
import { sayProblem } from '../parts/notes';

/** Sites that were deleted, kept for a day. */
export function Bin() {
  const queries = useQueryClient();
  const deleted = useQuery({ queryKey: ['sites', 'deleted'], queryFn: api.deletedSites });
  if (!deleted.data?.length) return null;
  const restore = async (id: string) => {
    try {
      await api.restore(id);
      await queries.invalidateQueries({ queryKey: ['sites'] });
    } catch (error) {
      sayProblem(error);
    }
  };
  return (
    <section className="bin mt-4" aria-label="Deleted sites">
      <h2 className="fs-6">Deleted</h2>
      <p className="muted small mb-2">Each is kept for a day, then it is gone for good.</p>
      <ul className="list-unstyled">
        {deleted.data.map((site) => (
          <li key={site.id} className="d-flex align-items-center gap-3 mb-1">
            <span className="serif text-truncate">{site.name}</span>
            <button className="btn btn-quiet btn-sm" aria-label={`Bring back ${site.name}`} onClick={() => void restore(site.id)}>
              Bring back
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}
