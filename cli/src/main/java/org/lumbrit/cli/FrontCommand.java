package org.lumbrit.cli;

import java.io.IOException;
import java.io.Writer;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.Callable;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.surface.FastMarching;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.formats.BadInputException;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** When a front arrives at the vertices of a mesh. */
@Command(
        name = "front",
        mixinStandardHelpOptions = true,
        description =
                "Prints when a front comes to each vertex of a mesh as CSV: x,y,z,arrival_s, or “never”. For a front of a site: probe --layer NAME --field arrival.")
final class FrontCommand implements Callable<Integer> {
    @Mixin
    private MeshArgument mesh;

    @Option(
            names = "--from",
            required = true,
            paramLabel = "PLACES",
            description =
                    "Where it begins: X,Y,Z; or X,Y,Z:X,Y,Z for a straight line. Once for each, or several separated by spaces.",
            arity = "1..*")
    private List<String> from;

    @Option(names = "--speed", paramLabel = "V", defaultValue = "1", description = "Metres a second; 1 unless given.")
    private double speed;

    @Override
    public Integer call() throws IOException {
        if (!(speed > 0 && speed <= 1e9)) {
            throw new BadInputException("--speed: above 0, up to 10⁹ m/s, not " + speed + ".");
        }
        List<FastMarching.Seed> seeds = new ArrayList<>();
        for (String each : from) {
            seeds.add(seed(each));
        }
        Mesh read = mesh.read();
        double[] speeds = new double[read.vertices()];
        Arrays.fill(speeds, speed);
        double[] arrival = new FastMarching(read.positions(), read.triangles()).arrival(seeds, speeds, Cancel.NEVER);
        float[] p = read.positions();
        try (Writer out = Output.writer()) {
            out.write("x,y,z,arrival_s\n");
            for (int i = 0; i < arrival.length; i++) {
                out.write(String.format(Locale.ROOT, "%.9g,%.9g,%.9g,", p[3 * i], p[3 * i + 1], p[3 * i + 2]));
                out.write(
                        arrival[i] == FastMarching.NEVER
                                ? "never\n"
                                : String.format(Locale.ROOT, "%.9g%n", arrival[i]));
            }
        }
        return 0;
    }

    /** X,Y,Z, or two of them with a colon between. */
    static FastMarching.Seed seed(String text) {
        String[] ends = text.split(":", -1);
        if (ends.length > 2) {
            throw new BadInputException("--from: X,Y,Z or X,Y,Z:X,Y,Z, not “" + text + "”.");
        }
        double[] both = new double[6];
        for (int k = 0; k < 2; k++) {
            String end = ends[Math.min(k, ends.length - 1)];
            System.arraycopy(Numbers.of("--from", "X,Y,Z or X,Y,Z:X,Y,Z in metres", 3, end), 0, both, 3 * k, 3);
        }
        return new FastMarching.Seed(both, 0, 0);
    }
}
