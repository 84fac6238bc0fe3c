package org.lumbrit.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.util.List;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.lumbrit.server.RunningServer;
import tools.jackson.databind.JsonNode;

/** Snow on a boulder, a track in it, and the almanac, as a user goes about them. */
@Order(9)
class WinterJourneyTest extends Journey {
    WinterJourneyTest(RunningServer server) {
        super(server);
    }

    private String site() {
        String id = server.post("/api/sites", """
                {"name":"First snow","width":12,"depth":12,"resolution":65,"lowest":2}""").json().get("id").asString();
        server.edit(id, """
                [{"kind":"set-prop","prop":{"id":"stone","name":"Stone","shape":{"kind":"boulder"},"roll":25}},
                 {"kind":"set-place","place":{"kind":"path","id":"way","name":"Way","points":[[-4,0,3],[4,0,2]]}},
                 {"kind":"add-layer","added":{"kind":"lay","id":"snow","name":"Snow on top"}}]""");
        return id;
    }

    /** There are no plants to wait for. */
    private void open(String site) {
        page.navigate(server.address() + "/sites/" + site);
        page.locator(".board .row-name").first().waitFor();
        browser.ripen();
    }

    private JsonNode layer(String site, String id) {
        for (JsonNode layer : recipe(site).get("layers")) {
            if (layer.get("id").asString().equals(id)) {
                return layer;
            }
        }
        throw new AssertionError("no layer " + id);
    }

    @Test
    void thePadSaysHowFarSnowReachesAndThePictureFollows() {
        String site = site();
        open(site);
        browser.ripe();
        browser.keepPicture("snow");
        page.locator(".board .row-name")
                .filter(new Locator.FilterOptions().setHasText("reach"))
                .first()
                .click();
        Locator pad = page.getByRole(
                AriaRole.SLIDER,
                new Page.GetByRoleOptions().setName("Reach and edge").setExact(false));
        pad.focus();
        for (int k = 0; k < 5; k++) {
            pad.press("Shift+ArrowLeft");
        }
        page.waitForFunction("() => /reach 0°/.test(document.querySelector('.lay-pad')?.textContent ?? '')");
        browser.ripe();
        assertThat(layer(site, "snow").at("/properties/reach/high").asDouble()).isZero();
        browser.keepPicture("bare");
        assertThat(browser.difference("snow", "bare")).as("the snow is gone").isGreaterThan(3);
        assertThat(browser.errors).isEmpty();
    }

    @Test
    void bootsPressATrackAndFreshSnowFillsIt() {
        String site = site();
        server.edit(site, """
                [{"kind":"add-layer","added":{"kind":"press","id":"boots","name":"Boot prints","path":"way",
                  "properties":{"presses":{"low":0.1,"high":0.1}}}}]""");
        // from near, as prints are a foot long
        page.navigate(server.address());
        page.evaluate(
                "([site, seat]) => localStorage.setItem(`lumbrit.eye.${site}`, seat)",
                List.of(
                        site,
                        "{\"pose\":{\"target\":[0,2,2.5],\"heading\":0,\"elevation\":50,\"distance\":4},\"parallel\":false}"));
        open(site);
        browser.ripe();
        browser.keepPicture("track");
        server.edit(site, """
                [{"kind":"set-layer","changed":{"kind":"press","id":"boots","name":"Boot prints","path":"way",
                  "flakes":{"kind":"steady","snowfall":40,"begins":12},"properties":{"presses":{"low":0.1,"high":0.1}}}}]""");
        page.getByText("change 4").waitFor();
        browser.ripe();
        browser.keepPicture("filled");
        assertThat(browser.difference("track", "filled"))
                .as("the track is filled")
                .isGreaterThan(0.02);
        assertThat(browser.errors).isEmpty();
    }

    @Test
    void theAlmanacIsMadeTypedAndTakenBack() {
        String site = site();
        page.navigate(server.address() + "/sites/" + site + "/almanac");
        button("Make an almanac").click();
        page.waitForFunction("() => document.querySelectorAll('.almanac-chart canvas').length === 6");
        button("Table").click();
        Locator cell = page.getByLabel("Temperature, day 1, 03:00");
        cell.fill("-17.5");
        cell.press("Tab");
        page.waitForFunction("() => !document.querySelector('[aria-label^=\"Undo\"]')?.disabled");
        page.waitForCondition(() -> {
            for (JsonNode layer : recipe(site).get("layers")) {
                if (layer.get("kind").asString().equals("weather")) {
                    return layer.at("/season/station/3/3").asDouble() == -17.5;
                }
            }
            return false;
        });
        assertThat(browser.errors).isEmpty();
    }
}
