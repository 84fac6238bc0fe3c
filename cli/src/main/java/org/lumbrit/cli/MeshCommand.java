package org.lumbrit.cli;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.concurrent.Callable;
import org.lumbrit.core.drawn.EdgeCount;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.core.surface.MeshCheck;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** Checks a mesh without a recipe. */
@Command(
        name = "mesh",
        mixinStandardHelpOptions = true,
        description = "Reads a mesh (OBJ, PLY, STL, GLB, glTF) and says how large and how sound it is.")
final class MeshCommand implements Callable<Integer> {
    @Mixin
    private MeshArgument file;

    @Option(
            names = "--crease",
            paramLabel = "DEG",
            description = "Also counts the edges that are creases by this angle.")
    private Double crease;

    @Option(
            names = "--eye",
            paramLabel = "X,Y,Z",
            description = "Also counts the edges that are outlines from here, metres.")
    private String eye;

    @Override
    public Integer call() throws IOException {
        Mesh mesh = file.read();
        MeshCheck check = MeshCheck.of(mesh);
        double[] b = mesh.bounds();
        String text = "triangles " + mesh.count() + "\nvertices " + mesh.vertices() + "\nsize "
                + size(b[3] - b[0]) + " x " + size(b[4] - b[1]) + " x " + size(b[5] - b[2]) + "\narea "
                + size(mesh.area()) + "\nvolume " + (check.closed() ? size(MeshCheck.volume(mesh)) : "open")
                + "\nopen-edges " + check.open() + "\ncrowded-edges " + check.crowded() + "\nflipped-edges "
                + check.flipped() + "\ndegenerate " + check.degenerate() + "\ninside-out " + check.insideOut() + "\n";
        if (crease != null || eye != null) {
            double[] from = eye == null ? new double[3] : Numbers.of("--eye", "X,Y,Z in metres", 3, eye);
            EdgeCount edges = EdgeCount.of(mesh, crease == null ? 30 : crease, from);
            text += (crease == null ? "" : "creases " + edges.creases() + "\n")
                    + (eye == null ? "" : "outlines " + edges.outlines() + "\n") + "borders " + edges.borders() + "\n";
        }
        Output.print(text.getBytes(StandardCharsets.UTF_8));
        return 0;
    }

    private static String size(double value) {
        return Decimal.write(value, 6);
    }
}
