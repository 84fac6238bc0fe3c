package org.lumbrit.journeys;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.BoundingBox;
import java.nio.file.Files;
import java.util.List;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.lumbrit.server.RunningServer;
import tools.jackson.databind.JsonNode;

/** Making plants in the nursery and covering ground and walls with them, as a user does. */
@Order(Integer.MAX_VALUE - 1)
class PlantsJourneyTest extends Journey {
    PlantsJourneyTest(RunningServer server) {
        super(server);
    }

    /** Level ground with a grass cover of one plant per m² and a wall of 6 m. */
    private String site(String more) {
        String id = server.post("/api/sites", """
                {"name":"Meadow","width":40,"depth":40,"resolution":65,"lowest":2}""").json().get("id").asString();
        server.edit(id, """
                [{"kind":"add-layer","added":{"kind":"cover","id":"grass","name":"Grass",
                  "properties":{"density":{"low":0,"high":1},"spacing":{"low":0.4,"high":0.4},
                    "length":{"low":0.6,"high":0.6},"width":{"low":0.05,"high":0.05}}}},
                 {"kind":"set-prop","prop":{"id":"wall","name":"Wall","shape":{"kind":"box","width":6,"height":3,"depth":0.4},
                  "x":0,"y":0,"z":-6}}%s]""".formatted(more));
        return id;
    }

    private void layerMenu(String layer, String item) {
        button("Layer " + layer + ": more").click();
        page.locator(".dropdown-menu.show button:has-text('" + item + "')")
                .first()
                .click();
    }

    @Test
    void aPlantIsMadeGrownBentAndPlanted() {
        String id = site("");
        page.navigate(server.address() + "/sites/" + id + "/nursery");
        page.getByText("No plants are kept here yet").waitFor();
        button("+ plant").click();
        page.locator(".dropdown-menu.show button:has-text('Clump')").click();
        Locator canvas = page.getByTestId("sheet");
        page.getByText("4 variants, up to").waitFor();
        page.getByText("196 triangles").waitFor();
        String full = canvas.getAttribute("data-shown");
        page.getByLabel("strands, typed").fill("10");
        page.getByLabel("strands, typed").press("Enter");
        page.getByText("70 triangles").first().waitFor();
        page.getByLabel("Growth").fill("0.5");
        page.waitForFunction("old => document.querySelector('[data-testid=sheet]').dataset.shown !== old", full);
        page.locator(".details button:has-text('1')").first().click();
        page.getByText("off the full mesh").waitFor();
        page.getByLabel("Breeze").fill("40");
        button("Along it").click();
        page.getByLabel("Falloff that drives width along").selectOption("new along");
        page.locator(".strip:has-text('Along')").waitFor();
        JsonNode made = recipe(id);
        assertThat(made.at("/drives/0/property").asString()).isEqualTo("width-along");
        assertThat(made.at("/layers/1/plant/strands").asInt()).isEqualTo(10);
        button("Plant Clump in the site").click();
        page.getByText("Stand of clump grows all over the ground").waitFor();
        page.locator("a:has-text('Workbench')").click();
        page.locator(".board:has-text('Stand of clump')").waitFor();
        browser.waitForPlants("n > 1700");
        assertThat(browser.errors).isEmpty();
    }

    @Test
    void howMuchAPlantGivesWayIsPaintedOnTheSheet() {
        String id = site("""
                ,{"kind":"add-layer","added":{"kind":"plant","id":"boulder","name":"Mossy stone",
                  "plant":{"kind":"stone","variants":1}}},
                {"kind":"add-layer","added":{"kind":"cover","id":"stones","name":"Stones","plant":{"kind":"kept","plant":"boulder"}}},
                {"kind":"add-layer","added":{"kind":"wind","id":"wind","name":"Wind","heading":90}},
                {"kind":"add-layer","added":{"kind":"sway","id":"sway","name":"Sway of stones","wind":"wind","cover":"stones"}}""");
        page.navigate(server.address() + "/sites/" + id + "/nursery");
        page.getByText("1 variant, up to").waitFor();
        button("Along it").click();
        page.locator(".along-row:has-text('Sway of stones')")
                .getByLabel("Falloff that drives mask")
                .selectOption("new brush");
        button("Painting").waitFor();
        assertThat(recipe(id).at("/drives/0/layer").asString()).isEqualTo("sway");
        Locator canvas = page.getByTestId("sheet");
        String unpainted = canvas.getAttribute("data-shown");
        BoundingBox box = canvas.boundingBox();
        page.mouse().move(box.x + box.width / 2 - 6, box.y + box.height / 2);
        page.mouse().down();
        page.mouse().move(box.x + box.width / 2 + 6, box.y + box.height / 2);
        page.mouse().up();
        page.getByText("1 stroke, undone one by one").waitFor();
        page.waitForFunction("old => document.querySelector('[data-testid=sheet]').dataset.shown !== old", unpainted);
        browser.until(() -> recipe(id).at("/falloffs/0/source/strokes/0").isObject());
        JsonNode stroke = recipe(id).at("/falloffs/0/source/strokes/0");
        assertThat(stroke.at("/points/0/1").asDouble()).as("above the foot").isGreaterThan(0.02);
        page.keyboard().press("Control+z");
        page.getByText("0 strokes, undone one by one").waitFor();
        assertThat(browser.errors).isEmpty();
    }

    @Test
    void aWallIsCoveredByBrushAndPlantsPointDown() {
        String id = site("""
                ,{"kind":"add-layer","added":{"kind":"plant","id":"vine","name":"Keepvine","plant":{"kind":"climber"}}},
                {"kind":"add-layer","added":{"kind":"cover","id":"ivy","name":"Wall cover","headingFrom":"surface",
                  "plant":{"kind":"kept","plant":"vine"},"bed":{"kind":"prop","on":"wall"},
                  "properties":{"density":{"low":0,"high":20},"spacing":{"low":0.15,"high":0.15},"align":{"low":1,"high":1},
                    "lean":{"low":80,"high":80},"length":{"low":0.7,"high":0.7},"width":{"low":0.3,"high":0.3}}}},
                {"kind":"add-falloff","added":{"id":"hand","name":"By hand","source":{"kind":"brush","strokes":[]}},"index":0},
                {"kind":"set-drive","drive":{"layer":"ivy","property":"density","falloff":"hand","curve":[[0,0],[1,1]]}}""");
        openSite(id);
        button("Falloff By hand").click();
        button("Paint").click();
        page.getByLabel("radius, typed").fill("0.8");
        page.getByLabel("radius, typed").press("Enter");
        int before = browser.plants();
        BoundingBox box = page.locator(".stage canvas").boundingBox();
        double[] wall = wall(box);
        page.mouse().move(wall[0] - 12, wall[1]);
        page.mouse().down();
        page.mouse().move(wall[0] + 12, wall[1]);
        page.mouse().up();
        browser.waitForPlants("n > " + (before + 10));
        browser.saved(3);
        JsonNode roster = server.get("/api/sites/" + id + "/roster?layer=ivy").json();
        assertThat(roster.get("plants").asInt()).isBetween(10, 120);
        for (JsonNode column : roster.get("columns")) {
            if (column.get("name").asString().equals("lean")) {
                // from standing out of the wall, 80° further down: 170° away from upright; less on its top
                assertThat(column.get("max").asDouble()).isCloseTo(170, within(0.5));
            }
        }
        assertThat(browser.errors).isEmpty();
    }

    /** Where the middle of the wall is drawn, found by looking for it under the pointer. */
    private double[] wall(BoundingBox box) {
        for (double y = 0.25; y < 0.8; y += 0.02) {
            for (double x = 0.35; x < 0.65; x += 0.05) {
                page.mouse().move(box.x + x * box.width, box.y + y * box.height);
                browser.settle();
                Locator hover = page.locator(".hover-value");
                if (hover.count() > 0 && hover.textContent().matches(".*[, ](3|4)\\.\\d m high.*")) {
                    return new double[] {box.x + x * box.width, box.y + y * box.height};
                }
            }
        }
        throw new AssertionError("the wall is not in the picture");
    }

    @Test
    void aCoverIsKeptOutOfAnAreaThroughItsMenu() {
        String id = site("""
                ,{"kind":"set-place","place":{"kind":"area","id":"pond","name":"Pond",
                  "points":[[-10,0,-10],[10,0,-10],[10,0,10],[-10,0,10]]}}""");
        openSite(id);
        int before = browser.plants();
        layerMenu("Grass", "Keep out of or within areas");
        page.getByText("Out of it").click();
        page.getByText("Grass stays out of Pond").waitFor();
        page.getByLabel("Out of it").and(page.locator(":checked")).waitFor();
        page.keyboard().press("Escape");
        // a quarter of the ground, and half of a soft edge of one metre
        browser.waitForPlants("n < " + (before * 0.76) + " && n > " + (before * 0.66));
        page.locator(".cell.filled[aria-label*='Out of Pond']").waitFor();
        page.keyboard().press("Control+z");
        browser.waitForPlants("n === " + before);
        assertThat(browser.errors).isEmpty();
    }

    @Test
    void bandsLeanTheStrandsOneWayAndTheOther() {
        String id = site("""
                ,{"kind":"add-falloff","added":{"id":"mown","name":"Mown","source":{"kind":"bands","period":8}},"index":0}""");
        server.edit(id, """
                [{"kind":"set-property","layer":"grass","property":"lean","range":{"low":30,"high":30}},
                 {"kind":"set-property","layer":"grass","property":"heading","range":{"low":20,"high":200}}]""");
        openSite(id);
        page.locator(".cell[aria-label='Mown on heading: does not drive it']").click();
        page.locator(".cell[aria-label='Mown on heading: drives it']").waitFor();
        browser.saved(4);
        page.locator("a:has-text('Roster')").click();
        Locator heading = page.getByLabel("heading, least");
        heading.waitFor();
        page.locator(".roster-row").first().waitFor();
        String all = page.getByTestId("rows").textContent();
        heading.fill("90");
        heading.press("Enter");
        page.waitForFunction("old => document.querySelector('[data-testid=rows]').textContent !== old", all);
        String[] numbers = page.getByTestId("rows")
                .textContent()
                .replaceAll("[^0-9 of]", "")
                .split("of");
        double share = Double.parseDouble(numbers[0].replaceAll("\\D", ""))
                / Double.parseDouble(numbers[1].replaceAll("\\D", ""));
        assertThat(share).isBetween(0.3, 0.7);
        assertThat(browser.errors).isEmpty();
    }

    @Test
    void singlePlantsArePlacedAndRemovedByHandAndBroughtBack() {
        String id = site("");
        openSite(id);
        int before = browser.plants();
        layerMenu("Grass", "Place or remove by hand");
        page.getByLabel("By hand").waitFor();
        browser.clickView(0.5, 0.75);
        browser.waitForPlants("n === " + (before + 1));
        button("Remove").click();
        page.getByLabel("radius, typed").fill("3");
        page.getByLabel("radius, typed").press("Enter");
        BoundingBox box = page.locator(".stage canvas").boundingBox();
        page.mouse().move(box.x + 0.5 * box.width, box.y + 0.7 * box.height);
        page.mouse().down();
        page.mouse().move(box.x + 0.55 * box.width, box.y + 0.72 * box.height);
        page.mouse().up();
        browser.waitForPlants("n < " + (before - 5));
        // shown before it is saved
        browser.ripen();
        int removed = recipe(id).at("/layers/0/removed").size();
        assertThat(removed).isGreaterThan(5);
        assertThat(browser.plants() + removed).isBetween(before, before + 1);
        page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Bring back"))
                .click();
        browser.waitForPlants("n >= " + before);
        assertThat(browser.errors).isEmpty();
    }

    @Test
    void theRosterSortsFiltersPicksAndHandsOutItsTable() throws Exception {
        String id = site("");
        page.navigate(server.address() + "/sites/" + id + "/roster");
        page.locator(".roster-row").first().waitFor();
        browser.ripen();
        String all = page.getByTestId("rows").textContent();
        page.locator(".roster-title:has-text('x')").first().click();
        page.locator("[aria-sort=ascending]").waitFor();
        double first = placeOf(page.locator(".roster-row").first());
        double second = placeOf(page.locator(".roster-row").nth(1));
        assertThat(first).isBetween(-20.0, -19.0).isLessThanOrEqualTo(second);
        page.getByLabel("x, least").fill("0");
        page.getByLabel("x, least").press("Enter");
        page.waitForFunction("old => document.querySelector('[data-testid=rows]').textContent !== old", all);
        assertThat(Double.parseDouble(page.locator(".roster-row")
                        .first()
                        .locator("span")
                        .nth(1)
                        .textContent()))
                .isBetween(0.0, 1.0);
        double before = browser.brightness(0, 0, 1, 1);
        button("Pick all shown").click();
        page.locator("[data-testid=rows]:has-text('picked')").waitFor();
        browser.ripen();
        assertThat(browser.brightness(0, 0, 1, 1)).isNotCloseTo(before, within(0.02));
        Download csv =
                page.waitForDownload(() -> page.locator("a:has-text('CSV')").click());
        List<String> lines = Files.readAllLines(csv.path());
        assertThat(lines.get(0)).startsWith("id,x (m),y (m)");
        assertThat(lines)
                .hasSize(1
                        + server.get("/api/sites/" + id + "/roster?layer=grass")
                                .json()
                                .get("plants")
                                .asInt());
        assertThat(browser.errors).isEmpty();
    }

    @Test
    void aClickOnAPlantInThePictureFindsItsRow() {
        String id = site("");
        page.navigate(server.address() + "/sites/" + id + "/roster");
        page.locator(".roster-row").first().waitFor();
        browser.ripen();
        BoundingBox box = page.locator(".stage canvas").boundingBox();
        for (int i = 0; i < 60 && page.locator(".roster-row.chosen").count() == 0; i++) {
            page.mouse().click(box.x + (0.3 + 0.006 * i) * box.width, box.y + (0.6 + 0.003 * i) * box.height);
            browser.settle();
        }
        page.locator(".roster-row.chosen").waitFor();
        assertThat(page.getByTestId("rows").textContent()).contains("1 picked");
        assertThat(browser.errors).isEmpty();
    }

    @Test
    void anAimIsMetAndABudgetThatIsPassedIsFoundWithARemedy() {
        String id = site("");
        openSite(id);
        page.locator(".row-name:text-is('density')").first().click();
        page.getByLabel("Ends of density").first().click();
        page.getByLabel("plants in all").fill("600");
        page.getByLabel("plants in all").press("Enter");
        browser.waitForPlants("Math.abs(n - 600) <= 3");
        page.keyboard().press("Escape");
        page.locator(".budget-button").click();
        page.getByLabel("plants, typed").fill("400");
        page.getByLabel("plants, typed").press("Enter");
        page.locator(".budget-button .over").first().waitFor();
        page.keyboard().press("Escape");
        page.locator("button:has-text('finding')").last().click();
        page.getByText("Budget exceeded: plants").waitFor();
        page.locator("button:has-text('Thin Grass to')").click();
        browser.waitForPlants("n <= 400 && n > 340");
        assertThat(browser.errors).isEmpty();
    }

    /** The x of a row of the roster, m. */
    private static double placeOf(Locator row) {
        return Double.parseDouble(row.locator("span").nth(1).textContent().replace('−', '-'));
    }
}
