package org.lumbrit.cli;

import java.io.IOException;
import java.nio.file.Path;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.formats.BadInputException;
import org.lumbrit.formats.handover.GlbOfMesh;
import org.lumbrit.formats.mesh.ObjFile;
import org.lumbrit.formats.mesh.PlyFile;
import org.lumbrit.formats.mesh.StlFile;
import picocli.CommandLine.Option;

/** The file that a mesh is written to, where one is wanted. */
final class MeshOutput {
    @Option(names = "--to", paramLabel = "FILE", description = "Writes the mesh: .glb, .obj, .ply or .stl.")
    private Path file;

    boolean wanted() {
        return file != null;
    }

    void write(Mesh mesh, String name, int colour) throws IOException {
        byte[] content = switch (Output.ending(file)) {
            case "glb" -> GlbOfMesh.write(name, mesh, colour);
            case "obj" -> ObjFile.write(mesh, name);
            case "ply" -> PlyFile.write(mesh);
            case "stl" -> StlFile.write(mesh);
            default -> throw new BadInputException("--to: " + file + " should end in .glb, .obj, .ply or .stl.");
        };
        Output.whole(file, content);
    }

    /** Where there is anything to write. @param nothing what to say where there is not */
    void writeIfWanted(Mesh mesh, String name, int colour, String nothing) throws IOException {
        if (!wanted()) {
            return;
        }
        if (mesh.count() == 0) {
            throw new BadInputException(nothing);
        }
        write(mesh, name, colour);
    }
}
