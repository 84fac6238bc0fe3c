package org.lumbrit.cli;

import java.io.BufferedWriter;
import java.io.IOException;
import java.io.OutputStreamWriter;
import java.io.Writer;
import java.nio.charset.StandardCharsets;

/** Standard output as UTF-8 on every machine, written in large pieces. */
final class Output {
    private Output() {}

    static Writer writer() {
        return new BufferedWriter(new OutputStreamWriter(System.out, StandardCharsets.UTF_8), 1 << 16);
    }

    static void print(byte[] text) throws IOException {
        System.out.write(text);
        System.out.flush();
    }
}
