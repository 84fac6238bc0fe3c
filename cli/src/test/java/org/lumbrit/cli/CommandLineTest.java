package org.lumbrit.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.PrintStream;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class CommandLineTest {
    /** The demo's recipe on ground of 64 × 64 nodes. */
    private static final String DEMO = smaller("../demo/thessock-tarn/recipe.json");

    private static String smaller(String recipe) {
        try {
            String text = Files.readString(Path.of(recipe));
            Path folder = Files.createTempDirectory("lumbrit-cli");
            Path small = folder.resolve("recipe.json");
            Files.writeString(small, text.replaceFirst("\"resolution\" *: *512", "\"resolution\" : 64"));
            return small.toString();
        } catch (IOException e) {
            throw new java.io.UncheckedIOException(e);
        }
    }

    record Run(int exit, String out, String errors) {}

    /** One at a time, as it takes what is printed. */
    static synchronized Run run(String... arguments) {
        StringWriter errors = new StringWriter();
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        PrintStream before = System.out;
        System.setOut(new PrintStream(out, true, StandardCharsets.UTF_8));
        try {
            int exit = Lumbrit.run(arguments, new PrintWriter(errors, true));
            return new Run(exit, out.toString(StandardCharsets.UTF_8), errors.toString());
        } finally {
            System.setOut(before);
        }
    }

    private static List<String> rows(String csv) {
        List<String> rows = new ArrayList<>(csv.lines().toList());
        rows.remove(0);
        return rows;
    }

    @Test
    void aSoundRecipeChecks() {
        Run run = run("check", "../demo/thessock-tarn/recipe.json");
        assertThat(run.exit()).isZero();
        assertThat(run.out()).contains("“Thessock Tarn” is sound");
    }

    @Test
    void probeGivesTheSourceAndEachStepBeforeTheValue(@TempDir Path folder) throws IOException {
        Path points = folder.resolve("points.csv");
        Files.writeString(points, "x,z\n10,40\n-20,30\n");
        Run run = run("probe", DEMO, "--falloff", "Shore", "--at", points.toString(), "--steps");
        assertThat(run.out().lines().findFirst()).hasValue("x,y,z,source,1 window,2 clamp,3 contrast,4 multiply,value");
        for (String row : rows(run.out())) {
            String[] cells = row.split(",");
            assertThat(cells[8]).isEqualTo(cells[7]);
            double source = Double.parseDouble(cells[3]);
            assertThat(Double.parseDouble(cells[4]))
                    .isCloseTo((source - 0.05) / 0.65, org.assertj.core.api.Assertions.within(1e-5));
        }
    }

    @Test
    void findingsArePrintedAndStrictEndsWithOneWhereOneWarns(@TempDir Path folder) throws IOException {
        assertThat(run("findings", DEMO).exit()).isZero();
        Path level = folder.resolve("recipe.json");
        Files.writeString(level, """
                {"format":"lumbrit-recipe","version":1,"name":"Level","ground":{"width":20},"places":[],"props":[],
                 "falloffs":[{"id":"f","name":"Low","source":{"kind":"height","low":5,"high":9},"steps":[]}],
                 "layers":[],"drives":[],"clock":{}}
                """);
        Run plain = run("findings", level.toString());
        assertThat(plain.exit()).isZero();
        assertThat(plain.out())
                .contains(
                        "warning  Low: levels beside the ground", "note     Low: nothing driven", "Remedy: Delete it.");
        assertThat(run("findings", level.toString(), "--strict").exit()).isEqualTo(1);
        Run json = run("findings", level.toString(), "--json", "--strict");
        assertThat(json.exit()).isEqualTo(1);
        assertThat(json.out()).startsWith("[").contains("\"kind\" : \"remove-falloff\"");
    }

    @Test
    void theGroundIsWrittenAsItWasAfterAStepOfAnErosion(@TempDir Path folder) throws IOException {
        String whole = folder.resolve("whole.asc").toString();
        String last = folder.resolve("last.asc").toString();
        String first = folder.resolve("first.asc").toString();
        assertThat(run("ground", DEMO, "--layer", "Rain", "--to", whole).exit()).isZero();
        String most = run("ground", DEMO, "--layer", "Rain", "--step", "9999", "--to", last)
                .errors();
        String steps = most.replaceAll(".*between 0 and (\\d+) for.*\\s*", "$1");
        assertThat(run("ground", DEMO, "--layer", "Rain", "--step", steps, "--to", last)
                        .exit())
                .isZero();
        assertThat(run("ground", DEMO, "--layer", "Rain", "--step", "1", "--to", first)
                        .exit())
                .isZero();
        assertThat(Files.readString(Path.of(last))).isEqualTo(Files.readString(Path.of(whole)));
        assertThat(Files.readString(Path.of(first))).isNotEqualTo(Files.readString(Path.of(whole)));
        assertThat(run("ground", DEMO, "--layer", "Hills", "--step", "1", "--to", first)
                        .errors())
                .contains("is not made step by step");
    }

    @Test
    void fieldsOfLayersAreProbedInTheirUnits() {
        Run difference = run("probe", DEMO, "--layer", "Rain", "--field", "difference", "--grid", "9");
        assertThat(rows(difference.out())).hasSize(81).anyMatch(row -> row.split(",")[3].startsWith("-"));
        Run density = run("probe", DEMO, "--layer", "Cotton grass", "--field", "density", "--grid", "9");
        assertThat(rows(density.out())).anyMatch(row -> Double.parseDouble(row.split(",")[3]) > 1);
        Run wrong = run("probe", DEMO, "--layer", "Rain", "--field", "wetness", "--grid", "9");
        assertThat(wrong.exit()).isEqualTo(2);
        assertThat(wrong.errors()).contains("has no “wetness”; it has difference, ");
    }

    @Test
    void tilesOfAScatterAreTheWhole() {
        List<String> whole =
                rows(run("scatter", DEMO, "--layer", "Cotton grass").out());
        List<String> parts = new ArrayList<>();
        for (String tile : List.of("-80,-80,3.7,80", "3.7,-80,80,11", "3.7,11,80,80")) {
            parts.addAll(rows(run("scatter", DEMO, "--layer", "cotton-grass", "--tile", tile)
                    .out()));
        }
        Collections.sort(parts);
        List<String> sorted = new ArrayList<>(whole);
        Collections.sort(sorted);
        assertThat(parts).isEqualTo(sorted);
        assertThat(whole.size()).isGreaterThan(15_000);
    }

    @Test
    void aPlantSaysItsDetailLevelsAndIsWrittenAsAMeshAtAnyGrowth(@TempDir Path folder) throws IOException {
        List<String> levels = run("plant", DEMO, "--layer", "Pass birch", "--variant", "1")
                .out()
                .lines()
                .toList();
        assertThat(levels.get(0)).isEqualTo("detail,triangles,error,missing,stand-in");
        assertThat(levels).hasSize(6);
        assertThat(levels.get(1)).matches("0,[0-9]+,0,0,false");
        assertThat(levels.get(5)).endsWith("true");
        Path whole = folder.resolve("birch.ply");
        Path half = folder.resolve("half.ply");
        assertThat(run("plant", DEMO, "--layer", "Pass birch", "--to", whole.toString())
                        .exit())
                .isZero();
        assertThat(run("plant", DEMO, "--layer", "Pass birch", "--growth", "0.5", "--to", half.toString())
                        .exit())
                .isZero();
        assertThat(Files.size(half)).isBetween(1000L, Files.size(whole) - 1);
        assertThat(run("mesh", whole.toString()).out()).contains("triangles");
        Run none = run("plant", DEMO, "--layer", "Pass birch", "--growth", "0", "--to", half.toString());
        assertThat(none.exit()).isEqualTo(2);
        assertThat(none.errors()).contains("nothing of the plant is there");
        assertThat(run("plant", DEMO, "--layer", "Pass birch", "--detail", "9").errors())
                .contains("0 to 4");
    }

    @Test
    void aFrontSaysWhenItComesToTheVerticesOfAMesh(@TempDir Path folder) throws IOException {
        Path mesh = folder.resolve("strip.obj");
        Files.writeString(mesh, """
                v 0 0 0
                v 2 0 0
                v 0 0 2
                v 2 0 2
                v 9 0 9
                v 10 0 9
                v 9 0 10
                f 1 3 2
                f 2 3 4
                f 5 7 6
                """);
        Run run = run("front", mesh.toString(), "--from", "0,0,0:0,0,2", "--speed", "0.5");
        assertThat(run.exit()).isZero();
        List<String> rows = run.out().lines().toList();
        assertThat(rows.get(0)).isEqualTo("x,y,z,arrival_s");
        assertThat(rows.stream().filter(row -> row.endsWith("never")).count()).isEqualTo(3);
        assertThat(rows.stream().filter(row -> row.matches("2\\.0*,.*,4\\.0*")).count())
                .isEqualTo(2);
        assertThat(run("front", mesh.toString(), "--from", "0,0").errors()).contains("X,Y,Z");
        assertThat(run("front", mesh.toString(), "--from", "0,0,0", "--speed", "0")
                        .errors())
                .contains("--speed");
    }

    static Path cube(Path folder) throws IOException {
        Path mesh = folder.resolve("cube.obj");
        Files.writeString(mesh, """
                v 0 0 0
                v 1 0 0
                v 1 1 0
                v 0 1 0
                v 0 0 1
                v 1 0 1
                v 1 1 1
                v 0 1 1
                f 1 3 2
                f 1 4 3
                f 5 6 7
                f 5 7 8
                f 1 2 6
                f 1 6 5
                f 3 4 8
                f 3 8 7
                f 2 3 7
                f 2 7 6
                f 1 5 8
                f 1 8 4
                """);
        return mesh;
    }

    @Test
    void aMeshGrowsAlongItsLength(@TempDir Path folder) throws IOException {
        Path mesh = cube(folder);
        Run run = run("grow", mesh.toString(), "--along", "height", "--growth", "0.5", "--taper", "0.2");
        assertThat(run.exit()).isZero();
        List<String> rows = run.out().lines().toList();
        assertThat(rows.get(0)).isEqualTo("x,y,z,along,factor");
        // at the foot it is whole, at the tip nothing yet
        assertThat(rows.stream().filter(row -> row.matches(".*,0\\.0*,1\\.0*")).count())
                .isEqualTo(4);
        assertThat(rows.stream().filter(row -> row.matches(".*,1\\.0*,0\\.0*")).count())
                .isEqualTo(4);
        Path part = folder.resolve("part.ply");
        assertThat(run("grow", mesh.toString(), "--along", "height", "--growth", "0.5", "--to", part.toString())
                        .exit())
                .isZero();
        assertThat(Files.size(part)).isPositive();
        assertThat(run("grow", mesh.toString(), "--growth", "0", "--to", part.toString())
                        .errors())
                .contains("nothing of it");
        assertThat(run("grow", mesh.toString(), "--along", "surface").errors()).contains("--foot");
    }

    @Test
    void aCrustIsClosedAndSaysWhatItIs(@TempDir Path folder) throws IOException {
        Path mesh = cube(folder);
        Path made = folder.resolve("ice.ply");
        Run run = run(
                "crust",
                mesh.toString(),
                "--from",
                "0.5,1,0.5",
                "--time",
                "4",
                "--speed",
                "0.5",
                "--stops",
                "1",
                "--cell",
                "0.05",
                "--spikes",
                "30",
                "--to",
                made.toString());
        assertThat(run.exit()).as(run.errors()).isZero();
        assertThat(run.out()).contains("covered_share").contains("open_sides 0").contains("crossings 0");
        assertThat(run("mesh", made.toString()).out()).contains("triangles");
        assertThat(run("crust", mesh.toString(), "--from", "0.5,1,0.5", "--time", "-1", "--to", made.toString())
                        .errors())
                .contains("nothing has come yet");
        assertThat(run("crust", mesh.toString(), "--from", "0,0,0", "--cell", "0.00001")
                        .exit())
                .isEqualTo(2);
    }

    @Test
    void anAccretionIsPrintedStepByStep(@TempDir Path folder) throws IOException {
        Path mesh = cube(folder);
        Run run = run("accrete", mesh.toString(), "--length", "0.2", "--steps", "6", "--turns", "1", "--clear", "0.2");
        assertThat(run.exit()).as(run.errors()).isZero();
        List<String> rows = run.out().lines().toList();
        assertThat(rows.get(0)).isEqualTo("step,triangles,tall_m,across_m,moved_m,volume_m3");
        assertThat(rows).hasSize(8);
        double first = Double.parseDouble(rows.get(1).split(",")[5]);
        assertThat(first).isBetween(0.99, 1.01);
        assertThat(Double.parseDouble(rows.get(7).split(",")[5])).isGreaterThan(first + 0.1);
        assertThat(run.errors()).startsWith("0 pairs");
        Path open = folder.resolve("open.obj");
        Files.writeString(open, Files.readString(mesh).replace("f 1 3 2\n", ""));
        assertThat(run("accrete", open.toString(), "--length", "0.2").errors())
                .contains("not closed")
                .contains("--close");
        assertThat(run("accrete", open.toString(), "--length", "0.2", "--steps", "2", "--close")
                        .exit())
                .isZero();
    }

    @Test
    void aShareOfTheGroundUnderPlantsIsSolvedFor() {
        Run run = run("aim", DEMO, "--layer", "Birches", "--covers", "0.02");
        assertThat(run.exit()).isZero();
        assertThat(run.out())
                .contains("met: yes")
                .contains("of the ground under its plants")
                .contains("\"density\"");
        assertThat(run("aim", DEMO, "--layer", "Birches", "--covers", "1.2").exit())
                .isEqualTo(2);
    }

    @Test
    void theRosterHasWhatDroveEachPlant() {
        List<String> roster = run("scatter", DEMO, "--layer", "Birches", "--roster")
                .out()
                .lines()
                .toList();
        assertThat(roster.get(0)).startsWith("id,x (m),y (m),z (m),length (m)").contains("Groves");
        assertThat(roster.size())
                .isEqualTo(
                        run("scatter", DEMO, "--layer", "Birches").out().lines().count());
    }

    @Test
    void handOverWritesWholeFiles(@TempDir Path folder) throws IOException {
        Run run = run("handover", DEMO, "--to", folder.toString(), "--format", "masks,recipe");
        assertThat(run.exit()).isZero();
        try (var files = Files.walk(folder)) {
            assertThat(files.filter(Files::isRegularFile)
                            .map(file -> folder.relativize(file).toString()))
                    .contains("masks/shore.png", "recipe/recipe.json", "report.txt")
                    .noneMatch(name -> name.endsWith(".part") || name.endsWith(".glb"));
        }
        assertThat(run("check", folder.resolve("recipe/recipe.json").toString()).exit())
                .isZero();
    }

    @Test
    void badInputIsOneLineAndExitTwo(@TempDir Path folder) throws IOException {
        Path broken = folder.resolve("broken.json");
        Files.writeString(broken, Files.readString(Path.of(DEMO)).replace("\"power\" : 1.4", "\"power\" : -3"));
        Path alone = folder.resolve("alone/recipe.json");
        Files.createDirectories(alone.getParent());
        Files.writeString(
                alone,
                Files.readString(Path.of(DEMO))
                        .replace("\"ground\" : {", "\"ground\" : { \"heights\" : \"ground.png\","));
        for (List<String> bad : List.of(
                List.of("check", "nowhere.json"),
                List.of("check", broken.toString()),
                List.of("check", alone.toString()),
                List.of("probe", DEMO, "--falloff", "Shroe", "--grid", "4"),
                List.of("probe", DEMO, "--falloff", "Shore"),
                List.of("probe", DEMO, "--falloff", "Shore", "--grid", "1"),
                List.of("probe", DEMO, "--falloff", "Shore", "--at", "nowhere.csv"),
                List.of("scatter", DEMO, "--layer", "Cotton grass", "--tile", "1,2,3"),
                List.of("handover", DEMO, "--to", broken.toString()),
                List.of("handover", DEMO, "--to", folder.toString(), "--format", "abc"),
                List.of("dance"),
                List.<String>of())) {
            Run run = run(bad.toArray(String[]::new));
            assertThat(run.exit()).as("%s", bad).isEqualTo(2);
            assertThat(run.errors().lines()).as("%s", bad).hasSize(1);
            assertThat(run.errors()).startsWith("lumbrit: ").doesNotContain("should not happen");
            assertThat(run.out()).as("%s", bad).isEmpty();
        }
    }

    @Test
    void theSchemaIsPrinted() {
        assertThat(run("schema").out()).contains("\"$schema\"").contains("lumbrit-recipe");
    }

    @Test
    void anAimPrintsTheSettingAndWhatItReaches() {
        Run level = run("aim", DEMO, "--layer", "Rain water", "--level", "0");
        assertThat(level.exit()).isZero();
        assertThat(level.out()).contains("setting: litres", "met: no", "It cannot be met");
        Run draught = run("aim", DEMO, "--prop", "Raft", "--draught", "0.2");
        assertThat(draught.out()).contains("setting: weight", "met: yes", "set-prop");
        assertThat(run("aim", DEMO, "--prop", "Landing hut", "--draught", "0.2").exit())
                .isNotZero();
        assertThat(run("aim", DEMO, "--prop", "Raft").errors()).contains("--draught M");
        Run run = run("aim", DEMO, "--falloff", "Tussocks", "--covers", "0.35");
        assertThat(run.exit()).isZero();
        assertThat(run.out()).contains("met: yes");
        double reached = Double.parseDouble(run.out()
                .lines()
                .filter(line -> line.startsWith("reached: "))
                .findFirst()
                .orElseThrow()
                .substring(9));
        assertThat(reached).isCloseTo(0.35, org.assertj.core.api.Assertions.within(0.005));
        for (String[] bad : new String[][] {
            {"--falloff", "Tussocks", "--covers", "1.5"},
            {"--falloff", "Tussocks"},
            {"--falloff", "Nowhere", "--covers", "0.5"},
            {"--falloff", "Each its own", "--covers", "0.5"}
        }) {
            List<String> arguments = new ArrayList<>(List.of("aim", DEMO));
            Collections.addAll(arguments, bad);
            Run refused = run(arguments.toArray(String[]::new));
            assertThat(refused.exit()).isEqualTo(2);
            assertThat(refused.errors().lines()).hasSize(1);
        }
    }

    @Test
    void aPictureIsWrittenWholeAsPngOrTiff(@TempDir Path folder) throws IOException {
        Path tiff = folder.resolve("shore.tif");
        assertThat(run("picture", DEMO, "--falloff", "Shore", "--size", "41", "--to", tiff.toString())
                        .exit())
                .isZero();
        java.awt.image.Raster raster = javax.imageio.ImageIO.read(tiff.toFile()).getRaster();
        List<String> rows =
                rows(run("probe", DEMO, "--falloff", "Shore", "--grid", "41").out());
        assertThat(rows).hasSize(raster.getWidth() * raster.getHeight());
        for (int i = 0; i < rows.size(); i += 37) {
            float probed = Float.parseFloat(rows.get(i).split(",")[3]);
            assertThat(raster.getSampleFloat(i % 41, i / 41, 0))
                    .isCloseTo(probed, org.assertj.core.api.Assertions.within(1e-6f));
        }
        Path png = folder.resolve("shore.png");
        run("picture", DEMO, "--falloff", "Shore", "--size", "41", "--to", png.toString());
        java.awt.image.BufferedImage image = javax.imageio.ImageIO.read(png.toFile());
        assertThat(image.getColorModel().getPixelSize()).isEqualTo(16);
        assertThat(run("picture", DEMO, "--falloff", "Shore", "--size", "41", "--to", folder + "/shore.jpg")
                        .errors())
                .contains(".png or .tif");
        try (java.util.stream.Stream<Path> files = Files.list(folder)) {
            assertThat(files).as("nothing half-written is left").hasSize(2);
        }
    }

    private static final String WINDY = """
            {"format":"lumbrit-recipe","version":1,"name":"Windy","ground":{"width":40,"resolution":33,"lowest":1},
             "props":[{"id":"flag","name":"Flag","shape":{"kind":"banner"},"y":3,"standing":false}],
             "layers":[
              {"kind":"cover","id":"grass","name":"Grass",
               "properties":{"density":{"low":0,"high":0.2},"spacing":{"low":0,"high":0},"lean":{"low":0,"high":0}}},
              {"kind":"wind","id":"wind","name":"Wind","heading":90,"gustSpeed":6,"gustLength":%s,"turbulenceSize":3},
              {"kind":"sway","id":"sway","name":"Sway","wind":"wind","cover":"grass",
               "properties":{"crinkle":{"low":0,"high":0}}},
              {"kind":"push","id":"wave","name":"Wave","wind":"wind","prop":"flag","featureSize":0.9,
               "properties":{"strength":{"low":0,"high":%s}}}],
             "clock":{"framesPerSecond":24,"loopSeconds":4}}""";

    private static String windy(Path folder, double gustLength, double strength) throws IOException {
        Path recipe = folder.resolve("windy.json");
        Files.writeString(recipe, WINDY.formatted(gustLength, strength));
        return recipe.toString();
    }

    @Test
    void theWindTravelsDownwindAndComesBackAfterTheLoop(@TempDir Path folder) throws IOException {
        String recipe = windy(folder, 6, 0.1);
        Run here = run("wind", recipe, "--layer", "Wind", "--at", "3,4", "--seconds", "1", "--seconds", "5");
        Run later = run("wind", recipe, "--layer", "wind", "--at", "9,4", "--seconds", "2");
        String[] now = rows(here.out()).get(0).split(",");
        assertThat(rows(here.out()).get(1).split(",")[6]).as("after the loop").isEqualTo(now[6]);
        assertThat(Double.parseDouble(rows(later.out()).get(0).split(",")[6]))
                .as("6 m downwind a second later")
                .isCloseTo(Double.parseDouble(now[6]), org.assertj.core.api.Assertions.within(1e-6));
        assertThat(rows(run("wind", recipe, "--layer", "Wind", "--at", "0,0").out()))
                .hasSize(96);
        assertThat(run("wind", recipe, "--layer", "Wind", "--at", "0").errors()).contains("--at: two numbers");
        assertThat(run("wind", recipe, "--layer", "Sway", "--at", "0,0").errors())
                .contains("is no wind");
        assertThat(run("wind", recipe, "--layer", "Wind", "--at", "0,0", "--frames", "90:99")
                        .errors())
                .contains("--frames: from 0 to 95");
    }

    @Test
    void aFrameOfASwayAloneIsTheFrameInSequence(@TempDir Path folder) throws IOException {
        String recipe = windy(folder, 6, 0.1);
        List<String> all =
                rows(run("sway", recipe, "--layer", "Sway", "--plants", "5").out());
        assertThat(all).hasSize(5 * 96);
        List<String> one = rows(run("sway", recipe, "--layer", "Sway", "--plants", "5", "--frames", "37")
                .out());
        assertThat(one)
                .containsExactlyElementsOf(all.stream()
                        .filter(row -> row.split(",")[1].equals("37"))
                        .toList());
        // the mean bend of a loop is the lean; what is left swings about it
        double sum = all.stream()
                .filter(row -> row.startsWith(all.get(0).substring(0, 16)))
                .mapToDouble(row -> Double.parseDouble(row.split(",")[2]))
                .sum();
        assertThat(sum / 96).as("leans with the wind").isBetween(3.0, 60.0);
        String report = run("sway", recipe, "--layer", "Sway", "--report").out();
        assertThat(report).contains("\"seamRatio\"").contains("\"errorAtMost_deg\"");
        List<String> vertices =
                rows(run("sway", recipe, "--layer", "Sway", "--plants", "1", "--frames", "0:95", "--vertices")
                        .out());
        assertThat(vertices.stream()
                        .filter(row -> row.split(",")[2].equals("0"))
                        .map(row -> row.split(",", 4)[3])
                        .distinct()
                        .count())
                .as("places that a vertex at the foot takes")
                .isEqualTo(1);
    }

    @Test
    void aPushThatPassesThroughItselfIsReportedWithTheLargestFreeStrength(@TempDir Path folder) throws IOException {
        assertThat(run("push", windy(folder, 6, 6), "--layer", "Wave", "--report")
                        .out())
                .as("a flat sheet that is pushed one way never meets itself")
                .contains("\"sound\" : true");
        String wild =
                run("push", thickFlag(folder, 3), "--layer", "Wave", "--report").out();
        assertThat(wild).contains("\"sound\" : false");
        double free = Double.parseDouble(wild.replaceAll("(?s).*\"largestFreeStrength_m\" : ([0-9.E-]+).*", "$1"));
        assertThat(free)
                .as("half its thickness is 0.2 m, and waves do not reach their greatest")
                .isBetween(0.05, 2.9);
        assertThat(run("push", thickFlag(folder, free), "--layer", "Wave", "--report")
                        .out())
                .contains("\"sound\" : true");
    }

    /** A box whose sides are pushed against each other. */
    private static String thickFlag(Path folder, double strength) throws IOException {
        Path recipe = folder.resolve("thick.json");
        Files.writeString(
                recipe,
                WINDY.formatted(6.0, strength)
                        .replace(
                                "{\"kind\":\"banner\"}",
                                "{\"kind\":\"box\",\"width\":3,\"height\":2,\"depth\":0.4},\"subdivide\":3"));
        return recipe.toString();
    }

    @Test
    void whatDoesNotLoopIsListedAndARecipeThatDoesIsWritten(@TempDir Path folder) throws IOException {
        Path whole = folder.resolve("whole.json");
        Run run = run("loop", windy(folder, 6.5, 0.1), "--to", whole.toString());
        assertThat(run.out()).contains("3.692 gust lengths").contains("gust length 6 m");
        assertThat(run("loop", whole.toString()).out()).contains("Every motion loops");
        assertThat(run("sway", whole.toString(), "--layer", "Sway", "--report").out())
                .containsPattern("\"seamRatio\" : (0[.]|1[.]0[0-4])");
    }

    /** Bent strands in a storm, with rime on them. */
    private static String storm(Path folder) throws IOException {
        Path recipe = folder.resolve("storm.json");
        Files.writeString(recipe, """
                {"format":"lumbrit-recipe","version":1,"name":"Storm","ground":{"width":20,"resolution":33,"lowest":1},
                 "layers":[
                  {"kind":"cover","id":"grass","name":"Grass","plant":{"kind":"strand","variants":3,"bend":110,"triangles":41},
                   "properties":{"density":{"low":0,"high":1},"length":{"low":1,"high":1},"lean":{"low":10,"high":10}}},
                  {"kind":"wind","id":"wind","name":"Wind","heading":70,"gustSpeed":6,"gustLength":6,"turbulenceSize":2,
                   "properties":{"speed":{"low":0,"high":20}}},
                  {"kind":"sway","id":"sway","name":"Sway","wind":"wind","cover":"grass"},
                  {"kind":"grains","id":"rime","name":"Rime","count":40,"carrier":{"kind":"plants","of":"grass"}}],
                 "clock":{"framesPerSecond":12,"loopSeconds":3}}""");
        return recipe.toString();
    }

    @Test
    void aCurvedStrandKeepsTheLengthOfItsMidLineInAStorm(@TempDir Path folder) throws IOException {
        List<String> rows =
                rows(run("sway", storm(folder), "--layer", "Sway", "--plants", "6", "--frames", "0:35", "--vertices")
                        .out());
        double least = Double.POSITIVE_INFINITY;
        double most = 0;
        double[] before = null;
        double[] left = null;
        double length = 0;
        String of = "";
        for (String row : rows) {
            String[] cells = row.split(",");
            double[] at = {Double.parseDouble(cells[3]), Double.parseDouble(cells[4]), Double.parseDouble(cells[5])};
            int vertex = Integer.parseInt(cells[2]);
            if (!of.equals(cells[0] + cells[1])) {
                of = cells[0] + cells[1];
                before = null;
                length = 0;
            }
            boolean tip = vertex == 42;
            if (vertex % 2 == 0 && !tip) {
                left = at;
                continue;
            }
            double[] middle =
                    tip ? at : new double[] {(left[0] + at[0]) / 2, (left[1] + at[1]) / 2, (left[2] + at[2]) / 2};
            if (before != null) {
                length += Math.sqrt(Math.pow(middle[0] - before[0], 2)
                        + Math.pow(middle[1] - before[1], 2)
                        + Math.pow(middle[2] - before[2], 2));
            }
            before = middle;
            if (tip) {
                least = Math.min(least, length);
                most = Math.max(most, length);
            }
        }
        assertThat(least).as("with its crinkle, of 1 m").isBetween(0.99, 1.01);
        assertThat(most).isBetween(0.99, 1.01);
    }

    @Test
    void grainsArePrintedWhereTheyAreAndHowFastTheyGo(@TempDir Path folder) throws IOException {
        String recipe = storm(folder);
        assertThat(run("grains", recipe, "--layer", "Rime", "--report").out())
                .contains("\"grains\" : 40")
                .contains("\"carriedBy\" : \"Grass\"")
                .contains("\"moves\" : true");
        List<String> rest =
                rows(run("grains", recipe, "--layer", "Rime", "--rest").out());
        assertThat(rest).hasSize(40);
        List<String> moving = rows(run("grains", recipe, "--layer", "Rime", "--grains", "3", "--frames", "10:12")
                .out());
        assertThat(moving).hasSize(9);
        // by central difference between the frames before and after
        double[] earlier = cells(moving.get(1));
        double[] later = cells(moving.get(7));
        double way = 0;
        for (int d = 3; d < 6; d++) {
            way += Math.pow(later[d] - earlier[d], 2);
        }
        assertThat(cells(moving.get(4))[6])
                .isCloseTo(Math.sqrt(way) / (2 / 12.0), org.assertj.core.api.Assertions.within(1e-4));
        assertThat(run("grains", recipe, "--layer", "Grass").errors()).contains("is no grains");
        assertThat(run("grains", recipe, "--layer", "Rime", "--grains", "0").errors())
                .contains("a number above 0");
    }

    private static double[] cells(String row) {
        String[] cells = row.split(",");
        double[] numbers = new double[cells.length];
        for (int c = 0; c < cells.length; c++) {
            numbers[c] = c == 1 ? 0 : Double.parseDouble(cells[c]);
        }
        return numbers;
    }

    @Test
    void theRosterAndTheScatterGiveOneNumberForAPlace(@TempDir Path folder) throws IOException {
        String recipe = storm(folder);
        List<String> scatter = rows(run("scatter", recipe, "--layer", "Grass").out());
        String[] roster = run("scatter", recipe, "--layer", "Grass", "--roster")
                .out()
                .lines()
                .toArray(String[]::new);
        assertThat(roster[0]).startsWith("id,x (m),y (m),z (m),").contains("resulting lean (°)");
        for (int i = 0; i < scatter.size(); i++) {
            String[] place = scatter.get(i).split(",");
            String[] row = roster[i + 1].split(",");
            assertThat(List.of(row).subList(0, 4)).isEqualTo(List.of(place).subList(0, 4));
        }
    }

    @Test
    void aHeightMapOfPixelsThatAreNotSquareHasTheDepthThatIsGiven(@TempDir Path folder) throws IOException {
        Files.writeString(folder.resolve("h.asc"), "ncols 5\nnrows 3\ncellsize 10\n1 1 1 1 1\n2 2 2 2 2\n3 3 3 3 3\n");
        for (String depth : List.of("", ",\"depth\":70")) {
            Path recipe = folder.resolve("map.json");
            Files.writeString(
                    recipe,
                    "{\"format\":\"lumbrit-recipe\",\"version\":1,\"name\":\"Map\",\"ground\":{\"heights\":\"h.asc\",\"width\":40"
                            + depth + "}}");
            assertThat(run("check", recipe.toString()).out())
                    .contains("40 m × " + (depth.isEmpty() ? "20" : "70") + " m");
        }
    }
}
