import { useEffect, useRef } from 'react';
import { bundle } from '../api/data';
import { viewApi } from '../api/client';

const drawn = new Map<string, string>();
let queue: Promise<void> = Promise.resolve();

const api = viewApi('still');

/** A site's still, drawn once a revision by a small viewport of its own, one site after the other. */
export function SitePicture({ id, revision, name }: { id: string; revision: number; name: string }) {
  const holder = useRef<HTMLSpanElement>(null);
  useEffect(() => {
    let wanted = true;
    const key = `${id}/${revision}`;
    const show = (url: string) => {
      if (!wanted || !holder.current) return;
      const image = new Image();
      image.src = url;
      image.alt = name;
      image.className = 'w-100 h-100 object-fit-cover';
      holder.current.replaceChildren(image);
    };
    const known = drawn.get(key);
    if (known) show(known);
    else {
      queue = queue.then(async () => {
        if (!wanted || !holder.current) return;
        try {
          const url = await still(id, revision, holder.current);
          drawn.set(key, url);
          show(url);
        } catch {
          // a card without a picture still opens
        }
      });
    }
    return () => {
      wanted = false;
    };
  }, [id, revision, name]);
  return <span ref={holder} className="d-block w-100 h-100" />;
}

async function still(id: string, revision: number, holder: HTMLElement): Promise<string> {
  const manifest = await api.view(id, revision, [], { falloff: '', stage: -1, layer: '', property: '' });
  // the list stands before the 3D is loaded
  const { Viewport } = await import('../view3d/Viewport');
  const canvas = document.createElement('canvas');
  holder.replaceChildren(canvas);
  const viewport = new Viewport(canvas);
  await viewport.show(manifest.subjects, bundle);
  await new Promise<void>((done) => {
    viewport.onRipen = (passes) => passes >= 3 && done();
    window.setTimeout(done, 9000);
  });
  const blob = await new Promise<Blob | null>((done) => canvas.toBlob(done, 'image/jpeg', 0.9));
  viewport.dispose();
  if (!blob) throw new Error('the picture could not be drawn');
  return URL.createObjectURL(blob);
}
