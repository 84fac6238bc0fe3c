import { create } from 'zustand';

interface Note {
  id: number;
  text: string;
  bad: boolean;
  action?: { label: string; run: () => void };
  /** The revision that it tells of; with a newer one its action would be about something else. */
  of?: number;
  /** What fails, such as "view": the note stays while it does, and goes when it works again. */
  about?: string;
}

interface Notes {
  notes: Note[];
  say: (text: string, options?: { bad?: boolean; action?: Note['action']; of?: number; about?: string }) => void;
  /** A site is at another revision: what an older note offers to take back is not the last change any more. */
  moved: (revision: number) => void;
  /** Something works again: what was said of its failing is no longer so. */
  over: (about: string) => void;
  drop: (id: number) => void;
}

let next = 1;

export const useNotes = create<Notes>((set) => ({
  notes: [],
  say: (text, options = {}) => {
    const id = next++;
    const older = (n: Note) => n.text === text || (options.about !== undefined && n.about === options.about);
    set((state) => ({ notes: [...state.notes.filter((n) => !older(n)), { ...options, id, text, bad: options.bad ?? false }].slice(-3) }));
    if (options.about === undefined) setTimeout(() => useNotes.getState().drop(id), options.bad ? 12_000 : 7_000);
  },
  moved: (revision) => set((state) => ({ notes: state.notes.filter((note) => note.of === undefined || note.of === revision) })),
  over: (about) => {
    if (useNotes.getState().notes.some((note) => note.about === about)) set((state) => ({ notes: state.notes.filter((note) => note.about !== about) }));
  },
  drop: (id) => set((state) => ({ notes: state.notes.filter((note) => note.id !== id) })),
}));

/** Says an error in its own words; what it is about, where it may be over later. */
export function sayProblem(error: unknown, about?: string): void {
  useNotes.getState().say(error instanceof Error ? error.message : String(error), { bad: true, about });
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
