import { useQuery } from '@tanstack/react-query';
import { api } from '../api/client';

/** Small sites that each show one thing; a click opens a copy. */
export function Examples({ onOpen }: { onOpen: (number: number) => void }) {
  const examples = useQuery({ queryKey: ['examples'], queryFn: api.examples, staleTime: Infinity });
  if (!examples.data || examples.data.length === 0) return null;
  return (
    <section className="examples" aria-label="Examples">
      <h2 className="fs-5 mb-1">Examples</h2>
      <p className="muted">Each shows one thing. A click opens a copy of your own.</p>
      <ol>
        {examples.data.map(({ name, words }, number) => (
          <li key={name}>
            <button onClick={() => onOpen(number)}>
              <img src={`/api/sites/examples/${number}/still`} alt="" loading="lazy" />
              <b>{name}</b>
              <span className="muted small">{words}</span>
            </button>
          </li>
        ))}
      </ol>
    </section>
  );
}
