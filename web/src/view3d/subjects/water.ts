import { Mesh, PlaneGeometry } from 'three';
import type { WaterSubject } from '../../api/types';
import type { Stage } from '../Stage';
import type { Subject, SubjectKind } from './Subject';

export const WATER: SubjectKind<WaterSubject> = { needs: () => [], make: (stage) => new Water(stage) };

/** A level sheet over the whole site. */
class Water implements Subject<WaterSubject> {
  constructor(private readonly stage: Stage) {}

  show({ level, width, depth }: WaterSubject): void {
    this.dispose();
    const { stage } = this;
    stage.waterLevel = level;
    stage.water = new Mesh(new PlaneGeometry(width, depth).rotateX(-Math.PI / 2).translate(0, level, 0), stage.materials.water);
    stage.water.frustumCulled = false;
    stage.scene.add(stage.water);
  }

  dispose(): void {
    const { stage } = this;
    stage.waterLevel = null;
    if (!stage.water) return;
    stage.scene.remove(stage.water);
    stage.water.geometry.dispose();
    stage.water = null;
  }
}
