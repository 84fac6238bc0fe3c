import { BufferAttribute, BufferGeometry, CanvasTexture, Color, LinearSRGBColorSpace, Mesh, PerspectiveCamera, PlaneGeometry, Raycaster, Scene, ShaderMaterial, Sprite, SpriteMaterial, Vector2, Vector3, WebGLRenderer, type Texture } from 'three';
import type { Bundle } from '../api/bundle';
import { pieceTexture } from '../view3d/motion/pieces';
import { BENDING } from '../view3d/motion/swayShader';
import { linearOf } from '../view3d/subjects/PropMesh';
import { COLOUR_VALUE } from '../view3d/shaders';
import { meet, type Met } from './meeting';

const PLANT_VERTEX = /* glsl */ `
attribute float aAlong;
attribute vec4 aOwn;
attribute float aValue;
attribute float aVertex;
uniform vec2 uBlown;
uniform float uTurn;
uniform vec3 uTint;
varying vec3 vColour;
varying vec3 vNormal;
varying vec3 vPlace;
varying float vUp;
varying float vLeafy;
varying float vValue;
${BENDING}
void main() {
  float c = cos(uTurn);
  float s = sin(uTurn);
  // the wind stays while the plant turns
  vec2 bend = vec2(c * uBlown.x - s * uBlown.y, c * uBlown.y + s * uBlown.x);
  vec3 n = normal;
  vec3 p = position + bendOf(int(aVertex + 0.5), vec3(1.0), 1.0, position, n, bend);
  n = vec3(c * n.x + s * n.z, n.y, c * n.z - s * n.x);
  vec4 place = modelMatrix * vec4(c * p.x + s * p.z, p.y, c * p.z - s * p.x, 1.0);
  vPlace = place.xyz;
  vNormal = n;
  vUp = aAlong;
  vLeafy = aOwn.a;
  vValue = aValue;
  vColour = mix(pow(aOwn.rgb, vec3(2.2)), uTint, aOwn.a);
  gl_Position = projectionMatrix * viewMatrix * place;
}
`;
const PLANT_FRAGMENT = /* glsl */ `
varying vec3 vColour;
varying vec3 vNormal;
varying vec3 vPlace;
varying float vUp;
varying float vLeafy;
varying float vValue;
uniform bool uValues;
${COLOUR_VALUE}
void main() {
  vec3 n = normalize(vNormal);
  vec3 view = normalize(cameraPosition - vPlace);
  if (dot(n, view) < 0.0) n = -n;
  vec3 sun = normalize(vec3(-0.55, 0.62, 0.56));
  float lit = max(dot(n, sun), 0.0);
  vec3 passed = vec3(0.62, 0.60, 0.22) * vLeafy * max(-dot(n, sun), 0.0);
  float through = pow(max(dot(-view, sun), 0.0), 2.0) * 0.5;
  vec3 c = vColour * (vec3(1.75, 1.62, 1.40) * (0.22 + 0.78 * lit + 0.6 * through + passed) * 0.62 + vec3(0.50, 0.55, 0.62) * (0.6 + 0.4 * n.y)) * mix(0.62, 1.0, smoothstep(0.0, 0.5, vUp));
  if (uValues) c = colourValue(clamp(vValue, 0.0, 1.0)) * (0.72 + 0.28 * lit);
  gl_FragColor = vec4(pow(c, vec3(1.0 / 2.2)), 1.0);
}
`;
const SHEET_VERTEX = /* glsl */ `
varying vec2 vAt;
void main() {
  vAt = (modelMatrix * vec4(position, 1.0)).xy;
  vec4 place = modelMatrix * vec4(position, 1.0);
  vAt = abs(normal.y) > 0.5 ? place.xz : place.xy;
  gl_Position = projectionMatrix * viewMatrix * place;
}
`;
const SHEET_FRAGMENT = /* glsl */ `
varying vec2 vAt;
uniform float uUnit;
uniform float uFloor;
float line(float v, float unit) {
  float d = abs(fract(v / unit + 0.5) - 0.5) * unit;
  float w = fwidth(v);
  return 1.0 - smoothstep(w * 0.4, w * 1.4, d);
}
void main() {
  vec3 paper = uFloor > 0.5 ? vec3(0.945, 0.925, 0.878) : vec3(0.985, 0.975, 0.945);
  float fine = line(vAt.y, uUnit);
  float bold = line(vAt.y, uUnit * 5.0);
  vec3 c = mix(paper, vec3(0.70, 0.78, 0.80), fine * (uFloor > 0.5 ? 0.18 : 0.45));
  c = mix(c, vec3(0.50, 0.62, 0.68), bold * (uFloor > 0.5 ? 0.2 : 0.55));
  gl_FragColor = vec4(c, 1.0);
}
`;
const SHADE_FRAGMENT = /* glsl */ `
varying vec2 vAt;
uniform vec2 uMiddle;
uniform float uReach;
void main() {
  float d = length((vAt - uMiddle) / vec2(uReach, uReach * 0.55));
  gl_FragColor = vec4(0.16, 0.17, 0.12, 0.30 * (1.0 - smoothstep(0.15, 1.0, d)));
}
`;

const MOST_ZOOM = 16;

/** How a plant bends in the site's wind: radians toward east and south of each frame, and the share of each variant's tip. */
export interface SiteWind {
  bends: Float32Array;
  tips: Float32Array;
  /** Seconds from frame to frame. */
  step: number;
  turns: boolean;
}

/** A nursery's plant: its variants in a row on a lined sheet, beside a rule. Draws on demand; on and on only while something moves. */
export class SheetView {
  private readonly renderer: WebGLRenderer;
  private readonly scene = new Scene();
  private readonly camera = new PerspectiveCamera(24, 1, 0.001, 500);
  private readonly material = new ShaderMaterial({
    vertexShader: PLANT_VERTEX,
    fragmentShader: PLANT_FRAGMENT,
    side: 2,
    uniforms: { uBlown: { value: new Vector2() }, uTurns: { value: false }, uTurn: { value: 0 }, uTint: { value: new Vector3(0.3, 0.3, 0.1) }, uValues: { value: false } },
  });
  private readonly plants: Mesh<BufferGeometry, ShaderMaterial>[] = [];
  private bundle: Bundle | null = null;
  private readonly paper: Mesh[] = [];
  private readonly observer: ResizeObserver;
  private frame = 0;
  private breeze = 0;
  private wind: SiteWind | null = null;
  private turning = false;
  private start = performance.now();
  private size = { tall: 1, wide: 1, variants: 1 };
  /** Times as large as the whole row, and what is left of and above the canvas then, CSS pixels. */
  private part = { zoom: 1, left: 0, top: 0 };
  private readonly listening = new AbortController();

  constructor(private readonly canvas: HTMLCanvasElement) {
    this.renderer = new WebGLRenderer({ canvas, antialias: true, preserveDrawingBuffer: true });
    this.renderer.outputColorSpace = LinearSRGBColorSpace;
    this.renderer.setClearColor(new Color(0.985, 0.975, 0.945));
    this.observer = new ResizeObserver(() => this.draw());
    this.observer.observe(canvas.parentElement ?? canvas);
    this.listen();
  }

  /** The wheel zooms at the pointer, the right button moves what is seen, a double click shows all again. */
  private listen(): void {
    const { signal } = this.listening;
    this.canvas.addEventListener(
      'wheel',
      (event) => {
        event.preventDefault();
        this.zoom(this.part.zoom * Math.exp(-event.deltaY / 400), event.offsetX, event.offsetY);
      },
      { signal, passive: false },
    );
    this.canvas.addEventListener('pointermove', (event) => event.buttons === 2 && this.move(event.movementX, event.movementY), { signal });
    this.canvas.addEventListener('contextmenu', (event) => event.preventDefault(), { signal });
    this.canvas.addEventListener('dblclick', () => this.zoom(1, 0, 0), { signal });
  }

  private zoom(wanted: number, left: number, top: number): void {
    const zoom = Math.min(MOST_ZOOM, Math.max(1, wanted));
    const times = zoom / this.part.zoom;
    this.part = { zoom, left: (this.part.left + left) * times - left, top: (this.part.top + top) * times - top };
    this.move(0, 0);
  }

  private move(right: number, down: number): void {
    const { zoom, left, top } = this.part;
    const { clientWidth, clientHeight } = this.canvas;
    const within = (value: number, size: number) => Math.min(Math.max(0, value), (zoom - 1) * size);
    this.part = { zoom, left: within(left - right, clientWidth), top: within(top - down, clientHeight) };
    this.draw();
  }

  /** Shows other meshes; the sheet and its rule fit their size. */
  setPlants(bundle: Bundle, tallest: number, widest: number, tint: string): void {
    this.plants.splice(0).forEach((mesh) => {
      this.scene.remove(mesh);
      discard(mesh);
    });
    this.bundle = bundle;
    const variants = bundle.facts.variants ?? 0;
    const gap = widest * 1.12 + tallest * 0.08;
    for (let v = 0; v < variants; v++) {
      const geometry = new BufferGeometry();
      geometry.setAttribute('position', new BufferAttribute(bundle.arrays[`positions${v}`]!, 3));
      geometry.setAttribute('normal', new BufferAttribute(bundle.arrays[`normals${v}`]!, 3));
      geometry.setAttribute('aAlong', new BufferAttribute(bundle.arrays[`along${v}`]!, 1));
      const packed = bundle.arrays[`colours${v}`] as Uint32Array;
      const own = new Uint8Array(4 * packed.length);
      packed.forEach((argb, i) => own.set([(argb >>> 16) & 255, (argb >>> 8) & 255, argb & 255, argb >>> 24], 4 * i));
      geometry.setAttribute('aOwn', new BufferAttribute(own, 4, true));
      const values = bundle.arrays[`values${v}`];
      geometry.setAttribute('aValue', new BufferAttribute(values ?? new Float32Array(packed.length), 1));
      geometry.setAttribute('aVertex', new BufferAttribute(Float32Array.from(packed, (_, i) => i), 1));
      geometry.setIndex(new BufferAttribute(bundle.arrays[`indices${v}`]!, 1));
      const mesh = new Mesh(geometry, this.bending(v));
      mesh.position.x = (v - (variants - 1) / 2) * gap;
      mesh.frustumCulled = false;
      this.plants.push(mesh);
      this.scene.add(mesh);
    }
    this.material.uniforms.uValues!.value = bundle.arrays.values0 !== undefined;
    (this.material.uniforms.uTint!.value as Vector3).set(...linearOf(tint));
    const size = { tall: tallest, wide: gap * variants, variants };
    if (JSON.stringify(size) !== JSON.stringify(this.size)) {
      this.size = size;
      this.part = { zoom: 1, left: 0, top: 0 };
      this.layPaper(gap, widest);
    }
    this.draw();
  }

  /** The material of a variant: the same as of all, but for how its vertices bend. */
  private bending(variant: number): ShaderMaterial {
    const own = this.material.clone();
    own.uniforms = { ...this.material.uniforms, uPieces: { value: null }, uPieceStep: { value: 0 }, uTipTurn: { value: 1 } };
    this.takePieces(own, variant);
    return own;
  }

  private takePieces(material: ShaderMaterial, variant: number): void {
    const name = this.wind && this.bundle!.arrays[`blown${variant}`] ? `blown${variant}` : `pieces${variant}`;
    const { uPieces, uPieceStep, uTipTurn } = material.uniforms;
    (uPieces!.value as Texture | null)?.dispose();
    uPieces!.value = pieceTexture(this.bundle!, name);
    uPieceStep!.value = this.bundle!.facts[`${name}Step`]!;
    uTipTurn!.value = this.wind?.tips[variant] ?? 1;
  }

  /** Degrees that the tip turns in the breeze; 0 for calm. */
  setBreeze(degrees: number): void {
    this.breeze = degrees;
    this.draw();
  }

  /** Bends them as the site's wind does, over its loop; null for no wind. */
  setWind(wind: SiteWind | null): void {
    this.wind = wind;
    this.material.uniforms.uTurns!.value = wind?.turns ?? false;
    this.plants.forEach((mesh, variant) => this.takePieces(mesh.material, variant));
    this.draw();
  }

  /** Radians toward the right and toward the viewer at a moment. */
  private blown(seconds: number): [number, number] {
    if (!this.wind) {
      return [((this.breeze * Math.PI) / 180) * (0.62 + 0.3 * Math.sin(1.9 * seconds) + 0.08 * Math.sin(5.3 * seconds)), 0];
    }
    const { bends, step } = this.wind;
    const frames = bends.length / 2;
    const at = (seconds / step) % frames;
    const [before, after, mix] = [Math.floor(at), (Math.floor(at) + 1) % frames, at % 1];
    const of = (axis: number) => bends[2 * before + axis]! + (bends[2 * after + axis]! - bends[2 * before + axis]!) * mix;
    return [of(0), of(1)];
  }

  setTurning(turning: boolean): void {
    this.turning = turning;
    this.draw();
  }

  private layPaper(gap: number, widest: number): void {
    this.paper.splice(0).forEach((mesh) => this.scene.remove(mesh));
    this.scene.children.filter((child) => child instanceof Sprite).forEach((child) => this.scene.remove(child));
    const { tall, wide, variants } = this.size;
    const unit = ruleUnit(tall);
    const far = -widest * 0.75 - tall * 0.1;
    const sheet = (floor: boolean) =>
      new ShaderMaterial({ vertexShader: SHEET_VERTEX, fragmentShader: SHEET_FRAGMENT, uniforms: { uUnit: { value: unit }, uFloor: { value: floor ? 1 : 0 } } });
    const wall = new Mesh(new PlaneGeometry(wide * 6 + tall * 6, tall * 8), sheet(false));
    wall.position.set(0, tall * 4, far);
    const floor = new Mesh(new PlaneGeometry(wide * 6 + tall * 6, tall * 6 + widest * 6).rotateX(-Math.PI / 2), sheet(true));
    floor.position.set(0, 0, far + tall * 3 + widest * 3);
    this.paper.push(wall, floor);
    for (let v = 0; v < variants; v++) {
      const middle = (v - (variants - 1) / 2) * gap;
      const shade = new Mesh(
        new PlaneGeometry(widest * 1.6, widest * 1.2).rotateX(-Math.PI / 2),
        new ShaderMaterial({
          vertexShader: SHEET_VERTEX,
          fragmentShader: SHADE_FRAGMENT,
          transparent: true,
          depthWrite: false,
          uniforms: { uMiddle: { value: new Vector2(middle + widest * 0.1, 0) }, uReach: { value: widest * 0.62 } },
        }),
      );
      shade.position.set(middle + widest * 0.1, tall * 0.001, 0);
      this.paper.push(shade);
    }
    this.rule(unit, tall, -wide / 2 - tall * 0.07 - widest * 0.12);
    this.scene.add(...this.paper);
  }

  /** A wooden rule beside the first plant, a mark a unit, numbers at the long ones. */
  private rule(unit: number, tall: number, x: number): void {
    const steps = Math.ceil((tall * 1.08) / unit);
    const broad = Math.max(tall, this.size.wide * 0.4) * 0.024;
    const paint = (rgb: string) =>
      new ShaderMaterial({ vertexShader: 'void main() { gl_Position = projectionMatrix * modelViewMatrix * vec4(position, 1.0); }', fragmentShader: `void main() { gl_FragColor = vec4(${rgb}, 1.0); }` });
    const pale = paint('0.93, 0.85, 0.66');
    const dark = paint('0.14, 0.19, 0.17');
    for (let i = 0; i < steps; i++) {
      const piece = new Mesh(new PlaneGeometry(broad, unit), i % 2 === 0 ? dark : pale);
      piece.position.set(x, (i + 0.5) * unit, 0);
      this.paper.push(piece);
      if ((i + 1) % 5 === 0) this.scene.add(label(lengthText((i + 1) * unit), x - broad * 2.6, (i + 1) * unit, Math.max(tall, this.size.wide * 0.42) * 0.085));
    }
  }

  private aim(): void {
    const holder = this.canvas.parentElement!;
    const { width, height } = holder.getBoundingClientRect();
    if (width < 2 || height < 2) return;
    this.renderer.setPixelRatio(Math.min(2, window.devicePixelRatio));
    this.renderer.setSize(width, height, false);
    const { tall, wide } = this.size;
    const half = Math.tan((12 * Math.PI) / 180);
    const across = wide + Math.max(tall * 0.34, wide * 0.17);
    const distance = Math.max((tall * 0.66) / half, across / 2 / (half * (width / height))) * 1.04;
    this.camera.aspect = width / height;
    this.camera.near = distance / 100;
    this.camera.far = distance * 20;
    const middle = -Math.max(tall * 0.07, wide * 0.045);
    // the foot of the plants lies low in the picture, however much room the row leaves above them
    const room = distance * half * 2;
    this.camera.position.set(middle, room * 0.36 + distance * 0.1, distance);
    this.camera.lookAt(middle, room * 0.36, 0);
    const { zoom, left, top } = this.part;
    if (zoom > 1) this.camera.setViewOffset(width * zoom, height * zoom, left, top, width, height);
    else this.camera.clearViewOffset();
    this.camera.updateProjectionMatrix();
  }

  /**
   * The place on a plant under a point of the canvas, in that plant's own frame.
   *
   * @param only the plant, by number, that a stroke began on
   */
  meetAt(left: number, top: number, only?: number): Met | null {
    const { clientWidth, clientHeight } = this.canvas;
    const rays = new Raycaster();
    rays.setFromCamera(new Vector2((2 * left) / clientWidth - 1, 1 - (2 * top) / clientHeight), this.camera);
    return meet(rays.ray, this.plants, this.material.uniforms.uTurn!.value as number, only);
  }

  /** The place on the plane through the plants' feet under a point of the canvas, x from the first plant's foot; metres. */
  placeAt(left: number, top: number): [number, number, number] | null {
    const { clientWidth, clientHeight } = this.canvas;
    const from = this.camera.position;
    const at = new Vector3((2 * left) / clientWidth - 1, 1 - (2 * top) / clientHeight, 0.5).unproject(this.camera);
    const t = -from.z / (at.z - from.z);
    if (!(t > 0)) return null;
    return [from.x + t * (at.x - from.x) - (this.plants[0]?.position.x ?? 0), from.y + t * (at.y - from.y), 0];
  }

  draw(): void {
    if (this.frame) return;
    this.frame = requestAnimationFrame((now) => {
      this.frame = 0;
      this.aim();
      const seconds = (now - this.start) / 1000;
      const { uBlown, uTurn } = this.material.uniforms;
      (uBlown!.value as Vector2).set(...this.blown(seconds));
      if (this.turning) uTurn!.value = (seconds * 0.5) % (2 * Math.PI);
      this.renderer.render(this.scene, this.camera);
      if (this.breeze > 0 || this.wind || this.turning) this.draw();
    });
  }

  dispose(): void {
    cancelAnimationFrame(this.frame);
    this.observer.disconnect();
    this.listening.abort();
    this.plants.forEach(discard);
    this.renderer.dispose();
  }
}

function discard(mesh: Mesh<BufferGeometry, ShaderMaterial>): void {
  mesh.geometry.dispose();
  (mesh.material.uniforms.uPieces!.value as Texture | null)?.dispose();
  mesh.material.dispose();
}

/** A round length of which 6 to 30 make up the height. */
export function ruleUnit(tall: number): number {
  const power = 10 ** Math.floor(Math.log10(Math.max(tall, 1e-3) / 6));
  const share = tall / 6 / power;
  return share >= 5 ? 5 * power : share >= 2 ? 2 * power : power;
}

function lengthText(metres: number): string {
  if (metres >= 0.995) return `${Number(metres.toFixed(2))} m`;
  return metres >= 0.0095 ? `${Number((metres * 100).toFixed(1))} cm` : `${Number((metres * 1000).toFixed(1))} mm`;
}

function label(text: string, x: number, y: number, size: number): Sprite {
  const canvas = document.createElement('canvas');
  canvas.width = 192;
  canvas.height = 64;
  const context = canvas.getContext('2d')!;
  context.font = '600 40px "Source Sans 3 Variable", sans-serif';
  context.fillStyle = '#4b5750';
  context.textAlign = 'right';
  context.textBaseline = 'middle';
  context.fillText(text, 186, 34);
  const sprite = new Sprite(new SpriteMaterial({ map: new CanvasTexture(canvas), transparent: true }));
  sprite.center.set(1, 0.5);
  sprite.position.set(x + size * 0.4, y, 0);
  sprite.scale.set(size * 2.1, size * 0.7, 1);
  return sprite;
}
