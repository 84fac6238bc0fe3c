// Draws /tiles/tileset.json with a reader of 3D Tiles that is not ours, from where all of it is seen or from ?eye=x,y,z&at=x,y,z, and
// writes what came of it to window.read once nothing more is loaded.
import { Color, DirectionalLight, HemisphereLight, PerspectiveCamera, Scene, Sphere, Vector3, WebGLRenderer } from 'three';
import { TilesRenderer } from '3d-tiles-renderer';

interface Read {
  errors: string[];
  visible: number;
  triangles: number;
  colours: number;
}

declare global {
  interface Window {
    read?: Read;
  }
}

const WIDTH = 640;
const HEIGHT = 400;
const STILL = 4;

const asked = new URLSearchParams(location.search);
const renderer = new WebGLRenderer({ antialias: true, preserveDrawingBuffer: true });
renderer.setSize(WIDTH, HEIGHT, false);
document.body.append(renderer.domElement);
const scene = new Scene();
scene.background = new Color(0xbfc8cc);
const sun = new DirectionalLight(0xfff0d8, 2.4);
sun.position.set(-1, 0.8, 0.4);
scene.add(sun, new HemisphereLight(0xbcd4ee, 0x554a38, 1.2));
const camera = new PerspectiveCamera(45, WIDTH / HEIGHT, 0.1, 1e6);
const tiles = new TilesRenderer('/tiles/tileset.json');
// the tile set's z is up
tiles.group.rotation.x = -Math.PI / 2;
scene.add(tiles.group);
tiles.errorTarget = Number(asked.get('error') ?? 16);
tiles.setCamera(camera);
tiles.setResolution(camera, WIDTH, HEIGHT);
const errors: string[] = [];
tiles.addEventListener('load-error', (event) => errors.push(String((event as { error?: Error }).error)));

function place(ball: Sphere): void {
  const numbers = (name: string) => asked.get(name)?.split(',').map(Number) as [number, number, number] | undefined;
  const eye = numbers('eye');
  const at = numbers('at');
  const middle = tiles.group.localToWorld(ball.center.clone());
  camera.near = ball.radius / 2000;
  camera.far = ball.radius * 10;
  camera.position.copy(eye ? new Vector3(...eye) : middle.clone().add(new Vector3(0, 0.7, 1.4).multiplyScalar(ball.radius)));
  camera.lookAt(at ? new Vector3(...at) : middle);
  camera.updateProjectionMatrix();
  camera.updateMatrixWorld();
}

function colours(): number {
  const canvas = document.createElement('canvas');
  canvas.width = WIDTH;
  canvas.height = HEIGHT;
  const context = canvas.getContext('2d')!;
  context.drawImage(renderer.domElement, 0, 0);
  const all = new Set<number>();
  const data = context.getImageData(0, 0, WIDTH, HEIGHT).data;
  for (let i = 0; i < data.length; i += 4) all.add((data[i]! << 16) | (data[i + 1]! << 8) | data[i + 2]!);
  return all.size;
}

let placed = false;
let still = 0;
function frame(): void {
  const ball = new Sphere();
  if (!placed && tiles.getBoundingSphere(ball)) {
    tiles.group.updateMatrixWorld();
    place(ball);
    placed = true;
  }
  tiles.update();
  renderer.render(scene, camera);
  const { downloading, parsing, visible } = (tiles as unknown as { stats: { downloading: number; parsing: number; visible: number } }).stats;
  still = placed && visible > 0 && downloading + parsing === 0 ? still + 1 : 0;
  if (still < STILL && errors.length === 0) {
    setTimeout(frame, 30);
    return;
  }
  window.read = { errors, visible, triangles: renderer.info.render.triangles, colours: colours() };
}
frame();
