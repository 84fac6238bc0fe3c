package org.lumbrit.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.TimeoutError;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.BoundingBox;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.lumbrit.server.RunningServer;
import tools.jackson.databind.JsonNode;

/** Playing the wind, making it loop, mending what is found, as a user does. */
@Order(3)
class MotionJourneyTest extends Journey {
    MotionJourneyTest(RunningServer server) {
        super(server);
    }

    private JsonNode layer(String site, String id) {
        for (JsonNode layer : recipe(site).get("layers")) {
            if (layer.get("id").asString().equals(id)) {
                return layer;
            }
        }
        throw new AssertionError("no layer " + id);
    }

    /** Level ground with long grass in a wind; a loop of 4 s. */
    private String site(double gustLength, String more) {
        String id = server.post("/api/sites", """
                {"name":"Windy meadow","width":30,"depth":30,"resolution":65,"lowest":2}""").json().get("id").asString();
        server.edit(id, """
                [{"kind":"set-clock","clock":{"framesPerSecond":24,"loopSeconds":4}},
                 {"kind":"add-layer","added":{"kind":"cover","id":"grass","name":"Grass",
                  "properties":{"density":{"low":0,"high":3},"spacing":{"low":0.3,"high":0.3},
                    "length":{"low":1.4,"high":1.4},"width":{"low":0.06,"high":0.06}}}},
                 {"kind":"add-layer","added":{"kind":"wind","id":"wind","name":"Wind","heading":90,"gustSpeed":6,
                  "gustLength":%s,"turbulenceSize":3,
                  "properties":{"speed":{"low":0,"high":7},"gust":{"low":0,"high":0.9},"turbulence":{"low":0,"high":0}}}},
                 {"kind":"add-layer","added":{"kind":"sway","id":"sway","name":"Sway","wind":"wind","cover":"grass"}}%s]""".formatted(gustLength, more));
        return id;
    }

    private void open(String id) {
        openSite(id);
        Locator measure = page.getByText("measure the seam");
        if (measure.count() > 0) {
            try {
                measure.click(new Locator.ClickOptions().setTimeout(3000));
            } catch (TimeoutError e) {
                // a picture at rest has had it measured by itself meanwhile
                assertThat(measure.count()).isZero();
            }
        }
        page.waitForFunction("() => /^no seam|^seam/.test(document.querySelector('.seam-button')?.textContent ?? '')");
        // what the motion is has been said; its blocks may still be on their way to the picture
        page.waitForFunction("() => document.querySelector('.stage canvas').dataset.moment === 'whole'");
        browser.ripen();
    }

    @Test
    void playingMovesTheGrassAndTheLoopMeetsItself() {
        open(site(6, ""));
        assertThat(page.locator(".seam-button").textContent()).isEqualTo("no seam");
        browser.ripe();
        browser.keepPicture("first");
        button("Play").click();
        page.waitForFunction(
                "() => Number(/frame (\\d+)/.exec(document.querySelector('.clock .time').textContent)[1]) > 20");
        button("Pause").click();
        browser.ripe();
        browser.keepPicture("later");
        assertThat(browser.difference("first", "later"))
                .as("the grass has moved")
                .isGreaterThan(0.3);
        Locator time = page.getByLabel("Time", new Page.GetByLabelOptions().setExact(true));
        time.fill("4");
        browser.ripe();
        browser.keepPicture("end");
        assertThat(browser.difference("first", "end"))
                .as("the end of the loop is its beginning")
                .isLessThan(0.25 * browser.difference("first", "later"));
        button("One frame back").click();
        assertThat(page.locator(".clock .time").textContent()).contains("frame 95");
        button("One frame on").click();
        assertThat(page.locator(".clock .time").textContent()).contains("frame 0");
        assertThat(browser.errors).isEmpty();
    }

    @Test
    void thePlantUnderThePointerShowsItsMotionOverTheLoop() {
        open(site(6, ""));
        page.locator(".stage canvas").focus();
        BoundingBox box = page.locator(".stage canvas").boundingBox();
        for (int i = 0; i < 60 && page.locator(".trace svg").count() == 0; i++) {
            page.mouse().move(box.x + box.width * (0.4 + 0.003 * i), box.y + box.height * 0.62);
            browser.ripen();
        }
        String text = page.locator(".trace").textContent();
        assertThat(text).matches(".*tip −?-?\\d+–\\d+ cm.*");
        int most = Integer.parseInt(text.replaceAll(".*–(\\d+) cm.*", "$1"));
        assertThat(most).as("a blade of 1.4 m in 7 m/s").isBetween(15, 139);
    }

    @Test
    void aWindThatDoesNotFitIsFoundAndOneSwitchMakesEverythingLoop() {
        String id = site(6.7, "");
        open(id);
        assertThat(page.locator(".seam-button").textContent()).startsWith("seam ×");
        page.locator(".findings-button").click();
        assertThat(page.locator(".modal .finding").allTextContents())
                .anyMatch(text -> text.contains("speed × loop is not whole") && text.contains("3.582"))
                .anyMatch(text -> text.contains("a seam in the loop"));
        page.keyboard().press("Escape");
        page.locator(".seam-button").click();
        page.getByRole(AriaRole.SWITCH, new Page.GetByRoleOptions().setName("Every motion loops exactly"))
                .click();
        browser.until(() -> Math.abs(layer(id, "wind").get("gustLength").asDouble() - 6) < 1e-9);
        page.waitForFunction("() => document.querySelector('.seam-button')?.textContent === 'no seam'");
        page.keyboard().press("Escape");
        assertThat(browser.errors).isEmpty();
    }

    @Test
    void aRootThatSlidesIsFoundAndHeldByItsRemedy() {
        String id = site(6, """
                ,{"kind":"add-falloff","added":{"id":"down","name":"Down","source":{"kind":"along"},
                   "steps":[{"kind":"invert","id":"i"}]},"index":0},
                 {"kind":"set-drive","drive":{"layer":"sway","property":"mask","falloff":"down","curve":[[0,0],[1,1]]}}""");
        open(id);
        page.locator(".findings-button").click();
        Locator finding = page.locator(".modal .finding:has-text('root not still')");
        assertThat(finding.textContent()).contains("plants slide on the ground");
        finding.getByRole(AriaRole.BUTTON).first().click();
        browser.until(() -> recipe(id).get("drives").isEmpty());
        finding.waitFor(
                new Locator.WaitForOptions().setState(com.microsoft.playwright.options.WaitForSelectorState.DETACHED));
    }

    @Test
    void aSwayIsCopiedToOtherPlantsInOneAction() {
        String id = site(6, """
                ,{"kind":"add-layer","added":{"kind":"cover","id":"reeds","name":"Reeds","seed":5,
                  "properties":{"density":{"low":0,"high":1}}}},
                 {"kind":"set-property","layer":"sway","property":"stiffness","range":{"low":5,"high":5}}""");
        open(id);
        button("Layer Sway: more").click();
        page.locator(".dropdown-menu.show button:has-text('Let other plants sway')")
                .click();
        button("Copy to one cover").click();
        browser.until(() -> recipe(id).get("layers").size() == 5);
        JsonNode copy = null;
        for (JsonNode each : recipe(id).get("layers")) {
            copy = each.get("name").asString().equals("Sway of Reeds") ? each : copy;
        }
        assertThat(copy.get("cover").asString()).isEqualTo("reeds");
        assertThat(copy.get("properties").get("stiffness").get("high").asDouble())
                .isEqualTo(5);
    }

    @Test
    void theRoseTurnsTheWindAndItsGustsAreShownOnTheGround() {
        String id = site(6, "");
        open(id);
        button("Speed of the air of Wind").click();
        page.locator(".legend b:has-text('speed of the air')").waitFor();
        browser.ripen();
        browser.keepPicture("before");
        BoundingBox rose = page.locator(".rose svg").boundingBox();
        double x = rose.x + rose.width / 2;
        double y = rose.y + rose.height / 2;
        page.mouse().move(x, y);
        page.mouse().down();
        page.mouse().move(x - 10, y, new com.microsoft.playwright.Mouse.MoveOptions().setSteps(3));
        page.mouse().move(x - rose.width * 0.22, y, new com.microsoft.playwright.Mouse.MoveOptions().setSteps(4));
        page.mouse().up();
        browser.until(() -> Math.abs(layer(id, "wind").get("heading").asDouble() - 270) < 3);
        assertThat(layer(id, "wind").get("properties").get("speed").get("high").asDouble())
                .isBetween(5.0, 9.0);
        page.locator(".rose svg").press("Shift+ArrowRight");
        browser.until(() -> Math.abs(layer(id, "wind").get("heading").asDouble() - 280) < 3);
        browser.ripen();
        browser.keepPicture("after");
        assertThat(browser.difference("before", "after")).isGreaterThan(0.3);
        assertThat(browser.errors).isEmpty();
    }

    @Test
    void aNumberIsKeyedAtTheClocksTimeAndItsKeyStandsOnTheClock() {
        String id = site(6, "");
        open(id);
        button("Speed of the air of Wind").click();
        buttonWith("Ends of speed").click();
        button("high: where they give 1, or nothing drives it: key it at 0.00 s")
                .click();
        page.locator(".key-mark").waitFor();
        browser.until(() -> !recipe(id).get("clock").path("tracks").isEmpty());
        JsonNode track = recipe(id).get("clock").get("tracks").get(0);
        assertThat(track.get("setting").asString()).isEqualTo("properties.speed.high");
        assertThat(track.get("keys").get(0).get(1).asDouble()).isEqualTo(7);
    }
}
