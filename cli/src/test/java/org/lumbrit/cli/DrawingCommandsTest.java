package org.lumbrit.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;
import static org.lumbrit.cli.CommandLineTest.cube;
import static org.lumbrit.cli.CommandLineTest.run;

import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;
import javax.imageio.ImageIO;
import javax.imageio.ImageReader;
import javax.imageio.stream.ImageInputStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Commands that draw a site, try its numbers, and tell two states of it apart. */
class DrawingCommandsTest {
    @Test
    void aSiteIsDrawnAsLinesInEachFormat(@TempDir Path folder) throws IOException {
        Path recipe = folder.resolve("recipe.json");
        Files.writeString(recipe, """
                {"format": "lumbrit-recipe", "version": 1, "name": "Level",
                 "ground": {"width": 20, "depth": 20, "resolution": 33, "lowest": 0, "highest": 0},
                 "places": [], "falloffs": [], "layers": [], "drives": [],
                 "props": [{"id": "box", "name": "Box", "shape": {"kind": "box"}, "x": 1, "z": 2, "standing": true}],
                 "clock": {"framesPerSecond": 12, "loopSeconds": 0}}
                """);
        Path svg = folder.resolve("a.svg");
        CommandLineTest.Run run =
                run("look", recipe.toString(), "--eye", "0,1,0,30,30,20", "--size", "400x300", "--to", svg.toString());
        assertThat(run.exit()).isZero();
        // the outline of a box, three of its creases, and the four sides of the ground, which the box does not reach
        assertThat(run.out().lines()).contains("outline,1", "contour,0", "plants shown,1");
        assertThat(run.out()).containsPattern("border,[1-9]\\n").containsPattern("crease,[1-3]\\n");
        assertThat(Files.readString(svg)).contains("width=\"400\" height=\"300\"");
        for (String ending : List.of("png", "pdf", "geojson")) {
            Path file = folder.resolve("a." + ending);
            assertThat(run("look", recipe.toString(), "--parallel", "--to", file.toString())
                            .exit())
                    .isZero();
            assertThat(Files.size(file)).isPositive();
        }
        assertThat(run("look", recipe.toString(), "--to", "x.gif").errors()).contains(".svg");
        assertThat(run("look", recipe.toString(), "--to", svg.toString(), "--eye", "1,2")
                        .errors())
                .contains("HEADING");
        assertThat(run("look", recipe.toString(), "--to", svg.toString(), "--size", "4x4")
                        .errors())
                .contains("such as 1920x1080");
        CommandLineTest.Run edges = run("mesh", cube(folder).toString(), "--crease", "30", "--eye", "5,6,7");
        assertThat(edges.out().lines()).contains("creases 12", "outlines 6", "borders 0");
    }

    @Test
    void aSiteIsSeenInDaylightAndAsValuesAllRoundAndInMotion(@TempDir Path folder) throws IOException {
        Path recipe = folder.resolve("recipe.json");
        Files.writeString(recipe, """
                {"format": "lumbrit-recipe", "version": 1, "name": "Level",
                 "ground": {"width": 20, "depth": 20, "resolution": 33, "lowest": 0, "highest": 0},
                 "places": [], "layers": [], "drives": [],
                 "falloffs": [{"id": "n", "name": "Spots", "source": {"kind": "noise", "featureSize": 4}, "steps": []}],
                 "props": [{"id": "box", "name": "Box", "shape": {"kind": "box"}, "x": 3, "z": 0, "heading": 30, "standing": true}],
                 "clock": {"framesPerSecond": 12, "loopSeconds": 1}}
                """);
        Path png = folder.resolve("a.png");
        CommandLineTest.Run run =
                run("look", recipe.toString(), "--look", "daylight", "--size", "120x80", "--to", png.toString());
        assertThat(run.errors()).isEmpty();
        assertThat(run.out().lines()).contains("plants shown,1");
        BufferedImage day = ImageIO.read(png.toFile());
        assertThat(day.getWidth() + "x" + day.getHeight()).isEqualTo("120x80");
        assertThat(colours(day)).isGreaterThan(500);

        run(
                "look",
                recipe.toString(),
                "--look",
                "values",
                "--falloff",
                "Spots",
                "--size",
                "120x80",
                "--to",
                png.toString());
        assertThat(colours(ImageIO.read(png.toFile()))).isGreaterThan(500);

        run(
                "look",
                recipe.toString(),
                "--look",
                "daylight",
                "--around",
                "4",
                "--size",
                "60x40",
                "--to",
                png.toString());
        BufferedImage[] round = new BufferedImage[4];
        for (int k = 0; k < 4; k++) {
            round[k] = ImageIO.read(folder.resolve("a-000" + k + ".png").toFile());
        }
        assertThat(round[1].getRGB(30, 20)).isNotEqualTo(0);
        assertThat(same(round[0], round[2])).isFalse();

        Path gif = folder.resolve("a.gif");
        assertThat(run("look", recipe.toString(), "--frames", "2:4", "--size", "60x40", "--to", gif.toString())
                        .errors())
                .isEmpty();
        ImageReader reader = ImageIO.getImageReadersByFormatName("gif").next();
        try (ImageInputStream in = ImageIO.createImageInputStream(gif.toFile())) {
            reader.setInput(in);
            assertThat(reader.getNumImages(true)).isEqualTo(3);
            assertThat(reader.getWidth(0)).isEqualTo(60);
        }
        assertThat(new String(Files.readAllBytes(gif), java.nio.charset.StandardCharsets.ISO_8859_1))
                .startsWith("GIF89a")
                .contains("NETSCAPE2.0");

        assertThat(run("look", recipe.toString(), "--look", "daylight", "--to", "x.svg")
                        .errors())
                .contains(".png");
        assertThat(run("look", recipe.toString(), "--around", "4", "--frames", "1", "--to", gif.toString())
                        .errors())
                .contains("one of the two");
        assertThat(run("look", recipe.toString(), "--frames", "40", "--to", gif.toString())
                        .errors())
                .contains("from 0 to 11");
    }

    private static long colours(BufferedImage image) {
        return java.util.Arrays.stream(
                        image.getRGB(0, 0, image.getWidth(), image.getHeight(), null, 0, image.getWidth()))
                .distinct()
                .count();
    }

    private static boolean same(BufferedImage a, BufferedImage b) {
        return java.util.Arrays.equals(
                a.getRGB(0, 0, a.getWidth(), a.getHeight(), null, 0, a.getWidth()),
                b.getRGB(0, 0, b.getWidth(), b.getHeight(), null, 0, b.getWidth()));
    }

    @Test
    void numbersAreTriedAndDrawnOnASheet(@TempDir Path folder) throws IOException {
        Path recipe = folder.resolve("recipe.json");
        Files.writeString(recipe, """
                {"format": "lumbrit-recipe", "version": 1, "name": "Hills",
                 "ground": {"width": 20, "depth": 20, "resolution": 33, "lowest": 0, "highest": 0},
                 "places": [], "props": [], "drives": [],
                 "falloffs": [{"id": "f", "name": "Up. a bit=more", "source": {"kind": "height"}, "steps": []}],
                 "layers": [{"kind": "noise-relief", "id": "hills", "name": "Hills", "featureSize": 8,
                   "properties": {"amplitude": {"low": 0, "high": 4}}},
                  {"kind": "slices", "id": "stack", "name": "Stack", "count": 3, "rises": 0}],
                 "clock": {"framesPerSecond": 12, "loopSeconds": 0}}
                """);
        Path to = folder.resolve("trials");
        CommandLineTest.Run run = run(
                "trials",
                recipe.toString(),
                "--set",
                "layer.Hills.amplitude=1:4:3:ratio",
                "--set",
                "layer.Hills.octaves=1:2:2",
                "--show",
                "Up. a bit=more",
                "--size",
                "64",
                "--to",
                to.toString());
        assertThat(run.exit()).isZero();
        List<String> rows = run.out().lines().toList();
        assertThat(rows.get(0))
                .isEqualTo(
                        "trial,hills.properties.amplitude.high,hills.octaves,covered,least,greatest,plants,triangles,lowest_m,highest_m");
        assertThat(rows).hasSize(7);
        assertThat(rows.get(1)).startsWith("1,1,1,");
        assertThat(rows.get(3)).startsWith("3,2,1,");
        assertThat(rows.get(6)).startsWith("6,4,2,");
        // twice the amplitude is twice as high
        double one = Double.parseDouble(rows.get(1).split(",")[9]);
        assertThat(Double.parseDouble(rows.get(3).split(",")[9])).isCloseTo(2 * one, within(1e-4));
        assertThat(to.resolve("sheet.png")).exists();
        assertThat(to.resolve("trial-06.png")).exists();
        assertThat(Files.readString(to.resolve("trials.csv"))).isEqualTo(run.out());
        assertThat(run("trials", recipe.toString(), "--set", "layer.Dale.octaves=1:2:2")
                        .errors())
                .contains("Hills");
        assertThat(run("trials", recipe.toString(), "--set", "falloff.Up. a bit=more.depth=1:2:2")
                        .errors())
                .contains("has no number “depth”");
        assertThat(run("trials", recipe.toString(), "--set", "nothing").errors())
                .contains("falloff.NAME");
        CommandLineTest.Run slices = run(
                "slices",
                recipe.toString(),
                "--layer",
                "Stack",
                "--cut",
                folder.resolve("cut.svg").toString());
        assertThat(slices.out().lines()).hasSize(4).first().isEqualTo("slice,bottom_m,solid_above,area_m2");
        assertThat(folder.resolve("cut.svg")).exists();
    }

    @Test
    void twoStatesOfASiteAreCompared(@TempDir Path folder) throws IOException {
        String text = Files.readString(Path.of("../demo/hollow-log/recipe.json"));
        Path one = Path.of("../demo/hollow-log/recipe.json");
        CommandLineTest.Run same = run("compare", one.toString(), one.toString());
        assertThat(same.out()).startsWith("Nothing is set otherwise.");
        Path site = folder.resolve("recipe.json");
        Files.writeString(
                site,
                text.replaceFirst("\"name\":\\s*\"Hollow log\"", "\"name\": \"Other\"")
                        .replaceFirst("\"featureSize\":\\s*0.09", "\"featureSize\": 0.2"));
        try (Stream<Path> files = Files.list(one.getParent())) {
            for (Path file : files.filter(each -> !each.endsWith("recipe.json") && Files.isRegularFile(each))
                    .toList()) {
                Files.copy(file, folder.resolve(file.getFileName()));
            }
        }
        CommandLineTest.Run other = run("compare", one.toString(), site.toString());
        assertThat(other.out())
                .contains("feature size: 0.09 m before, 0.2 m now", "cover,before,after,added,gone,moved");
        List<String> covers = other.out()
                .lines()
                .dropWhile(row -> !row.startsWith("cover,"))
                .skip(1)
                .takeWhile(row -> row.contains(","))
                .toList();
        assertThat(covers).isNotEmpty();
        for (String row : covers) {
            String[] n = row.split(",");
            assertThat(Long.parseLong(n[2]))
                    .isEqualTo(Long.parseLong(n[1]) + Long.parseLong(n[3]) - Long.parseLong(n[4]));
        }
    }
}
