import { useMemo, useRef } from 'react';
import type { HandPlaced } from '../api/types';
import type { Hit } from '../view3d/picking';
import type { Viewport } from '../view3d/Viewport';
import { toTenthOfMillimetre } from '../parts/numbers';
import { useSession } from './session';
import { useView } from '../view/view';

/** Places and removes single plants of the chosen cover; each click or drag is one step of undo. */
export function useHandwork(viewport: React.RefObject<Viewport | null>) {
  const { commit } = useSession();
  const { selection } = useView();
  const gone = useRef<Map<number, string>>(new Map());
  return useMemo(() => {
    const sweep = (hit: Hit) => {
      const { layer, handRadius } = selection.getState();
      for (const { number, id } of viewport.current?.pointing.plantsWithin(layer, [hit.x, hit.y, hit.z], handRadius) ?? []) gone.current.set(number, id);
      viewport.current?.choosePlants(layer, new Set(gone.current.keys()));
    };
    return {
      begin: (hit: Hit) => {
        const { hand, layer } = selection.getState();
        gone.current = new Map();
        if (hand === 'remove') sweep(hit);
        else {
          const on = hit.prop ?? '';
          const [x, y, z] = on === '' ? [hit.x, 0, hit.z] : (viewport.current?.pointing.ownPlace(on, [hit.x, hit.y, hit.z]) ?? [0, 0, 0]);
          const plant: HandPlaced = { plant: freshPlant(), on, x: toTenthOfMillimetre(x), y: toTenthOfMillimetre(y), z: toTenthOfMillimetre(z) };
          commit([{ kind: 'place-plants', layer, plants: [plant] }]);
        }
      },
      goOn: (hit: Hit) => {
        if (selection.getState().hand === 'remove') sweep(hit);
      },
      end: () => {
        const { layer } = selection.getState();
        if (gone.current.size > 0) {
          const plants = [...gone.current.values()];
          commit([{ kind: 'remove-plants', layer, plants }], `${plants.length === 1 ? '1 plant' : `${plants.length} plants`} removed by hand.`);
        }
        gone.current = new Map();
        viewport.current?.choosePlants(layer, new Set());
      },
    };
  }, [commit, viewport, selection]);
}

/** An identity that no other plant has: 16 hexadecimal digits. */
function freshPlant(): string {
  return [...crypto.getRandomValues(new Uint8Array(8))].map((byte) => byte.toString(16).padStart(2, '0')).join('');
}
