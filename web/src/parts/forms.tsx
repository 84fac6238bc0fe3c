/** Why a file cannot be used. */
export function Unusable({ error }: { error: Error | null }) {
  if (!error) return null;
  return (
    <div role="alert">
      <b>This file cannot be used.</b>
      <p className="mb-0">{error.message}</p>
    </div>
  );
}

interface FieldProps {
  id: string;
  label: string;
  value: string;
  set: (text: string) => void;
  help?: string;
  /** For words rather than a number. */
  text?: boolean;
}

/** A labelled field for a name or a number. */
export function Field({ id, label, value, set, help, text }: FieldProps) {
  return (
    <div>
      <label className="form-label" htmlFor={id}>
        {label}
      </label>
      <input id={id} className="form-control" value={value} inputMode={text ? 'text' : 'decimal'} onChange={(event) => set(event.target.value)} />
      {help && <div className="form-text">{help}</div>}
    </div>
  );
}
