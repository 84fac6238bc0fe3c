import { useState } from 'react';
import { api, type Wish } from '../api/client';
import { sayProblem, useNotes } from '../parts/notes';
import { useSession } from './session';

interface Props {
  label: string;
  unit: string;
  /** What stands in the field to begin with, where it is known. */
  now?: number;
  wish: (number: number) => Omit<Wish, 'base'>;
}

/** A wanted outcome: the server solves the setting, and the answer is one change that can be undone. */
export function AimField({ label, unit, now, wish }: Props) {
  const { site, commit, undo } = useSession();
  const [text, setText] = useState<string | null>(null);
  const [solving, setSolving] = useState(false);
  const solve = async () => {
    const number = Number((text ?? '').replace(',', '.').replace(/[\s%]/g, ''));
    if (text === null || text.trim() === '' || !Number.isFinite(number)) {
      setText(null);
      return;
    }
    setSolving(true);
    try {
      const solved = await api.aim(site.id, { base: site.revision, ...wish(number) });
      commit(solved.edits);
      useNotes.getState().say(solved.text, { bad: !solved.met, action: { label: 'Undo', run: undo } });
    } catch (error) {
      sayProblem(error);
    }
    setSolving(false);
    setText(null);
  };
  return (
    <form
      className="aim-field"
      onSubmit={(event) => {
        event.preventDefault();
        void solve();
      }}
    >
      <label>
        <span className="muted">{label}</span>{' '}
        <input size={5} value={text ?? (now === undefined ? '' : String(now))} placeholder={now === undefined ? '…' : undefined} aria-label={unit === '' ? label : `${label}, in ${unit}`} onChange={(event) => setText(event.target.value)} disabled={solving} />
        <span className="muted">{unit}</span>
      </label>
      <button className="btn btn-quiet btn-sm" disabled={text === null || solving}>
        {solving ? 'Solving …' : 'Aim'}
      </button>
    </form>
  );
}
