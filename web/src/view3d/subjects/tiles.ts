import { Vector2, Vector3, Vector4, type DataTexture } from 'three';
import type { Bundle } from '../../api/bundle';
import type { TilesSubject, TileView } from '../../api/types';
import { GROUND_FRAGMENT, GROUND_VERTEX } from '../groundShader';
import { withShade } from '../shade';
import type { Stage } from '../Stage';
import { TiledGround, tileGeometry, tilePart, type Spot } from '../tiled';
import { coverTextures, lightTexture, tintTextures, valueTexture } from '../textures';
import type { Subject, SubjectKind } from './Subject';

/** Data of a tile, one after the other: its shape, its values, what lies on it, its colours. */
const needsOf = ({ data, values, lying, colours }: TileView) => [data, values, lying, ...colours];

export const TILES: SubjectKind<TilesSubject> = { needs: (view) => view.tiles.flatMap(needsOf), make: (stage) => new Tiles(stage) };

/** What a tile is painted with. */
function newPaint() {
  return {
    /** Its western and northern border, its width and depth. */
    uTile: { value: new Vector4() },
    uTileLight: { value: null as DataTexture | null },
    uTileValues: { value: null as DataTexture | null },
    /** The value of black, and how much more white is. */
    uTileScale: { value: new Vector2() },
    uTileTint: { value: null as DataTexture | null },
    uTileTone: { value: null as DataTexture | null },
    uTileLying: { value: null as DataTexture | null },
    uTileGlint: { value: null as DataTexture | null },
    /** Whether it has values of its own, and colours, and something of its own that lies there. */
    uTileOwn: { value: new Vector3() },
  };
}

type Paint = ReturnType<typeof newPaint>;

interface Painted {
  paint: Paint;
  spot: Spot;
  heights: Float32Array;
  values: string;
  colours: string;
  lying: string;
}

/** The ground near the eye in tiles, each with its own light, values and colours. */
class Tiles implements Subject<TilesSubject> {
  private readonly ground = new TiledGround();
  private readonly painted = new Map<string, Painted>();

  constructor(private readonly stage: Stage) {}

  show(view: TilesSubject, bundles: Bundle[]): void {
    const { stage, ground } = this;
    let next = 0;
    for (const tile of view.tiles) {
      const [shape, values, lying, ...colours] = bundles.slice(next, (next += needsOf(tile).length));
      ground.lay(tile.data, tile.coarser, () => this.made(tile, shape!));
      const painted = this.painted.get(tile.data)!;
      this.value(painted, view, tile, values!);
      this.colour(painted, tile, colours);
      this.cover(painted, tile, lying!);
    }
    const names = new Set(view.tiles.map((tile) => tile.data));
    ground.keep(names);
    for (const [name, { paint }] of this.painted) {
      if (names.has(name)) continue;
      release(paint);
      this.painted.delete(name);
    }
    if (!stage.tiles) stage.scene.add(ground.group);
    stage.tiles = ground;
    if (stage.heights) stage.heights.finer = [...this.painted.values()].map(({ spot, heights }) => tilePart(spot, heights));
  }

  private made(tile: TileView, { facts, arrays }: Bundle) {
    const { west, north, width, depth } = tile;
    const spot = { west, north, width, depth };
    const heights = arrays.heights as Float32Array;
    const paint = newPaint();
    paint.uTile.value.set(west, north, width, depth);
    const nodes = facts.light!;
    const light = { columns: nodes, rows: nodes, sun: arrays.sun as Uint8Array, sky: arrays.sky as Uint8Array };
    const middle = { width, depth, x: west + width / 2, z: north + depth / 2 };
    const shaded = withShade(light, middle, this.stage.uniforms.uSun.value, this.stage.planting.all);
    paint.uTileLight.value = lightTexture(nodes, nodes, shaded.sun, shaded.sky, light.sun);
    this.painted.set(tile.data, { paint, spot, heights, values: '', colours: '', lying: '' });
    return {
      geometry: tileGeometry(spot, heights),
      material: this.stage.material(GROUND_VERTEX, GROUND_FRAGMENT, { TILE: 1 }, paint),
      holes: arrays.holes as Uint8Array | undefined,
    };
  }

  private value(painted: Painted, { low, high }: TilesSubject, { values }: TileView, { facts, arrays }: Bundle): void {
    const { paint } = painted;
    const kept = `${values}/${low}/${high}`;
    if (kept === painted.values) return;
    painted.values = kept;
    paint.uTileValues.value?.dispose();
    paint.uTileValues.value = values === '' ? null : valueTexture(facts.columns!, facts.rows!, arrays.values as Uint16Array);
    paint.uTileOwn.value.x = values === '' ? 0 : 1;
    const range = high - low || 1;
    if (values !== '') paint.uTileScale.value.set((facts.min! - low) / range, (facts.max! - facts.min!) / range);
  }

  private colour(painted: Painted, { colours }: TileView, data: Bundle[]): void {
    const { paint } = painted;
    const kept = colours.join();
    if (kept === painted.colours) return;
    painted.colours = kept;
    paint.uTileTint.value?.dispose();
    paint.uTileTone.value?.dispose();
    const textures = tintTextures(data.map(({ facts, arrays }) => ({ columns: facts.columns!, rows: facts.rows!, colours: arrays.colours as Uint8Array, tones: arrays.tones as Uint8Array })));
    paint.uTileTint.value = textures?.colour ?? null;
    paint.uTileTone.value = textures?.tone ?? null;
    paint.uTileOwn.value.y = textures ? 1 : 0;
  }

  private cover(painted: Painted, { lying }: TileView, data: Bundle): void {
    const { paint } = painted;
    if (lying === painted.lying) return;
    painted.lying = lying;
    paint.uTileLying.value?.dispose();
    paint.uTileGlint.value?.dispose();
    const textures = lying === '' ? null : coverTextures(data);
    paint.uTileLying.value = textures?.colour ?? null;
    paint.uTileGlint.value = textures?.glint ?? null;
    paint.uTileOwn.value.z = textures ? 1 : 0;
  }

  dispose(): void {
    const { stage } = this;
    this.ground.dispose();
    for (const { paint } of this.painted.values()) release(paint);
    this.painted.clear();
    stage.scene.remove(this.ground.group);
    stage.tiles = null;
    if (stage.heights) stage.heights.finer = undefined;
  }
}

function release({ uTileLight, uTileValues, uTileTint, uTileTone, uTileLying, uTileGlint }: Paint): void {
  for (const texture of [uTileLight, uTileValues, uTileTint, uTileTone, uTileLying, uTileGlint]) texture.value?.dispose();
}
