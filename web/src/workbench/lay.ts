/** How far round something settles, and how soft its edge is, degrees. */
export interface Ends {
  reach: number;
  edge: number;
}

/** How far a place of a sphere is covered whose normal stands so many degrees off where the stuff comes from. */
export function coverAt(theta: number, { reach, edge }: Ends): number {
  if (edge === 0) return theta < reach ? 1 : 0;
  const t = Math.min(1, Math.max(0, (theta - (reach - edge / 2)) / edge));
  return 1 - t * t * (3 - 2 * t);
}
