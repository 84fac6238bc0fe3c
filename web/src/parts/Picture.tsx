import { useEffect, useRef, useState } from 'react';
import { bytesOf } from '../api/data';

/** A picture of the server by its key; it comes together with the other things of a change. The last one stays until it is there. */
export function Picture({ of, alt = '', ...rest }: { of: string; alt?: string; draggable?: boolean }) {
  const [url, setUrl] = useState<string | undefined>();
  const last = useRef('');
  useEffect(() => {
    let wanted = true;
    bytesOf(of).then(
      (bytes) => {
        if (!wanted) return;
        URL.revokeObjectURL(last.current);
        last.current = URL.createObjectURL(new Blob([bytes], { type: 'image/png' }));
        setUrl(last.current);
      },
      // the next view names another
      () => undefined,
    );
    return () => {
      wanted = false;
    };
  }, [of]);
  useEffect(() => () => URL.revokeObjectURL(last.current), []);
  return <img {...rest} src={url} alt={alt} data-key={of} />;
}
