// Plays a vertex-motion picture that Lumbrit handed over: index.html?folder=FOLDER/motion&name=cotton-grass-1
// The picture has 16 bits a channel, which a browser's own decoder would cut to 8, so it is unpacked here.
import { Color, DataTexture, FloatType, Mesh, NearestFilter, OrthographicCamera, PerspectiveCamera, Points, RGBAFormat, Scene, ShaderMaterial, WebGLRenderTarget, WebGLRenderer } from 'three';
import { GLTFLoader } from 'three/addons/loaders/GLTFLoader.js';

const wish = new URLSearchParams(location.search);
const folder = wish.get('folder') ?? 'motion';
const name = wish.get('name') ?? 'cotton-grass-1';

/** A 16-bit PNG of three channels, filtered by Sub, as numbers 0…65535. */
async function picture(url) {
  const bytes = new Uint8Array(await (await fetch(url)).arrayBuffer());
  const view = new DataView(bytes.buffer);
  const [columns, rows] = [view.getUint32(16), view.getUint32(20)];
  const packed = [];
  for (let at = 8; at < bytes.length; at += 12 + view.getUint32(at)) {
    if (String.fromCharCode(...bytes.subarray(at + 4, at + 8)) === 'IDAT') packed.push(bytes.subarray(at + 8, at + 8 + view.getUint32(at)));
  }
  const plain = new Uint8Array(await new Response(new Blob(packed).stream().pipeThrough(new DecompressionStream('deflate'))).arrayBuffer());
  const channels = new Uint16Array(3 * columns * rows);
  const line = 6 * columns;
  for (let row = 0; row < rows; row++) {
    const from = row * (line + 1) + 1;
    for (let i = 6; i < line; i++) plain[from + i] = (plain[from + i] + plain[from + i - 6]) & 255;
    for (let i = 0; i < 3 * columns; i++) channels[row * 3 * columns + i] = (plain[from + 2 * i] << 8) | plain[from + 2 * i + 1];
  }
  return { columns, rows, channels };
}

const VERTEX = `
uniform sampler2D uMotion;
uniform int uColumns, uRows, uFrame;
uniform vec3 uLeast, uRange;
varying vec3 vNormal;
varying vec3 vMoved;
vec3 moved() {
  ivec2 at = ivec2(gl_VertexID % uColumns, uFrame * uRows + gl_VertexID / uColumns);
  return position + uLeast + texelFetch(uMotion, at, 0).rgb * uRange;
}`;

const description = await (await fetch(`${folder}/motion.json`)).json();
const entry = [...description.sways.flatMap((sway) => sway.variants), ...description.pushes].find((each) => each.vertices.file === `${name}-vertices.png`);
const { vertices } = entry;
const source = await picture(`${folder}/${vertices.file}`);
const texels = new Float32Array(4 * source.columns * source.rows);
for (let i = 0; i < source.columns * source.rows; i++) for (let c = 0; c < 3; c++) texels[4 * i + c] = source.channels[3 * i + c] / 65535;
const texture = new DataTexture(texels, source.columns, source.rows, RGBAFormat, FloatType);
texture.minFilter = texture.magFilter = NearestFilter;
texture.needsUpdate = true;

const { scene: loaded } = await new GLTFLoader().loadAsync(`${folder}/${name}.glb`);
let geometry;
loaded.traverse((object) => (geometry ??= object.geometry));
geometry.morphAttributes = {};
const least = vertices.channels.map((channel) => channel.least);
const uniforms = {
  uMotion: { value: texture },
  uColumns: { value: vertices.columns },
  uRows: { value: vertices.rowsPerFrame },
  uFrame: { value: 0 },
  uLeast: { value: least },
  uRange: { value: vertices.channels.map((channel, c) => channel.greatest - least[c]) },
  uWide: { value: 1 },
  uHigh: { value: 1 },
};

const renderer = new WebGLRenderer({ canvas: document.querySelector('canvas'), antialias: true });
renderer.setClearColor(new Color('#f5f2ea'));
const scene = new Scene();
const plant = new Mesh(
  geometry,
  new ShaderMaterial({
    uniforms,
    side: 2,
    vertexShader: `${VERTEX} void main() { vNormal = normal; gl_Position = projectionMatrix * modelViewMatrix * vec4(moved(), 1.0); }`,
    fragmentShader: 'varying vec3 vNormal; void main() { gl_FragColor = vec4(vec3(0.42, 0.40, 0.18) * (0.55 + 0.45 * abs(normalize(vNormal).y)), 1.0); }',
  }),
);
plant.frustumCulled = false;
scene.add(plant);
geometry.computeBoundingSphere();
const { center, radius } = geometry.boundingSphere;
const camera = new PerspectiveCamera(30, 1, radius / 50, radius * 50);

/** Where every vertex is in a frame, read back from the graphics processor: x, y, z of each. */
function read(frame) {
  const count = geometry.getAttribute('position').count;
  const wide = Math.min(1024, count);
  const high = Math.ceil(count / wide);
  const target = new WebGLRenderTarget(wide, high, { type: FloatType, minFilter: NearestFilter, magFilter: NearestFilter, depthBuffer: false });
  uniforms.uWide.value = wide;
  uniforms.uHigh.value = high;
  uniforms.uFrame.value = frame;
  const bare = geometry.clone();
  bare.setIndex(null);
  const points = new Points(
    bare,
    new ShaderMaterial({
      uniforms,
      vertexShader: `uniform int uWide, uHigh; ${VERTEX} void main() { vMoved = moved(); vec2 at = (vec2(gl_VertexID % uWide, gl_VertexID / uWide) + 0.5) / vec2(uWide, uHigh); gl_Position = vec4(2.0 * at - 1.0, 0.0, 1.0); gl_PointSize = 1.0; }`,
      fragmentShader: 'varying vec3 vMoved; void main() { gl_FragColor = vec4(vMoved, 1.0); }',
    }),
  );
  points.frustumCulled = false;
  const only = new Scene();
  only.add(points);
  renderer.setRenderTarget(target);
  renderer.render(only, new OrthographicCamera());
  const pixels = new Float32Array(4 * wide * high);
  renderer.readRenderTargetPixels(target, 0, 0, wide, high, pixels);
  renderer.setRenderTarget(null);
  target.dispose();
  return Array.from({ length: 3 * count }, (_, i) => pixels[4 * Math.floor(i / 3) + (i % 3)]);
}

function draw(now) {
  const { clientWidth, clientHeight } = renderer.domElement;
  renderer.setSize(clientWidth, clientHeight, false);
  camera.aspect = clientWidth / clientHeight;
  camera.position.set(center.x, center.y, center.z + radius * 4.6);
  camera.lookAt(center);
  camera.updateProjectionMatrix();
  uniforms.uFrame.value = Math.floor(now / 1000 / description.step_s) % description.frames;
  renderer.render(scene, camera);
  requestAnimationFrame(draw);
}

document.getElementById('what').textContent = `${name}: ${vertices.vertices} vertices, ${description.frames} frames, off by at most ${(vertices.errorAtMost * 1000).toFixed(4)} mm`;
window.playback = { read, errorAtMost: vertices.errorAtMost, frames: description.frames };
requestAnimationFrame(draw);
