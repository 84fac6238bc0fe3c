import { createStore, type StoreApi } from 'zustand/vanilla';
import type { Manifest } from '../api/types';

/** How far the picture is behind what is wished: every change asks for a manifest, and the picture shows them one after the other. */
export interface Progress {
  /** Number of the manifest that was asked for last. */
  asked: number;
  /** Number of the one that the picture shows whole. */
  shown: number;
  /** Revision of the site that it shows. */
  revision: number;
  /** Changes that are being saved. */
  saving: number;
}

export const newProgress = (): StoreApi<Progress> => createStore<Progress>(() => ({ asked: 0, shown: 0, revision: 0, saving: 0 }));

/** Which request a manifest answers, and of which revision it is. */
const answers = new WeakMap<Manifest, { asked: number; revision: number }>();

/** A manifest is wished for; its number. */
export function ask(progress: StoreApi<Progress>): number {
  const asked = progress.getState().asked + 1;
  progress.setState({ asked });
  return asked;
}

export function answered(manifest: Manifest, asked: number, revision: number): void {
  answers.set(manifest, { asked, revision });
}

/** The picture holds all of a manifest. */
export function showing(progress: StoreApi<Progress>, manifest: Manifest): void {
  const answer = answers.get(manifest);
  if (answer) progress.setState({ shown: answer.asked, revision: answer.revision });
}

/** Nothing more comes of a request: the last picture stays. */
export function gaveUp(progress: StoreApi<Progress>, asked: number): void {
  if (progress.getState().asked === asked) progress.setState({ shown: asked });
}

/** Writes on an element what the picture in it shows, for whoever waits for it. */
export function tellOn(progress: StoreApi<Progress>, element: HTMLElement): () => void {
  const tell = ({ asked, shown, revision, saving }: Progress) => Object.assign(element.dataset, { asked, shown, revision, saving });
  tell(progress.getState());
  return progress.subscribe(tell);
}
