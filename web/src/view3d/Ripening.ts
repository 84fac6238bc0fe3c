import { AddEquation, CustomBlending, HalfFloatType, Mesh, OneFactor, OrthographicCamera, PlaneGeometry, ShaderMaterial, WebGLRenderTarget, ZeroFactor, type WebGLRenderer } from 'three';

const REST_BEFORE_FINE = 180;
/** Passes of the still picture where nobody wishes for another number; each takes as long as a frame of full detail. */
const PASSES = 12;
const LONGEST = 8500;
/** Pictures given to the graphics card and not drawn yet: two, so that it never waits for the next. */
const MOST_AT_WORK = 2;

const COPY = /* glsl */ `
varying vec2 vAt;
void main() { vAt = position.xy * 0.5 + 0.5; gl_Position = vec4(position.xy, 0.0, 1.0); }
`;
const SCALED = /* glsl */ `
varying vec2 vAt;
uniform sampler2D uPicture;
uniform float uWeight;
void main() { gl_FragColor = vec4(texture2D(uPicture, vAt).rgb * uWeight, 1.0); }
`;

interface Painter {
  /** A draft is wished: what had ripened is no longer what is shown. */
  began(): void;
  pass(jitterX: number, jitterY: number): void;
  /** @param took milliseconds of the last pass */
  done(passes: number, of: number, took: number): void;
}

/**
 * Lets a picture ripen: a draft at once, then fine passes, each shifted by less than a pixel, averaged. Each pass is awaited
 * without blocking, so that any input interrupts. On a slow machine the passes end when the time is up.
 */
export class Ripening {
  readonly target = new WebGLRenderTarget(2, 2);
  private readonly sum = new WebGLRenderTarget(2, 2, { type: HalfFloatType, depthBuffer: false });
  private readonly camera = new OrthographicCamera(-1, 1, 1, -1, 0, 1);
  private readonly quad: Mesh<PlaneGeometry, ShaderMaterial>;
  private frame = 0;
  /** How many pictures the graphics card is still at work on, and the draft that waits for them. */
  private drawing = 0;
  private wished: ((measured: number) => void) | null = null;
  private timer = 0;
  private turn = 0;
  private lastDraft = 0;
  private readonly most = wishedPasses();

  constructor(
    private readonly renderer: WebGLRenderer,
    private readonly painter: Painter,
  ) {
    const material = new ShaderMaterial({
      vertexShader: COPY,
      fragmentShader: SCALED,
      uniforms: { uPicture: { value: null }, uWeight: { value: 1 } },
      depthTest: false,
      depthWrite: false,
      blending: CustomBlending,
      blendEquation: AddEquation,
      blendSrc: OneFactor,
      blendDst: ZeroFactor,
    });
    this.quad = new Mesh(new PlaneGeometry(2, 2), material);
    this.quad.frustumCulled = false;
  }

  resize(width: number, height: number): void {
    const ratio = this.renderer.getPixelRatio();
    this.target.setSize(width * ratio, height * ratio);
    this.sum.setSize(width * ratio, height * ratio);
  }

  /**
   * Draws a draft at the next frame, then starts anew. The graphics card has two pictures at most, the one that it draws and the
   * next: what is wished meanwhile waits, and only the last of it is drawn. @param paint is told how long the last draft took, in ms
   */
  draft(paint: (measured: number) => void): void {
    this.turn++;
    window.clearTimeout(this.timer);
    this.painter.began();
    this.wished = paint;
    this.next();
  }

  private next(): void {
    if (!this.wished || this.frame || this.drawing >= MOST_AT_WORK) return;
    this.frame = requestAnimationFrame(() => {
      this.frame = 0;
      const paint = this.wished!;
      this.wished = null;
      const start = performance.now();
      const turn = this.turn;
      paint(this.lastDraft);
      this.whenDrawn(() => {
        this.lastDraft = performance.now() - start;
        if (turn === this.turn) this.timer = window.setTimeout(() => this.begin(), REST_BEFORE_FINE);
      });
    });
  }

  private begin(): void {
    this.pass(this.turn, 0, performance.now());
  }

  private pass(turn: number, done: number, start: number): void {
    if (turn !== this.turn) return;
    const before = performance.now();
    this.painter.pass(halton(done + 1, 2) - 0.5, halton(done + 1, 3) - 0.5);
    this.whenDrawn(() => {
      if (turn !== this.turn) return;
      this.add(done);
      this.present(done + 1);
      const took = performance.now() - before;
      const enough = done + 1 >= this.most || performance.now() - start + took > LONGEST;
      this.painter.done(done + 1, enough ? done + 1 : this.most, took);
      if (!enough) this.timer = window.setTimeout(() => this.pass(turn, done + 1, start), 0);
    });
  }

  private add(done: number): void {
    const { material } = this.quad;
    material.uniforms.uPicture!.value = this.target.texture;
    material.uniforms.uWeight!.value = 1;
    material.blendDst = done === 0 ? ZeroFactor : OneFactor;
    this.renderer.setRenderTarget(this.sum);
    this.renderer.render(this.quad, this.camera);
  }

  private present(passes: number): void {
    const { material } = this.quad;
    material.uniforms.uPicture!.value = this.sum.texture;
    material.uniforms.uWeight!.value = 1 / passes;
    material.blendDst = ZeroFactor;
    this.renderer.setRenderTarget(null);
    this.renderer.render(this.quad, this.camera);
  }

  /** Calls back when the graphics work that was asked for is done, without blocking. */
  private whenDrawn(then: () => void): void {
    this.drawing++;
    const gl = this.renderer.getContext() as WebGL2RenderingContext;
    const fence = gl.fenceSync(gl.SYNC_GPU_COMMANDS_COMPLETE, 0);
    gl.flush();
    const look = () => {
      if (!fence || gl.isContextLost()) return;
      const state = gl.clientWaitSync(fence, 0, 0);
      if (state === gl.TIMEOUT_EXPIRED) {
        window.setTimeout(look, 4);
        return;
      }
      gl.deleteSync(fence);
      this.drawing--;
      then();
      this.next();
    };
    window.setTimeout(look, 0);
  }

  dispose(): void {
    this.turn++;
    this.wished = null;
    cancelAnimationFrame(this.frame);
    window.clearTimeout(this.timer);
    this.target.dispose();
    this.sum.dispose();
  }
}

/** How often the still picture is refined on this computer: kept under “lumbrit.passes”, fewer for a slow one. */
function wishedPasses(): number {
  const wished = Number(window.localStorage?.getItem('lumbrit.passes'));
  return Number.isInteger(wished) && wished >= 1 && wished <= 64 ? wished : PASSES;
}

/** Low-discrepancy sequence (J. H. Halton, 1960). */
function halton(index: number, base: number): number {
  let value = 0;
  let share = 1 / base;
  for (let i = index; i > 0; i = Math.floor(i / base)) {
    value += (i % base) * share;
    share /= base;
  }
  return value;
}
