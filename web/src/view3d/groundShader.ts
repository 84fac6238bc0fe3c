import { VALUES } from './shaders';

export const GROUND_VERTEX = /* glsl */ `
varying vec3 vPlace;
varying vec3 vNormal;
#ifdef PATCH
attribute vec2 aLit;
varying vec2 vLit;
#endif
void main() {
#ifdef PATCH
  vLit = aLit;
#endif
  vPlace = position;
  vNormal = normal;
  gl_Position = projectionMatrix * viewMatrix * vec4(position, 1.0);
}
`;

export const GROUND_FRAGMENT = /* glsl */ `
varying vec3 vPlace;
varying vec3 vNormal;
#ifdef PATCH
varying vec2 vLit;
#endif
uniform sampler2D uValues;
uniform vec4 uScale;
uniform float uValuesShown;
uniform vec2 uHeights;
uniform float uWater;
uniform float uMirror;
uniform sampler2D uTint;
uniform sampler2D uTone;
uniform float uTinted;
uniform sampler2D uLying;
uniform sampler2D uGlint;
uniform float uLies;
#ifdef TILE
uniform vec4 uTile;
uniform sampler2D uTileLight;
uniform sampler2D uTileValues;
uniform vec2 uTileScale;
uniform sampler2D uTileTint;
uniform sampler2D uTileTone;
uniform vec3 uTileOwn;
uniform sampler2D uTileLying;
uniform sampler2D uTileGlint;

/** Where a place of a tile lies in its picture of so many nodes a side, whose middles lie on its borders. */
vec2 inTile(float nodes) {
  return (vPlace.xz - uTile.xy) / uTile.zw * ((nodes - 1.0) / nodes) + 0.5 / nodes;
}
#endif
${VALUES}
vec3 linearLight(vec3 encoded) {
  return mix(encoded / 12.92, pow((encoded + 0.055) / 1.055, vec3(2.4)), step(0.04045, encoded));
}

/** What lies bare: its colour, how high its grains, stones and cracks stand, in lengths of the pattern. */
struct Bare {
  vec3 colour;
  float stands;
};

/** A pattern on what is steep, seen from the side it faces, so that it is not drawn out. */
float onWall(vec3 n, vec3 p, vec2 stretch) {
  float side = smoothstep(0.35, 0.65, n.x * n.x / (n.x * n.x + n.z * n.z + 1e-5));
  if (side <= 0.0) return layered(p.xy * stretch);
  if (side >= 1.0) return layered2(p.zy * stretch);
  return mix(layered(p.xy * stretch), layered2(p.zy * stretch), side);
}

/** On gentle ground from above and on walls from their side. @param top the pattern from above */
float around(vec3 n, vec3 p, float often, float top, float wall) {
  return wall <= 0.0 ? top : mix(top, onWall(n, p, vec2(often)), wall);
}

/** A joint in rock: a line wherever what runs across it is half way to the next whole number, where the rock has opened there. */
float joint(float across, float open) {
  float width = max(0.022, 1.2 * fwidth(across));
  return (1.0 - smoothstep(0.0, width, abs(fract(across) - 0.5))) * smoothstep(0.46, 0.60, open) * min(1.0, 0.045 / width);
}

/** Rock: beds that lie one on the other, joints that cross them, lichen where it is rough. */
Bare rock(vec3 n, vec3 p, float rough, float fine, float wall) {
  float bed = layered2(vec2(p.x * 0.11 + p.z * 0.09, p.y * 0.75 + 0.4 * rough));
  float open = max(joint(dot(p, vec3(0.42, 0.06, 0.17)) + 0.30 * rough + 0.06 * fine, rough), joint(dot(p, vec3(-0.12, 0.09, 0.33)) + 0.25 * bed + 0.06 * fine, bed));
  open = max(open, joint(p.y * 0.55 + 0.05 * p.x - 0.04 * p.z + 0.16 * bed, fine) * wall);
  vec3 c = mix(vec3(0.068, 0.067, 0.066), vec3(0.205, 0.196, 0.182), 0.5 * rough + 0.5 * bed);
  c *= 0.70 + 0.60 * fine;
  c = mix(c, vec3(0.150, 0.150, 0.085), 0.35 * smoothstep(0.58, 0.72, fine) * (1.0 - wall));
  return Bare(mix(c, vec3(0.022, 0.021, 0.020), 0.75 * open), 0.40 * bed * wall + 0.50 * rough + 0.12 * fine - 0.10 * open);
}

/** Stones that have come to rest on a slope: each a shade of its own, dark between them. */
Bare scree(vec3 p, float rough, float fine) {
  vec2 turned = vec2(0.81 * p.x - 0.59 * p.z, 0.59 * p.x + 0.81 * p.z);
  float stone = layered2(turned * 2.3);
  float gap = 1.0 - smoothstep(0.0, 0.07, abs(stone - 0.5));
  vec3 c = mix(vec3(0.105, 0.100, 0.092), vec3(0.215, 0.205, 0.188), layered(turned * 1.1 + 3.0)) * (0.72 + 0.5 * fine);
  return Bare(mix(c, vec3(0.030, 0.028, 0.024), 0.7 * gap), 0.16 * abs(stone - 0.5) * 2.0 + 0.20 * rough);
}

uniform sampler2D uCharacter;
uniform vec2 uCharacterNodes;

/** The bare ground by its slope, by how high it lies, by how damp and how hollow it is. @param p the place in lengths of the pattern; @param height metres */
Bare earth(vec3 n, vec3 p, float height) {
  float steep = 1.0 - n.y;
  float wall = smoothstep(0.22, 0.5, steep);
  // far away spots run together, and wider ones are seen
  float calm = 0.65 * smoothstep(70.0, 280.0, distance(vPlace, uEye) / uGrain);
  float broad = layered(p.xz * 0.07 + 5.0);
  float bumps = around(n, p, 0.55, layered(p.xz * 0.55), wall);
  float rough = mix(bumps, broad, calm);
  float fine = around(n, p, 3.1, layered(vec2(0.87 * p.x - 0.49 * p.z, 0.49 * p.x + 0.87 * p.z) * 3.1 + 11.0), wall);
  float tall = clamp((height - uHeights.x) / max(uHeights.y - uHeights.x, 0.06 * max(uSize.x, uSize.y)), 0.0, 1.0);
  vec3 turf = mix(vec3(0.062, 0.068, 0.022), vec3(0.150, 0.118, 0.044), smoothstep(0.25, 0.75, rough));
  turf = mix(turf, vec3(0.040, 0.056, 0.020), smoothstep(0.5, 0.68, fine) * 0.6 * (1.0 - calm));
  // soil shows where the turf is thin
  turf = mix(turf, vec3(0.088, 0.064, 0.040) * (0.6 + 0.8 * fine), smoothstep(0.60, 0.72, rough + 0.35 * (fine - 0.5)) * 0.7 * (1.0 - calm));
  vec2 character = texture2D(uCharacter, vPlace.xz / uSize * (1.0 - 1.0 / uCharacterNodes) + 0.5).rg;
  float damp = character.r;
  float hollow = 2.0 * character.g - 1.0;
  vec3 heath = mix(vec3(0.085, 0.058, 0.036), vec3(0.140, 0.108, 0.060), fine);
  float high = smoothstep(0.16, 0.5, tall + 0.25 * (rough - 0.5));
  Bare bare = Bare(mix(turf, heath, high), 0.22 * bumps + 0.075 * fine);
  // where water gathers the turf is lush, and mud shows in the middle of its way
  bare.colour = mix(bare.colour, vec3(0.046, 0.070, 0.020), 0.65 * damp * (1.0 - 0.5 * high));
  bare.colour = mix(bare.colour, vec3(0.060, 0.048, 0.032) * (0.6 + 0.8 * fine), 0.6 * smoothstep(0.75, 1.0, damp));
  // crests are swept bare, soil collects in hollows and along water
  float stony = steep + 0.16 * (rough - 0.5) + 0.18 * smoothstep(0.25, 0.7, tall) - 0.07 * hollow - 0.06 * damp;
  float loose = smoothstep(0.09, 0.15, stony) * (1.0 - wall) * smoothstep(0.12, 0.3, tall + 0.3 * (broad - 0.5));
  if (loose > 0.0) {
    Bare stones = scree(p, bumps, fine);
    bare = Bare(mix(bare.colour, stones.colour, loose), mix(bare.stands, stones.stands, loose));
  }
  float rocky = smoothstep(0.15, 0.32, stony);
  if (rocky > 0.0) {
    Bare hard = rock(n, p, bumps, fine, wall);
    bare = Bare(mix(bare.colour, hard.colour, rocky), mix(bare.stands, hard.stands, rocky));
  }
  // whole slopes are darker or paler, warmer or colder, as their rock is
  float slopes = layered2(p.xz * 0.021 + vec2(p.y * 0.013, 2.0));
  bare.colour *= mix(vec3(1.0), mix(vec3(0.62, 0.60, 0.60), vec3(1.24, 1.20, 1.10), smoothstep(0.3, 0.7, slopes)), max(rocky, loose));
  float snow = smoothstep(0.62, 0.84, tall + 0.26 * (rough - 0.5) + 0.05 * hollow) * smoothstep(0.40, 0.20, steep + 0.3 * (fine - 0.5));
  // the tops of a log carry none
  snow *= smoothstep(0.5, 1.0, uGrain);
  bare = Bare(mix(bare.colour, vec3(0.62, 0.66, 0.70), snow * 0.9), mix(bare.stands, 0.16 * bumps, snow));
  float wet = 1.0 - smoothstep(0.0, 0.35 * uGrain, height - uWater);
  bare.colour = mix(bare.colour, vec3(0.085, 0.075, 0.052) * (0.7 + 0.6 * fine), wet * 0.8);
  return bare;
}

/** The normal with what stands on the surface, by its height from one pixel to the next (M. Mikkelsen, "Bump mapping unparametrized surfaces on the GPU", 2010). @param stands metres */
vec3 bumped(vec3 n, float stands) {
  vec3 dx = dFdx(vPlace);
  vec3 dy = dFdy(vPlace);
  vec3 across = cross(dy, n);
  vec3 down = cross(n, dx);
  float area = dot(dx, across);
  vec3 slope = (dFdx(stands) * across + dFdy(stands) * down) / (abs(area) < 1e-20 ? 1e-20 : area);
  return normalize(n - slope * min(1.0, 1.6 / max(1e-6, length(slope))));
}

void main() {
  if (uMirror > 0.5 && vPlace.y < uWater) discard;
  vec3 n = normalize(vNormal);
  float level = doublings(vPlace);
  float coarser = smoothstep(0.2, 0.8, fract(level));
  vec3 p = vPlace / (uGrain * exp2(floor(level)));
  Bare bare = earth(n, p, vPlace.y);
  float length_ = uGrain * exp2(floor(level));
  vec3 own = bare.colour;
  float stands = bare.stands * length_;
  if (coarser > 0.0) {
    Bare wide = earth(n, p * 0.5, vPlace.y);
    own = mix(own, wide.colour, coarser);
    stands = mix(stands, wide.stands * 2.0 * length_, coarser);
  }
  vec4 lies = vec4(0.0);
  float glint = 0.0;
  if (uLies > 0.5) {
    vec2 at = vPlace.xz / uSize * uScale.zw + 0.5;
    lies = texture2D(uLying, at);
    glint = texture2D(uGlint, at).r;
#ifdef TILE
    if (uTileOwn.z > 0.5) {
      lies = texture2D(uTileLying, inTile(129.0));
      glint = texture2D(uTileGlint, inTile(129.0)).r;
    }
#endif
    // towards its edge it lies in patches, first in what is lower
    float patches = 0.5 * layered(p.xz * 1.3) + 0.5 * layered2(p.xz * 5.3 + 2.0) + 0.35 * bare.stands;
    lies.a = smoothstep(0.30, 0.70, lies.a + 1.1 * (lies.a * (1.0 - lies.a)) * (1.0 - 2.0 * patches));
    stands = mix(stands, (0.05 * layered(p.xz * 0.8 + 7.0) + 0.012 * layered2(p.xz * 7.0)) * length_, lies.a);
  }
  vec3 bent = bumped(n, stands);
#ifdef TILE
  vec3 base = texture2D(uTileLight, inTile(65.0)).rgb;
#else
  vec3 base = lightAt(vPlace.xz);
#endif
  vec2 light = shadowed(base, vPlace, n, softly(gl_FragCoord.xy));
#ifdef PATCH
  light *= vLit;
#endif
  vec3 lit = SUN_COLOUR * max(dot(bent, uSun), 0.0) * light.r + (SKY_COLOUR * (0.5 + 0.5 * bent.y) + BOUNCE) * light.g;
  vec3 c = own * lit;
  if (lies.a > 0.0) c = mix(c, litCover(linearLight(lies.rgb), bent, normalize(uEye - vPlace), vPlace, light, glint), lies.a);
  if (uTinted > 0.5) {
    vec2 at = vPlace.xz / uSize * uScale.zw + 0.5;
    vec4 tint = texture2D(uTint, at);
    float tone = texture2D(uTone, at).r;
#ifdef TILE
    if (uTileOwn.y > 0.5) {
      tint = texture2D(uTileTint, inTile(129.0));
      tone = texture2D(uTileTone, inTile(129.0)).r;
    }
#endif
    vec3 albedo = mix(own, linearLight(tint.rgb), tint.a);
    c = tone < 0.999 || tint.a > 0.001 ? mix(albedo * lit, albedo * tone * 1.5, 0.72 * step(0.002, tint.a + 1.0 - tone)) : c;
  }
  if (uValuesShown > 0.0) {
    float stored = texture2D(uValues, vPlace.xz / uSize * uScale.zw + 0.5).r;
    float v = stored * uScale.y + uScale.x;
#ifdef TILE
    if (uTileOwn.x > 0.5) v = texture2D(uTileValues, inTile(129.0)).r * uTileScale.y + uTileScale.x;
#endif
    float relief = 0.62 + 0.38 * (max(dot(bent, uSun), 0.0) * light.r * 0.8 + 0.45 * light.g);
    c = mix(c, valueColour(v) * relief * 1.25, uValuesShown);
  }
  gl_FragColor = vec4(shown(hazed(c, vPlace)), 1.0);
}
`;
