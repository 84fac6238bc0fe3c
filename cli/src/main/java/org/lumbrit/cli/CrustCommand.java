package org.lumbrit.cli;

import java.io.IOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.Callable;
import org.lumbrit.core.crust.Crust;
import org.lumbrit.core.crust.Spikes;
import org.lumbrit.core.falloff.Headings;
import org.lumbrit.core.fronts.Spread;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.surface.Crossings;
import org.lumbrit.core.surface.FastMarching;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.core.surface.MeshCheck;
import org.lumbrit.core.surface.TriangleTree;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** A crust that spreads over a mesh, with spikes, as one closed mesh. */
@Command(
        name = "crust",
        mixinStandardHelpOptions = true,
        description =
                "Lets a crust spread over a mesh up to a time, stand up in spikes, and fuses it; prints what it has become as lines of name and number, and writes it to --to.")
final class CrustCommand implements Callable<Integer> {
    @Mixin
    private MeshArgument mesh;

    @Option(
            names = "--from",
            required = true,
            paramLabel = "PLACES",
            arity = "1..*",
            description = "Where it begins: X,Y,Z; or X,Y,Z:X,Y,Z for a straight line.")
    private List<String> from;

    @Option(names = "--time", paramLabel = "S", defaultValue = "10", description = "Seconds after it set out.")
    private double time;

    @Option(names = "--speed", paramLabel = "V", defaultValue = "0.1", description = "Metres a second that it spreads.")
    private double speed;

    @Option(
            names = "--stops",
            paramLabel = "S",
            defaultValue = "6",
            description = "Seconds after which a place grows no more.")
    private double stops;

    @Option(
            names = "--thick",
            paramLabel = "M",
            defaultValue = "0.03",
            description = "Metres, where it has grown wholly.")
    private double thick;

    @Option(
            names = "--cell",
            paramLabel = "M",
            defaultValue = "0.02",
            description = "Metres, of the grid that it is fused on.")
    private double cell;

    @Option(names = "--smooth", paramLabel = "N", defaultValue = "1", description = "So often it is evened out.")
    private int smooth;

    @Option(
            names = "--lighter",
            paramLabel = "M",
            defaultValue = "0",
            description = "Metres that the surface may move by where triangles are taken away.")
    private double lighter;

    @Option(names = "--spikes", paramLabel = "N", defaultValue = "0", description = "Spikes a square metre.")
    private double spikes;

    @Option(names = "--longest", paramLabel = "M", defaultValue = "0.2", description = "Length of the longest spike.")
    private double longest;

    @Option(names = "--radius", paramLabel = "M", defaultValue = "0.025", description = "Of a spike’s root.")
    private double radius;

    @Option(
            names = "--combed",
            paramLabel = "TO,UP",
            defaultValue = "0,-90",
            description = "Degrees: where spikes are combed to, and how far above the horizon.")
    private String combed;

    @Option(
            names = "--leans",
            paramLabel = "A",
            defaultValue = "0",
            description = "0 out of the surface to 1 as combed.")
    private double leans;

    @Option(names = "--branches", paramLabel = "N", defaultValue = "0", description = "On each spike.")
    private int branches;

    @Option(names = "--seed", paramLabel = "N", defaultValue = "1", description = "Of all that is random.")
    private int seed;

    @Mixin
    private MeshOutput output;

    @Override
    public Integer call() throws IOException {
        Numbers.within("--time", time, -1e9, 1e9);
        Numbers.within("--speed", speed, 1e-9, 1e9);
        Numbers.within("--stops", stops, 1e-6, 1e9);
        Numbers.within("--thick", thick, 0, 1e6);
        Numbers.within("--cell", cell, 1e-6, 1e6);
        Numbers.within("--smooth", smooth, 0, 100);
        Numbers.within("--lighter", lighter, 0, 1e6);
        Numbers.within("--spikes", spikes, 0, 1e9);
        Numbers.within("--longest", longest, 0, 1e6);
        Numbers.within("--radius", radius, 1e-6, 1e6);
        Numbers.within("--leans", leans, 0, 1);
        Numbers.within("--branches", branches, 0, 100);
        List<FastMarching.Seed> seeds = new ArrayList<>();
        for (String each : from) {
            seeds.add(FrontCommand.seed(each));
        }
        double[] comb = Numbers.of("--combed", "two numbers of degrees", 2, combed);
        Mesh fine = Spread.fine(mesh.read(), 4 * cell);
        double[] speeds = new double[fine.vertices()];
        Arrays.fill(speeds, speed);
        double[] arrival = new FastMarching(fine.positions(), fine.triangles()).arrival(seeds, speeds, Cancel.NEVER);
        double[] grown = Crust.grown(arrival, time, stops);
        float[] density = new float[fine.vertices()];
        Arrays.fill(density, (float) spikes);
        float[] thicks = new float[fine.vertices()];
        Arrays.fill(thicks, (float) thick);
        double[] standing = new Spikes(
                        longest, 0.6, radius, 0.1, Headings.direction(comb[0], comb[1]), leans, 0.25, branches, seed)
                .of(fine, density, grown);
        Mesh made = new Crust(cell, smooth, lighter)
                .on(fine, new TriangleTree(fine), grown, thicks, standing, Cancel.NEVER);
        MeshCheck check = MeshCheck.of(made);
        int come = 0;
        for (double each : grown) {
            come += each > 0 ? 1 : 0;
        }
        System.out.printf(Locale.ROOT, "covered_share %.6g%n", (double) come / grown.length);
        System.out.printf("spikes %d%n", standing.length / Spikes.NUMBERS);
        System.out.printf("triangles %d%n", made.count());
        System.out.printf(Locale.ROOT, "volume_m3 %.6g%n", made.count() == 0 ? 0 : MeshCheck.volume(made));
        System.out.printf("open_sides %d%n", check.open());
        System.out.printf("crowded_sides %d%n", check.crowded());
        System.out.printf(
                "crossings %d%n",
                made.count() == 0 ? 0 : Crossings.of(made, Cancel.NEVER).pairs());
        output.writeIfWanted(
                made, "crust", 0xD8E8F0, "At " + time + " s nothing has come yet, so there is no mesh to write.");
        return 0;
    }
}
