package org.lumbrit.cli;

import org.lumbrit.formats.BadInputException;

/** Numbers as they are written on the command line. */
final class Numbers {
    private Numbers() {}

    /** So many numbers with commas between. @param option that they stand after; @param form how they are written */
    static double[] of(String option, String form, int count, String text) {
        String[] parts = text.split(",", -1);
        double[] out = new double[count];
        try {
            if (parts.length == count) {
                for (int k = 0; k < count; k++) {
                    out[k] = Double.parseDouble(parts[k].strip());
                    if (!Double.isFinite(out[k])) {
                        throw new NumberFormatException();
                    }
                }
                return out;
            }
        } catch (NumberFormatException e) {
            // said below, in the user's words
        }
        throw new BadInputException(option + ": " + form + " belongs here, not “" + text + "”.");
    }

    /** A number between two ends. */
    static void within(String option, double value, double least, double most) {
        if (!(value >= least && value <= most)) {
            throw new BadInputException(option + ": from " + least + " to " + most + ", not " + value + ".");
        }
    }
}
