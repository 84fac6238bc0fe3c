package org.lumbrit.cli;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.formats.BadInputException;
import org.lumbrit.formats.mesh.MeshFormat;
import picocli.CommandLine.Parameters;

/** The mesh file that a command works on. */
final class MeshArgument {
    @Parameters(index = "0", paramLabel = "FILE", description = "The mesh: OBJ, PLY, STL, GLB or glTF.")
    private Path file;

    Mesh read() throws IOException {
        if (!Files.isRegularFile(file)) {
            throw new BadInputException("There is no file " + file + ".");
        }
        if (Files.size(file) > MeshFormat.MOST_BYTES) {
            throw new BadInputException(file + " is larger than " + (MeshFormat.MOST_BYTES >> 20) + " MB.");
        }
        return MeshFormat.read(Files.readAllBytes(file), file.getFileName().toString());
    }
}
