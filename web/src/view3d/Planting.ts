import type { Scene } from 'three';
import type { Bundle } from '../api/bundle';
import { PlantMeshes, type DetailChoice, type PlantMaterials } from './plants';

/** A pass of the still picture draws no more triangles of plants than this, by coarser details. */
const FINE_TRIANGLES = 1_300_000;
const FINE_TOLERANCE = 0.7;
const DRAFT_TOLERANCE = 5;

/** What was drawn: triangles and draws of plants, how far details are off in pixels, which share of the plants. */
export interface Arranged {
  triangles: number;
  draws: number;
  tolerance: number;
  share: number;
}

/** The plants of every layer in the scene, and which of them are drawn in which detail. */
export class Planting {
  private readonly layers = new Map<string, PlantMeshes>();
  private chosen: { layer: string; plants: Set<number> } = { layer: '', plants: new Set() };
  private draftTriangles = 16_000;
  /** One detail level for every plant, 0 the full one; −1 lets each be chosen by its size in the picture. */
  forced = -1;

  constructor(
    private readonly scene: Scene,
    private readonly materials: PlantMaterials,
  ) {}

  set(layer: string, plants: Bundle, shapes: Bundle): void {
    this.drop(layer);
    const meshes = new PlantMeshes(layer, plants, shapes, this.materials);
    meshes.choose(this.chosen.layer === layer ? this.chosen.plants : new Set());
    this.layers.set(layer, meshes);
    this.scene.add(...meshes.meshes);
  }

  drop(layer: string): void {
    const old = this.layers.get(layer);
    if (!old) return;
    this.scene.remove(...old.meshes);
    old.dispose();
    this.layers.delete(layer);
  }

  get names(): string[] {
    return [...this.layers.keys()];
  }

  get all(): PlantMeshes[] {
    return [...this.layers.values()];
  }

  /** Lights up plants of a layer, by their numbers in its list. */
  choose(layer: string, plants: Set<number>): void {
    this.chosen = { layer, plants };
    for (const [id, meshes] of this.layers) meshes.choose(id === layer ? plants : new Set());
  }

  /** The plants of a layer within a distance of a place: number in the layer's list, and identity. */
  within(layer: string, x: number, y: number, z: number, radius: number): { number: number; id: string }[] {
    return this.layers.get(layer)?.within(x, y, z, radius) ?? [];
  }

  /** Triangles of every plant at full detail. */
  get fullTriangles(): number {
    return this.all.reduce((sum, each) => sum + each.fullTriangles, 0);
  }

  hide(): void {
    for (const each of this.all) each.meshes.forEach((mesh) => (mesh.visible = false));
  }

  /**
   * Chooses which plants are drawn in which detail: all of them within what a pixel shows where the picture rests, as many
   * triangles as there is time for while it moves.
   */
  arrange(fine: boolean, seen: Pick<DetailChoice, 'eye' | 'pixels' | 'parallel'>): Arranged {
    const room = fine ? FINE_TRIANGLES : this.draftTriangles;
    const choice: DetailChoice = { ...seen, share: 1, tolerance: fine ? FINE_TOLERANCE : DRAFT_TOLERANCE, forced: this.forced };
    let sum = this.arrangeAll(choice);
    for (let i = 0; i < 4 && sum.triangles > room && this.forced < 0; i++) {
      choice.tolerance *= 2.2;
      sum = this.arrangeAll(choice);
    }
    if (!fine && sum.triangles > room) {
      choice.share = room / sum.triangles;
      sum = this.arrangeAll(choice);
    }
    return { ...sum, tolerance: choice.tolerance, share: choice.share };
  }

  private arrangeAll(choice: DetailChoice): { triangles: number; draws: number } {
    let triangles = 0;
    let draws = 0;
    for (const each of this.all) {
      const one = each.arrange(choice);
      triangles += one.triangles;
      draws += one.draws;
    }
    return { triangles, draws };
  }

  /** Lets drafts follow the time that they take, in ms. */
  adapt(measured: number): void {
    if (measured > 120) this.draftTriangles = Math.max(4000, this.draftTriangles * 0.8);
    else if (measured > 0 && measured < 25) this.draftTriangles = Math.min(700_000, this.draftTriangles * 1.3);
  }

  dispose(): void {
    this.names.forEach((layer) => this.drop(layer));
  }
}
