package org.lumbrit.formats.handover;

import java.io.IOException;
import java.io.OutputStream;

/** What a file holds, written when it is wanted, so that a large file never lies in memory. */
@FunctionalInterface
public interface Content {
    void writeTo(OutputStream out) throws IOException;

    static Content of(byte[] bytes) {
        return out -> out.write(bytes);
    }

    /** Where files go: a folder, a zip. */
    @FunctionalInterface
    interface Sink {
        void file(String name, Content content) throws IOException;
    }
}
