import { useState } from 'react';
import { Modal } from 'react-bootstrap';
import { useSession } from './session';

/** Findings, how long the last change took, and what the picture is doing. */
export function Foot({ ripening }: { ripening: string }) {
  const { manifest, recipe } = useSession();
  const [open, setOpen] = useState(false);
  const findings = manifest?.findings ?? [];
  return (
    <footer className="foot">
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
      <Modal show={open} onHide={() => setOpen(false)}>
        <Modal.Header closeButton>
          <Modal.Title className="serif fs-5">Findings</Modal.Title>
        </Modal.Header>
        <Modal.Body>
          {findings.map((finding) => (
            <div key={finding.title + finding.text} className="mb-3">
              <b>{finding.title}</b>
              <div>{finding.text}</div>
            </div>
          ))}
        </Modal.Body>
      </Modal>
    </footer>
  );
}
