package org.lumbrit.formats.handover;

import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Chunks;
import org.lumbrit.formats.image.ExrFile;
import org.lumbrit.formats.image.GreyPng;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * Motion as a 16-bit picture of three channels: a frame after the other from the top, a column a thing; where there are more
 * things than columns a frame takes several rows. A channel runs from its least (0) to its greatest (65535).
 */
final class MotionPicture {
    /** Wider pictures cannot be textures everywhere. */
    static final int WIDEST = 4096;

    private final int frames;
    private final int things;
    private final int channels;
    private final int columns;
    /** Frame after frame, thing after thing, channel after channel. */
    private final float[] values;

    private final float[] least;
    private final float[] greatest;

    /** What moves: writes the channels of one thing in one frame. */
    @FunctionalInterface
    interface Source {
        void at(int frame, int thing, double[] out);
    }

    /** @param channels 1 to 3; the others are written as 0 */
    MotionPicture(int frames, int things, int channels, Source source) {
        this(frames, things, Math.min(WIDEST, things), channels, source);
    }

    /** @param columns things in a row of the picture */
    MotionPicture(int frames, int things, int columns, int channels, Source source) {
        this.columns = columns;
        this.frames = frames;
        this.things = things;
        this.channels = channels;
        this.values = new float[frames * things * channels];
        Chunks.run(frames * things, Cancel.NEVER, (from, to) -> {
            double[] out = new double[Math.max(3, channels)];
            for (int i = from; i < to; i++) {
                source.at(i / things, i % things, out);
                for (int c = 0; c < channels; c++) {
                    values[i * channels + c] = (float) out[c];
                }
            }
        });
        least = new float[channels];
        greatest = new float[channels];
        for (int c = 0; c < channels; c++) {
            least[c] = Float.POSITIVE_INFINITY;
            greatest[c] = Float.NEGATIVE_INFINITY;
        }
        for (int i = 0; i < values.length; i++) {
            least[i % channels] = Math.min(least[i % channels], values[i]);
            greatest[i % channels] = Math.max(greatest[i % channels], values[i]);
        }
    }

    float value(int frame, int thing, int channel) {
        return values[(frame * things + thing) * channels + channel];
    }

    /** Frames of one number a pixel as an EXR picture of one channel, frame under frame. @param frames each row by row */
    static Content exr(int columns, float[][] frames) {
        return out -> {
            float[] all = new float[frames.length * frames[0].length];
            for (int f = 0; f < frames.length; f++) {
                System.arraycopy(frames[f], 0, all, f * frames[0].length, frames[0].length);
            }
            ExrFile.write(columns, all.length / columns, all, "Y", out);
        };
    }

    private int rowsPerFrame() {
        return (things + columns - 1) / columns;
    }

    byte[] png() {
        int perFrame = rowsPerFrame();
        return GreyPng.rgb16(columns, frames * perFrame, i -> {
            int channel = i % 3;
            int pixel = i / 3;
            int row = pixel / columns;
            int thing = row % perFrame * columns + pixel % columns;
            if (channel >= channels || thing >= things) {
                return 0;
            }
            double range = (double) greatest[channel] - least[channel];
            double share = range > 0 ? (value(row / perFrame, thing, channel) - (double) least[channel]) / range : 0;
            return (int) (share * 65535 + 0.5);
        });
    }

    /** The most that any channel is off by quantising: half a step of the widest range, and what rounding to float takes. */
    double error() {
        double widest = 0;
        for (int c = 0; c < channels; c++) {
            widest = Math.max(widest, (double) greatest[c] - least[c]);
        }
        double largest = 0;
        for (int c = 0; c < channels; c++) {
            largest = Math.max(largest, Math.max(Math.abs(least[c]), Math.abs(greatest[c])));
        }
        return widest / 65535 / 2 + Math.ulp((float) largest);
    }

    /** Says in JSON how to read it. @param names of the channels; @param extra what the values themselves are off by already */
    void describe(ObjectNode node, String file, String things, String unit, double extra, String... names) {
        node.put("file", file)
                .put("bits", 16)
                .put("frames", frames)
                .put(things, this.things)
                .put("columns", columns)
                .put("rowsPerFrame", rowsPerFrame())
                .put("unit", unit);
        ArrayNode all = node.putArray("channels");
        for (int c = 0; c < channels; c++) {
            all.addObject().put("name", names[c]).put("least", least[c]).put("greatest", greatest[c]);
        }
        node.put("errorAtMost", error() + extra);
    }
}
