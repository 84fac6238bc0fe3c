/**
 * Meshes in open formats: OBJ, PLY, STL and glTF in and out. Readers trust nothing that a file says of itself: every count is
 * held against the bytes that are there before anything is allocated.
 */
package org.lumbrit.formats.mesh;
