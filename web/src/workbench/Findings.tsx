import { Modal } from 'react-bootstrap';
import type { Finding } from '../api/types';
import { Dialog } from '../parts/Dialog';
import { useSession } from './session';
import { usePlaying, useSeen, useSelection } from '../view/view';

/** Likely mistakes, each with its place, its numbers, and a remedy that is one click and can be undone. */
export function Findings({ show, onHide }: { show: boolean; onHide: () => void }) {
  const { recipe, commit } = useSession();
  const { findings: known } = useSeen('findings');
  const { chooseFalloff, chooseProperty } = useSelection('chooseFalloff', 'chooseProperty');
  const { motion: moving } = usePlaying('motion');
  const findings = [...(known ?? []), ...(moving?.findings ?? [])];
  const open = (finding: Finding) => {
    if (finding.falloff !== '') {
      const steps = recipe.falloffs.find((each) => each.id === finding.falloff)?.steps ?? [];
      chooseFalloff(finding.falloff, finding.step === '' ? -1 : steps.findIndex((step) => step.id === finding.step) + 1);
    } else if (finding.layer !== '') chooseProperty(finding.layer, Object.keys(recipe.layers.find((each) => each.id === finding.layer)?.properties ?? {})[0] ?? 'density');
    onHide();
  };
  return (
    <Dialog show={show} onHide={onHide} scrollable title="Findings">
      <Modal.Body>
        {findings.length === 0 && <p className="muted mb-0">Nothing looks like a mistake.</p>}
        {findings.map((finding) => (
          <div key={finding.title + finding.text} className="finding">
            <b className={finding.warning ? 'rust' : ''}>{finding.title}</b>
            <div>{finding.text}</div>
            <div className="d-flex gap-2 mt-1">
              {finding.remedy !== '' && (
                <button className="btn btn-primary btn-sm" onClick={() => commit(finding.edits, `${finding.remedy}: done.`)}>
                  {finding.remedy}
                </button>
              )}
              <button className="btn btn-quiet btn-sm" onClick={() => open(finding)}>
                Show me
              </button>
            </div>
          </div>
        ))}
      </Modal.Body>
    </Dialog>
  );
}
