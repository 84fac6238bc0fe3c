package org.lumbrit.cli;

import java.io.IOException;
import java.io.Writer;
import java.util.Arrays;
import java.util.Locale;
import java.util.concurrent.Callable;
import org.lumbrit.core.crust.Accretion;
import org.lumbrit.core.falloff.Headings;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.meshing.Closing;
import org.lumbrit.core.meshing.HalfEdges;
import org.lumbrit.core.meshing.NotClosedException;
import org.lumbrit.core.surface.Crossings;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.core.surface.MeshCheck;
import org.lumbrit.formats.BadInputException;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Spec;

/** A closed mesh that grows step by step. */
@Command(
        name = "accrete",
        mixinStandardHelpOptions = true,
        description =
                "Grows a closed mesh step by step and prints each as CSV: step,triangles,tall_m,across_m,moved_m,volume_m3; what it has become last goes to --to.")
final class AccreteCommand implements Callable<Integer> {
    private static final int MOST = 2_000_000;

    @Spec
    private CommandSpec spec;

    @Mixin
    private MeshArgument mesh;

    @Option(
            names = "--length",
            required = true,
            paramLabel = "M",
            description = "Length of the triangles’ sides, metres.")
    private double length;

    @Option(
            names = "--steps",
            paramLabel = "N",
            defaultValue = "100",
            description = "How many steps; 100 unless given.")
    private int steps;

    @Option(
            names = "--step",
            paramLabel = "S",
            defaultValue = "0.25",
            description = "Share of a side that a place grows in a step, up to 0.25.")
    private double step;

    @Option(
            names = "--power",
            paramLabel = "K",
            defaultValue = "4",
            description = "How narrow it grows; 4 unless given.")
    private double power;

    @Option(
            names = "--turns",
            paramLabel = "T",
            defaultValue = "0.3",
            description = "Share of the steps after which it grows sideways; 1 for never, 0 from the start.")
    private double turns;

    @Option(
            names = "--turning",
            paramLabel = "T",
            defaultValue = "0.1",
            description = "Share of the steps that the turn takes.")
    private double turning;

    @Option(
            names = "--light",
            paramLabel = "FROM,AT",
            defaultValue = "180,90",
            description = "Degrees: where light comes from (0 is −z, 90 is +x), and its height above the horizon.")
    private String light;

    @Option(
            names = "--spread",
            paramLabel = "DEG",
            defaultValue = "0",
            description = "Half the angle of the cone that light comes from.")
    private double spread;

    @Option(
            names = "--clear",
            paramLabel = "M",
            description = "So near to itself nothing grows; two sides unless given.")
    private Double clear;

    @Option(names = "--smooth", paramLabel = "N", defaultValue = "3", description = "So often normals are smoothed.")
    private int smooth;

    @Option(
            names = "--uneven",
            paramLabel = "A",
            defaultValue = "0",
            description = "Share of growth that noise decides.")
    private double uneven;

    @Option(names = "--grain", paramLabel = "M", defaultValue = "1", description = "Metres across the noise.")
    private double grain;

    @Option(names = "--seed", paramLabel = "N", defaultValue = "1", description = "Of the noise.")
    private int seed;

    @Option(names = "--close", description = "Gives a mesh with holes or crossings a closed skin first.")
    private boolean close;

    @Mixin
    private MeshOutput output;

    @Override
    public Integer call() throws IOException {
        Numbers.within("--length", length, 1e-6, 1e6);
        Numbers.within("--steps", steps, 0, 10_000);
        Numbers.within("--step", step, 1e-6, 0.25);
        Numbers.within("--power", power, 0, 64);
        Numbers.within("--turns", turns, 0, 1);
        Numbers.within("--turning", turning, 0, 1);
        Numbers.within("--spread", spread, 0, 89);
        Numbers.within("--smooth", smooth, 0, 100);
        Numbers.within("--uneven", uneven, 0, 1);
        Numbers.within("--grain", grain, 1e-9, 1e9);
        double[] from = Numbers.of("--light", "two numbers of degrees", 2, light);
        Accretion rule = new Accretion(
                length,
                step,
                power,
                turns,
                turning,
                new double[] {0, 1, 0},
                Headings.direction(from[0], from[1]),
                spread,
                clear == null ? 2 * length : clear,
                smooth,
                uneven,
                grain,
                seed);
        Accretion.Body body = start(rule);
        try (Writer out = Output.writer()) {
            out.write("step,triangles,tall_m,across_m,moved_m,volume_m3\n");
            line(out, 0, body, 0);
            for (int at = 1; at <= steps && !rule.stands(body); at++) {
                body = rule.next(body, at, steps, AccreteCommand::everywhere, Cancel.NEVER);
                line(out, at, body, body.moved());
            }
        }
        Mesh mesh = body.mesh();
        spec.commandLine()
                .getErr()
                .println(Crossings.of(mesh, Cancel.NEVER).pairs() + " pairs of its triangles pass through each other.");
        output.writeIfWanted(mesh, "accretion", 0xB08A5A, "There is nothing to write.");
        return 0;
    }

    private Accretion.Body start(Accretion rule) throws IOException {
        Mesh read = mesh.read();
        double triangles = 2.31 * read.area() / (length * length);
        if (triangles > MOST) {
            throw new BadInputException("--length: triangles so small would be about " + Math.round(triangles) + "; "
                    + MOST + " are the most. Take longer ones.");
        }
        try {
            HalfEdges edges = close ? Closing.of(read, length, Cancel.NEVER) : HalfEdges.of(read);
            return rule.start(edges, Cancel.NEVER);
        } catch (NotClosedException e) {
            throw new BadInputException(e.getMessage() + " With --close it gets a closed skin first.");
        }
    }

    private static float[] everywhere(Mesh mesh) {
        float[] all = new float[mesh.vertices()];
        Arrays.fill(all, 1);
        return all;
    }

    private static void line(Writer out, int at, Accretion.Body body, double moved) throws IOException {
        Mesh mesh = body.mesh();
        double[] b = mesh.bounds();
        out.write(String.format(
                Locale.ROOT,
                "%d,%d,%.6g,%.6g,%.6g,%.6g%n",
                at,
                body.count(),
                b[4] - b[1],
                Math.max(b[3] - b[0], b[5] - b[2]),
                moved,
                MeshCheck.volume(mesh)));
    }
}
