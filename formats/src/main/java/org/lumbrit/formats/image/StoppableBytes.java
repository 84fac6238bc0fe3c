package org.lumbrit.formats.image;

import java.io.ByteArrayInputStream;
import javax.imageio.stream.ImageInputStream;
import javax.imageio.stream.MemoryCacheImageInputStream;
import org.lumbrit.core.math.Cancel;

/** A file in memory for the readers of the platform, which ask in every few kilobytes whether anybody still waits. */
final class StoppableBytes extends ByteArrayInputStream {
    private final Cancel cancel;

    private StoppableBytes(byte[] bytes, Cancel cancel) {
        super(bytes);
        this.cancel = cancel;
    }

    static ImageInputStream of(byte[] bytes, Cancel cancel) {
        return new MemoryCacheImageInputStream(new StoppableBytes(bytes, cancel));
    }

    @Override
    public synchronized int read(byte[] into, int from, int most) {
        cancel.check();
        return super.read(into, from, Math.min(most, 1 << 13));
    }
}
