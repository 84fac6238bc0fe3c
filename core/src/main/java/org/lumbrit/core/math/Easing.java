package org.lumbrit.core.math;

/** How a keyed number goes from one key to the next. */
public enum Easing {
    LINEAR {
        @Override
        double at(double t) {
            return t;
        }
    },
    /** Slow at both ends: 3t² − 2t³. */
    SMOOTH {
        @Override
        double at(double t) {
            return t * t * (3 - 2 * t);
        }
    },
    /** Slow at the start: t². */
    EASE_IN {
        @Override
        double at(double t) {
            return t * t;
        }
    },
    /** Slow at the end: 1 − (1 − t)². */
    EASE_OUT {
        @Override
        double at(double t) {
            return 1 - (1 - t) * (1 - t);
        }
    },
    /** Stays until the next key. */
    HOLD {
        @Override
        double at(double t) {
            return 0;
        }
    };

    abstract double at(double t);
}
