import type { GroundSubject, Manifest, MeshSubject } from '../api/types';

/** A manifest with what has not changed since the one that is held. */
export function whole(held: Manifest | null, told: Manifest): Manifest {
  if (!told.since || !held) return told;
  const all = <T extends { id: string }>(ids: string[], changed: T[], known: T[]): T[] => {
    const byId = new Map([...known, ...changed].map((each) => [each.id, each]));
    return ids.map((id) => byId.get(id)!);
  };
  const { standing } = told;
  return {
    ...told,
    since: '',
    subjects: all(standing.subjects, told.subjects, held.subjects),
    layers: all(standing.layers, told.layers, held.layers),
    falloffs: all(standing.falloffs, told.falloffs, held.falloffs),
  };
}

/** The ground that a manifest shows. */
export function groundOf(manifest: Manifest | null): GroundSubject | undefined {
  return manifest?.subjects.find((each) => each.kind === 'ground');
}

/** The props that a manifest shows. */
export function propsOf(manifest: Manifest | null): MeshSubject[] {
  return manifest?.subjects.filter((each) => each.kind === 'mesh') ?? [];
}
