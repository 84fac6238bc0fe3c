package org.lumbrit.formats.image;

import java.nio.ByteBuffer;
import java.util.zip.CRC32;

/** Walks the chunks of a PNG file: a reader that is lenient with cut-off data would else show half a picture as a whole one. */
final class PngChunks {
    private static final int END = 0x49454E44;

    private PngChunks() {}

    /** Whether every chunk is there with its checksum, up to the end mark. */
    static boolean sound(byte[] png) {
        ByteBuffer bytes = ByteBuffer.wrap(png).position(8);
        while (bytes.remaining() >= 12) {
            int length = bytes.getInt();
            if (length < 0 || length > bytes.remaining() - 8) {
                return false;
            }
            int type = bytes.getInt(bytes.position());
            CRC32 crc = new CRC32();
            crc.update(png, bytes.position(), 4 + length);
            bytes.position(bytes.position() + 4 + length);
            if (bytes.getInt() != (int) crc.getValue()) {
                return false;
            }
            if (type == END) {
                return true;
            }
        }
        return false;
    }
}
