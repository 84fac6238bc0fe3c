import { useSession } from './session';

/** Undo and redo of the open site; `keys` where the page also takes them from the keyboard, so that the titles say so. */
export function UndoButtons({ keys = false }: { keys?: boolean }) {
  const { site, undo, redo } = useSession();
  return (
    <span className="d-flex gap-1">
      <button className="btn btn-quiet btn-sm" onClick={undo} disabled={!site.canUndo} aria-label="Undo" title={keys ? 'Undo (Ctrl+Z)' : undefined}>
        <i className="bi bi-arrow-counterclockwise" />
      </button>
      <button className="btn btn-quiet btn-sm" onClick={redo} disabled={!site.canRedo} aria-label="Redo" title={keys ? 'Redo (Ctrl+Shift+Z)' : undefined}>
        <i className="bi bi-arrow-clockwise" />
      </button>
    </span>
  );
}
