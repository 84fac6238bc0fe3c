import { BufferAttribute, BufferGeometry, Mesh } from 'three';
import type { Bundle } from '../../api/bundle';
import type { LyingSubject } from '../../api/types';
import type { Stage } from '../Stage';
import { coverTextures } from '../textures';
import type { Subject, SubjectKind } from './Subject';

export const LYING: SubjectKind<LyingSubject> = { needs: (view) => [view.data, ...view.patches], make: (stage) => new Lying(stage) };

/** What lies over the ground, snow or moss, and what is pressed into it: tracks and grooves as surfaces of their own. */
class Lying implements Subject<LyingSubject> {
  private shown = '';

  constructor(private readonly stage: Stage) {}

  show(view: LyingSubject, [data, ...patches]: Bundle[]): void {
    this.uncover();
    this.stage.snowfall.fall(view.rate, [view.windX, view.windZ]);
    const { uniforms } = this.stage;
    if (view.data !== '') {
      const textures = coverTextures(data!);
      uniforms.uLying.value = textures.colour;
      uniforms.uGlint.value = textures.glint;
      uniforms.uLies.value = 1;
    }
    if (view.patches.join() === this.shown) return;
    this.shown = view.patches.join();
    this.smooth();
    for (const { arrays } of patches) {
      const geometry = new BufferGeometry();
      geometry.setAttribute('position', new BufferAttribute(arrays.positions!, 3));
      geometry.setAttribute('normal', new BufferAttribute(arrays.normals!, 3));
      geometry.setAttribute('aLit', new BufferAttribute(arrays.light as Uint8Array, 2, true));
      geometry.setIndex(new BufferAttribute(arrays.triangles as Uint32Array, 1));
      const patch = new Mesh(geometry, this.stage.materials.patch);
      patch.frustumCulled = false;
      this.stage.patches.add(patch);
    }
  }

  private uncover(): void {
    const { uLying, uGlint, uLies } = this.stage.uniforms;
    uLying.value?.dispose();
    uGlint.value?.dispose();
    uLying.value = uGlint.value = null;
    uLies.value = 0;
  }

  private smooth(): void {
    for (const patch of [...this.stage.patches.children] as Mesh[]) {
      this.stage.patches.remove(patch);
      patch.geometry.dispose();
    }
  }

  dispose(): void {
    this.stage.snowfall.fall(0, [0, 0]);
    this.uncover();
    this.smooth();
    this.shown = '';
  }
}
