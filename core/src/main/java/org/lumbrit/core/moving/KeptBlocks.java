package org.lumbrit.core.moving;

import java.util.function.Function;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Codec;
import org.lumbrit.core.math.KeyBuilder;
import org.lumbrit.core.math.ResultKind;
import org.lumbrit.core.math.Results;
import org.lumbrit.core.motion.FrameBlocks;

/** Keeps a motion block by block: each is a result of its own, and when one is gone the motion is made again. */
final class KeptBlocks {
    private static final ResultKind<short[]> BLOCK = new ResultKind<>("motion block/1", Codec.SHORTS);

    private final Results results;
    private final Cancel cancel;
    private final String key;
    private final Function<Cancel, FrameBlocks> make;
    private FrameBlocks made;

    /** @param key content key of the motion; @param make makes all of it */
    KeptBlocks(Results results, Cancel cancel, String key, Function<Cancel, FrameBlocks> make) {
        this.results = results;
        this.cancel = cancel;
        this.key = key;
        this.make = make;
    }

    /** Keeps what has just been made. */
    void keep(FrameBlocks whole, Cancel shared) {
        made = whole;
        for (int k = 0; k < whole.count(); k++) {
            int number = k;
            results.get(block(k), shared, again -> whole.block(number));
        }
    }

    /** The blocks, each read when it is asked for. @param row numbers in a frame */
    FrameBlocks blocks(int row, int frames) {
        return FrameBlocks.of(
                row,
                frames,
                k -> results.get(block(k), cancel, shared -> whole(shared).block(k)));
    }

    private synchronized FrameBlocks whole(Cancel shared) {
        if (made == null) {
            made = make.apply(shared);
        }
        return made;
    }

    private ResultKind.Key<short[]> block(int number) {
        return BLOCK.key(new KeyBuilder(BLOCK.name()).add(key).add(number));
    }
}
