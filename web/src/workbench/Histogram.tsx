import type { Summary } from '../api/types';
import { shown } from '../parts/numbers';

/** What the bars say, for the name of the button that they stand on. */
export function valuesSaid(summary: Summary | undefined): string {
  return summary ? `values from ${shown(summary.min)} to ${shown(summary.max)}` : 'counting';
}

/** How much of the ground has which value; the tall bar of a mostly empty falloff is cut so that the others can be read. */
export function Histogram({ summary }: { summary: Summary | undefined }) {
  if (!summary) return <svg className="histogram" aria-hidden="true" />;
  const bins = summary.histogram;
  const sorted = [...bins].sort((a, b) => b - a);
  const most = Math.min(sorted[0]!, Math.max(4 * (sorted[1] ?? 0), 0.02)) || 1;
  const width = 86 / bins.length;
  return (
    <svg className="histogram" viewBox="0 0 86 62" aria-hidden="true">
      {bins.map((share, i) => {
        const height = Math.min(56, (share / most) * 56);
        return share > 0 && <rect key={i} x={i * width + 0.4} width={width - 0.8} y={60 - Math.max(1, height)} height={Math.max(1, height)} />;
      })}
    </svg>
  );
}
