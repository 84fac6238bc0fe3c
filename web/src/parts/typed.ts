import { useCallback, useEffect, useRef, useState } from 'react';

interface Typed {
  /** What stands in the field and is not taken yet; null where nothing was typed. */
  text: string | null;
  setText: (text: string | null) => void;
  /** Takes it, where there is any. */
  finish: () => void;
  /** Enter takes it and the field keeps the focus; Escape takes it back, and goes on outward where there was nothing. */
  byKey: (event: React.KeyboardEvent<HTMLInputElement>) => void;
}

/** Text that is typed into a field. Enter, leaving the field and leaving the page take it: a number typed before a reload is not lost. */
export function useTyped(take: (text: string) => void): Typed {
  const [text, setText] = useState<string | null>(null);
  const latest = useRef({ text, take });
  useEffect(() => {
    latest.current = { text, take };
  });
  const leave = useCallback(() => {
    const typed = latest.current.text;
    latest.current.text = null;
    if (typed !== null) latest.current.take(typed);
  }, []);
  const finish = () => {
    setText(null);
    leave();
  };
  useEffect(() => {
    window.addEventListener('pagehide', leave);
    return () => {
      window.removeEventListener('pagehide', leave);
      leave();
    };
  }, [leave]);
  const byKey = (event: React.KeyboardEvent<HTMLInputElement>) => {
    if (event.key === 'Enter') {
      finish();
      event.currentTarget.select();
    } else if (event.key === 'Escape' && text !== null) {
      event.stopPropagation();
      latest.current.text = null;
      setText(null);
    }
  };
  return { text, setText, finish, byKey };
}
