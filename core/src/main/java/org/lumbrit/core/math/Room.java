package org.lumbrit.core.math;

/** How much memory there is: bounds follow the heap that this program was given. */
public final class Room {
    /** What one result and all that it is made from may take of the heap. */
    private static final double SHARE = 0.5;

    private Room() {}

    /** How many things of so many bytes one result may have. */
    public static long forThings(int bytesEach) {
        return (long) (SHARE * Runtime.getRuntime().maxMemory() / bytesEach);
    }

    /** The whole of it in words: "4.0 GB". */
    public static String said() {
        return Decimal.write(Runtime.getRuntime().maxMemory() / 1e9, 1) + " GB";
    }
}
