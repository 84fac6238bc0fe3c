package org.lumbrit.formats.mesh;

import java.util.Arrays;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.formats.BadInputException;

/** Collects the triangles of a file and checks what every mesh must keep. */
final class Triangles {
    static final int MOST = 12_000_000;
    private static final float FARTHEST = 1e9f;

    /** Triangles between two looks whether anybody still waits. */
    private static final int BETWEEN_ASKING = 1 << 16;

    private final String name;
    private final Cancel cancel;
    private int[] corners;
    private int used;

    Triangles(String name, int expected, Cancel cancel) {
        this.name = name;
        this.cancel = cancel;
        this.corners = new int[3 * Math.max(1, Math.min(expected, MOST))];
    }

    static BadInputException tooMany(String name) {
        return new BadInputException(
                name + " has more than " + MOST / 1_000_000 + " million triangles; export it with fewer.");
    }

    void add(int a, int b, int c) {
        if (used + 3 > corners.length) {
            if (used >= 3 * MOST) {
                throw tooMany(name);
            }
            corners = Arrays.copyOf(corners, (int) Math.min(3L * MOST, 2L * corners.length));
        }
        if (used % (3 * BETWEEN_ASKING) == 0) {
            cancel.check();
        }
        corners[used++] = a;
        corners[used++] = b;
        corners[used++] = c;
    }

    /** A polygon as a fan from its first corner. */
    void fan(int[] polygon, int count) {
        for (int i = 2; i < count; i++) {
            add(polygon[0], polygon[i - 1], polygon[i]);
        }
    }

    int[] all() {
        return used == corners.length ? corners : Arrays.copyOf(corners, used);
    }

    /** @param normals empty where the file has none */
    static Mesh mesh(String name, float[] positions, float[] normals, int[] triangles) {
        if (triangles.length == 0) {
            throw new BadInputException(name + " holds no triangles; export the surface, not points or lines only.");
        }
        for (int i = 0; i < positions.length; i++) {
            if (!Float.isFinite(positions[i]) || Math.abs(positions[i]) > FARTHEST) {
                throw new BadInputException(name + ": vertex " + i / 3 + " has " + "xyz".charAt(i % 3) + " = "
                        + positions[i] + "; coordinates must be numbers between −10⁹ and 10⁹.");
            }
        }
        int vertices = positions.length / 3;
        for (int i = 0; i < triangles.length; i++) {
            if (triangles[i] < 0 || triangles[i] >= vertices) {
                throw new BadInputException(name + ": facet " + i / 3 + " names vertex " + triangles[i]
                        + ", and there are " + vertices + ". The file is damaged; export it again.");
            }
        }
        if (normals.length != positions.length || !unit(normals)) {
            return Mesh.of(positions, triangles);
        }
        return Mesh.of(positions, normals, triangles);
    }

    /** Whether all are directions; scales them to length 1 where they are not quite. */
    private static boolean unit(float[] normals) {
        for (int i = 0; i < normals.length; i += 3) {
            double square = (double) normals[i] * normals[i]
                    + (double) normals[i + 1] * normals[i + 1]
                    + (double) normals[i + 2] * normals[i + 2];
            if (!(square > 1e-12 && square < 1e12)) {
                return false;
            }
            if (Math.abs(square - 1) > 1e-5) {
                double scale = 1 / Math.sqrt(square);
                for (int k = 0; k < 3; k++) {
                    normals[i + k] = (float) (normals[i + k] * scale);
                }
            }
        }
        return true;
    }
}
