import { useEffect } from 'react';

/** Names the page in the tab of the browser: what it shows, then the program. */
export function useTitle(...parts: (string | undefined)[]): void {
  const title = [...parts.filter(Boolean), 'Lumbrit'].join(' · ');
  useEffect(() => {
    document.title = title;
  }, [title]);
}
