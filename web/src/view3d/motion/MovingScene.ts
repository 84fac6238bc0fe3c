import { Scene, type Camera, type Group, type IUniform, type Object3D, type ShaderMaterial, type WebGLRenderer } from 'three';
import type { Bundle } from '../../api/bundle';
import type { Heights } from '../ground';
import type { Planting } from '../Planting';
import type { ValueGrid } from '../Stage';
import type { PropMesh } from '../subjects/PropMesh';
import { GrainCloud } from './GrainCloud';
import type { Moving } from './Moving';
import { Streaks } from './Streaks';

/** What the viewport lends it: where things stand, and the materials they are drawn with. */
export interface Lent {
  scene: Scene;
  planting: Planting;
  props: Map<string, PropMesh>;
  /** Pieces of water; hanging sheets and liquids; those that move say so. */
  water: Group;
  sheets: Group;
  /** Shows the rings of a piece of water at a moment. */
  ring: (layer: string, rings: Bundle, position: number, loops: boolean) => void;
  /** Hears the second that is shown. */
  tells: (second: number) => void;
  /** Of props at rest, and of cloth that is pushed. */
  resting: ShaderMaterial;
  cloth: ShaderMaterial;
  /** Makes the material of grains, swaying where they are carried. */
  grains: (own: Record<string, IUniform>, sways: boolean) => ShaderMaterial;
}

/** What moves in the scene: plants, cloth, keyed props, grains, and the streaks of a wind; shown at one moment. */
export class MovingScene {
  private moving: Moving | null = null;
  private readonly streaksScene = new Scene();
  /** The moment that is shown, in frames. */
  moment = 0;
  /** The wind whose streaks are shown, "" for none. */
  private blowing = '';

  constructor(private readonly lent: Lent) {}

  /** Takes what moves, or lets everything stand still. */
  set(moving: Moving | null): void {
    const { scene, planting, props, resting, grains } = this.lent;
    const old = this.moving;
    if (old) {
      for (const cloud of old.clouds) scene.remove(...cloud.objects);
      this.withoutStreaks();
      for (const prop of props.values()) prop.rest(resting);
      for (const plants of planting.all) plants.putBack();
      planting.renew();
    }
    this.moving = moving;
    for (const meshes of planting.all) this.attach(meshes.layer);
    if (old && old !== moving) old.dispose();
    if (!moving) return;
    for (const view of moving.view.grains) {
      const meshes = planting.of(view.cover);
      const swaying = moving.sways.get(view.cover);
      const carried = meshes && swaying && swaying.view.plants === meshes.count ? { meshes, swaying } : null;
      const cloud = new GrainCloud(view, moving.view, moving.grainBundles.get(view.layer)!, grains, carried);
      moving.clouds.push(cloud);
      scene.add(...cloud.objects);
    }
  }

  /** A subject has come anew: it moves from now on as the rest. */
  follow(subject: string): void {
    if (this.lent.planting.of(subject)) this.attach(subject);
    if (this.lent.props.has(subject)) this.show(this.moment);
  }

  /** Lets the plants of a layer sway, where they do. */
  attach(layer: string): void {
    this.lent.planting.of(layer)?.setSway(this.moving?.sways.get(layer) ?? null);
    this.lent.planting.renew();
  }

  private withoutStreaks(): void {
    if (!this.moving?.streaks) return;
    this.streaksScene.remove(this.moving.streaks.mesh);
    this.moving.streaks.dispose();
    this.moving.streaks = null;
  }

  /** Shows a wind on the ground by streaks, "" for none. @param water metres of its level, or null */
  blow(layer: string, heights: Heights | null, water: number | null, dark: boolean): void {
    this.blowing = layer;
    this.withoutStreaks();
    const wind = this.moving?.winds.get(layer);
    if (!this.moving || !wind || !heights) return;
    const { columns, rows, speed, greatest } = wind.view;
    this.moving.streaks = new Streaks(heights, { columns, rows, vectors: wind.vectors, step: speed, greatest, water });
    this.streaksScene.add(this.moving.streaks.mesh);
    this.darken(dark);
  }

  get blown(): string {
    return this.blowing;
  }

  /** Streaks on values are dark. */
  darken(dark: boolean): void {
    if (!this.moving?.streaks) return;
    this.moving.streaks.dark = dark;
    this.moving.streaks.show(this.moment);
  }

  /** Shows a moment, in frames and parts of them; what of it has not come yet stays as it was. Tells whether all was there. */
  show(position: number): boolean {
    this.moment = position;
    const { moving } = this;
    if (!moving) return false;
    let all = true;
    for (const sway of moving.sways.values()) all = sway.show(position) && all;
    for (const [id, prop] of this.lent.props) {
      if (moving.pushes.has(id)) {
        const pushed = moving.pushed(id, position);
        all &&= pushed !== null;
        prop.push(pushed, this.lent.cloth);
      }
      const placed = moving.placed.get(id);
      if (placed) {
        const before = Math.floor(position) % moving.view.frames;
        const after = moving.view.loops ? (before + 1) % moving.view.frames : Math.min(before + 1, moving.view.frames - 1);
        prop.move(placed, before, after, position - Math.floor(position));
        for (const plants of this.lent.planting.all) {
          if (!plants.standOn(id)) continue;
          plants.carry(id, prop.moved());
          this.lent.planting.renew();
        }
      }
    }
    for (const [layer, rings] of moving.rings) this.lent.ring(layer, rings, position, moving.view.loops);
    this.lent.tells(moving.view.start + position * moving.view.step);
    for (const cloud of moving.clouds) cloud.show(position);
    moving.streaks?.show(position);
    return all;
  }

  /** The gusts of the wind whose streaks are shown, at the moment; null where none are. */
  gusts(): ValueGrid | null {
    const { moving } = this;
    if (!moving?.streaks) return null;
    const { columns, rows, greatest } = moving.winds.get(this.blowing)!.view;
    return { columns, rows, min: 0, max: greatest, steps: moving.streaks.speeds(Math.floor(this.moment) % moving.view.frames) };
  }

  /** Whether any motion has come. */
  get moves(): boolean {
    return this.moving !== null;
  }

  get hasStreaks(): boolean {
    return Boolean(this.moving?.streaks);
  }

  /** Props and grains that move. */
  movers(): Object3D[] {
    const { moving } = this;
    if (!moving) return [];
    const props = [...this.lent.props].filter(([id]) => moving.pushes.has(id) || moving.placed.has(id)).map(([, prop]) => prop.mesh);
    const water = [...this.lent.water.children, ...this.lent.sheets.children].filter((each) => each.userData.moves);
    return [...props, ...water, ...moving.clouds.flatMap((cloud) => cloud.objects)];
  }

  /** @param pixels that one metre takes at a distance of one metre */
  scale(pixels: number): void {
    this.moving?.clouds.forEach((cloud) => cloud.scale(pixels));
  }

  drawStreaks(renderer: WebGLRenderer, camera: Camera): void {
    if (this.moving?.streaks) renderer.render(this.streaksScene, camera);
  }

  /** How a plant bends in every frame and how long it is; null where it does not sway, or not all frames are there. */
  bendsOf(layer: string, number: number): { bends: { east: number; south: number }[]; length: number } | null {
    const meshes = this.lent.planting.of(layer);
    const sway = this.moving?.sways.get(layer);
    const place = meshes?.placeOf(number) ?? -1;
    if (!meshes || !sway || place < 0 || sway.view.plants !== meshes.count) return null;
    const bends = sway.bends(place);
    return bends && { bends, length: meshes.sizes[2 * place]! };
  }

  dispose(): void {
    this.moving?.dispose();
  }
}
