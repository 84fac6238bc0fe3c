package org.lumbrit.core.motion;

import java.util.function.IntFunction;

/** 16-bit numbers of many things, frame after frame, in blocks of whole frames, none of them larger than it must be. */
public final class FrameBlocks {
    /** Numbers of a block, unless one frame has more. */
    private static final int MOST = 8 << 20;

    private final int row;
    private final int frames;
    private final int each;
    private final IntFunction<short[]> blocks;

    private FrameBlocks(int row, int frames, IntFunction<short[]> blocks) {
        this.row = row;
        this.frames = frames;
        this.each = Math.max(1, Math.min(frames, MOST / Math.max(1, row)));
        this.blocks = blocks;
    }

    /** @param row numbers in a frame; @param blocks gives one, by its number, whenever it is asked for */
    public static FrameBlocks of(int row, int frames, IntFunction<short[]> blocks) {
        return new FrameBlocks(row, frames, blocks);
    }

    /** All of them 0, to be filled. */
    static FrameBlocks allocate(int row, int frames) {
        FrameBlocks sizes = new FrameBlocks(row, frames, k -> null);
        short[][] all = new short[sizes.count()][];
        for (int k = 0; k < all.length; k++) {
            all[k] = new short[row * Math.min(sizes.each, frames - k * sizes.each)];
        }
        return new FrameBlocks(row, frames, k -> all[k]);
    }

    /** How many blocks. */
    public int count() {
        return (frames + each - 1) / each;
    }

    /** A block; its frames one after the other. */
    public short[] block(int number) {
        return blocks.apply(number);
    }

    /** A number of a frame. */
    public short at(int frame, int number) {
        return block(frame / each)[frame % each * row + number];
    }

    /** The block that a frame is in, to be written to from {@link #start} on. */
    short[] holding(int frame) {
        return block(frame / each);
    }

    /** Where a frame starts in its block. */
    int start(int frame) {
        return frame % each * row;
    }

    /** Writes all numbers of a frame. */
    public void copy(int frame, short[] to, int at) {
        System.arraycopy(block(frame / each), frame % each * row, to, at, row);
    }

    /** Bytes of all blocks together. */
    public long bytes() {
        return 2L * row * frames;
    }
}
