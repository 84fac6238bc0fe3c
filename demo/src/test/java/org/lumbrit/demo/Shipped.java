package org.lumbrit.demo;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;

/** The demo's files as they lie in the repository; DemoSiteTest holds that the code makes just these. */
final class Shipped {
    private Shipped() {}

    static byte[] file(String name) {
        try {
            return Files.readAllBytes(Path.of("thessock-tarn", name));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
