import { create } from 'zustand';

interface Note {
  id: number;
  text: string;
  bad: boolean;
  action?: { label: string; run: () => void };
  /** The revision that it tells of; with a newer one its action would be about something else. */
  of?: number;
}

interface Notes {
  notes: Note[];
  say: (text: string, options?: { bad?: boolean; action?: Note['action']; of?: number }) => void;
  /** A site is at another revision: what an older note offers to take back is not the last change any more. */
  moved: (revision: number) => void;
  drop: (id: number) => void;
}

let next = 1;

export const useNotes = create<Notes>((set) => ({
  notes: [],
  say: (text, options = {}) => {
    const id = next++;
    set((state) => ({ notes: [...state.notes.filter((n) => n.text !== text), { id, text, bad: options.bad ?? false, action: options.action, of: options.of }].slice(-3) }));
    window.setTimeout(() => useNotes.getState().drop(id), options.bad ? 12_000 : 7_000);
  },
  moved: (revision) => set((state) => ({ notes: state.notes.filter((note) => note.of === undefined || note.of === revision) })),
  drop: (id) => set((state) => ({ notes: state.notes.filter((note) => note.id !== id) })),
}));

/** Says an error in its own words. */
export function sayProblem(error: unknown): void {
  useNotes.getState().say(error instanceof Error ? error.message : String(error), { bad: true });
}

export function NoteHolder() {
  const { notes, drop } = useNotes();
  return (
    <div className="toast-holder" role="status" aria-live="polite">
      {notes.map((note) => (
        <div key={note.id} className={`note ${note.bad ? 'bad' : ''}`}>
          <span className="flex-grow-1">{note.text}</span>
          {note.action && (
            <button
              onClick={() => {
                note.action?.run();
                drop(note.id);
              }}
            >
              {note.action.label}
            </button>
          )}
          <button aria-label="Close" onClick={() => drop(note.id)}>
            <i className="bi bi-x-lg" />
          </button>
        </div>
      ))}
    </div>
  );
}
