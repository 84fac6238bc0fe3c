package org.lumbrit.journeys;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import com.microsoft.playwright.Download;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.FilePayload;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Locale;
import java.util.zip.ZipFile;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.lumbrit.server.RunningServer;
import tools.jackson.databind.JsonNode;

/** Places that are not the demo's: a range from a map in degrees, and a very small one. */
@Order(4)
class AnyPlaceJourneyTest extends Journey {
    AnyPlaceJourneyTest(RunningServer server) {
        super(server);
    }

    /** 25 × 17 km of made-up range at 57° north, in degrees. */
    private static byte[] range() {
        StringBuilder grid = new StringBuilder(
                "ncols 601\nnrows 226\nxllcorner -4.7\nyllcorner 57.1\ncellsize 0.00068\nNODATA_value -9999\n");
        for (int row = 0; row < 226; row++) {
            for (int column = 0; column < 601; column++) {
                double height = 300
                        + 260 * Math.sin(column / 41.0) * Math.cos(row / 33.0)
                        + 90 * Math.sin(column / 9.0 + row / 14.0)
                        + 12 * Math.sin(column * 1.7) * Math.sin(row * 1.3);
                grid.append(String.format(Locale.ROOT, "%.1f ", height));
            }
            grid.append('\n');
        }
        return grid.toString().getBytes(StandardCharsets.US_ASCII);
    }

    @Test
    void aRealMapBecomesASiteThatIsSeenDressedReadAndHandedOverAsTiles() throws IOException {
        page.navigate(server.address() + "/");
        page.getByLabel("Height map file").setInputFiles(new FilePayload("range.asc", "text/plain", range()));
        page.getByText("601 × 226 pixels").waitFor();
        assertThat(page.getByText("the file gives degrees").textContent()).contains("57.177° N");
        double width = Double.parseDouble(
                page.getByLabel("Width in metres, west to east").inputValue());
        assertThat(width).as("0.408° at 57.177° N").isCloseTo(24_690, within(60.0));
        assertThat(page.getByLabel("Depth in metres, north to south").inputValue())
                .as("pixels are not square in metres")
                .isNotEmpty();
        button("Make the site").click();
        page.getByText("Nothing grows here yet").waitFor();
        browser.ripe();
        assertThat(colours()).as("the picture shows a range").isGreaterThan(1500);
        assertThat(page.locator(".scale-bar").textContent()).contains("km");
        button("Plan").click();
        browser.ripe();
        assertThat(colours()).isGreaterThan(800);
        button("Frame").click();
        browser.ripe();

        button("+ falloff").click();
        page.locator(".dropdown-menu.show button:has-text('Slope')").first().click();
        button("+ layer").click();
        page.locator(".dropdown-menu.show button:has-text('Scatters plants over')")
                .click();
        browser.waitForPlants("n > 1000");
        String id = page.url().replaceAll(".*/sites/([0-9a-f-]+).*", "$1");
        browser.until(() -> layer(id) != null);
        String falloff = recipe(id).at("/falloffs/0/id").asString();
        String cover = layer(id).get("id").asString();
        server.edit(id, """
                [{"kind":"set-drive","drive":{"layer":"%s","property":"density","falloff":"%s","curve":[[0,0],[1,1]]}}]""".formatted(cover, falloff));
        page.reload();
        browser.waitForPlants("n > 100");
        browser.ripe();
        int seen = browser.plants();
        String table =
                server.get("/api/sites/" + id + "/scatter.csv?layer=" + cover).text();
        assertThat((double) seen)
                .as("the number on the screen is that of the table")
                .isCloseTo(table.lines().count() - 1, within(0.011 * seen + 1));
        button("Values").click();
        browser.ripe();
        assertThat(page.locator(".legend").textContent()).contains("/m²");

        page.navigate(server.address() + "/sites/" + id + "/handover");
        page.getByText("3D Tiles", new Page.GetByTextOptions().setExact(true)).waitFor();
        page.getByText("before the zip").waitFor();
        buttonWith("None of the formats").click();
        page.getByRole(AriaRole.CHECKBOX, new Page.GetByRoleOptions().setName("3D Tiles"))
                .check();
        Download download = page.waitForDownload(() -> button("Write the zip").click());
        try (ZipFile zip = new ZipFile(download.path().toFile())) {
            List<String> names = zip.stream().map(entry -> entry.getName()).toList();
            assertThat(names).contains("tiles/tileset.json", "tiles/ground-0-0-0.glb", "report.txt");
            String report =
                    new String(zip.getInputStream(zip.getEntry("report.txt")).readAllBytes(), StandardCharsets.UTF_8);
            assertThat(report).contains("the ground and " + (table.lines().count() - 1) + " plants");
        }
        TilesReader.Read read = TilesReader.read(download.path());
        assertThat(read.errors()).isEmpty();
        assertThat(read.visible()).as("tiles that another reader shows").isGreaterThan(1);
        assertThat(read.triangles()).isGreaterThan(20_000);
        assertThat(read.colours()).isGreaterThan(500);
        assertThat(browser.errors).isEmpty();
    }

    @Test
    void aPlaceOfTwentyCentimetresIsSeenInItsOwnMeasure() {
        String id = server.post("/api/sites", """
                {"name":"A tuft","width":0.2,"depth":0.2,"resolution":65,"lowest":0}""").json().get("id").asString();
        server.edit(id, """
                [{"kind":"add-layer","added":{"kind":"noise-relief","id":"lumps","name":"Lumps","featureSize":0.08,
                   "properties":{"amplitude":{"low":0,"high":0.03}}}},
                 {"kind":"add-layer","added":{"kind":"cover","id":"moss","name":"Moss","properties":{"density":{"low":0,"high":20000},
                   "length":{"low":0.01,"high":0.02},"width":{"low":0.002,"high":0.002},"spacing":{"low":0,"high":0}}}}]""");
        openSite(id);
        browser.ripe();
        assertThat(colours()).isGreaterThan(500);
        assertThat(page.locator(".scale-bar").textContent()).contains("cm");
        assertThat(browser.plants()).isBetween(500, 1100);
        assertThat(browser.errors).isEmpty();
    }

    /** How many colours the picture has. */
    private int colours() {
        browser.keepPicture("counted");
        return ((Number) page.evaluate("""
                () => { const c = window.kept.counted; const all = new Set();
                  for (let i = 0; i < c.length; i += 4) all.add(c[i] << 16 | c[i + 1] << 8 | c[i + 2]); return all.size; }""")).intValue();
    }

    private JsonNode layer(String id) {
        for (JsonNode layer : recipe(id).get("layers")) {
            if (layer.get("kind").asString().equals("cover")) {
                return layer;
            }
        }
        return null;
    }
}
