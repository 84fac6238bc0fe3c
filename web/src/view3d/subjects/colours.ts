import type { Bundle } from '../../api/bundle';
import type { ColoursSubject } from '../../api/types';
import type { Stage } from '../Stage';
import { tintTextures } from '../textures';
import type { Subject, SubjectKind } from './Subject';

export const COLOURS: SubjectKind<ColoursSubject> = { needs: (view) => view.data, make: (stage) => new Colours(stage) };

/** Colours over the ground, the first layer below. */
class Colours implements Subject<ColoursSubject> {
  constructor(private readonly stage: Stage) {}

  show(_view: ColoursSubject, data: Bundle[]): void {
    this.dispose();
    const { uniforms } = this.stage;
    const textures = tintTextures(
      data.map(({ facts, arrays }) => ({
        columns: facts.columns!,
        rows: facts.rows!,
        colours: arrays.colours as Uint8Array,
        tones: arrays.tones as Uint8Array,
      })),
    );
    uniforms.uTint.value = textures?.colour ?? null;
    uniforms.uTone.value = textures?.tone ?? null;
    uniforms.uTinted.value = textures ? 1 : 0;
  }

  dispose(): void {
    const { uTint, uTone, uTinted } = this.stage.uniforms;
    uTint.value?.dispose();
    uTone.value?.dispose();
    uTint.value = uTone.value = null;
    uTinted.value = 0;
  }
}
