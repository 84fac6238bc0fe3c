package org.lumbrit.formats.image;

import javax.imageio.stream.ImageInputStream;
import javax.imageio.stream.ImageInputStreamImpl;
import org.lumbrit.core.math.Cancel;

/** A file in memory for the readers of the platform, without a second copy of it; asks in every few kilobytes whether anybody still waits. */
final class StoppableBytes extends ImageInputStreamImpl {
    private static final int AT_ONCE = 1 << 13;

    private final byte[] bytes;
    private final Cancel cancel;

    private StoppableBytes(byte[] bytes, Cancel cancel) {
        this.bytes = bytes;
        this.cancel = cancel;
    }

    static ImageInputStream of(byte[] bytes, Cancel cancel) {
        return new StoppableBytes(bytes, cancel);
    }

    @Override
    public int read() {
        bitOffset = 0;
        if (streamPos % AT_ONCE == 0) {
            cancel.check();
        }
        return streamPos < bytes.length ? bytes[(int) streamPos++] & 255 : -1;
    }

    @Override
    public int read(byte[] into, int from, int most) {
        bitOffset = 0;
        cancel.check();
        if (streamPos >= bytes.length) {
            return most == 0 ? 0 : -1;
        }
        int count = (int) Math.min(Math.min(most, AT_ONCE), bytes.length - streamPos);
        System.arraycopy(bytes, (int) streamPos, into, from, count);
        streamPos += count;
        return count;
    }

    @Override
    public long length() {
        return bytes.length;
    }
}
