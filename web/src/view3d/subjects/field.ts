import type { Bundle } from '../../api/bundle';
import type { FieldSubject } from '../../api/types';
import type { Stage, ValueGrid } from '../Stage';
import { valueTexture } from '../textures';
import type { Subject, SubjectKind } from './Subject';

export const FIELD: SubjectKind<FieldSubject> = { needs: (view) => [view.data], make: (stage) => new Field(stage) };

/** Values on the ground, shown from the low end of their scale to the high one. */
export class Field implements Subject<FieldSubject> {
  private own: ValueGrid | null = null;
  private scale = { low: 0, high: 1 };

  constructor(private readonly stage: Stage) {}

  show(view: FieldSubject, [data]: Bundle[]): void {
    const { columns, rows, min, max } = data!.facts as { columns: number; rows: number; min: number; max: number };
    this.own = { columns, rows, steps: data!.arrays.values as Uint16Array, min, max };
    this.scale = view;
    this.lay(this.own);
  }

  /** Shows other values on the same scale for a while; null shows its own again. */
  instead(values: ValueGrid | null): void {
    const wanted = values ?? this.own;
    if (wanted && wanted !== this.stage.values) this.lay(wanted);
  }

  private lay(values: ValueGrid): void {
    const { uniforms } = this.stage;
    const { columns, rows, steps, min, max } = values;
    const { low, high } = this.scale;
    this.stage.values = values;
    uniforms.uValues.value?.dispose();
    uniforms.uValues.value = valueTexture(columns, rows, steps);
    const range = high - low || 1;
    uniforms.uScale.value.set((min - low) / range, (max - min) / range, (columns - 1) / columns, (rows - 1) / rows);
  }

  dispose(): void {
    this.stage.values = null;
    this.stage.uniforms.uValues.value?.dispose();
    this.stage.uniforms.uValues.value = null;
  }
}
