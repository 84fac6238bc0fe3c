import { useState } from 'react';
import { ClockBar } from './ClockBar';
import { Findings } from './Findings';
import { counted } from '../parts/numbers';
import type { Viewport } from '../view3d/Viewport';
import { useSession } from './session';
import { usePlaying, useSeen } from '../view/view';

/** The clock, findings, how long the last change took, and what the picture is doing. */
export function Foot({ ripening, ripe, viewport }: { ripening: string; ripe: boolean; viewport: Viewport | null }) {
  const { recipe } = useSession();
  const { manifest, findings: known, working } = useSeen('manifest', 'findings', 'working');
  const [open, setOpen] = useState(false);
  const { motion: moving } = usePlaying('motion');
  const findings = [...(known ?? []), ...(moving?.findings ?? [])];
  return (
    <footer className="foot">
      <ClockBar viewport={viewport} ripe={ripe} />
      <span className="muted extra">
        {counted(recipe.falloffs.length, 'falloff')} · {counted(recipe.layers.length, 'layer')} · {counted(recipe.drives.length, 'drive')}
      </span>
      <span className="muted extra">{manifest && `computed in ${Math.max(1, Math.round(manifest.milliseconds))} ms`}</span>
      <span className="muted ms-auto" data-testid="ripening">
        {working || !manifest ? 'computing' : ripening}
      </span>
      {findings.length > 0 ? (
        <button className="findings-button" onClick={() => setOpen(true)}>
          {findings.length === 1 ? '1 finding' : `${findings.length} findings`}
        </button>
      ) : (
        <span className="muted">{known ? 'no findings' : ''}</span>
      )}
      <Findings show={open} onHide={() => setOpen(false)} />
    </footer>
  );
}
