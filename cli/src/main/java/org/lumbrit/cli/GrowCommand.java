package org.lumbrit.cli;

import java.io.IOException;
import java.io.Writer;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.Callable;
import org.lumbrit.core.growth.Growth;
import org.lumbrit.core.math.Point3;
import org.lumbrit.core.plants.MeshPlant;
import org.lumbrit.core.plants.PlantMesh;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.formats.BadInputException;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Spec;

/** What of a mesh is there at a growth along its length. */
@Command(
        name = "grow",
        mixinStandardHelpOptions = true,
        description = {
            "Prints how far along its length each vertex of a mesh lies, 0 at the foot to 1 at the tip, and how wide it is there at a growth, as CSV:"
                    + " x,y,z,along,factor. With --to it writes the grown part as a mesh.",
            "For a plant of a site: plant --layer NAME --growth G."
        })
final class GrowCommand implements Callable<Integer> {
    @Spec
    private CommandSpec spec;

    @Mixin
    private MeshArgument mesh;

    @Option(
            names = "--along",
            paramLabel = "HOW",
            defaultValue = "path",
            description =
                    "height; path, over edges from the lowest vertices; or surface, the shortest way from --foot.")
    private MeshPlant.Coordinate along;

    @Option(names = "--foot", paramLabel = "X,Y,Z", description = "Where it grows from, with --along surface.")
    private String foot;

    @Option(names = "--growth", paramLabel = "G", defaultValue = "1", description = "0 nothing to 1 all of it.")
    private double growth;

    @Option(
            names = "--taper",
            paramLabel = "T",
            defaultValue = "0.15",
            description = "Length of the growing tip, 0.001 to 10.")
    private double taper;

    @Mixin
    private MeshOutput output;

    @Override
    public Integer call() throws IOException {
        Numbers.within("--growth", growth, -1e6, 1e6);
        Numbers.within("--taper", taper, Growth.LEAST_TAPER, 10);
        if (along == MeshPlant.Coordinate.BRUSH || along == MeshPlant.Coordinate.SURFACE && foot == null) {
            throw new BadInputException("--along: height, path, or surface with --foot X,Y,Z.");
        }
        Mesh read = mesh.read();
        PlantMesh plant = MeshPlant.along(read, along, foot());
        if (output.wanted()) {
            output.writeIfWanted(
                    Growth.at(plant, growth, taper).mesh(),
                    "grown",
                    0x8A8A4A,
                    "--growth: at " + growth + " nothing of it is there, so there is no mesh to write.");
            return 0;
        }
        try (Writer out = Output.writer()) {
            out.write("x,y,z,along,factor\n");
            for (int v = 0; v < plant.vertices(); v++) {
                double s = plant.along()[v];
                out.write(String.format(
                        Locale.ROOT,
                        "%.9g,%.9g,%.9g,%.9g,%.9g%n",
                        plant.positions()[3 * v],
                        plant.positions()[3 * v + 1],
                        plant.positions()[3 * v + 2],
                        s,
                        growth <= 0 ? 0 : growth >= 1 ? 1 : Growth.factor(growth, taper, s)));
            }
        }
        double bad = MeshPlant.withoutLower(read, plant);
        if (bad > 0.01) {
            spec.commandLine()
                    .getErr()
                    .printf(
                            Locale.ROOT,
                            "%.1f %% of its vertices have no neighbour nearer to the foot: pieces would hang in the air as it grows. Try another --along, or another foot.%n",
                            100 * bad);
        }
        return 0;
    }

    private List<Point3> foot() {
        if (foot == null) {
            return List.of();
        }
        double[] at = Numbers.of("--foot", "X,Y,Z in metres", 3, foot);
        return List.of(new Point3(at[0], at[1], at[2]));
    }
}
