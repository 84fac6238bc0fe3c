import { useEffect, useState } from 'react';

interface Props {
  name: string;
  label: string;
  className: string;
  onRename: (name: string) => void;
}

/** A name that is edited in place: Enter or leaving saves, Escape takes it back. */
export function EditableName({ name, label, className, onRename }: Props) {
  const [text, setText] = useState(name);
  useEffect(() => setText(name), [name]);
  const save = () => {
    const trimmed = text.trim();
    if (trimmed && trimmed !== name) onRename(trimmed);
    else setText(name);
  };
  return (
    <input
      className={className}
      aria-label={label}
      title={label}
      value={text}
      size={Math.max(4, text.length)}
      onChange={(event) => setText(event.target.value)}
      onBlur={save}
      onKeyDown={(event) => {
        if (event.key === 'Enter') event.currentTarget.blur();
        if (event.key === 'Escape') {
          setText(name);
          event.stopPropagation();
        }
      }}
    />
  );
}
