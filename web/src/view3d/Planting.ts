import type { Scene } from 'three';
import type { Bundle } from '../api/bundle';
import { ALL, PlantMeshes, type DetailChoice, type PlantMaterials, type Standing } from './plants';

/** A pass of the still picture draws no more triangles of plants than this, by coarser details. */
const FINE_TRIANGLES = 1_300_000;
const FINE_TOLERANCE = 0.7;
const DRAFT_TOLERANCE = 5;
/** Pixels that a detail may be off at most; where that is not enough, plants of crowds are left out while the picture moves. */
const COARSEST = 17;
/** Pixels of a map of shadows that a detail may be off. */
const SHADOW_TOLERANCE = 2.5;
/** Layers of so many plants are crowds, of which a part can stand for all; of others each plant would be missed. */
const CROWD = 1500;
/** A crowd is not thinned further than to this share. */
const THINNEST = 0.04;

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
  private playTriangles = 30_000;
  private arranged: { key: string; sum: Arranged } | null = null;
  /** One detail level for every plant, 0 the full one; −1 lets each be chosen by its size in the picture. */
  forced = -1;

  constructor(
    private readonly scene: Scene,
    private readonly materials: PlantMaterials,
  ) {}

  /** @param how the surfaces that they stand on, by the numbers in the bundle: "" for the ground, else a prop; and which part of them it is */
  set(layer: string, plants: Bundle, shapes: Bundle, how: Standing = ALL, settled?: Uint8Array): void {
    this.arranged = null;
    this.drop(layer);
    const meshes = new PlantMeshes(layer, plants, shapes, this.materials, how, settled);
    meshes.choose(this.chosen.layer === layer ? this.chosen.plants : new Set());
    this.layers.set(layer, meshes);
    this.scene.add(...meshes.meshes);
  }

  drop(layer: string): void {
    this.arranged = null;
    const old = this.layers.get(layer);
    if (!old) return;
    this.scene.remove(...old.meshes);
    old.dispose();
    this.layers.delete(layer);
  }

  of(layer: string): PlantMeshes | null {
    return this.layers.get(layer) ?? null;
  }

  get names(): string[] {
    return [...this.layers.keys()];
  }

  get all(): PlantMeshes[] {
    return [...this.layers.values()];
  }

  /** Lights up plants of a layer, by their numbers in its list. */
  choose(layer: string, plants: Set<number>): void {
    this.arranged = null;
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
  arrange(of: 'draft' | 'play' | 'fine', seen: Pick<DetailChoice, 'eye' | 'pixels' | 'parallel' | 'planes'>): Arranged {
    const fine = of === 'fine';
    const room = fine ? FINE_TRIANGLES : of === 'play' ? this.playTriangles : this.draftTriangles;
    const key = JSON.stringify([room, fine, seen, this.forced]);
    if (this.arranged?.key === key) {
      // what was hidden for a picture without plants is shown again
      this.all.forEach((each) => each.reveal());
      return this.arranged.sum;
    }
    const choice: DetailChoice = { ...seen, share: 1, tolerance: fine ? FINE_TOLERANCE : DRAFT_TOLERANCE, forced: this.forced };
    let sum = this.arrangeAll(choice);
    while (sum.triangles > room && this.forced < 0 && choice.tolerance * 2.2 < COARSEST) {
      choice.tolerance *= 2.2;
      sum = this.arrangeAll(choice);
    }
    if (!fine && sum.triangles > room) {
      choice.share = Math.max(THINNEST, (room - sum.few) / Math.max(1, sum.triangles - sum.few));
      sum = this.arrangeAll(choice);
    }
    this.arranged = { key, sum: { ...sum, tolerance: choice.tolerance, share: choice.share } };
    return this.arranged.sum;
  }

  /** Sets every plant up for a map of shadows, which is no picture of its own: the next {@link arrange} starts anew. */
  cast(seen: Pick<DetailChoice, 'eye' | 'pixels' | 'parallel' | 'planes'>): void {
    this.arranged = null;
    for (const each of this.all) if (!each.flat) each.arrange({ ...seen, share: 1, tolerance: SHADOW_TOLERANCE, forced: -1 });
  }

  /** What is drawn then; how many of the triangles are of layers that are no crowd. */
  private arrangeAll(choice: DetailChoice): { triangles: number; draws: number; few: number } {
    const sum = { triangles: 0, draws: 0, few: 0 };
    for (const each of this.all) {
      const crowd = each.count >= CROWD;
      const one = each.arrange(crowd ? choice : { ...choice, share: 1 });
      sum.triangles += one.triangles;
      sum.draws += one.draws;
      if (!crowd) sum.few += one.triangles;
    }
    return sum;
  }

  /** Those that sway or are carried, and those that stand still. */
  swaying(): { moving: PlantMeshes[]; still: PlantMeshes[] } {
    return { moving: this.all.filter((each) => each.moves), still: this.all.filter((each) => !each.moves) };
  }

  /** Something of a layer has changed that decides what is drawn of it. */
  renew(): void {
    this.arranged = null;
  }

  /** Lets the moving picture follow the time that it takes, in ms: about ten a second where that is to be had. */
  adaptPlay(measured: number): void {
    if (measured > 140) this.playTriangles = Math.max(6000, this.playTriangles * 0.8);
    else if (measured > 0 && measured < 95) this.playTriangles = Math.min(900_000, this.playTriangles * 1.25);
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
