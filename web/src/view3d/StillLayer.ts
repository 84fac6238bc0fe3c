import { DepthTexture, Mesh, OrthographicCamera, PlaneGeometry, Scene, ShaderMaterial, UnsignedIntType, WebGLRenderTarget, type WebGLRenderer } from 'three';

const VERTEX = /* glsl */ `
varying vec2 vAt;
void main() { vAt = position.xy * 0.5 + 0.5; gl_Position = vec4(position.xy, 0.0, 1.0); }
`;
const FRAGMENT = /* glsl */ `
varying vec2 vAt;
uniform sampler2D uPicture;
uniform sampler2D uDepth;
void main() {
  gl_FragColor = vec4(texture2D(uPicture, vAt).rgb, 1.0);
  gl_FragDepth = texture2D(uDepth, vAt).r;
}
`;

/** What stands still while the rest moves: drawn once with its depth, then laid under every picture. */
export class StillLayer {
  readonly target: WebGLRenderTarget;
  private readonly scene = new Scene();
  private readonly camera = new OrthographicCamera(-1, 1, 1, -1, 0, 1);
  private readonly material: ShaderMaterial;

  constructor() {
    this.target = new WebGLRenderTarget(2, 2, { depthTexture: new DepthTexture(2, 2, UnsignedIntType) });
    this.material = new ShaderMaterial({
      vertexShader: VERTEX,
      fragmentShader: FRAGMENT,
      uniforms: { uPicture: { value: this.target.texture }, uDepth: { value: this.target.depthTexture } },
    });
    const quad = new Mesh(new PlaneGeometry(2, 2), this.material);
    quad.frustumCulled = false;
    this.scene.add(quad);
  }

  resize(width: number, height: number): void {
    this.target.setSize(width, height);
  }

  /** Lays it into what is drawn to now, with its depth, so that what moves stands before or behind it. */
  lay(renderer: WebGLRenderer): void {
    renderer.render(this.scene, this.camera);
  }

  dispose(): void {
    this.target.dispose();
    this.material.dispose();
  }
}
