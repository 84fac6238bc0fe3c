package org.lumbrit.journeys;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.FilePayload;
import java.util.Arrays;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.props.BarrelShape;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.formats.mesh.PlyFile;
import org.lumbrit.server.RunningServer;
import tools.jackson.databind.JsonNode;

/** Ground and props as a user meets them: relief layers, an area, a tape, a mesh that is brought in. */
class YardJourneyTest extends Journey {
    YardJourneyTest(RunningServer server) {
        super(server);
    }

    /** A small site with hills from one relief layer, so that a software renderer is quick with it. */
    private String level() {
        String id = server.post("/api/sites", """
                {"name":"Level","width":60,"depth":60,"resolution":128,"lowest":2}""").json().get("id").asString();
        server.edit(id, """
                [{"kind":"add-layer","added":{"kind":"noise-relief","id":"hills","name":"Hills","featureSize":25,
                  "properties":{"amplitude":{"low":0,"high":4}}}},
                 {"kind":"add-layer","added":{"kind":"terraces","id":"steps","name":"Steps","step":1.5}}]""");
        return id;
    }

    private void openLevel(String id) {
        page.navigate(server.address() + "/sites/" + id);
        button("Fold the ground").waitFor();
        browser.ripen();
    }

    @Test
    void aMeshInMillimetresIsBroughtInUprightAndStands() {
        String id = level();
        Mesh barrel = new BarrelShape(0.4, 1, 0.14, 16).mesh(file -> null);
        float[] lying = new float[barrel.positions().length];
        for (int i = 0; i < lying.length; i += 3) {
            lying[i] = 1000 * barrel.positions()[i];
            lying[i + 1] = -1000 * barrel.positions()[i + 2];
            lying[i + 2] = 1000 * barrel.positions()[i + 1];
        }
        byte[] file = PlyFile.write(Mesh.of(lying, barrel.triangles()));
        page.navigate(server.address() + "/sites/" + id + "/yard");
        page.getByText("Nothing stands here yet").waitFor();
        Locator input = page.getByLabel("Meshes, height maps or places to import");
        input.setInputFiles(
                new FilePayload("cut.ply", "application/octet-stream", Arrays.copyOf(file, file.length / 2)));
        page.getByText("cut.ply is cut off").waitFor();
        button("Cancel").click();
        input.setInputFiles(new FilePayload("barrel.ply", "application/octet-stream", file));
        page.getByText("1.02 m").first().waitFor();
        page.getByLabel("millimetre").check();
        assertThat(page.getByLabel("Up is").inputValue()).isEqualTo("z");
        assertThat(page.getByText("It is").textContent()).contains("1.02 m");
        button("Bring it in, standing on the ground").click();
        Locator card = page.getByRole(AriaRole.ARTICLE, new Page.GetByRoleOptions().setName("barrel"));
        card.getByText("stands on the ground").waitFor();
        assertThat(card.textContent()).contains("1.02 m").contains(barrel.count() + " triangles".substring(0, 1));
        JsonNode shape = recipe(id).at("/props/0/shape");
        assertThat(shape.get("unit").asDouble()).isEqualTo(0.001);
        assertThat(shape.get("up").asString()).isEqualTo("z");
        button("Show").click();
        page.locator(".prop-panel").waitFor();
        browser.ripen();
        assertThat(browser.errors).isEmpty();
    }

    @Test
    void reliefIsSeenAsTheDifferenceItMakesSwitchedAndReordered() {
        String id = level();
        openLevel(id);
        button("Difference of Hills").click();
        page.locator(".legend:has-text('Hills: difference')").waitFor();
        assertThat(page.locator(".legend").textContent())
                .contains("lowered, raised")
                .contains(" m");
        assertThat(page.locator(".sentence").textContent()).contains("lowers the ground by up to");
        browser.ripen();
        double before = browser.brightness(0.3, 0.6, 0.7, 0.9);
        button("Look at Steps alone").click();
        page.getByText("Only “Steps” shapes the ground.").waitFor();
        button("Show all").click();
        page.getByRole(AriaRole.SWITCH, new Page.GetByRoleOptions().setName("Hills shapes the ground"))
                .click();
        browser.saved(3);
        assertThat(recipe(id).at("/layers/0/hidden").asBoolean()).isTrue();
        page.locator(".difference:has-text('off')").waitFor();
        page.keyboard().press("Control+z");
        browser.saved(4);
        button("Layer Steps: more").click();
        page.locator(".dropdown-menu.show button:has-text('Move up')").click();
        browser.saved(5);
        assertThat(recipe(id).at("/layers/0/id").asString()).isEqualTo("steps");
        browser.ripen();
        assertThat(browser.brightness(0.3, 0.6, 0.7, 0.9)).isNotCloseTo(before, within(0.01));
        assertThat(browser.errors).isEmpty();
    }

    @Test
    void anAreaIsDrawnAndABasinPressedIntoIt() {
        String id = level();
        openLevel(id);
        button("Plan").click();
        browser.ripen();
        button("Places").click();
        button("Draw an area").click();
        page.locator(".modal")
                .waitFor(new Locator.WaitForOptions()
                        .setState(com.microsoft.playwright.options.WaitForSelectorState.HIDDEN));
        int corners = 0;
        for (double[] corner : new double[][] {{0.42, 0.4}, {0.58, 0.4}, {0.58, 0.6}, {0.42, 0.6}}) {
            browser.clickView(corner[0], corner[1]);
            page.getByText("(" + ++corners + " so far)").waitFor();
        }
        button("Done (Enter)").click();
        browser.saved(3);
        JsonNode area = recipe(id).at("/places/0");
        assertThat(area.get("kind").asString()).isEqualTo("area");
        assertThat(area.get("points").size()).isEqualTo(4);
        button("+ layer").click();
        page.locator(".dropdown-menu.show button:has-text('Basin')").click();
        browser.saved(4);
        page.locator(".legend:has-text('Basin: depth')").waitFor();
        assertThat(page.locator(".legend").textContent()).contains("on the ground below Basin");
        page.locator("[aria-label='Difference of Basin']:has-text('−')").waitFor();
        assertThat(browser.errors).isEmpty();
    }

    @Test
    void aTapeMeasuresAndACutShowsTheProfile() {
        String id = level();
        openLevel(id);
        button("Plan").click();
        browser.ripen();
        button("Tape").click();
        browser.clickView(0.45, 0.5);
        page.getByText("Click where it ends.").waitFor();
        browser.clickView(0.6, 0.6);
        Locator tape = page.getByTestId("tape");
        tape.waitFor();
        page.waitForFunction("() => !document.querySelector('[data-testid=tape]').textContent.includes('…')");
        double straight = metres(tape, 0);
        double plan = metres(tape, 1);
        double ground = metres(tape, 2);
        assertThat(plan).isBetween(2.0, 60.0);
        assertThat(straight).isBetween(plan - 0.01, ground + 0.01);
        button("Cut").click();
        browser.clickView(0.45, 0.5);
        browser.clickView(0.6, 0.6);
        page.locator(".profile .after").waitFor();
        assertThat(page.locator(".profile .after").getAttribute("d"))
                .isNotEqualTo(page.locator(".profile .before").getAttribute("d"));
        assertThat(browser.errors).isEmpty();
    }

    private static double metres(Locator tape, int row) {
        String text = tape.locator("dd").nth(row).textContent();
        double number = Double.parseDouble(text.replaceAll("[^0-9.]", ""));
        return text.contains("cm") ? number / 100 : number;
    }

    @Test
    void aPropIsPutUpMovedByItsHandleAndExplained() {
        String id = level();
        openLevel(id);
        button("+ prop").click();
        page.locator(".dropdown-menu.show button:has-text('Tower')").click();
        browser.saved(3);
        page.locator(".prop-panel").waitFor();
        Locator handle = page.locator("[data-handle=prop-move]");
        handle.waitFor();
        handle.focus();
        page.keyboard().press("Shift+ArrowRight");
        browser.saved(4);
        assertThat(recipe(id).at("/props/0/x").asDouble()).isEqualTo(1);
        page.locator("[data-handle=prop-turn]").focus();
        page.keyboard().press("ArrowRight");
        browser.saved(5);
        assertThat(recipe(id).at("/props/0/heading").asDouble()).isEqualTo(1);
        button("Duplicate").click();
        browser.saved(6);
        assertThat(recipe(id).at("/props").size()).isEqualTo(2);
        assertThat(browser.errors).isEmpty();
    }
}
