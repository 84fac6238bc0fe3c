package org.lumbrit.core.bodies;

/** What a body can touch. One object a thread. */
interface Touching {
    /**
     * Finds where a ball touches or would.
     *
     * @param centre metres; @param radius metres; @param within how far from its surface is looked, metres
     * @param touches where what is found is added
     */
    void near(double[] centre, double radius, double within, Touches touches);

    /** Contacts, seven numbers each: the place, the unit normal towards the ball, and the gap, below 0 where the ball is in it. */
    final class Touches {
        private static final int MOST = 16;
        /** Cosine beyond which two normals are the same contact. */
        private static final double SAME = 0.9962;

        final double[] numbers = new double[7 * MOST];
        int count;

        void clear() {
            count = 0;
        }

        /** Of contacts from nearly the same side the nearer one is kept. */
        void add(double x, double y, double z, double nx, double ny, double nz, double gap) {
            int at = count;
            for (int k = 0; k < count; k++) {
                double along = nx * numbers[7 * k + 3] + ny * numbers[7 * k + 4] + nz * numbers[7 * k + 5];
                if (along > SAME) {
                    if (gap >= numbers[7 * k + 6]) {
                        return;
                    }
                    at = k;
                    break;
                }
            }
            if (at == MOST) {
                return;
            }
            count = Math.max(count, at + 1);
            double[] made = {x, y, z, nx, ny, nz, gap};
            System.arraycopy(made, 0, numbers, 7 * at, 7);
        }

        double gap(int k) {
            return numbers[7 * k + 6];
        }

        double least() {
            double least = Double.POSITIVE_INFINITY;
            for (int k = 0; k < count; k++) {
                least = Math.min(least, gap(k));
            }
            return least;
        }
    }
}
