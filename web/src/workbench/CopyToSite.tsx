import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Modal } from 'react-bootstrap';
import { api } from '../api/client';
import type { Edit, Falloff, Layer } from '../api/types';
import { Dialog } from '../parts/Dialog';
import { sayProblem } from '../parts/notes';
import { useSession } from './session';

interface Props {
  falloff?: Falloff;
  layer?: Layer;
  show: boolean;
  onHide: () => void;
}

/** Puts a falloff, or a layer with its drives, and all that it uses into another site in one change; says what was adapted. */
export function CopyToSite({ falloff, layer, show, onHide }: Props) {
  const { site } = useSession();
  const sites = useQuery({ queryKey: ['sites'], queryFn: api.sites, enabled: show });
  const [report, setReport] = useState<string[]>([]);
  const copy = async (id: string) => {
    try {
      const other = await api.site(id);
      const part = [(layer ?? falloff)!.id];
      const { edits, notes, lost } = await api.adapt(id, { base: other.revision, edits: [], from: site.id, part, heights: 'metres', lengths: 'kept', instead: [], bringPlaces: true });
      if (edits.length > 0) await api.edit(id, other.revision, edits as Edit[]);
      const carried = edits.length > 0 ? `Copied to ${other.recipe.name}.` : `Nothing was copied to ${other.recipe.name}.`;
      setReport([carried, ...notes, ...lost.map((each) => `Not carried: ${each.name}. ${each.reason}`)]);
    } catch (error) {
      sayProblem(error);
    }
  };
  const hide = () => {
    setReport([]);
    onHide();
  };
  const others = sites.data?.filter((each) => each.id !== site.id) ?? [];
  return (
    <Dialog show={show} onHide={hide} title={<>Copy {(layer ?? falloff)?.name} to another site</>}>
      <Modal.Body>
        {report.map((line) => (
          <p key={line} className="mb-1">
            {line}
          </p>
        ))}
        {report.length === 0 && others.length === 0 && <p className="muted mb-0">There is no other site yet. Make one under Sites.</p>}
        {report.length === 0 &&
          others.map((each) => (
            <button key={each.id} className="btn btn-quiet d-block w-100 text-start mb-1" onClick={() => void copy(each.id)}>
              {each.name} <span className="muted small">{each.width} m wide</span>
            </button>
          ))}
      </Modal.Body>
    </Dialog>
  );
}
