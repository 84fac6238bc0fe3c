package org.lumbrit.journeys;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.drawn.Draw;
import org.lumbrit.core.looks.DrawnLayer;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.ResultsOfOneRun;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.site.SiteAssets;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.formats.drawn.ContoursGeoJson;
import org.lumbrit.formats.image.GeoReference;
import org.lumbrit.formats.json.RecipeJson;
import org.lumbrit.server.RunningServer;
import tools.jackson.databind.JsonNode;

/** The place as lines, as a user looks at it. */
class DrawnJourneyTest extends Journey {
    private static final double DISTANCE = 60;

    DrawnJourneyTest(RunningServer server) {
        super(server);
    }

    private String hills() {
        String id = server.post("/api/sites", """
                {"name":"Hills","width":40,"depth":40,"resolution":129,"lowest":0}""").json().get("id").asString();
        server.edit(id, """
                [{"kind":"add-layer","added":{"kind":"noise-relief","id":"hills","name":"Hills","featureSize":20,
                  "octaves":1,"properties":{"amplitude":{"low":0,"high":8}}}}]""");
        return id;
    }

    private void openFromAbove(String site) {
        page.navigate(server.address());
        page.evaluate(
                "([site, seat]) => localStorage.setItem(`lumbrit.eye.${site}`, seat)",
                List.of(
                        site,
                        "{\"pose\":{\"target\":[0,0,0],\"heading\":0,\"elevation\":90,\"distance\":" + DISTANCE
                                + "},\"parallel\":true}"));
        page.navigate(server.address() + "/sites/" + site);
        page.locator(".board .row-name").first().waitFor();
        browser.ripen();
    }

    private static Set<Double> heights(String svg) {
        Set<Double> heights = new TreeSet<>();
        Matcher found = Pattern.compile("data-height=\"([^\"]+)\"").matcher(svg);
        while (found.find()) {
            heights.add(Double.parseDouble(found.group(1)));
        }
        return heights;
    }

    @Test
    void contoursAreThoseOfTheCommandLineByNumberAndByPixel() throws IOException {
        String site = hills();
        openFromAbove(site);
        button("Drawn").click();
        page.locator(".drawn-look[data-drawn=true] img").waitFor();
        String svg = new String(server.post("/api/sites/" + site + "/drawn", """
                        {"base":%d,"edits":[],"time":0,"width":800,"height":600,
                         "eye":{"target":[0,0,0],"heading":0,"elevation":90,"distance":60,"parallel":true}}""".formatted(
                        server.get("/api/sites/" + site).json().get("revision").asInt()))
                .body());
        Recipe recipe = RecipeJson.read(recipe(site).toString().getBytes(StandardCharsets.UTF_8));
        SiteEvaluation evaluation = SiteEvaluation.of(recipe, SiteAssets.NONE, 0, new ResultsOfOneRun(), Cancel.NEVER);
        JsonNode lines = RecipeJson.tree(ContoursGeoJson.write(
                Draw.drawnGround(evaluation, DrawnLayer.plain()), DrawnLayer.plain(), GeoReference.Middle.NOWHERE));
        Set<Double> told = new TreeSet<>();
        lines.get("features")
                .forEach(line -> told.add(line.at("/properties/height").asDouble()));
        assertThat(heights(svg)).hasSameSizeAs(told).hasSizeGreaterThan(8);
        assertThat(heights(svg)).zipSatisfy(told, (a, b) -> assertThat(a).isCloseTo(b, within(1e-6)));
        // as the browser paints it
        double pixels = 600 / (2 * DISTANCE * Math.tan(Math.toRadians(18)));
        List<List<Integer>> places = new ArrayList<>();
        for (JsonNode line : lines.get("features")) {
            for (JsonNode corner : line.at("/geometry/coordinates")) {
                if (line.at("/properties/heavier").asBoolean()) {
                    places.add(List.of((int) (400 + pixels * corner.get(0).asDouble()), (int)
                            (300 - pixels * corner.get(1).asDouble())));
                }
            }
        }
        List<?> darkest = (List<?>) page.evaluate("""
                async ([svg, places]) => {
                  const picture = new Image();
                  picture.src = URL.createObjectURL(new Blob([svg], { type: 'image/svg+xml' }));
                  await picture.decode();
                  const pen = Object.assign(document.createElement('canvas'), { width: 800, height: 600 }).getContext('2d');
                  pen.drawImage(picture, 0, 0);
                  return places.map(([x, y]) => Math.min(...pen.getImageData(x - 1, y - 1, 3, 3).data));
                }""", List.of(svg, places));
        long inked = darkest.stream()
                .filter(each -> ((Number) each).intValue() < 140)
                .count();
        assertThat(places).hasSizeGreaterThan(200);
        assertThat(inked).isGreaterThanOrEqualTo((long) (0.98 * places.size()));
        assertThat(browser.errors).isEmpty();
    }

    /** Mean of the blue of what is seen in the middle, 0..255. */
    private double brightness() throws IOException {
        BufferedImage seen = ImageIO.read(
                new ByteArrayInputStream(page.locator(".drawn-look img").screenshot()));
        double sum = 0;
        int count = 0;
        for (int y = seen.getHeight() / 3; y < 2 * seen.getHeight() / 3; y++) {
            for (int x = seen.getWidth() / 3; x < 2 * seen.getWidth() / 3; x++) {
                sum += seen.getRGB(x, y) & 0xFF;
                count++;
            }
        }
        return sum / count;
    }

    @Test
    void byKeyItIsDrawnAndItsInkAndContoursAreSettingsOfALayer() throws IOException {
        String site = hills();
        openFromAbove(site);
        page.keyboard().press("l");
        Locator key = page.getByRole(AriaRole.REGION, new Page.GetByRoleOptions().setName("Drawn look"));
        page.waitForFunction("() => /a contour every/.test(document.querySelector('.legend')?.textContent ?? '')");
        assertThat(key.textContent()).contains("SVG");
        double light = brightness();
        buttonWith("Ink, paper").click();
        browser.until(() -> recipe(site).toString().contains("\"drawn\""));
        String id = "";
        for (JsonNode layer : recipe(site).get("layers")) {
            id = layer.get("kind").asString().equals("drawn") ? layer.get("id").asString() : id;
        }
        server.edit(site, """
                [{"kind":"set-layer","changed":{"kind":"drawn","id":"%s","name":"Drawn look","every":2,
                  "ink":"#f0e8d0","paper":"#14202a","tones":"none"}}]""".formatted(id));
        page.waitForFunction("() => /every 2 m/.test(document.querySelector('.legend')?.textContent ?? '')");
        page.locator(".drawn-look[data-drawn=true] img").waitFor();
        assertThat(light).as("ink on paper").isGreaterThan(180);
        assertThat(brightness()).as("light on dark").isLessThan(70);
        page.keyboard().press("l");
        assertThat(page.locator(".drawn-look").count()).isZero();
        assertThat(browser.errors).isEmpty();
    }
}
