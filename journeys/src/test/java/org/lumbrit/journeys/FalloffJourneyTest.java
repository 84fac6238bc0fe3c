package org.lumbrit.journeys;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.BoundingBox;
import java.util.List;
import java.util.regex.Pattern;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.lumbrit.server.RunningServer;

/** Shaping falloffs in the view, aiming, finding mistakes and mending them. */
@Order(Integer.MAX_VALUE)
class FalloffJourneyTest extends Journey {
    private String site;

    FalloffJourneyTest(RunningServer server) {
        super(server);
    }

    @BeforeEach
    void site() {
        site = server.small();
    }

    private Locator handle(String id) {
        return page.locator("[data-handle=" + id + "]");
    }

    private double number(Locator locator) {
        return Double.parseDouble(locator.textContent().replace('−', '-').replaceAll("[^0-9.\\-]", ""));
    }

    private void drag(Locator handle, double right, double down) {
        BoundingBox box = handle.locator(".knob").boundingBox();
        double x = box.x + box.width / 2;
        double y = box.y + box.height / 2;
        page.mouse().move(x, y);
        page.mouse().down();
        page.mouse().move(x + right / 2, y + down / 2);
        page.mouse().move(x + right, y + down);
        page.mouse().up();
    }

    private String recipe() {
        return server.get("/api/sites/" + site).text();
    }

    @Test
    void draggingALevelMovesItsNumberAndIsOneStepOfUndo() {
        openSite(site);
        buttonWith("Falloff Dry ground").click();
        button("Values").click();
        handle("high").waitFor();
        double before = number(handle("high"));
        drag(handle("high"), 0, -60);
        browser.saved(2);
        double after = number(handle("high"));
        assertThat(after).as("up is higher").isGreaterThan(before + 0.2);
        assertThat(recipe()).contains("\"high\":" + after);
        buttonWith("Undo").first().click();
        browser.saved(3);
        page.waitForFunction(
                "want => Math.abs(Number(document.querySelector('[data-handle=high]').textContent.replace(/[^0-9.]/g, '')) - want) < 1e-9",
                before);
        handle("high").focus();
        page.keyboard().press("Shift+ArrowUp");
        browser.saved(4);
        assertThat(number(handle("high"))).as("one metre by keyboard").isCloseTo(before + 1, within(1e-6));
        assertThat(browser.errors).isEmpty();
    }

    @Test
    void distanceAndDirectionHaveHandlesToo() {
        openSite(site);
        buttonWith("Falloff Shore").click();
        button("Values").click();
        page.locator("button:text-is('Plan')").click();
        handle("far").waitFor();
        double far = number(handle("far"));
        drag(handle("far"), 40, 0);
        browser.saved(2);
        assertThat(number(handle("far"))).as("pulled to the east").isGreaterThan(far + 1);
        buttonWith("Falloff Sunny side").click();
        handle("facing-heading").waitFor();
        double heading = number(handle("facing-heading"));
        handle("facing-heading").focus();
        page.keyboard().press("Shift+ArrowRight");
        browser.saved(3);
        assertThat(number(handle("facing-heading"))).isNotEqualTo(heading);
    }

    @Test
    void everySourceWithAPlaceOrADirectionIsShapedInTheView() {
        String[][] sources = {
            {"Stripes", "period", "{\"kind\":\"bands\",\"period\":12,\"heading\":90}"},
            {"Clouds", "feature", "{\"kind\":\"noise\",\"featureSize\":14}"},
            {"Cells", "feature", "{\"kind\":\"cellular\",\"featureSize\":14}"},
            {"Low light", "sun-heading", "{\"kind\":\"sunlit\",\"heading\":10}"},
            {"Drift", "travel-heading", "{\"kind\":\"noise\",\"featureSize\":14,\"travel\":1,\"heading\":10}"}
        };
        StringBuilder edits = new StringBuilder("[");
        for (String[] source : sources) {
            edits.append(edits.length() > 1 ? "," : "")
                    .append("{\"kind\":\"add-falloff\",\"index\":99,\"added\":{\"id\":\"")
                    .append(source[0].replace(' ', '-'))
                    .append("\",\"name\":\"")
                    .append(source[0])
                    .append("\",\"source\":")
                    .append(source[2])
                    .append(",\"steps\":[]}}");
        }
        server.edit(site, edits.append("]").toString());
        openSite(site);
        button("Values").click();
        page.locator("button:text-is('Plan')").click();
        int revision = 2;
        for (String[] source : sources) {
            buttonWith("Falloff " + source[0]).click();
            page.locator(".legend b").getByText(source[0]).waitFor();
            handle(source[1]).waitFor();
            double before = number(handle(source[1]));
            drag(handle(source[1]), 30, 0);
            browser.saved(++revision);
            assertThat(number(handle(source[1]))).as(source[0]).isGreaterThan(before + 1);
        }
        assertThat(browser.errors).isEmpty();
    }

    @Test
    void anAimIsMetAndUndone() {
        openSite(site);
        buttonWith("Falloff Tussocks").click();
        Locator aim = page.getByLabel("cover, in %");
        aim.fill("40");
        buttonWith("Aim").click();
        page.getByText(Pattern.compile("covers (39\\.[5-9]|40(\\.[0-5])?) % of the ground"))
                .waitFor();
        browser.saved(2);
        page.waitForFunction(
                "() => Math.abs(Number(document.querySelector('[aria-label=\"cover, in %\"]').value) - 40) <= 0.5");
        buttonWith("Undo").first().click();
        browser.saved(3);
    }

    @Test
    void aFindingIsShownMendedAndUndone() {
        server.edit(
                site,
                "[{\"kind\":\"add-falloff\",\"index\":0,\"added\":{\"id\":\"loose\",\"name\":\"Loose\",\"source\":{\"kind\":\"noise\",\"featureSize\":5,\"travel\":2},\"steps\":[]}}]");
        openSite(site);
        page.getByText(Pattern.compile("[0-9]+ findings?$")).click();
        Locator remedy = buttonWith("Fit it to the loop");
        remedy.waitFor();
        assertThat(page.locator(".finding", new Page.LocatorOptions().setHasText("Loose: speed"))
                        .textContent())
                .contains("3.2 features");
        remedy.click();
        browser.saved(3);
        remedy.waitFor(
                new Locator.WaitForOptions().setState(com.microsoft.playwright.options.WaitForSelectorState.DETACHED));
        assertThat(recipe()).contains("\"featureSize\":4");
        page.keyboard().press("Escape");
        buttonWith("Undo").first().click();
        browser.saved(4);
        assertThat(recipe()).contains("\"featureSize\":5");
    }

    @Test
    void theBrushPaintsAndEachStrokeIsUndone() {
        openSite(site);
        buttonWith("+ falloff").click();
        page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile("^Brush")))
                .click();
        browser.saved(2);
        page.locator("button:text-is('Plan')").click();
        browser.ripen();
        page.getByRole(
                        AriaRole.BUTTON,
                        new Page.GetByRoleOptions().setName("Paint").setExact(true))
                .click();
        double before = browser.brightness(0.45, 0.28, 0.55, 0.34);
        BoundingBox view = page.locator(".stage canvas").boundingBox();
        page.mouse().move(view.x + 0.4 * view.width, view.y + 0.31 * view.height);
        page.mouse().down();
        for (int i = 0; i <= 10; i++) {
            page.mouse().move(view.x + (0.4 + 0.02 * i) * view.width, view.y + 0.31 * view.height);
        }
        page.mouse().up();
        browser.saved(3);
        page.getByText("1 stroke, undone one by one").waitFor();
        browser.ripen();
        assertThat(browser.brightness(0.45, 0.28, 0.55, 0.34)).as("painted").isGreaterThan(before + 30);
        buttonWith("Undo").first().click();
        page.getByText("0 strokes, undone one by one").waitFor();
    }

    @Test
    void aCurveIsShapedByKeyboard() {
        openSite(site);
        buttonWith("Falloff Dry ground").click();
        buttonWith("Edit curve …").click();
        Locator point = page.getByRole(AriaRole.SLIDER, new Page.GetByRoleOptions().setName("Point 1"));
        point.focus();
        String before = point.getAttribute("aria-valuetext");
        page.keyboard().press("Shift+ArrowUp");
        browser.saved(2);
        assertThat(point.getAttribute("aria-valuetext")).isNotEqualTo(before);
    }

    @Test
    void aTintColoursTheGround() {
        openSite(site);
        page.locator("button:text-is('Plan')").click();
        browser.ripen();
        double before = browser.brightness(0.30, 0.20, 0.36, 0.26);
        buttonWith("Falloff Dry ground").click();
        buttonWith("+ layer").click();
        page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile("^Tint")))
                .click();
        browser.saved(2);
        browser.ripen();
        assertThat(browser.brightness(0.30, 0.20, 0.36, 0.26))
                .as("dry ground takes the pale end of the ramp")
                .isGreaterThan(before + 15);
        List<String> errors = browser.errors;
        assertThat(errors).isEmpty();
    }
}
