import { useState } from 'react';
import { ClockBar } from './ClockBar';
import { Findings } from './Findings';
import type { Viewport } from '../view3d/Viewport';
import { useMotion } from './motion';
import { useSession } from './session';

/** The clock, findings, how long the last change took, and what the picture is doing. */
export function Foot({ ripening, ripe, viewport }: { ripening: string; ripe: boolean; viewport: Viewport | null }) {
  const { manifest, recipe } = useSession();
  const [open, setOpen] = useState(false);
  const moving = useMotion((s) => s.view);
  const findings = [...(manifest?.findings ?? []), ...(moving?.findings ?? [])];
  return (
    <footer className="foot">
      <ClockBar viewport={viewport} ripe={ripe} />
      <span className="muted">
        {recipe.falloffs.length} falloffs · {recipe.layers.length} {recipe.layers.length === 1 ? 'layer' : 'layers'} · {recipe.drives.length} drives
      </span>
      <span className="muted">{manifest && `computed in ${Math.max(1, Math.round(manifest.milliseconds))} ms`}</span>
      <span className="muted ms-auto" data-testid="ripening">
        {ripening}
      </span>
      {findings.length > 0 ? (
        <button className="findings-button" onClick={() => setOpen(true)}>
          {findings.length === 1 ? '1 finding' : `${findings.length} findings`}
        </button>
      ) : (
        <span className="muted">no findings</span>
      )}
      <Findings show={open} onHide={() => setOpen(false)} />
    </footer>
  );
}
