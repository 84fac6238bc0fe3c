import type { Bundle } from '../../api/bundle';
import type { LyingSubject } from '../../api/types';
import type { Stage } from '../Stage';
import { coverTextures } from '../textures';
import type { Subject, SubjectKind } from './Subject';

export const LYING: SubjectKind<LyingSubject> = { needs: (view) => [view.data], make: (stage) => new Lying(stage) };

/** What lies over the ground, snow or moss: its colour, and how much it glitters. */
class Lying implements Subject<LyingSubject> {
  constructor(private readonly stage: Stage) {}

  show(_view: LyingSubject, [data]: Bundle[]): void {
    this.dispose();
    const { uniforms } = this.stage;
    const textures = coverTextures(data!);
    uniforms.uLying.value = textures.colour;
    uniforms.uGlint.value = textures.glint;
    uniforms.uLies.value = 1;
  }

  dispose(): void {
    const { uLying, uGlint, uLies } = this.stage.uniforms;
    uLying.value?.dispose();
    uGlint.value?.dispose();
    uLying.value = uGlint.value = null;
    uLies.value = 0;
  }
}
