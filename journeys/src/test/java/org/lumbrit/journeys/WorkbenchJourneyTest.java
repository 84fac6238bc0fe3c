package org.lumbrit.journeys;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.util.HashSet;
import java.util.Set;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.lumbrit.server.RunningServer;
import tools.jackson.databind.JsonNode;

@Order(2)
class WorkbenchJourneyTest extends Journey {
    private String site;

    WorkbenchJourneyTest(RunningServer server) {
        super(server);
    }

    @BeforeEach
    void open() {
        site = openSmall();
    }

    private Set<String> ids() {
        Set<String> ids = new HashSet<>();
        for (JsonNode layer : server.get("/api/sites/" + site).json().at("/recipe/layers")) {
            if (layer.get("kind").asString().equals("cover")) {
                String cover = layer.get("id").asString();
                server.get("/api/sites/" + site + "/scatter.csv?layer=" + cover)
                        .text()
                        .lines()
                        .skip(1)
                        .forEach(row -> ids.add(cover + row.substring(0, 16)));
            }
        }
        return ids;
    }

    @Test
    void choosingAStepChangesTheGround() {
        page.locator("button:text-is('Plan')").click();
        button("Values").click();
        buttonWith("Falloff Causeway").click();
        page.getByText("Causeway", new Page.GetByTextOptions().setExact(true))
                .first()
                .waitFor();
        buttonWith("Show Nearness to Causeway in the view").click();
        page.locator(".legend b").getByText("Causeway: source").waitFor();
        browser.ripen();
        double source = browser.brightness(0.30, 0.20, 0.36, 0.26);
        buttonWith("Show Invert in the view").click();
        page.locator(".legend b").getByText("Causeway: after step 1").waitFor();
        browser.ripen();
        double inverted = browser.brightness(0.30, 0.20, 0.36, 0.26);
        assertThat(source).as("far from the causeway the nearness is 0: dark").isLessThan(90);
        assertThat(inverted).as("inverted it is 1: light").isGreaterThan(source + 70);
        assertThat(browser.errors).isEmpty();
    }

    @Test
    void aMovedSliderChangesTheCountOfPlantsAndOnlyAdds() {
        int before = browser.plants();
        Set<String> standing = ids();
        assertThat(standing).hasSize(before);
        buttonWith("Ends of density").click();
        Locator high = page.getByLabel(
                "high: where they give 1, or nothing drives it", new Page.GetByLabelOptions().setExact(true));
        high.press("ArrowRight");
        high.press("Shift+ArrowRight");
        browser.waitForPlants("n > " + before);
        browser.savedFrom(2);
        browser.ripen();
        Set<String> more = ids();
        assertThat(more.size()).isGreaterThan(before);
        // covers that keep clear of the grass give way to it; of the grass itself none goes
        standing.removeIf(id -> !id.startsWith("cotton-grass"));
        assertThat(more).containsAll(standing);
        assertThat(browser.plants()).isEqualTo(more.size());
    }

    @Test
    void whyHereShowsTheNumbersThatGiveTheDensity() {
        browser.clickView(0.42, 0.93);
        page.locator(".why .factor").first().waitFor();
        browser.until(() -> page.locator(".why b.number").count() == 1);
        double product = page.locator(".why .factor .number").allTextContents().stream()
                .mapToDouble(Double::parseDouble)
                .reduce(1, (a, b) -> a * b);
        String text = page.locator(".why b.number").textContent();
        double density = Double.parseDouble(text.replace("/m²", "").strip());
        assertThat(density).isCloseTo(18 * product, within(0.02 * 18));
        assertThat(page.locator(".why").textContent()).contains("away").contains("slope");
    }

    @Test
    void undoRedoAndReloadKeepEverything() {
        int before = browser.plants();
        buttonWith("Causeway on density: drives it").click();
        buttonWith("Clear").click();
        browser.waitForPlants("n > " + before);
        browser.saved(2);
        int without = browser.plants();
        page.keyboard().press("Escape");
        page.locator(".stage canvas").focus();
        page.keyboard().press("Control+z");
        browser.waitForPlants("n === " + before);
        page.keyboard().press("Control+Shift+z");
        browser.waitForPlants("n === " + without);
        browser.saved(4);
        page.reload();
        browser.waitForPlants("n === " + without);
        buttonWith("Undo").click();
        browser.waitForPlants("n === " + before);
    }

    @Test
    void theBoardWorksFromTheKeyboard() {
        Locator first = page.locator(".cell").first();
        first.focus();
        page.keyboard().press("ArrowRight");
        page.keyboard().press("ArrowRight");
        assertThat(page.evaluate("() => document.activeElement.getAttribute('aria-label')"))
                .isEqualTo("Tussocks on density: does not drive it");
        int before = browser.plants();
        page.keyboard().press("Enter");
        browser.waitForPlants("n < " + before);
        page.keyboard().press("Delete");
        browser.waitForPlants("n === " + before);
    }

    @Test
    void aStepIsAddedSkippedMovedAndDeleted() {
        buttonWith("Add a step").click();
        page.locator(".dropdown-menu.show button:has-text('Swaps high and low')")
                .click();
        page.locator(".step-card").nth(5).getByText("Invert").first().waitFor();
        browser.saved(2);
        for (String action : new String[] {"Move earlier (Alt ←)", "Skip", "Delete"}) {
            buttonWith("Invert: more").click();
            page.getByRole(
                            AriaRole.BUTTON,
                            new Page.GetByRoleOptions().setName(action).setExact(true))
                    .click();
            browser.saved(action.startsWith("Move") ? 3 : action.equals("Skip") ? 4 : 5);
        }
        assertThat(page.locator(".step-card:has-text('Invert')").count()).isZero();
        assertThat(browser.errors).isEmpty();
    }

    @Test
    void aPointPlacedOnTheGroundCanBeMeasuredFrom() {
        int before = recipe(site).get("places").size();
        buttonWith("Places").click();
        buttonWith("Place a point").click();
        page.locator(".modal")
                .waitFor(new Locator.WaitForOptions()
                        .setState(com.microsoft.playwright.options.WaitForSelectorState.HIDDEN));
        browser.clickView(0.5, 0.9);
        browser.saved(2);
        buttonWith("+ falloff").click();
        page.locator(".dropdown-menu.show button:has-text('Nearness')").first().click();
        browser.saved(3);
        assertThat(page.locator(".result-card .name").inputValue()).isEqualTo("Nearness");
        assertThat(recipe(site).at("/places/" + before + "/kind").asString()).isEqualTo("point");
        buttonWith("Places").press("Enter");
        buttonWith("Place a point").press("Enter");
        page.locator("canvas:focus").waitFor();
        page.keyboard().press("Space");
        browser.saved(4);
        assertThat(recipe(site).at("/places/" + (before + 1) + "/kind").asString())
                .as("placed by the keyboard alone")
                .isEqualTo("point");
        assertThat(page.locator(".modal").count()).isZero();
    }

    @Test
    void whileTheServerIsAwayTheWorkbenchStaysAndWhatWasChangedIsSavedLater() {
        buttonWith("Ends of density").click();
        Locator high = page.getByLabel(
                "high: where they give 1, or nothing drives it", new Page.GetByLabelOptions().setExact(true));
        high.waitFor();
        browser.away(true);
        high.press("ArrowRight");
        Locator banner = page.locator(".away-banner");
        page.getByText("1 change is not saved yet").waitFor();
        high.press("Shift+ArrowRight");
        page.getByText("2 changes are not saved yet").waitFor();
        assertThat(page.locator(".head").textContent()).contains("not saved, 2 changes wait");
        assertThat(page.getByText("Drive board").isVisible()).isTrue();
        String typed = high.inputValue();
        browser.away(false);
        page.getByText("Try now").click();
        banner.waitFor(
                new Locator.WaitForOptions().setState(com.microsoft.playwright.options.WaitForSelectorState.DETACHED));
        browser.savedFrom(2);
        browser.ripen();
        buttonWith("Ends of density").click();
        assertThat(high.inputValue()).as("nothing has jumped back").isEqualTo(typed);
        double saved = 0;
        for (JsonNode layer : recipe(site).get("layers")) {
            if (layer.get("id").asString().equals("cotton-grass")) {
                saved = layer.at("/properties/density/high").asDouble();
            }
        }
        assertThat(saved).isCloseTo(Double.parseDouble(typed), within(0.01));
    }

    @Test
    void twoQuickChangesOfOneSourceBothStand() {
        buttonWith("Falloff Shore").click();
        Locator far = page.getByLabel("far, typed", new Page.GetByLabelOptions().setExact(true))
                .first();
        Locator near = page.getByLabel("near, typed", new Page.GetByLabelOptions().setExact(true))
                .first();
        far.waitFor();
        far.fill("31");
        far.press("Enter");
        near.fill("5");
        near.press("Enter");
        browser.savedFrom(3);
        browser.ripen();
        JsonNode source = recipe(site).at("/falloffs/0/source");
        assertThat(source.get("far").asDouble()).isEqualTo(31);
        assertThat(source.get("near").asDouble()).isEqualTo(5);
    }
}
