import { create } from 'zustand';
import type { Manifest } from '../api/types';

/** How far the picture is behind what is wished: every change asks for a view, and the picture shows the views one after the other. */
interface Progress {
  /** Number of the view that was asked for last. */
  asked: number;
  /** Number of the view that the picture shows whole. */
  shown: number;
  /** Revision of the site that it shows. */
  revision: number;
  /** Changes that are being saved. */
  saving: number;
}

export const useProgress = create<Progress>(() => ({ asked: 0, shown: 0, revision: 0, saving: 0 }));

/** Which view a manifest was asked for by, and of which revision it is. */
const views = new WeakMap<Manifest, { asked: number; revision: number }>();

/** A view is wished for; its number. */
export function ask(): number {
  const asked = useProgress.getState().asked + 1;
  useProgress.setState({ asked });
  return asked;
}

export function answered(manifest: Manifest, asked: number, revision: number): void {
  views.set(manifest, { asked, revision });
}

/** The picture holds all of a manifest. */
export function showing(manifest: Manifest): void {
  const view = views.get(manifest);
  if (view) useProgress.setState({ shown: view.asked, revision: view.revision });
}

/** Nothing more comes of a view: the last picture stays. */
export function gaveUp(asked: number): void {
  if (useProgress.getState().asked === asked) useProgress.setState({ shown: asked });
}

/** Writes on an element what the picture in it shows, for whoever waits for it. */
export function tellOn(element: HTMLElement): () => void {
  const tell = ({ asked, shown, revision, saving }: Progress) => Object.assign(element.dataset, { asked, shown, revision, saving });
  tell(useProgress.getState());
  return useProgress.subscribe(tell);
}
