/** Vectors that make up the way to a vertex's place on its line, and nodes of the crinkle: as in Bend.java and Crinkle.java. */
export const PIECES = 6;
export const TEXELS = PIECES + 1;
/** Vertices in a row of the texture of pieces. */
export const VERTICES_ACROSS = 256;
export const CRINKLE = { across: 3, up: 4, deep: 3 };
const NODES = CRINKLE.across * CRINKLE.up * CRINKLE.deep;

/** The share of the bend by which each piece turns. */
const TURNS = Array.from({ length: PIECES }, (_, i) => 0.5 * (1 - Math.cos((Math.PI * (2 * i + 1)) / (2 * PIECES))));

/** Turns the pieces of a vertex and sums them up, or turns the whole plant about its foot: as in Bend.java. */
export const BENDING = /* glsl */ `
uniform highp isampler2D uPieces;
uniform float uPieceStep;
uniform bool uTurns;
uniform float uTipTurn;

ivec4 pieceOf(int vertex, int i) {
  return texelFetch(uPieces, ivec2(${TEXELS} * (vertex % ${VERTICES_ACROSS}) + i, vertex / ${VERTICES_ACROSS}), 0);
}

/** The mask at a vertex, 0…1. */
float maskOf(int vertex) {
  return float(pieceOf(vertex, ${PIECES - 1}).w) / 32767.0;
}

/** By how much a vector that is turned differs from itself. */
vec3 turnBy(vec3 v, vec2 d, float angle) {
  float s = sin(angle);
  float c = cos(angle);
  float level = dot(v.xz, d);
  float away = level * (c - 1.0) + v.y * s;
  return vec3(away * d.x, v.y * (c - 1.0) - level * s, away * d.y);
}

/**
 * By how much a vertex moves, metres; turns its normal.
 * size: metres of the mesh's unit; wide: how wide the plant is about its line there; p: where it is at rest
 */
vec3 bendOf(int vertex, vec3 size, float wide, vec3 p, inout vec3 n, vec2 bend) {
  float most = length(bend);
  if (most < 1e-6) return vec3(0.0);
  vec2 d = bend / most;
  if (uTurns) {
    n += turnBy(n, d, most * uTipTurn);
    return turnBy(p, d, most * uTipTurn);
  }
  vec3 scale = size * uPieceStep;
  vec3 moved = vec3(0.0);
${TURNS.map((turn, i) => `  moved += turnBy(vec3(pieceOf(vertex, ${i}).xyz) * scale, d, most * ${turn.toFixed(9)});`).join('\n')}
  ivec4 offset = pieceOf(vertex, ${PIECES});
  float angle = most * float(offset.w) / 32767.0;
  n += turnBy(n, d, angle);
  return moved + turnBy(wide * vec3(offset.xyz) * scale, d, angle);
}
`;

/**
 * Applies what the core computed for a frame: bends a vertex along its plant's lines by the angle that was sent, or turns it
 * about the foot, and adds the crinkle. Between two frames the angles are mixed.
 */
export const SWAY = /* glsl */ `
attribute float aPlant;
attribute vec2 aCrinkle;
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
