/** Heights at which the core reads a mask, and nodes of the crinkle: as in Bend.java and Crinkle.java. */
export const MASK_NODES = 9;
export const CRINKLE = { across: 3, up: 4, deep: 3 };
const NODES = CRINKLE.across * CRINKLE.up * CRINKLE.deep;

/** Bends a place of a plant's own frame along arcs by the mask, or turns it about the foot: as in Bend.java. */
export const BENDING = /* glsl */ `
uniform bool uTurns;
uniform float uMaskAxis[${MASK_NODES}];
uniform bool uEven;

vec2 arc(float from, float to, float reach) {
  float h = 0.5 * (to - from);
  float chord = reach * (abs(h) < 0.1 ? 1.0 - h * h / 6.0 : sin(h) / h);
  float middle = 0.5 * (from + to);
  return chord * vec2(sin(middle), cos(middle));
}

/** Moves a place of the plant's own frame, metres, and turns its normal. */
void bendOwn(inout vec3 p, inout vec3 n, float tall, vec2 bend) {
  float most = length(bend);
  if (most < 1e-6 || (!uTurns && p.y <= 0.0)) return;
  vec2 d = bend / most;
  vec2 axis = vec2(0.0);
  float angle = most * uMaskAxis[${MASK_NODES - 1}];
  float beyond = p.y;
  if (!uTurns && uEven) {
    // one arc from the foot
    float reach = min(p.y, tall);
    angle *= reach / tall;
    axis = arc(0.0, angle, reach);
    beyond = p.y - reach;
  } else if (!uTurns) {
    float pieces = float(${MASK_NODES - 1});
    float nodes = min(p.y / tall, 1.0) * pieces;
    for (int k = 0; k < ${MASK_NODES - 1}; k++) {
      float part = clamp(nodes - float(k), 0.0, 1.0);
      if (part <= 0.0) break;
      float from = most * uMaskAxis[k];
      angle = mix(from, most * uMaskAxis[k + 1], part);
      axis += arc(from, angle, part * tall / pieces);
    }
    beyond = p.y - nodes * tall / pieces;
  }
  float s = sin(angle);
  float c = cos(angle);
  float level = dot(p.xz, d);
  p.xz += (axis.x + beyond * s + level * c - level) * d;
  p.y = axis.y + beyond * c - level * s;
  float side = dot(n.xz, d);
  n.xz += (n.y * s + side * c - side) * d;
  n.y = n.y * c - side * s;
}
`;

/**
 * Applies what the core computed for a frame: bends a place of a plant along arcs by the angle that was sent, or turns it about
 * the foot, and adds the crinkle. Between two frames the angles are mixed.
 */
export const SWAY = /* glsl */ `
attribute float aPlant;
attribute vec2 aCrinkle;
attribute float aMask;
uniform highp isampler2DArray uBends;
uniform int uColumns;
uniform int uLayer;
uniform float uMix;
uniform float uRadians;
uniform vec3 uBoxLow;
uniform vec3 uBoxHigh;
uniform sampler2D uCrinkle;
uniform float uFrame;
uniform float uFrames;

vec2 bendNow() {
  int plant = int(aPlant + 0.5);
  ivec2 at = ivec2(plant % uColumns, plant / uColumns);
  vec2 before = vec2(texelFetch(uBends, ivec3(at, uLayer), 0).rg);
  vec2 after = vec2(texelFetch(uBends, ivec3(at, uLayer + 1), 0).rg);
  return mix(before, after, uMix) * uRadians;
}

${BENDING}
vec3 crinkleNode(vec3 node, float at) {
  float i = node.x + ${CRINKLE.across}.0 * (node.y + ${CRINKLE.up}.0 * node.z);
  return texture2D(uCrinkle, vec2((i + 0.5) / ${NODES}.0, at)).rgb;
}

/** The vector at a place of the variant's box, of the frame that this plant shows. */
vec3 crinkled(vec3 unit) {
  vec3 top = vec3(${CRINKLE.across - 1}.0, ${CRINKLE.up - 1}.0, ${CRINKLE.deep - 1}.0);
  vec3 share = clamp((unit - uBoxLow) / max(uBoxHigh - uBoxLow, vec3(1e-9)), 0.0, 1.0) * top;
  vec3 low = min(floor(share), top - 1.0);
  vec3 t = share - low;
  t = t * t * (3.0 - 2.0 * t);
  float at = (uFrame + aCrinkle.y + 0.5) / uFrames;
  vec3 sum = vec3(0.0);
  for (int corner = 0; corner < 8; corner++) {
    vec3 one = vec3(corner & 1, (corner >> 1) & 1, corner >> 2);
    vec3 w = mix(1.0 - t, t, one);
    sum += w.x * w.y * w.z * crinkleNode(low + one, at);
  }
  return sum;
}
`;
