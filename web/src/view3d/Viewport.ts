import { LinearSRGBColorSpace, WebGLRenderer } from 'three';
import type { Bundle } from '../api/bundle';
import type { SubjectView } from '../api/types';
import { Cost } from './cost';
import { Eye, type Pose } from './Eye';
import { highPart, plantsBox, propBox, type Box } from './boxes';
import { drawnLine, type GroundLine } from './lines';
import { openingOf, planOf } from './opening';
import { DAYLIGHT, type Look } from './looks';
import type { Moving } from './motion/Moving';
import { MovingScene } from './motion/MovingScene';
import { Passes } from './Passes';
import { Pointing } from './Pointing';
import { Ripening } from './Ripening';
import * as shaders from './shaders';
import { Stage } from './Stage';
import { Field } from './subjects/field';
import { kindOf } from './subjects/kinds';
import { NOTHING, type Subject } from './subjects/Subject';

/** Where an eye is and how it sees. */
export interface Seat {
  pose: Pose;
  parallel: boolean;
}

/** Milliseconds after the last change before a playing picture lays what stands still under what moves. */
const STILL_AFTER = 350;

/**
 * The 3D view, outside React: a map of subjects, the eye, and the passes they are drawn in. It draws on demand only: a quick draft
 * while something moves; when it rests the picture ripens over a few fine passes and then drawing stops.
 */
export class Viewport {
  private readonly renderer: WebGLRenderer;
  private readonly eye = new Eye({ target: [0, 0, 0], heading: 0, elevation: 20, distance: 1 });
  private readonly stage: Stage;
  private readonly subjects = new Map<string, { key: string; subject: Subject }>();
  private readonly motion: MovingScene;
  private readonly passes: Passes;
  private readonly ripening: Ripening;
  private readonly observer: ResizeObserver;
  private look: Look = DAYLIGHT;
  /** Where the eye is to begin, when it has been here before; null begins with the whole site. */
  private remembered: Seat | null = null;
  private framed = false;
  private readonly lookers = new Set<() => void>();
  /** When something other than the moment has last changed. */
  private changedAt = 0;
  private drawn = 0;
  private scripts = 0;
  /** What lies under a point of the canvas, and where a place is drawn. */
  readonly pointing: Pointing;
  /** What frames have cost so far, and what one would cost. */
  readonly cost = new Cost();
  /** Called when a fine picture has begun or ended ripening, and with 0 passes when it begins anew. */
  onRipen: (passes: number, of: number) => void = () => undefined;

  constructor(private readonly canvas: HTMLCanvasElement) {
    this.renderer = new WebGLRenderer({ canvas, antialias: false, preserveDrawingBuffer: true, powerPreference: 'high-performance' });
    this.renderer.outputColorSpace = LinearSRGBColorSpace;
    // a screen with fewer pixels than points is drawn with as many as it has; a finer one as if it were not
    this.renderer.setPixelRatio(Math.min(1, window.devicePixelRatio));
    this.renderer.autoClear = false;
    this.stage = new Stage(this.renderer.extensions.has('OES_texture_float_linear'), () => this.draw());
    const { scene, planting, props, materials } = this.stage;
    this.motion = new MovingScene({
      scene,
      planting,
      props,
      water: this.stage.water,
      sheets: this.stage.sheets,
      ring: (layer, rings, position, loops) => this.stage.ringers.get(layer)?.(rings, position, loops),
      tells: (second) => (this.stage.seconds = second),
      resting: materials.prop,
      cloth: materials.cloth,
      grains: (own, sways) => this.stage.material(shaders.COMMON + shaders.GRAIN_VERTEX, shaders.GRAIN_FRAGMENT, sways ? { SWAY: 1 } : {}, own),
    });
    this.passes = new Passes(this.renderer, this.stage, this.eye, this.motion, this.cost);
    this.pointing = new Pointing(canvas, this.eye, this.stage);
    this.eye.floor = (x, z) => (this.stage.heights ? this.stage.heightAt(x, z) : -1e9);
    this.ripening = new Ripening(this.renderer, {
      pass: (jitterX, jitterY) => {
        this.passes.look(jitterX, jitterY);
        this.passes.whole(true, this.ripening.target);
      },
      began: () => {
        Object.assign(canvas.dataset, { passes: 0, ripe: false });
        this.onRipen(0, 0);
      },
      done: (passes, of, took) => {
        Object.assign(canvas.dataset, { passes, ripe: passes >= of });
        this.cost.measure(took);
        this.onRipen(passes, of);
      },
    });
    this.observer = new ResizeObserver(() => this.resize());
    this.observer.observe(canvas.parentElement ?? canvas);
    this.resize();
  }

  private resize(): void {
    const holder = this.canvas.parentElement;
    if (!holder) return;
    const { width, height } = holder.getBoundingClientRect();
    if (width < 2 || height < 2) return;
    this.renderer.setSize(width, height, false);
    this.ripening.resize(width, height);
    const ratio = this.renderer.getPixelRatio();
    this.passes.resize(width * ratio, height * ratio);
    this.draw();
  }

  /**
   * Shows these subjects and no others. Of what it holds already, by its key, nothing is fetched or uploaded again.
   *
   * @param get data by its key; @param current whether this is still what is wanted: what is not ends here
   * @return whether all of it is shown
   */
  async show(views: SubjectView[], get: (key: string) => Promise<Bundle>, current: () => boolean = () => true): Promise<boolean> {
    const standing = new Set(views.map((view) => view.id));
    for (const id of this.subjects.keys()) if (!standing.has(id)) this.forget(id);
    // asked for together, taken in order: what lies below comes first
    const wanted = views.flatMap((view) => {
      const kind = kindOf(view);
      if (!kind || this.subjects.get(view.id)?.key === view.key) return [];
      return [{ view, kind, coming: Promise.all(kind.needs(view).map((key) => (key === '' ? NOTHING : get(key)))) }];
    });
    // one that fails is met where it is waited for
    wanted.forEach(({ coming }) => coming.catch(() => undefined));
    for (const { view, kind, coming } of wanted) {
      const data = await coming;
      if (!current()) return false;
      const held = this.subjects.get(view.id) ?? { key: '', subject: kind.make(this.stage, view) };
      held.key = view.key;
      held.subject.show(view, data);
      this.subjects.set(view.id, held);
      this.motion.follow(view.id);
      if (this.stage.heights) this.eye.extent = Math.max(this.stage.heights.width, this.stage.heights.depth);
      if (!this.framed && this.stage.heights && (view.kind === 'field' || view.kind === 'water')) this.begin();
      this.stage.changed();
    }
    return true;
  }

  private forget(id: string): void {
    this.subjects.get(id)?.subject.dispose();
    this.subjects.delete(id);
    this.stage.changed();
  }

  /** How everything is drawn. */
  setLook(look: Look): void {
    this.look = look;
    look.apply(this.stage.uniforms);
    this.motion.darken(look.values);
    this.stage.changed();
  }

  get parallel(): boolean {
    return this.eye.isParallel;
  }

  /** What the eye looks at. */
  get focus(): [number, number, number] {
    return this.eye.pose.target;
  }

  orbit(heading: number, elevation: number): void {
    this.eye.orbit(heading, elevation);
    this.draw();
  }

  pan(right: number, up: number): void {
    this.eye.pan(right, up);
    this.draw();
  }

  zoom(factor: number): void {
    this.eye.zoom(factor);
    this.draw();
  }

  /** Puts the whole site into the picture, from its lowest side or over its water, or from above. */
  frame(plan: boolean): void {
    const { heights, waterLevel } = this.stage;
    if (!heights) return;
    this.sit({ pose: plan ? planOf(heights) : openingOf(heights, waterLevel), parallel: plan });
  }

  private begin(): void {
    if (this.remembered) this.sit(this.remembered);
    else this.frame(false);
  }

  /** Where the eye is; taken again by {@link sit}. */
  get seat(): Seat {
    return { pose: this.eye.pose, parallel: this.eye.isParallel };
  }

  /** Takes a seat that was left before; before there is a ground it is where the view will begin. */
  sit(seat: Seat): void {
    this.remembered = seat;
    if (!this.stage.heights) return;
    this.framed = true;
    this.eye.isParallel = seat.parallel;
    this.eye.pose = seat.pose;
    this.draw();
  }

  /** Turns the eye to a place, near enough to see a thing of a size, metres. */
  lookAt(place: [number, number, number], size: number): void {
    this.eye.goTo(place, size);
    this.draw();
  }

  /** Goes nearer to what lies under a point of the canvas. @return whether there is something */
  approach(left: number, top: number): boolean {
    const hit = this.pointing.hit(left, top);
    if (!hit) return false;
    this.lookAt([hit.x, hit.y, hit.z], this.eye.pose.distance * 0.16);
    return true;
  }

  /** Puts a prop, the plants of a layer or the high part of the shown values into the picture. @return false where there is none, or it is the whole site */
  frameOn(what: { prop: string } | { layer: string } | 'values'): boolean {
    const { heights, values, props, planting } = this.stage;
    if (!heights) return false;
    let box: Box | null;
    if (what === 'values') box = values && highPart(heights, values);
    else box = 'prop' in what ? propBox(props.get(what.prop)) : plantsBox(planting.of(what.layer));
    if (!box || Math.max(box.size[0], box.size[2]) > 0.8 * this.eye.extent) return false;
    this.lookAt(box.middle, Math.hypot(...box.size) * 0.8);
    return true;
  }

  /** Where the eye stands: metres in plan and above the ground, and the heading in degrees that it looks to. */
  get stand(): { eyeX: number; eyeZ: number; eyeHeading: number; eyeAbove: number } {
    const { x, y, z } = this.eye.position;
    return { eyeX: x, eyeZ: z, eyeHeading: this.eye.pose.heading, eyeAbove: Math.max(0, y - this.stage.heightAt(x, z)) };
  }

  /** How the picture is turned, degrees clockwise from north, and metres that a pixel is wide at its middle. */
  get bearing(): { heading: number; metres: number } {
    const pixels = this.eye.pixelsPerMetre(this.canvas.clientHeight || 1);
    return { heading: this.eye.pose.heading, metres: (this.eye.isParallel ? 1 : this.eye.pose.distance) / pixels };
  }

  /** Calls when the eye has moved or the ground has changed, so that what lies over the canvas can follow. @return ends that */
  onLook(look: () => void): () => void {
    this.lookers.add(look);
    return () => this.lookers.delete(look);
  }

  /** Takes what moves, or lets everything stand still. Its blocks may still be on their way. */
  setMoving(moving: Moving | null): void {
    this.motion.set(moving);
    this.setBlowing(this.motion.blown);
    this.showMoment(this.motion.moment);
  }

  /** Shows a wind on the ground by streaks, "" for none. */
  setBlowing(layer: string): void {
    this.motion.blow(layer, this.stage.heights, this.stage.waterLevel, this.look.values);
    this.draw();
  }

  /**
   * Shows a moment of the motion, in frames and parts of them. What of it has not come yet stays as it was.
   *
   * @param playing shows the gusts in the values view too
   * @return whether all of it was there
   */
  showMoment(position: number, playing = false): boolean {
    const all = this.motion.show(position);
    this.canvas.dataset.moment = !this.motion.moves ? 'none' : all ? 'whole' : 'partial';
    const field = this.subjects.get('field')?.subject;
    if (field instanceof Field) field.instead(playing && this.look.values ? this.motion.gusts() : null);
    if (playing) this.drawMoment();
    else this.draw();
    return all;
  }

  /** How a plant bends in every frame and how long it is; null where it does not sway, or not all frames are there. */
  bendsOf(layer: string, number: number): { bends: { east: number; south: number }[]; length: number } | null {
    return this.motion.bendsOf(layer, number);
  }

  /** Lights up plants of a layer, by their numbers in its list. */
  choosePlants(layer: string, plants: Set<number>): void {
    this.stage.planting.choose(layer, plants);
    this.draw();
  }

  /** One detail level for every plant, 0 the full one; −1 lets each be chosen by its size in the picture. */
  forceDetail(level: number): void {
    this.stage.planting.forced = level;
    this.draw();
  }

  /** Triangles of every plant at full detail. */
  get fullTriangles(): number {
    return this.stage.planting.fullTriangles;
  }

  /** Lines on the ground: the places that matter now. */
  setLines(lines: GroundLine[]): void {
    this.passes.overlay.clear();
    for (const line of lines) this.passes.overlay.add(drawnLine(this.stage, line));
    this.draw();
  }

  /** How many pictures were drawn since it was asked last. */
  takeDrawn(): number {
    const drawn = this.drawn;
    this.drawn = 0;
    return drawn;
  }

  /** Milliseconds that drawing took in scripts since it was asked last. */
  takeScripts(): number {
    const scripts = this.scripts;
    this.scripts = 0;
    return scripts;
  }

  /** The next moment while it plays; where the eye moves too, or values change with it, all is drawn anew. */
  private drawMoment(): void {
    this.drawNext((start, measured) => {
      const valuesMove = this.look.values && this.motion.hasStreaks;
      if (valuesMove || start - this.changedAt < STILL_AFTER) this.passes.whole(false, null);
      else {
        this.passes.moved();
        this.stage.planting.adaptPlay(measured);
      }
    });
  }

  /** Something has changed: a draft at the next frame, then the picture ripens. */
  draw(): void {
    this.changedAt = performance.now();
    // asked for while it is being built up
    this.passes?.stale();
    this.drawNext((_start, measured) => {
      this.lookers.forEach((look) => look());
      this.passes.whole(false, null);
      this.stage.planting.adapt(measured);
    });
  }

  private drawNext(paint: (start: number, measured: number) => void): void {
    if (!this.stage?.heights) return;
    this.ripening.draft((measured) => {
      const start = performance.now();
      this.passes.look(0, 0);
      paint(start, measured);
      this.drawn++;
      this.scripts += performance.now() - start;
    });
  }

  /** The picture as it is now. */
  still(): Promise<Blob | null> {
    return new Promise((done) => this.canvas.toBlob(done, 'image/jpeg', 0.9));
  }

  dispose(): void {
    this.observer.disconnect();
    this.ripening.dispose();
    this.motion.dispose();
    this.passes.dispose();
    for (const { subject } of this.subjects.values()) subject.dispose();
    this.renderer.dispose();
  }
}
