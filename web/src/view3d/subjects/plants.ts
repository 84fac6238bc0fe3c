import type { Bundle } from '../../api/bundle';
import type { PlantsSubject } from '../../api/types';
import type { Stage } from '../Stage';
import type { Subject, SubjectKind } from './Subject';

export const PLANTS: SubjectKind<PlantsSubject> = { needs: (view) => [view.data, view.shapes], make: (stage, view) => new Plants(stage, view.id) };

/** The plants of one layer. */
class Plants implements Subject<PlantsSubject> {
  constructor(
    private readonly stage: Stage,
    private readonly layer: string,
  ) {}

  show(view: PlantsSubject, [plants, shapes]: Bundle[]): void {
    this.stage.planting.set(this.layer, plants!, shapes!, view);
    this.stage.shade();
  }

  dispose(): void {
    this.stage.planting.drop(this.layer);
    this.stage.shade();
  }
}
