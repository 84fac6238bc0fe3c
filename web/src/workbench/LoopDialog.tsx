import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Modal } from 'react-bootstrap';
import { api } from '../api/client';
import { Dialog } from '../parts/Dialog';
import { useSession } from './session';

/** Every motion that does not come back after the loop, with what may give way, and one switch that makes all of them loop. */
export function LoopDialog({ show, onHide }: { show: boolean; onHide: () => void }) {
  const { site, recipe, commit } = useSession();
  const [chosen, setChosen] = useState<Record<string, number>>({});
  const loop = useQuery({ queryKey: ['loop', site.id, site.revision], queryFn: () => api.loop(site.id), enabled: show });
  const proposals = loop.data?.proposals ?? [];
  const whole = loop.data && proposals.length === 0;
  const all = () => commit(loop.data!.all, 'Every motion loops.');
  return (
    <Dialog show={show} onHide={onHide} scrollable title={<>The loop of {recipe.clock.loopSeconds} s</>}>
      <Modal.Body>
        <label className="d-flex justify-content-between align-items-center mb-2">
          <span>
            <b>Every motion loops exactly</b>
            <span className="muted d-block small">Each motion goes through a whole number of its own pattern.</span>
          </span>
          <input type="checkbox" role="switch" className="form-check-input" aria-label="Every motion loops exactly" checked={whole ?? false} disabled={!loop.data || whole} onChange={all} />
        </label>
        {loop.isLoading && <p className="muted mb-0">Looking …</p>}
        {whole && <p className="muted mb-0">Nothing has to give way: all that moves comes back.</p>}
        {proposals.map((proposal) => {
          const id = `${proposal.title} ${proposal.text}`;
          const option = proposal.options[chosen[id] ?? 0]!;
          return (
            <div key={id} className="finding">
              <b>{proposal.title}</b>
              <div>{proposal.text}</div>
              <div className="d-flex gap-2 mt-1 align-items-center">
                {proposal.options.length > 1 ? (
                  <select aria-label={`What gives way in ${proposal.title}`} value={chosen[id] ?? 0} onChange={(event) => setChosen({ ...chosen, [id]: Number(event.target.value) })}>
                    {proposal.options.map((each, k) => (
                      <option key={each.words} value={k}>
                        {each.words}
                      </option>
                    ))}
                  </select>
                ) : (
                  <span>{option.words}</span>
                )}
                <button className="btn btn-quiet btn-sm" onClick={() => commit(option.edits, `${proposal.title}: ${option.words}.`)}>
                  Take this
                </button>
              </div>
            </div>
          );
        })}
      </Modal.Body>
    </Dialog>
  );
}
