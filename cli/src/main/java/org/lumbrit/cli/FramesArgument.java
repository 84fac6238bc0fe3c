package org.lumbrit.cli;

import org.lumbrit.core.recipe.Frames;
import org.lumbrit.formats.BadInputException;
import picocli.CommandLine.Option;

/** Which frames of the clock are meant. */
final class FramesArgument {
    @Option(
            names = "--frames",
            paramLabel = "FIRST:LAST",
            description = "From the first to the last, both printed; every frame of the clock unless given.")
    private String wanted;

    /** First and last, both within the clock's frames. */
    int[] of(Frames frames) {
        return wanted == null ? new int[] {0, frames.count() - 1} : of(wanted, frames);
    }

    /** The same of what was given. */
    static int[] of(String wanted, Frames frames) {
        String[] ends = wanted.split(":", -1);
        try {
            int first = Integer.parseInt(ends[0].strip());
            int last = ends.length == 1 ? first : Integer.parseInt(ends[1].strip());
            if (ends.length <= 2 && first >= 0 && last >= first && last < frames.count()) {
                return new int[] {first, last};
            }
        } catch (NumberFormatException e) {
            // said below, in the user's words
        }
        throw new BadInputException("--frames: from 0 to " + (frames.count() - 1)
                + ", one or two of them as in 0:23, not “" + wanted + "”.");
    }
}
