import { SWAY } from './motion/swayShader';
import { TURNED } from './plantShader';
import { AIR } from './textures';

/** Light, haze and colour that every material of the view shares. Colours are display-encoded at the end of each shader. */
export const COMMON = /* glsl */ `
uniform vec3 uSun;
uniform vec3 uEye;
uniform vec2 uSize;
uniform sampler2D uLight;
uniform float uHazeReach;
uniform sampler2D uNoise;
uniform float uGrain;
uniform float uFloor;

uniform vec3 uSunColour;
uniform vec3 uSkyColour;
uniform sampler2D uDome;
uniform sampler2D uAir;
#define AIR_CELLS vec2(${AIR.columns}.0, ${AIR.rows}.0)
uniform float uDomed;
/** All light on level ground, against the usual light. */
uniform vec3 uAll;

#define SUN_COLOUR uSunColour
#define SKY_COLOUR uSkyColour
#define BOUNCE (vec3(0.066, 0.0594, 0.044) * uAll)

/** The sky of a site without daylight of its own: blue above, pale below, a glow round the sun. */
vec3 usualSky(vec3 d) {
  float up = max(d.y, 0.0);
  vec3 zenith = vec3(0.16, 0.33, 0.52);
  vec3 middle = vec3(0.42, 0.57, 0.70);
  vec3 horizon = vec3(0.74, 0.76, 0.74);
  vec3 c = mix(horizon, middle, smoothstep(0.0, 0.22, up));
  c = mix(c, zenith, smoothstep(0.15, 0.9, up));
  float glow = pow(max(dot(normalize(d), uSun), 0.0), 6.0);
  return c + vec3(0.34, 0.22, 0.10) * glow;
}

/** The sky of the dome: from the sun's heading round, and from the horizon up by the root of the elevation. */
vec3 skyAt(vec3 d) {
  if (uDomed < 0.5) return usualSky(d);
  vec3 way = normalize(d);
  vec2 flat_ = way.xz / max(length(way.xz), 1e-4);
  vec2 sun = uSun.xz / max(length(uSun.xz), 1e-4);
  float turn = acos(clamp(dot(flat_, sun), -1.0, 1.0)) / 3.14159265;
  float row = sqrt(asin(clamp(way.y, 0.0, 1.0)) / 1.57079633);
  vec2 cells = vec2(32.0, 24.0);
  vec3 c = texture2D(uDome, (vec2(turn, row) * (cells - 1.0) + 0.5) / cells).rgb;
  float near = max(dot(way, uSun), 0.0);
  // the disc itself with its glare
  return c + uSunColour * (0.05 * pow(near, 400.0) + 4.0 * smoothstep(0.99990, 0.99997, near));
}

/** The sky's light that haze throws on, without the sun's disc: the dome once more, by the cosine from the sun's heading and the height, as whole pictures are asked for it. @param d of length 1 */
vec3 airAt(vec3 d) {
  if (uDomed < 0.5) return usualSky(d);
  vec2 across = d.xz * inversesqrt(max(dot(d.xz, d.xz) * dot(uSun.xz, uSun.xz), 1e-12));
  vec2 at = vec2(0.5 + 0.5 * dot(across, uSun.xz), d.y);
  return texture2D(uAir, (at * (AIR_CELLS - 1.0) + 0.5) / AIR_CELLS).rgb;
}

/** Of sun and sky, how much reaches the ground at a place; the sun's without the shade of plants last. */
vec3 lightAt(vec2 p) {
  return texture2D(uLight, p / uSize + 0.5).rgb;
}

uniform sampler2D uShadow0;
uniform sampler2D uShadow1;
uniform mat4 uShadowAt0;
uniform mat4 uShadowAt1;
uniform vec4 uShadowOf;

/** Whether a map's pixel lets the sun through to a place: over the passes of a still, of those round it some. @param at in the map; deep of it what is no shadow yet; off pixels */
float through(sampler2D map, vec3 at, float deep, vec2 off) {
  return step(at.z - deep, texture2D(map, at.xy + off / 1536.0).r);
}

/** While a map of shadows is drawn, no colour is wanted. */
bool casting() {
  return uShadowOf.x < -0.5;
}

/**
 * How much of the sun plants and props let through, and how much that is to be trusted: not at all beyond the maps.
 * @param away unit, off the surface, by which p is looked up a little from it; off pixels, another pair for each pass and pixel for a soft edge
 */
vec2 sunThrough(vec3 p, vec3 away, vec2 off) {
  if (uShadowOf.x < 0.5) return vec2(1.0, 0.0);
  vec3 near = (uShadowAt0 * vec4(p + 1.5 * uShadowOf.y * away, 1.0)).xyz;
  vec2 inner = abs(near.xy - 0.5);
  if (max(inner.x, inner.y) < 0.49) return vec2(through(uShadow0, near, 1.5 * uShadowOf.y / uShadowOf.w, off), 1.0);
  vec3 far = (uShadowAt1 * vec4(p + 1.5 * uShadowOf.z * away, 1.0)).xyz;
  vec2 outer = abs(far.xy - 0.5);
  float rim = max(outer.x, outer.y);
  if (rim > 0.49) return vec2(1.0, 0.0);
  return vec2(through(uShadow1, far, 1.5 * uShadowOf.z / uShadowOf.w, off), smoothstep(0.49, 0.42, rim));
}

/** The light of {@link lightAt} with the shadows of the maps in place of rough ones where they reach. */
vec2 shadowed(vec3 light, vec3 p, vec3 away, vec2 off) {
  vec2 thrown = sunThrough(p, away, off);
  return vec2(mix(light.r, light.b * thrown.x, thrown.y), light.g);
}

uniform vec2 uPick;

/** Interleaved gradient noise (J. Jimenez, 2014): neighbouring pixels differ. */
float unlike(vec2 pixel) {
  return fract(52.9829189 * fract(dot(pixel, vec2(0.06711056, 0.00583715))));
}

/** Pixels of a shadow's map to look beside: another way for each pixel and pass. */
vec2 softly(vec2 pixel) {
  if (uPick.x < 0.0) return vec2(0.0);
  float turn = 6.2831853 * fract(unlike(pixel) + uPick.x);
  return 1.4 * sqrt(fract(unlike(pixel.yx + 17.0) + uPick.y)) * vec2(cos(turn), sin(turn));
}

/** How much of what is so many metres away the air hides. */
float airOver(float far) {
  return 1.0 - exp(-pow(far / uHazeReach, 1.4));
}

/** Four octaves of value noise around 0.5, one feature a unit, from a texture that repeats every 32 units. */
float layered(vec2 p) {
  return texture2D(uNoise, p / 32.0).r;
}

float layered2(vec2 p) {
  return texture2D(uNoise, p / 32.0).g;
}

/** What lies beyond the site: sky, and below the horizon even land that the air hides the more the farther it is. */
vec3 surround(vec3 d) {
  vec3 air = skyAt(vec3(d.x, max(d.y, 0.0), d.z));
  if (d.y > -0.0005) return air;
  float size = max(uSize.x, uSize.y);
  float far = max(uEye.y - uFloor, 0.01 * size) / -d.y;
  vec2 p = (uEye.xz + d.xz * far) / size;
  float patches = layered(p * 9.0) * 0.6 + layered2(p * 37.0) * 0.4;
  vec3 land = mix(vec3(0.115, 0.118, 0.075), vec3(0.205, 0.190, 0.125), patches);
  return mix(land * uAll, air, max(airOver(far), 0.30));
}

/** The air's density on the way to a place, as a share of that over the lowest land: it falls to a third over a third of the site's size. */
float airTo(vec3 p) {
  float scale = 0.33 * max(uSize.x, uSize.y);
  float eye = max(uEye.y - uFloor, 0.0) / scale;
  float there = max(p.y - uFloor, 0.0) / scale;
  float rise = there - eye;
  return abs(rise) < 1e-3 ? exp(-eye) : (exp(-eye) - exp(-there)) / rise;
}

vec3 hazed(vec3 c, vec3 p) {
  vec3 ray = p - uEye;
  float far = length(ray);
  float amount = airOver(1.3 * far * airTo(p));
  vec2 edge = abs(p.xz) / (uSize * 0.5);
  float border = smoothstep(0.93, 0.998, max(edge.x, edge.y));
  vec3 seen = mix(c, airAt(normalize(vec3(ray.x, max(ray.y, 0.0) * 0.35, ray.z))) * 0.92, amount * 0.74);
  // what lies beyond the site is looked at where it is seen: it costs more than all the rest
  return border > 0.0 ? mix(seen, surround(ray / far), border) : seen;
}

vec3 shown(vec3 linear) {
  vec3 c = linear * 0.98;
  c = (c * (2.51 * c + 0.03)) / (c * (2.43 * c + 0.59) + 0.14);
  return pow(clamp(c, 0.0, 1.0), vec3(1.0 / 2.2));
}

/** Single crystals that flash near the eye, another set as it moves. @param glint 0..1 */
float flashes(vec3 p, vec3 n, vec3 view, float glint) {
  float far = distance(p, uEye) / uGrain;
  if (glint <= 0.0 || far > 30.0) return 0.0;
  vec3 cell = floor(p * 260.0 / (uGrain * exp2(floor(max(0.0, log2(far / 2.0))))));
  float own = fract(sin(dot(cell, vec3(12.9898, 78.233, 37.719))) * 43758.5453);
  float other = fract(sin(dot(cell, vec3(39.346, 11.135, 83.155))) * 24634.6345);
  // each crystal has a tilt of its own: it flashes where that mirrors the sun to the eye
  vec3 tilt = normalize(n + 0.9 * (vec3(own, other, fract(own * 17.0 + other)) - 0.5));
  return glint * smoothstep(0.93, 0.985, dot(normalize(view + uSun), tilt)) * step(0.86, fract(own + other * 7.0)) * smoothstep(30.0, 4.0, far);
}

/** What lies deep and lets light in, like snow: soft where the sun ends, blue where only the sky lights it. @param light of sun and sky @param glint 0..1, and how much like snow it is */
vec3 litCover(vec3 albedo, vec3 n, vec3 view, vec3 p, vec2 light, float glint) {
  float onIt = dot(n, uSun);
  float soft = mix(max(onIt, 0.0), max((onIt + 0.12) / 1.12, 0.0), glint);
  vec3 sky = SKY_COLOUR * (0.56 + 0.44 * n.y) * mix(vec3(1.0), vec3(0.90, 1.0, 1.13), glint);
  vec3 c = albedo * mix(1.0, 0.66, glint) * (SUN_COLOUR * soft * light.r + (sky + BOUNCE) * light.g);
  return c + SUN_COLOUR * 1.6 * flashes(p, n, view, glint) * light.r;
}

/** Patterns double in size as often as the eye is twice as far away: how often, as a whole number and what is beyond it. */
float doublings(vec3 p) {
  return max(0.0, log2(distance(p, uEye) / (uGrain * 200.0)));
}
`;

/** Evenly lighter from deep water over pine and lichen to paper: five colours of equal steps in lightness. */
export const COLOUR_VALUE = /* glsl */ `
vec3 colourValue(float v) {
  vec3 c0 = vec3(0.018, 0.020, 0.060);
  vec3 c1 = vec3(0.032, 0.098, 0.190);
  vec3 c2 = vec3(0.060, 0.230, 0.175);
  vec3 c3 = vec3(0.400, 0.420, 0.110);
  vec3 c4 = vec3(0.900, 0.800, 0.520);
  float t = v * 4.0;
  vec3 c = mix(c0, c1, clamp(t, 0.0, 1.0));
  c = mix(c, c2, clamp(t - 1.0, 0.0, 1.0));
  c = mix(c, c3, clamp(t - 2.0, 0.0, 1.0));
  return mix(c, c4, clamp(t - 3.0, 0.0, 1.0));
}
`;

/** How values are drawn on any surface; it reads vPlace. */
export const VALUES = /* glsl */ `
uniform vec2 uLook;
uniform float uSigned;
const int MOST_LEVELS = 40;
uniform float uLevels[MOST_LEVELS];

vec3 greyValue(float v) {
  vec3 low = vec3(0.018, 0.028, 0.024);
  vec3 high = vec3(0.86, 0.82, 0.70);
  return mix(low, high, v * v * (1.6 - 0.6 * v));
}

${COLOUR_VALUE}
/** Grey, colour, or flat bands with a line at each level; beyond 0..1 hatched in rust above and in water blue below. */
vec3 signedValue(float v) {
  float s = v * 2.0 - 1.0;
  vec3 paper = vec3(0.74, 0.71, 0.62);
  return s < 0.0 ? mix(paper, vec3(0.030, 0.145, 0.270), pow(min(1.0, -s), 0.6)) : mix(paper, vec3(0.440, 0.085, 0.022), pow(min(1.0, s), 0.6));
}

vec3 valueColour(float v) {
  if (uSigned > 0.5) return signedValue(clamp(v, 0.0, 1.0));
  if (v < -0.004 || v > 1.004) {
    float stripe = step(0.5, fract((vPlace.x + vPlace.z) * 80.0 / max(uSize.x, uSize.y)));
    return mix(greyValue(clamp(v, 0.0, 1.0)), v > 1.0 ? vec3(0.46, 0.085, 0.022) : vec3(0.042, 0.155, 0.262), 0.35 + 0.65 * stripe);
  }
  float inside = clamp(v, 0.0, 1.0);
  if (uLook.x < 0.5) return greyValue(inside);
  if (uLook.x < 1.5) return colourValue(inside);
  float width = max(fwidth(inside), 1e-5);
  float below = 0.0;
  float above = 1.0;
  float line = 0.0;
  for (int i = 0; i < MOST_LEVELS; i++) {
    if (float(i) >= uLook.y) break;
    if (inside >= uLevels[i]) below = max(below, uLevels[i]);
    else above = min(above, uLevels[i]);
    line = max(line, 1.0 - smoothstep(width * 0.6, width * 1.4, abs(inside - uLevels[i])));
  }
  return mix(colourValue(0.5 * (below + above)), vec3(0.010, 0.016, 0.014), line * 0.85);
}

`;

export const PROP_VERTEX = /* glsl */ `
attribute float aValue;
attribute vec3 aColour;
attribute float aCovered;
varying float vCovered;
varying vec3 vPlace;
varying vec3 vNormal;
varying vec3 vOwn;
varying vec3 vColour;
varying float vValue;
#ifdef CLOTH
attribute float aPush;
#endif
void main() {
  vec4 place = modelMatrix * vec4(position, 1.0);
#ifdef CLOTH
  place.xyz += normalize(mat3(modelMatrix) * normal) * aPush;
#endif
  vPlace = place.xyz;
  vOwn = position;
  vNormal = mat3(modelMatrix) * normal;
  vColour = aColour;
  vValue = aValue;
  vCovered = aCovered;
  gl_Position = projectionMatrix * viewMatrix * place;
}
`;

export const PROP_FRAGMENT = /* glsl */ `
varying vec3 vPlace;
varying vec3 vNormal;
varying vec3 vOwn;
varying vec3 vColour;
varying float vValue;
varying float vCovered;
uniform float uValuesShown;
uniform float uMirror;
uniform float uWater;
${VALUES}
void main() {
  if (uMirror > 0.5 && vPlace.y < uWater) discard;
  if (casting()) {
    gl_FragColor = vec4(0.0);
    return;
  }
#ifdef CLOTH
  vec3 n = normalize(cross(dFdx(vPlace), dFdy(vPlace)));
#else
  vec3 n = normalize(vNormal);
#endif
  vec3 view = normalize(uEye - vPlace);
  if (dot(n, view) < 0.0) n = -n;
#ifdef SHELL
  // towards its edge it lies in patches
  float patches = 0.6 * layered(vPlace.xz * 3.1 / uGrain) + 0.4 * layered2(vPlace.xz * 9.0 / uGrain + vPlace.y);
  if (vCovered < 0.5 + 0.7 * (patches - 0.5)) discard;
#endif
  vec3 s = vOwn * 2.3;
  float grain = layered(s.xy + s.z * 0.7) * 0.6 + layered2(s.zy * 2.7 + s.x) * 0.4;
  vec3 bent = normalize(n + 0.35 * (vec3(layered(s.yz * 1.7), layered2(s.xz * 1.7), layered(s.xy * 1.7)) - 0.5));
  vec3 base = lightAt(vPlace.xz);
  vec2 thrown = sunThrough(vPlace, n, softly(gl_FragCoord.xy));
  vec2 light = base.rg;
  float sun = max(dot(bent, uSun), 0.0) * mix(0.35 + 0.65 * max(light.r, smoothstep(0.6, 2.5, vPlace.y - uWater)), thrown.x * max(base.b, smoothstep(0.6, 2.5, vPlace.y - uWater)), thrown.y);
  vec3 lit = SUN_COLOUR * sun + (SKY_COLOUR * (0.55 + 0.45 * bent.y) + BOUNCE * 2.0) * mix(light.g, 1.0, 0.35);
  vec3 albedo = vColour * mix(0.80 + 0.40 * grain, 1.0, 0.85 * vCovered);
#ifdef CLOTH
  albedo = vColour * (0.92 + 0.16 * grain);
#else
  float moss = smoothstep(0.35, 0.8, n.y) * smoothstep(0.45, 0.62, layered((vPlace.xz * 0.9 + vPlace.y) / uGrain));
  albedo = mix(albedo, vec3(0.070, 0.078, 0.026), moss * 0.5 * (1.0 - vCovered));
#endif
  vec3 c = albedo * lit;
#ifdef SHELL
  vec3 laid = normalize(n + 0.10 * (vec3(layered(vPlace.yz * 2.1 / uGrain), layered2(vPlace.xz * 2.1 / uGrain), layered(vPlace.xy * 2.1 / uGrain)) - 0.5));
  c = litCover(vColour, laid, view, vPlace, vec2(mix(max(light.r, smoothstep(0.6, 2.5, vPlace.y - uWater)), thrown.x * max(base.b, smoothstep(0.6, 2.5, vPlace.y - uWater)), thrown.y), mix(light.g, 1.0, 0.35)), 1.0);
#endif
  if (uValuesShown > 0.0) {
    float grey = dot(c, vec3(0.3, 0.6, 0.1));
    vec3 quiet = mix(vec3(grey), c, 0.3) * 0.8;
    float relief = 0.62 + 0.38 * (max(dot(bent, uSun), 0.0) * 0.8 + 0.3);
    c = mix(c, vValue > -1e8 ? valueColour(vValue) * relief * 1.25 : quiet, uValuesShown);
  }
  gl_FragColor = vec4(shown(hazed(c, vPlace)), 1.0);
}
`;

/** Grains as round points, as large as they are, at least a pixel; coloured from rest to fast. */
export const GRAIN_VERTEX = /* glsl */ `
attribute float aSpeed;
uniform float uPoint;
uniform float uPixels;
varying vec3 vPlace;
varying float vSpeed;
varying float vSeen;
#ifdef SWAY
attribute vec3 aFoot;
attribute vec4 aTurn;
attribute vec3 aSize;
attribute vec3 aCorners;
attribute vec2 aShares;
${TURNED}
${SWAY}
#endif
void main() {
#ifdef SWAY
  vec4 q = normalize(aTurn);
  vec3 own = position * aSize;
  vec3 n = vec3(0.0, 1.0, 0.0);
  vec2 blown = bendNow();
  vec2 bend = turned(vec3(blown.x, 0.0, blown.y), vec4(-q.xyz, q.w)).xz;
  vec3 shares = vec3(aShares, 1.0 - aShares.x - aShares.y);
  vec3 rest = own;
  float mask = 0.0;
  for (int k = 0; k < 3; k++) {
    int vertex = int(aCorners[k] + 0.5);
    own += shares[k] * bendOf(vertex, aSize, 1.0, rest, n, bend);
    mask += shares[k] * maskOf(vertex);
  }
  if (aCrinkle.x > 0.0) own += aCrinkle.x * mask * aSize.y * crinkled(position);
  vPlace = aFoot + turned(own, q);
#else
  vPlace = position + vec3(0.0, uPoint * 0.5, 0.0);
#endif
  vSpeed = aSpeed;
  gl_Position = projectionMatrix * viewMatrix * vec4(vPlace, 1.0);
  float wide = uPoint * uPixels / max(0.05, gl_Position.w);
  gl_PointSize = max(1.2, wide);
  // a grain smaller than what is drawn is seen as seldom
  vSeen = min(1.0, wide * wide / 1.44);
}
`;

export const GRAIN_FRAGMENT = /* glsl */ `
varying vec3 vPlace;
varying float vSpeed;
varying float vSeen;
uniform vec3 uRest;
uniform vec3 uFast;
uniform float uMirror;
uniform float uWater;
void main() {
  vec2 at = 2.0 * gl_PointCoord - 1.0;
  if (dot(at, at) > 1.0 || vSeen < fract(unlike(gl_FragCoord.xy) + uPick.x) || (uMirror > 0.5 && vPlace.y < uWater)) discard;
  vec3 c = mix(uRest, uFast, smoothstep(0.0, 1.0, vSpeed));
  vec2 light = lightAt(vPlace.xz).rg;
  c *= 0.45 + 0.5 * light.g + 0.35 * light.r;
  gl_FragColor = vec4(shown(hazed(c * 0.8, vPlace)), 1.0);
}
`;

/** Flakes in a box round the eye; nearer ones are larger, none so near that it covers the picture. */
export const FLAKE_VERTEX = /* glsl */ `
uniform float uPixels;
uniform vec3 uDrift;
varying float vFar;
void main() {
  float box = 44.0 * uGrain;
  vec3 p = position * box;
  // flakes that fall together lean together
  p.xz += uDrift.xz / uDrift.y * p.y * 0.25;
  vec3 place = uEye + mod(p - uEye + 0.5 * box, box) - 0.5 * box;
  vFar = distance(place, uEye) / uGrain;
  gl_Position = projectionMatrix * viewMatrix * vec4(place, 1.0);
  gl_PointSize = clamp(0.032 * uGrain * uPixels / max(0.05, gl_Position.w), 1.8, 10.0);
}
`;

export const FLAKE_FRAGMENT = /* glsl */ `
varying float vFar;
uniform float uValuesShown;
void main() {
  vec2 at = 2.0 * gl_PointCoord - 1.0;
  float edge = 1.0 - smoothstep(0.3, 1.0, dot(at, at));
  float seen = edge * smoothstep(0.8, 2.2, vFar) * smoothstep(22.0, 13.0, vFar) * 0.9 * (1.0 - uValuesShown);
  if (seen < 0.02 || casting()) discard;
  vec3 c = vec3(0.86, 0.90, 0.95) * (SKY_COLOUR * 1.2 + 0.25 * SUN_COLOUR);
  gl_FragColor = vec4(shown(c), seen);
}
`;

export const SKY_VERTEX = /* glsl */ `
varying vec2 vAt;
void main() {
  vAt = position.xy;
  gl_Position = vec4(position.xy, 0.9999999, 1.0);
}
`;

export const SKY_FRAGMENT = /* glsl */ `
varying vec2 vAt;
uniform mat4 uToWorld;
void main() {
  vec4 far = uToWorld * vec4(vAt, 1.0, 1.0);
  vec4 near = uToWorld * vec4(vAt, -1.0, 1.0);
  vec3 d = normalize(far.xyz / far.w - near.xyz / near.w);
  vec3 c = surround(d);
  float up = max(d.y, 0.02);
  vec2 flow = d.xz / (up + 0.12);
  float cloud = layered(flow * 1.1 + 3.0) + 0.35 * layered2(flow * 3.7);
  float veil = smoothstep(0.60, 0.95, cloud) * smoothstep(0.02, 0.25, d.y);
  c = mix(c, vec3(0.92, 0.90, 0.86) * uAll, veil * 0.55 * (1.0 - 0.7 * uDomed));
  gl_FragColor = vec4(shown(c), 1.0);
}
`;

const RINGS = /* glsl */ `
#ifdef RINGS
uniform sampler2D uRings0;
uniform sampler2D uRings1;
/** Metres: west and north end, width and depth. */
uniform vec4 uRingsAt;
/** Metres of the highest step, how far the second frame has come in, nodes across and down. */
uniform vec4 uRingsOf;
float rings(vec2 p) {
  vec2 at = (p - uRingsAt.xy) / uRingsAt.zw;
  at = (at * (uRingsOf.zw - 1.0) + 0.5) / uRingsOf.zw;
  return mix(texture2D(uRings0, at).r, texture2D(uRings1, at).r, uRingsOf.y) * uRingsOf.x;
}
vec2 ringSlope(vec2 p) {
  vec2 node = uRingsAt.zw / (uRingsOf.zw - 1.0);
  return vec2(rings(p + vec2(node.x, 0.0)) - rings(p - vec2(node.x, 0.0)), rings(p + vec2(0.0, node.y)) - rings(p - vec2(0.0, node.y))) / (2.0 * node);
}
#endif
`;

export const WATER_VERTEX = /* glsl */ `
varying vec3 vPlace;
varying vec4 vScreen;
#ifdef MOVES
attribute vec4 aSize0;
attribute vec4 aSize1;
attribute vec4 aSize2;
attribute vec4 aAhead0;
attribute vec4 aAhead1;
attribute vec4 aAhead2;
#if WAVES > 0
/** Of each wave: rad/m to the east and south, metres. */
uniform vec4 uWaves[WAVES];
uniform float uSharp[WAVES];
uniform float uPhases[WAVES];
#endif
varying vec2 vSlope;
varying float vSteep;
varying float vStrength;
#ifdef ICE
attribute float aIce;
varying float vIce;
#endif

${RINGS}float of(vec4 a, vec4 b, vec4 c, int w) {
  return w < 4 ? a[w] : w < 8 ? b[w - 4] : c[w - 8];
}
#endif

void main() {
  vPlace = position;
#ifdef MOVES
  vSlope = vec2(0.0);
  vSteep = 0.0;
  vStrength = aSize0.x;
#ifdef ICE
  vIce = aIce;
#endif
#if WAVES > 0
  // the same as the core reckons: the height at the place itself, so first back to where its water is at rest
  vec2 p = position.xz;
  float high = 0.0;
  for (int round = 0; round < 3; round++) {
    vec2 off = vec2(0.0);
    vec2 fall = vec2(0.0);
    mat2 j = mat2(1.0);
    high = 0.0;
    vSteep = 0.0;
    for (int w = 0; w < WAVES; w++) {
      vec4 wave = uWaves[w];
      float a = wave.z * of(aSize0, aSize1, aSize2, w);
      float theta = dot(wave.xy, p) + uPhases[w] + of(aAhead0, aAhead1, aAhead2, w);
      float c = cos(theta);
      float s = sin(theta);
      high += a * c;
      fall -= a * s * wave.xy;
      float k = max(length(wave.xy), 1e-9);
      vec2 way = wave.xy / k;
      float q = uSharp[w] * a;
      off += q * s * way;
      float bend = q * k * c;
      vSteep += bend;
      j -= bend * mat2(way.x * way.x, way.x * way.y, way.x * way.y, way.y * way.y);
    }
    float det = j[0][0] * j[1][1] - j[0][1] * j[1][0];
    vec2 f = p - off - position.xz;
    if (det < 0.05) { p = position.xz + off; vSlope = fall; }
    else {
      mat2 back = mat2(j[1][1], -j[0][1], -j[1][0], j[0][0]) / det;
      vSlope = back * fall;
      if (round < 2) p -= back * f;
    }
#ifdef QUICK
    // the same surface, at the place that the water of this corner has come to
    if (det >= 0.05) vPlace.xz = position.xz - off;
    break;
#endif
  }
  vPlace.y += high;
#endif
#ifdef RINGS
  vPlace.y += rings(vPlace.xz);
#ifdef QUICK
  vSlope -= ringSlope(vPlace.xz);
#endif
#endif
#endif
  gl_Position = projectionMatrix * viewMatrix * vec4(vPlace, 1.0);
  vScreen = gl_Position;
}
`;

export const WATER_FRAGMENT = /* glsl */ `
varying vec3 vPlace;
varying vec4 vScreen;
uniform sampler2D uHeightMap;
uniform sampler2D uMirrorMap;
uniform float uValuesShown;
uniform vec2 uHeights;

vec2 ripple(vec2 p) {
  return (vec2(layered(p), layered2(p)) - 0.5) * 2.0;
}

#ifdef MOVES
varying vec2 vSlope;
varying float vSteep;
varying float vStrength;
#if SHORT > 0
uniform vec4 uShort[SHORT];
#endif
${RINGS}/** How far round the loop. */
uniform float uRound;
/** How much of its small ripples there are: few on calm water. */
uniform float uRuffled;
#ifdef ICE
varying float vIce;

/** How much of a place is ice: its edge runs in and out by floes. */
float frozen(vec2 p) {
  return smoothstep(0.42, 0.58, vIce + 0.36 * (layered(p * 0.55) - 0.5) + 0.12 * (layered2(p * 2.3) - 0.5));
}

/** Old ice, greenish where it is clear, grey white where air and snow lie in it, with cracks along the edges of its floes. */
vec3 iceAt(vec2 p, vec2 light) {
  float snow = smoothstep(0.25, 0.80, layered(p * 0.31 + 7.0) + 0.5 * (layered2(p * 2.3) - 0.5) + 0.25 * (layered2(p * 9.0) - 0.5));
  float crack = smoothstep(0.022, 0.003, abs(layered2(p * 0.5 + 3.0) - 0.5));
  vec3 albedo = mix(vec3(0.34, 0.44, 0.48), vec3(0.66, 0.71, 0.76), snow);
  albedo = mix(albedo, vec3(0.10, 0.17, 0.20), 0.55 * crack * (1.0 - snow));
  return albedo * (SUN_COLOUR * light.r * max(uSun.y, 0.0) + SKY_COLOUR * light.g);
}
#endif

/** Small ripples that wander, and are back after a loop: two wandering patterns, the one fading into the other. */
vec2 wandering(vec2 p, vec2 way) {
  return mix(ripple(p + way * uRound), ripple(p + way * (uRound - 1.0)), uRound);
}

#endif

#ifdef QUICK
/** The water while it plays: waves, rings and one pattern of ripples, mirrored, without glitter, bed and flecks, which cost most. */
vec3 glanced(vec2 p, float depth, vec3 view, float far) {
  vec2 small = p * vec2(1.1, 2.4);
  vec2 slope = 0.06 * uRuffled * smoothstep(0.0, 0.5 * uGrain, depth) * mix(ripple(small + vec2(-1.1, 1.6) * uRound), ripple(small + vec2(-1.1, 1.6) * (uRound - 1.0)), uRound) - vSlope;
  float facing = 1.0 - max(dot(normalize(vec3(slope.x, 1.0, slope.y)), view), 0.0);
  float fresnel = 0.03 + 0.97 * facing * facing * facing * facing * facing;
  vec3 mirrored = texture2D(uMirrorMap, clamp(vScreen.xy / vScreen.w * 0.5 + 0.5 + slope * vec2(0.55, 1.4) * clamp(18.0 / far, 0.15, 1.0), 0.002, 0.998)).rgb;
  vec3 body = mix(vec3(0.014, 0.050, 0.054), vec3(0.004, 0.020, 0.032), smoothstep(0.2, 3.2, depth));
  body = mix(vec3(0.075, 0.062, 0.036), body, 1.0 - exp(-depth * 1.5)) * uAll;
  vec3 c = mix(body, mirrored * mirrored * vec3(0.80, 0.90, 0.96), clamp(fresnel * 0.92 + 0.05, 0.0, 1.0));
  c = mix(c, vec3(0.30, 0.30, 0.27) * uAll, max(smoothstep(0.10, 0.0, depth) * 0.25, 0.6 * smoothstep(0.42, 0.8, vSteep)));
#ifdef ICE
  c = mix(c, iceAt(p, vec2(1.0)), frozen(p));
#endif
  return mix(c, vec3(dot(c, vec3(0.3, 0.6, 0.1))) * vec3(0.55, 0.62, 0.66), uValuesShown * 0.6);
}

void main() {
  float depth = vPlace.y - texture2D(uHeightMap, vPlace.xz / uSize + 0.5).r;
  if (depth < 0.0) discard;
  vec3 view = uEye - vPlace;
  float far = length(view);
  gl_FragColor = vec4(shown(glanced(vPlace.xz / uGrain, depth, view / far, far)), 1.0);
}
#else
void main() {
  float ground = texture2D(uHeightMap, vPlace.xz / uSize + 0.5).r;
  float depth = vPlace.y - ground;
  if (depth < 0.0) discard;
  vec3 view = uEye - vPlace;
  float far = length(view);
  view /= far;
  vec2 p = vPlace.xz / uGrain;
#ifdef MOVES
  vec2 slope = wandering(p * vec2(0.55, 1.25), vec2(1.3, 0.7)) * 0.035 + wandering(p * vec2(2.1, 4.6), vec2(-2.2, 3.1)) * 0.03;
  slope *= uRuffled;
#else
  vec2 slope = ripple(p * vec2(0.55, 1.25)) * 0.055 + ripple(p * vec2(2.1, 4.6)) * 0.045;
#endif
  slope *= smoothstep(0.0, 0.5 * uGrain, depth) * (0.35 + 0.65 * layered(p * 0.11));
#ifdef MOVES
  slope -= vSlope;
#ifdef RINGS
  slope -= ringSlope(vPlace.xz);
#endif
#if SHORT > 0
  // what is shorter than the corners are apart shades only, as long as a pixel can tell it
  float pixel = max(length(dFdx(vPlace.xz)), length(dFdy(vPlace.xz)));
  for (int w = 0; w < SHORT; w++) {
    vec4 wave = uShort[w];
    float told = smoothstep(0.45, 0.15, pixel * length(wave.xy) / 6.2831853);
    slope += vStrength * told * wave.z * sin(dot(wave.xy, vPlace.xz) + wave.w) * wave.xy;
  }
#endif
#endif
  vec3 n = normalize(vec3(slope.x, 1.0, slope.y));
  float fresnel = 0.03 + 0.97 * pow(1.0 - max(dot(n, view), 0.0), 5.0);
  vec2 at = vScreen.xy / vScreen.w * 0.5 + 0.5;
  vec3 mirrored = pow(texture2D(uMirrorMap, clamp(at + slope * vec2(0.55, 1.4) * clamp(18.0 / far, 0.15, 1.0), 0.002, 0.998)).rgb, vec3(2.2));
  vec2 light = lightAt(vPlace.xz).rg;
  // down to the bed by the law of refraction, with what the water swallows on that way
  vec3 down = refract(-view, n, 1.0 / 1.333);
  vec2 sunk = vPlace.xz + down.xz * min(depth / max(-down.y, 0.2), 4.0 * uGrain);
  depth = mix(depth, max(vPlace.y - texture2D(uHeightMap, sunk / uSize + 0.5).r, 0.0), smoothstep(0.0, 0.3 * uGrain, depth)) / max(-down.y, 0.66) * 0.85;
  vec3 bed = vec3(0.115, 0.092, 0.055) * (0.6 + 0.6 * layered(sunk * 1.7)) * (SUN_COLOUR * light.r * 0.6 + SKY_COLOUR);
  vec3 deep = vec3(0.004, 0.020, 0.032) * uAll;
  vec3 shallow = vec3(0.014, 0.050, 0.054) * uAll;
  vec3 body = mix(shallow, deep, smoothstep(0.2, 3.2, depth));
  body = mix(bed, body, 1.0 - exp(-depth * 1.5));
  vec3 half_ = normalize(view + uSun);
  float glitter = pow(max(dot(n, half_), 0.0), 260.0) * light.r;
  vec3 c = mix(body, mirrored * vec3(0.80, 0.90, 0.96), clamp(fresnel * 0.92 + 0.05, 0.0, 1.0)) + uSunColour * 0.64 * glitter;
  float foam = smoothstep(0.10, 0.0, vPlace.y - ground) * 0.25;
#ifdef MOVES
  // crests that are near to folding over, and the wash at the edge, in flecks
  float flecks = layered(p * 6.0 + vPlace.zx * 0.7);
  foam = max(foam, smoothstep(0.42, 0.8, vSteep) * smoothstep(0.35, 0.65, flecks));
#endif
  c = mix(c, vec3(0.30, 0.30, 0.27) * uAll, foam);
#ifdef ICE
  c = mix(c, iceAt(p, light), frozen(p));
#endif
  c = mix(c, vec3(dot(c, vec3(0.3, 0.6, 0.1))) * vec3(0.55, 0.62, 0.66), uValuesShown * 0.6);
  gl_FragColor = vec4(shown(hazed(c, vPlace)), 1.0);
}
#endif
`;

export const SHEET_VERTEX = /* glsl */ `
/** Metres along the sheet and above its foot, and how much it hides at most there. */
attribute vec3 aLie;
varying vec3 vPlace;
varying vec3 vLie;
uniform vec3 uEye;
uniform vec2 uPick;
/** Metres over which it fades where something cuts through it. */
uniform float uSoft;
void main() {
  vLie = aLie;
  vec4 place = modelMatrix * vec4(position, 1.0);
#ifndef QUICK
  // each pass of a still has it a little nearer or farther, so that it is soft where things cut through it
  if (uPick.x >= 0.0) place.xz += normalize(place.xz - uEye.xz) * (uPick.x - 0.5) * uSoft;
#endif
  vPlace = place.xyz;
  gl_Position = projectionMatrix * viewMatrix * place;
}
`;

/** Opacity = pattern × the fade from below × the fade from above × what is near the eye. */
export const SHEET_FRAGMENT = /* glsl */ `
varying vec3 vPlace;
varying vec3 vLie;
uniform sampler2D uPattern;
uniform vec3 uRange;
uniform vec3 uFade;
uniform vec3 uEyeFade;
uniform vec3 uSheet;
uniform vec3 uDrifted;
uniform float uValuesShown;

float pattern(float along) {
  return texture2D(uPattern, vec2((along - uRange.x) / uRange.y, vLie.y / uRange.z)).r - 0.5;
}

void main() {
  float below = uFade.x <= 0.0 ? 1.0 : smoothstep(0.0, uFade.x, vLie.y);
  float above = uFade.y >= uFade.z ? 1.0 : 1.0 - smoothstep(uFade.y, uFade.z, vLie.y);
  float far = distance(uEye, vPlace);
  float most = below * above * smoothstep(uEyeFade.x, uEyeFade.y, far) * vLie.z;
  if (most < 0.004) discard;
  float a = pattern(vLie.x - uDrifted.x);
  if (uDrifted.z > 0.0) {
    float u = uDrifted.z;
    a = ((1.0 - u) * a + u * pattern(vLie.x - uDrifted.y)) / sqrt((1.0 - u) * (1.0 - u) + u * u);
  }
  float hides = clamp(0.5 + a, 0.0, 1.0) * most;
  if (hides < 0.004) discard;
  vec2 light = lightAt(vPlace.xz).rg;
  vec3 view = normalize(vPlace - uEye);
  // droplets throw light on, most of it the way that it goes
  float onward = 0.25 + 0.9 * pow(max(dot(view, uSun), 0.0), 6.0);
  vec3 c = uSheet * (SUN_COLOUR * onward * mix(0.35, 1.0, light.r) * 0.55 + SKY_COLOUR * 0.95) + uSheet * uEyeFade.z;
#ifndef QUICK
  c = hazed(c, vPlace);
#endif
  gl_FragColor = vec4(shown(c), hides * (1.0 - 0.7 * uValuesShown));
}
`;

export const LIQUID_VERTEX = /* glsl */ `
varying vec3 vPlace;
void main() {
  vPlace = position;
  gl_Position = projectionMatrix * viewMatrix * vec4(position, 1.0);
}
`;

/** A flat top: its own colour from below, and the sky in it. */
export const LIQUID_FRAGMENT = /* glsl */ `
varying vec3 vPlace;
uniform vec3 uLiquid;
uniform float uValuesShown;

void main() {
  vec3 view = normalize(uEye - vPlace);
  vec3 n = normalize(cross(dFdx(vPlace), dFdy(vPlace)));
  n = n.y < 0.0 ? -n : n;
  float facing = 1.0 - max(dot(n, view), 0.0);
  float fresnel = 0.03 + 0.97 * facing * facing * facing * facing * facing;
  vec2 light = lightAt(vPlace.xz).rg;
  vec3 body = uLiquid * (SUN_COLOUR * max(dot(n, uSun), 0.0) * light.r * 0.5 + SKY_COLOUR);
  vec3 c = mix(body, skyAt(reflect(-view, n)) * 0.85, fresnel);
  c += uSunColour * 0.5 * pow(max(dot(n, normalize(view + uSun)), 0.0), 260.0) * light.r;
  c = mix(c, vec3(dot(c, vec3(0.3, 0.6, 0.1))) * vec3(0.55, 0.62, 0.66), uValuesShown * 0.6);
  gl_FragColor = vec4(shown(hazed(c, vPlace)), 1.0);
}
`;
