package org.lumbrit.core.recipe;

/** How several drives of one property become one weight. */
public enum Combine {
    PRODUCT {
        @Override
        public double of(double sofar, double next) {
            return sofar * next;
        }

        @Override
        public void fold(double[] weights, double[] responses, int count) {
            for (int i = 0; i < count; i++) {
                weights[i] = weights[i] * responses[i];
            }
        }

        @Override
        public double start() {
            return 1;
        }

        @Override
        public boolean decided(double weight) {
            return weight == 0;
        }

        @Override
        public boolean vanishes() {
            return true;
        }
    },
    LOWEST {
        @Override
        public double of(double sofar, double next) {
            return Math.min(sofar, next);
        }

        @Override
        public void fold(double[] weights, double[] responses, int count) {
            for (int i = 0; i < count; i++) {
                weights[i] = Math.min(weights[i], responses[i]);
            }
        }

        @Override
        public double start() {
            return 1;
        }

        @Override
        public boolean vanishes() {
            return true;
        }
    },
    HIGHEST {
        @Override
        public double of(double sofar, double next) {
            return Math.max(sofar, next);
        }

        @Override
        public void fold(double[] weights, double[] responses, int count) {
            for (int i = 0; i < count; i++) {
                weights[i] = Math.max(weights[i], responses[i]);
            }
        }

        @Override
        public double start() {
            return 0;
        }
    },
    SUM {
        @Override
        public double of(double sofar, double next) {
            return sofar + next;
        }

        @Override
        public void fold(double[] weights, double[] responses, int count) {
            for (int i = 0; i < count; i++) {
                weights[i] = weights[i] + responses[i];
            }
        }

        @Override
        public double start() {
            return 0;
        }
    };

    /** The weight so far taken together with the next response, both 0..1; not clamped. */
    public abstract double of(double sofar, double next);

    /** The same for many: {@code weights[i]} becomes of(weights[i], responses[i]). */
    public abstract void fold(double[] weights, double[] responses, int count);

    /** Whether no further drive can change the weight. */
    public boolean decided(double weight) {
        return false;
    }

    /** Whether one drive at 0 makes the weight 0, whatever the others. */
    public boolean vanishes() {
        return false;
    }

    /** The weight before the first drive, and of a drive that takes no effect. */
    public abstract double start();
}
