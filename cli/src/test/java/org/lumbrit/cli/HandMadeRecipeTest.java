package org.lumbrit.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.PrintStream;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.lumbrit.formats.image.GreyPng;

/** A recipe written by hand, with as little in it as may be, on a plane of 10 × 10 m that rises by 60°. */
class HandMadeRecipeTest {
    private static final String RECIPE = """
            {"format":"lumbrit-recipe","version":1,
             "ground":{"heights":"plane.png","width":10,"lowest":0,"highest":17.320508},
             "places":[{"kind":"point","id":"o","name":"Origin","at":[0,0,0]}],
             "props":[],
             "falloffs":[
              {"id":"near","name":"Near","source":{"kind":"distance","place":"o","near":1,"far":9},"steps":[]},
              {"id":"tall","name":"Tall","source":{"kind":"height","low":2,"high":6},
               "steps":[{"id":"1","kind":"invert"},{"id":"2","kind":"contrast","power":2}]},
              {"id":"up","name":"Up","source":{"kind":"facing"},"steps":[{"id":"1","kind":"clamp","skipped":true,"low":0.9}]}],
             "layers":[{"kind":"cover","id":"g","name":"Grass","seed":SEED,
              "properties":{"density":{"low":0,"high":5},"spacing":{"low":FLOOR,"high":FLOOR},"lean":{"low":0,"high":20},
               "heading":{"low":0,"high":90},"yaw":{"low":0,"high":0}}}]}""";

    @TempDir
    Path folder;

    @BeforeEach
    void plane() throws IOException {
        float[] rise = new float[81 * 81];
        for (int i = 0; i < rise.length; i++) {
            rise[i] = i % 81 / 80f;
        }
        Files.write(folder.resolve("plane.png"), GreyPng.of16(81, 81, rise));
        write(1, "0");
    }

    private void write(int seed, String floor) throws IOException {
        Files.writeString(
                folder.resolve("r.json"), RECIPE.replace("SEED", "" + seed).replace("FLOOR", floor));
    }

    private List<String> run(String command, String... more) {
        List<String> arguments = new java.util.ArrayList<>(
                List.of(command, folder.resolve("r.json").toString()));
        arguments.addAll(List.of(more));
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        PrintStream before = System.out;
        System.setOut(new PrintStream(out, true, StandardCharsets.UTF_8));
        StringWriter errors = new StringWriter();
        try {
            assertThat(Lumbrit.run(arguments.toArray(String[]::new), new PrintWriter(errors, true)))
                    .as(errors::toString)
                    .isZero();
        } finally {
            System.setOut(before);
        }
        return out.toString(StandardCharsets.UTF_8).lines().skip(1).toList();
    }

    private double probe(String falloff, String point) throws IOException {
        Path points = folder.resolve("points.csv");
        Files.writeString(points, "x,y,z\n" + point + "\n");
        String[] cells = run("probe", "--falloff", falloff, "--at", points.toString())
                .get(0)
                .split(",");
        return Double.parseDouble(cells[cells.length - 1]);
    }

    @Test
    void theNumbersOfTheBooksComeOut() throws IOException {
        assertThat(probe("Near", "3,0,4")).isEqualTo(0.5);
        assertThat(probe("Tall", "0,4,0")).as("inverted, then squared").isEqualTo(0.25);
        assertThat(probe("Up", "1,5,1")).as("60° steep, the clamp skipped").isCloseTo(0.75, within(1e-4));
    }

    @Test
    void aPlaneOfSixtyDegreesCarriesAThousandPlantsWithAndWithoutAFloor() throws IOException {
        for (String floor : List.of("0", "0.15")) {
            for (int seed = 1; seed <= 4; seed++) {
                write(seed, floor);
                assertThat((double) run("scatter", "--layer", "Grass").size())
                        .isCloseTo(1000, within(3 * Math.sqrt(1000)));
            }
        }
    }

    @Test
    void plantsLeanTowardTheirHeadingAndStandOnThePlane() {
        for (String row : run("scatter", "--layer", "g")) {
            String[] cells = row.split(",");
            double x = Double.parseDouble(cells[1]);
            assertThat(Double.parseDouble(cells[2])).isCloseTo((x + 5) * Math.tan(Math.toRadians(60)), within(1e-3));
            double qx = Double.parseDouble(cells[4]);
            double qy = Double.parseDouble(cells[5]);
            double qz = Double.parseDouble(cells[6]);
            double qw = Double.parseDouble(cells[7]);
            assertThat(2 * (qx * qy - qw * qz)).as("x of its up").isCloseTo(0.342, within(1e-3));
        }
    }
}
