import { useEffect, useState } from 'react';
import { create } from 'zustand';
import { api } from '../api/client';
import { HEIGHT_MAPS } from '../parts/heightMap';
import { sayProblem, useNotes } from '../parts/notes';
import { putPlaces } from '../workbench/importedPlaces';
import { useSession } from '../workbench/session';
import { HeightsDialog } from './HeightsDialog';
import { MeshDialog } from './MeshDialog';

const MESHES = ['obj', 'ply', 'stl', 'glb', 'gltf'];
const PLACES = ['geojson', 'json', 'svg'];

/** For a file input. */
export const ACCEPTED = [...MESHES, ...HEIGHT_MAPS, ...PLACES].map((ending) => `.${ending}`).join(',');

/** Files that wait to be looked at, one after the other. */
export const useFiles = create<{ waiting: File[]; take: (files: File[]) => void; next: () => void }>((set) => ({
  waiting: [],
  take: (files) => set((now) => ({ waiting: [...now.waiting, ...files] })),
  next: () => set((now) => ({ waiting: now.waiting.slice(1) })),
}));

function endingOf(file: File): string {
  return file.name.toLowerCase().split('.').at(-1) ?? '';
}

/** Takes files that are dropped anywhere on the page; gives the dialog of the first that waits. */
export function useDroppedFiles(): React.ReactNode {
  const { waiting, take, next } = useFiles();
  const [over, setOver] = useState(false);
  useEffect(() => {
    const holdsFiles = (event: DragEvent) => event.dataTransfer?.types.includes('Files') ?? false;
    const drag = (event: DragEvent) => {
      if (!holdsFiles(event)) return;
      event.preventDefault();
      setOver(true);
    };
    const leave = (event: DragEvent) => event.relatedTarget === null && setOver(false);
    const drop = (event: DragEvent) => {
      if (!holdsFiles(event)) return;
      event.preventDefault();
      setOver(false);
      take([...(event.dataTransfer?.files ?? [])]);
    };
    window.addEventListener('dragover', drag);
    window.addEventListener('dragleave', leave);
    window.addEventListener('drop', drop);
    return () => {
      window.removeEventListener('dragover', drag);
      window.removeEventListener('dragleave', leave);
      window.removeEventListener('drop', drop);
    };
  }, [take]);
  const file = waiting[0];
  return (
    <>
      {over && <div className="drop-hint">Drop meshes, height maps or places here</div>}
      {file && <Import key={`${file.name}/${file.size}/${waiting.length}`} file={file} left={waiting.length - 1} onDone={next} />}
    </>
  );
}

function Import({ file, left, onDone }: { file: File; left: number; onDone: () => void }) {
  const ending = endingOf(file);
  if (MESHES.includes(ending)) return <MeshDialog file={file} left={left} onDone={onDone} />;
  if (HEIGHT_MAPS.includes(ending)) return <HeightsDialog file={file} onDone={onDone} />;
  if (PLACES.includes(ending)) return <ImportPlaces file={file} onDone={onDone} />;
  return <Unknown file={file} onDone={onDone} />;
}

function ImportPlaces({ file, onDone }: { file: File; onDone: () => void }) {
  const { site, recipe, commit } = useSession();
  useEffect(() => {
    let current = true;
    api
      .readPlaces(site.id, file)
      .then(({ places }) => {
        if (!current) return;
        putPlaces(places, recipe, commit);
        onDone();
      })
      .catch((error: unknown) => {
        if (!current) return;
        sayProblem(error);
        onDone();
      });
    return () => {
      current = false;
    };
    // a file is read once
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [file]);
  return null;
}

function Unknown({ file, onDone }: { file: File; onDone: () => void }) {
  useEffect(() => {
    useNotes.getState().say(`${file.name} cannot be read here: meshes (${MESHES.join(', ')}), height maps (${HEIGHT_MAPS.join(', ')}) and places (${PLACES.join(', ')}) can.`, { bad: true });
    onDone();
  }, [file, onDone]);
  return null;
}
