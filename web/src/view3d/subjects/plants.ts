import type { Bundle } from '../../api/bundle';
import type { PlantsSubject } from '../../api/types';
import type { Stage } from '../Stage';
import type { Subject, SubjectKind } from './Subject';

export const PLANTS: SubjectKind<PlantsSubject> = { needs: (view) => [view.data, view.shapes, view.settled], make: (stage, view) => new Plants(stage, view.id) };

/** The plants of one layer. */
class Plants implements Subject<PlantsSubject> {
  constructor(
    private readonly stage: Stage,
    private readonly layer: string,
  ) {}

  show(view: PlantsSubject, [plants, shapes, settled]: Bundle[]): void {
    this.stage.planting.set(this.layer, plants!, shapes!, view, settled!.arrays.settled as Uint8Array | undefined);
    if (view.settled !== '') this.settles(settled!.facts);
    this.stage.shade();
  }

  /** What settles on plants is the same for all of them in a picture. */
  private settles(facts: Bundle['facts']): void {
    const { uStuff, uStuffFrom, uStuffReach } = this.stage.uniforms;
    const of = facts as Record<'red' | 'green' | 'blue' | 'opacity' | 'x' | 'y' | 'z' | 'reach' | 'edge', number>;
    uStuff.value.set(of.red, of.green, of.blue, of.opacity);
    uStuffFrom.value.set(of.x, of.y, of.z);
    const cosine = (degrees: number) => Math.cos((Math.min(180, Math.max(0, degrees)) * Math.PI) / 180);
    uStuffReach.value.set(cosine(of.reach + of.edge / 2) - 1e-4, cosine(of.reach - of.edge / 2));
  }

  dispose(): void {
    this.stage.planting.drop(this.layer);
    this.stage.shade();
  }
}
