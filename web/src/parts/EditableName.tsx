import { useTyped } from './typed';

interface Props {
  name: string;
  label: string;
  className: string;
  onRename: (name: string) => void;
}

/** A name that is edited in place: Enter or leaving saves, Escape takes it back. */
export function EditableName({ name, label, className, onRename }: Props) {
  const typed = useTyped((text) => {
    const trimmed = text.trim();
    if (trimmed && trimmed !== name) onRename(trimmed);
  });
  const text = typed.text ?? name;
  return (
    <input
      className={className}
      aria-label={label}
      title={label}
      value={text}
      size={Math.max(4, text.length)}
      onChange={(event) => typed.setText(event.target.value)}
      onBlur={typed.finish}
      onKeyDown={typed.byKey}
    />
  );
}
