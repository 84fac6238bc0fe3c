import type { Bundle } from '../../api/bundle';
import type { MeshSubject } from '../../api/types';
import type { Stage } from '../Stage';
import { linearOf, PropMesh } from './PropMesh';
import type { Subject, SubjectKind } from './Subject';

export const MESH: SubjectKind<MeshSubject> = { needs: (view) => [view.data, view.values, view.colours, ...view.shells], make: (stage, view) => new Prop(stage, view.id) };

/** A prop where it stands, in its colours or with the shown values. */
class Prop implements Subject<MeshSubject> {
  private prop: PropMesh | null = null;
  private data = '';

  constructor(
    private readonly stage: Stage,
    private readonly id: string,
  ) {}

  show(view: MeshSubject, [mesh, values, colours, ...shells]: Bundle[]): void {
    if (!this.prop || this.data !== view.data) {
      this.dispose();
      this.prop = new PropMesh(view, mesh!, this.stage.materials.prop);
      this.data = view.data;
      this.stage.props.set(this.id, this.prop);
      this.stage.scene.add(this.prop.mesh);
    }
    this.prop.stand(view);
    this.prop.paint(view.colours || view.colour, (colours!.arrays.colours as Float32Array | undefined) ?? null, linearOf(view.colour), (colours!.arrays.covered as Float32Array | undefined) ?? null);
    this.prop.cover(view.shells, shells, this.stage.materials.shell);
    this.prop.show((values!.arrays.values as Float32Array | undefined) ?? null, view.low, view.high);
  }

  dispose(): void {
    if (!this.prop) return;
    this.stage.scene.remove(this.prop.mesh);
    this.stage.props.delete(this.id);
    this.prop.dispose();
    this.prop = null;
  }
}
