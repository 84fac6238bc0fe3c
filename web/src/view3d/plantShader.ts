import { SWAY } from './motion/swayShader';

export const TURNED = /* glsl */ `
vec3 turned(vec3 v, vec4 q) {
  return v + 2.0 * cross(q.xyz, cross(q.xyz, v) + q.w * v);
}
`;

/** How what is not a thin blade is lit, in full and as a far picture alike. */
const BODY = /* glsl */ `
/** How far out of the plant's middle a place of a plant of length and width 1 is, 1 at its outside. */
float outerOf(vec3 unit) {
  return length((unit - vec3(0.0, 0.55, 0.0)) / vec3(0.55));
}

/** Leaves and wood; with SOLID, stones and caps. @param leafy share of the tint; along 0..1 from foot to tip; n turned to the eye */
vec3 litBody(vec3 own, vec3 tint, float leafy, float along, float outer, vec3 n, vec3 view, vec2 light) {
#ifdef SOLID
  float lit = 0.12 + 0.88 * max(dot(n, uSun), 0.0);
  vec3 body = mix(own, tint, leafy);
  return body * (SUN_COLOUR * lit * light.r * 0.72 + (SKY_COLOUR * (0.55 + 0.45 * n.y) + BOUNCE) * light.g) * mix(0.7, 1.0, smoothstep(0.0, 0.35, along));
#else
  float through = max(dot(-view, uSun), 0.0);
  float onIt = dot(n, uSun);
  float sun = mix(0.14, 0.28, leafy) + mix(0.86, 0.72, leafy) * max(onIt, 0.0) + 0.35 * through * through * leafy * along;
  // a leaf lets through what falls on its other side, without the blue
  vec3 passed = vec3(0.62, 0.60, 0.22) * leafy * max(-onIt, 0.0);
  float inside = mix(0.46, 1.0, smoothstep(0.1, 1.05, max(outer, along * 0.9)));
  vec3 foot = mix(tint, vec3(0.07, 0.085, 0.03), 0.5);
  vec3 body = mix(own, mix(foot, tint, smoothstep(0.0, 0.7, along)), leafy);
  return body * (SUN_COLOUR * (sun + passed) * light.r * 0.72 + (SKY_COLOUR * (0.6 + 0.4 * n.y) + BOUNCE) * light.g) * inside;
#endif
}

uniform vec4 uStuff;
uniform vec3 uStuffFrom;
uniform vec2 uStuffReach;

/** With what has settled on it: leaves bend and let most of it go. @param settled how far it covers the place; facing the cosine to where it comes from; leafy share of the tint */
vec3 covered(vec3 c, float settled, float facing, float leafy, vec3 n, vec2 light) {
  float much = settled * uStuff.a * smoothstep(uStuffReach.x, uStuffReach.y, facing) * mix(1.0, 0.42, leafy);
  float sun = max((dot(n, uSun) + 0.2) / 1.2, 0.0);
  return mix(c, 0.72 * uStuff.rgb * (SUN_COLOUR * sun * light.r * 0.72 + (SKY_COLOUR * (0.6 + 0.4 * n.y) + BOUNCE) * light.g), much);
}

vec3 chosen(vec3 c) {
  return mix(c, vec3(0.62, 0.10, 0.42), 0.85) + vec3(0.16, 0.02, 0.10);
}
`;

/** What is seen of a plant's colour through the air, quieter beside values. It reads vPlace. */
const SEEN = /* glsl */ `
uniform float uValuesShown;
vec4 seen(vec3 c) {
  float grey = dot(c, vec3(0.3, 0.6, 0.1));
  c = mix(c, mix(vec3(grey), c, 0.45) * 0.85, uValuesShown);
  return vec4(shown(hazed(c, vPlace)), 1.0);
}
`;

/** The light where a plant stands; what is high above its foot has more than the ground there. @param state growth, whether on a prop */
const STANDING = /* glsl */ `
vec3 standing(vec3 foot, float high, vec4 state) {
  return max(lightAt(foot.xz), vec3(0.9, 0.85, 0.9) * max(state.y, smoothstep(0.8, 3.5, high)));
}
`;

export const PLANT_VERTEX = /* glsl */ `
attribute vec3 aFoot;
attribute vec4 aTurn;
attribute vec3 aSize;
attribute vec3 aTint;
attribute vec4 aState;
attribute vec3 aCentre;
attribute vec4 aOwn;
attribute float aAlong;
uniform float uBroaden;
varying vec3 vPlace;
varying vec3 vColour;
varying float vLeft;

${TURNED}
${BODY}
${STANDING}
#ifdef SWAY
attribute float aVertex;
${SWAY}
#endif

void main() {
  vec4 q = normalize(aTurn);
  float far = distance(aFoot, uEye);
  vec3 size = aSize;
#ifdef BLADE
  size.x = max(aSize.x * uBroaden, min(aSize.x * 6.0, far * 0.00115));
#endif
  float growth = aState.x;
  float end = growth * 1.15;
  vLeft = growth > 0.997 ? 1.0 : end - aAlong;
  float wide = growth > 0.997 ? 1.0 : smoothstep(0.0, 0.15, end - aAlong);
  vec3 unit = mix(aCentre, position, wide);
  vec3 stem = unit * size;
  vec3 n = normalize(normal / size);
#ifdef SWAY
  vec2 blown = bendNow();
  int vertex = int(aVertex + 0.5);
  stem += bendOf(vertex, size, wide, stem, n, turned(vec3(blown.x, 0.0, blown.y), vec4(-q.xyz, q.w)).xz);
  // what is smaller than half a pixel is left out
  if (aCrinkle.x * size.y > far * 0.0006) stem += aCrinkle.x * maskOf(vertex) * size.y * crinkled(unit);
#endif
  vec3 place = aFoot + turned(stem, q);
  n = turned(n, q);
  vec3 view = normalize(uEye - place);
  if (dot(n, view) < 0.0) n = -n;
  vec3 base = standing(aFoot, place.y - aFoot.y, aState);
  // a little off itself, so that a leaf does not shade itself
  vec2 light = shadowed(base, place + uSun * 0.02 * size.y, 2.0 * uSun, vec2(0.0));
  vec3 tint = pow(aTint, vec3(2.2));
  vec3 own = pow(aOwn.rgb, vec3(2.2));
#ifdef BLADE
  float through = max(dot(-view, uSun), 0.0);
  float sun = 0.42 + 0.58 * max(dot(n, uSun), 0.0) + 0.8 * through * through * aAlong;
  float inside = mix(0.30, 1.0, smoothstep(0.0, 0.75, aAlong));
  vec3 foot = mix(tint, vec3(0.085, 0.105, 0.035), 0.78);
  vec3 tip = mix(tint, vec3(0.92, 0.86, 0.66), 0.22);
  vec3 body = mix(own, mix(foot, tip, smoothstep(0.05, 0.95, aAlong)), aOwn.a);
  vColour = body * (SUN_COLOUR * sun * light.r * 0.72 + (SKY_COLOUR * (0.6 + 0.4 * n.y) + BOUNCE) * light.g) * inside;
#else
  vColour = litBody(own, tint, aOwn.a, aAlong, outerOf(unit), n, view, light);
#endif
  if (aState.w > 0.0) {
    float facing = dot(n, uStuffFrom);
    float leafy = aOwn.a;
#ifdef BLADE
    leafy = 1.0;
    // what stands upright is rimed from its tip
    facing = max(facing, 0.8 * aAlong);
#endif
    vColour = covered(vColour, aState.w, facing, leafy, n, light);
  }
  if (aState.z > 0.5) vColour = chosen(vColour);
  vPlace = place;
  gl_Position = projectionMatrix * viewMatrix * vec4(place, 1.0);
}
`;

export const PLANT_FRAGMENT = /* glsl */ `
varying vec3 vPlace;
varying vec3 vColour;
varying float vLeft;
uniform float uMirror;
uniform float uWater;
${SEEN}
void main() {
  if (vLeft < 0.0 || (uMirror > 0.5 && vPlace.y < uWater)) discard;
  if (casting()) {
    gl_FragColor = vec4(0.0);
    return;
  }
  vec3 c = vColour;
#ifdef SOLID
  c *= 0.72 + 0.56 * (0.6 * layered((vPlace.xz + vPlace.y) * 1.3 / uGrain) + 0.4 * layered2((vPlace.xz - vPlace.y) * 5.1 / uGrain));
#endif
  gl_FragColor = seen(c);
}
`;

/**
 * A card that shows the picture of a plant from the side that is nearest to where the eye is: over the passes of a still picture from
 * each of the nearest sides as often as it is near.
 */
export const PICTURE_VERTEX = /* glsl */ `
attribute vec3 aFoot;
attribute vec4 aTurn;
attribute vec3 aSize;
attribute vec3 aTint;
attribute vec4 aState;
/** Metres of the frame's middle and half its side; metres of the plant's width and length in it. */
uniform vec4 uFrameOf;
/** Turns, rows, radians from row to row, pixels of one. */
uniform vec4 uViews;
varying vec3 vPlace;
varying vec2 vAt;
varying vec3 vRight;
varying vec3 vUp;
varying vec3 vToEye;
varying vec3 vUnit;
varying vec3 vUnitToEye;
varying vec2 vSlant;
varying vec3 vTint;
varying vec2 vLight;
varying float vChosen;
varying float vSettled;
${TURNED}
${STANDING}
#ifdef SWAY
${SWAY}
#endif

/** A number of each plant's own, 0..1. */
float ownNumber(vec2 p) {
  return fract(sin(dot(p, vec2(12.9898, 78.233))) * 43758.5453);
}

void main() {
  vec4 q = normalize(aTurn);
  vec3 scale = aSize / uFrameOf.zwz;
  vec3 middle = aFoot + turned(vec3(0.0, uFrameOf.x, 0.0) * scale, q);
  vec3 e = normalize(turned(normalize(uEye - middle), vec4(-q.xyz, q.w)) / scale);
  vec2 pick = fract(uPick + ownNumber(aFoot.xz));
  if (uPick.x < 0.0) pick = vec2(0.5);
  float column = mod(floor(atan(e.z, e.x) / 6.2831853 * uViews.x + pick.x), uViews.x);
  float row = clamp(floor(asin(clamp(e.y, -1.0, 1.0)) / uViews.z + pick.y), 0.0, uViews.y - 1.0);
  float turn = column / uViews.x * 6.2831853;
  float rise = row * uViews.z;
  vec3 right = vec3(sin(turn), 0.0, -cos(turn));
  vec3 up = vec3(-sin(rise) * cos(turn), cos(rise), -sin(rise) * sin(turn));
  vec3 toEye = vec3(cos(rise) * cos(turn), sin(rise), cos(rise) * sin(turn));
  vec3 at = vec3(0.0, uFrameOf.x, 0.0) + uFrameOf.y * (position.x * right + position.y * up);
  vec3 stem = at * scale;
  vec3 place = aFoot + turned(stem, q);
#ifdef SWAY
  vec2 blown = bendNow();
  float high = clamp(stem.y / aSize.y, 0.0, 1.2);
  place.xz += blown * 0.5 * high * high * aSize.y;
#endif
  vAt = (vec2(column, row) + 0.5 + 0.5 * position.xy * (1.0 - 1.0 / uViews.w)) / uViews.xy;
  vRight = normalize(turned(right / scale, q));
  vUp = normalize(turned(up / scale, q));
  vToEye = normalize(turned(toEye / scale, q));
  vSlant = 0.5 * vec2(dot(e, right), dot(e, up)) / max(0.3, dot(e, toEye)) / uViews.xy;
  vUnit = at / uFrameOf.zwz;
  vUnitToEye = toEye * uFrameOf.y / uFrameOf.zwz;
  vTint = pow(aTint, vec3(2.2));
  vec3 base = standing(aFoot, place.y - aFoot.y, aState);
  // the middle of the crown stands for all of it
  vLight = shadowed(base, middle + uSun * 0.5 * aSize.y, uSun, vec2(0.0));
  vChosen = aState.z;
  vSettled = aState.w;
  vPlace = place;
  gl_Position = projectionMatrix * viewMatrix * vec4(place, 1.0);
}
`;

export const PICTURE_FRAGMENT = /* glsl */ `
varying vec3 vPlace;
varying vec2 vAt;
varying vec3 vRight;
varying vec3 vUp;
varying vec3 vToEye;
varying vec3 vUnit;
varying vec3 vUnitToEye;
varying vec2 vSlant;
varying vec3 vTint;
varying vec2 vLight;
varying float vChosen;
varying float vSettled;
uniform sampler2D uColours;
uniform sampler2D uSurfaces;
uniform sampler2D uDepths;
uniform float uMirror;
uniform float uWater;
${BODY}
${SEEN}
void main() {
  // what stands before or behind the card is seen beside its place on it: where the eye's ray meets the depths
  vec2 at = vAt;
  for (int step = 0; step < 3; step++) at = vAt + (2.0 * texture2D(uDepths, at).r - 1.0) * vSlant;
  vec4 colour = texture2D(uColours, at);
  if (colour.a < max(0.03, fract(unlike(gl_FragCoord.xy) + uPick.x)) || (uMirror > 0.5 && vPlace.y < uWater)) discard;
  if (casting()) {
    gl_FragColor = vec4(0.0);
    return;
  }
  vec4 surface = texture2D(uSurfaces, at);
  vec2 level = (surface.xy * 255.0 - 128.0) / 127.0;
  vec2 depth = texture2D(uDepths, at).rg;
  // the mean of the normals, not made a unit: so its light is nearer to the mean of theirs
  vec3 n = level.x * vRight + level.y * vUp + depth.g * vToEye;
  vec3 unit = vUnit + (2.0 * depth.r - 1.0) * vUnitToEye;
  vec3 c = litBody(pow(colour.rgb, vec3(2.2)), vTint, surface.a, surface.b, outerOf(unit), n, normalize(uEye - vPlace), vLight);
  if (vSettled > 0.0) c = covered(c, vSettled, dot(n, uStuffFrom), surface.a, n, vLight);
  if (vChosen > 0.5) c = chosen(c);
  gl_FragColor = seen(c);
}
`;
