package org.lumbrit.cli;

import java.io.BufferedWriter;
import java.io.IOException;
import java.io.OutputStreamWriter;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.Locale;
import org.lumbrit.formats.BadInputException;

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

    /** The ending of a file's name, lower case, which says its format. */
    static String ending(Path file) {
        return file.getFileName().toString().toLowerCase(Locale.ROOT).replaceAll("^.*\\.", "");
    }

    /** Writes beside the file and renames, so that nothing half-written is ever found under its name. */
    static void whole(Path file, byte[] content) throws IOException {
        Path folder = file.toAbsolutePath().getParent();
        if (!Files.isDirectory(folder)) {
            throw new BadInputException("--to: there is no folder " + folder + ".");
        }
        Path part = Files.createTempFile(folder, ".lumbrit", ".part");
        try {
            Files.write(part, content);
            Files.move(part, file, StandardCopyOption.REPLACE_EXISTING);
        } finally {
            Files.deleteIfExists(part);
        }
    }
}
