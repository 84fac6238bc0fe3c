package org.lumbrit.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import org.junit.jupiter.api.Test;
import org.lumbrit.server.RunningServer;

/** What grows on things, on a small site of one's own: a vine that goes to nothing, ice on a post, a short accretion. */
class GrowthJourneyTest extends Journey {
    GrowthJourneyTest(RunningServer server) {
        super(server);
    }

    private String yard() {
        String id = server.post("/api/sites", """
                {"name":"Yard of growth","width":8,"depth":8,"resolution":65}""").json().get("id").asString();
        server.edit(id, """
                [{"kind":"set-place","place":{"kind":"point","id":"foot","name":"Foot","at":[0,0,0.8]}},
                 {"kind":"set-prop","prop":{"id":"wall","name":"Wall","shape":{"kind":"box","width":3,"height":2.5,"depth":0.5},"standing":true}}]""");
        return id;
    }

    private void open(String site) {
        page.navigate(server.address() + "/sites/" + site);
        page.locator(".board .row-name, .stage canvas").first().waitFor();
        browser.ripen();
        browser.ripe();
    }

    private void changed(String site, String layer) {
        server.edit(site, "[{\"kind\":\"set-layer\",\"changed\":" + layer + "}]");
        browser.ripen();
        browser.ripe();
    }

    @Test
    void aVineIsGrownFromTheMenuAndAtNothingItIsGoneToTheLastPixel() {
        String site = yard();
        open(site);
        button("+ layer").click();
        page.locator(".dropdown-menu.show button:has-text('Climbers that grow')")
                .first()
                .click();
        browser.until(() -> recipe(site).get("layers").size() == 1);
        // as it was saved
        open(site);
        browser.keepPicture("vine");
        String id = recipe(site).get("layers").get(0).get("id").asString();
        String vine = """
                {"kind":"climb","id":"%s","name":"Climbers","from":"foot","grown":%s}""";
        changed(site, vine.formatted(id, "0.4"));
        browser.keepPicture("some");
        changed(site, vine.formatted(id, "0"));
        browser.keepPicture("gone");
        server.edit(site, "[{\"kind\":\"remove-layer\",\"layer\":\"" + id + "\"}]");
        browser.ripen();
        browser.ripe();
        browser.keepPicture("bare");
        assertThat(browser.difference("bare", "vine")).as("a vine on the wall").isGreaterThan(0.5);
        assertThat(browser.difference("bare", "some")).isPositive().isLessThan(browser.difference("bare", "vine"));
        assertThat(browser.difference("bare", "gone")).as("nothing is left").isZero();
        assertThat(browser.errors).isEmpty();
    }

    @Test
    void iceSpreadsOverAPostAndAStoneGrowsByTheClock() {
        String site = yard();
        open(site);
        browser.keepPicture("dry");
        server.edit(site, """
                [{"kind":"add-layer","added":{"kind":"crust","id":"ice","name":"Ice","on":"wall","from":"foot","begins":-100,"cell":0.06,
                  "properties":{"speed":{"low":0.2,"high":0.2}}}},
                 {"kind":"set-prop","prop":{"id":"stone","name":"Stone","shape":{"kind":"boulder","width":0.8,"height":0.5,"detail":3},"x":-1.5,"z":2,"standing":true}},
                 {"kind":"add-layer","added":{"kind":"accretion","id":"shelf","name":"Shelf","from":"stone","length":0.1,"steps":8,"pace":1,"clear":0.1}}]""");
        browser.ripen();
        browser.ripe();
        browser.keepPicture("ice");
        assertThat(browser.difference("dry", "ice")).as("ice on the wall").isGreaterThan(0.5);
        page.getByRole(AriaRole.SLIDER, new Page.GetByRoleOptions().setName("Time"))
                .first()
                .fill("4");
        browser.ripen();
        browser.ripe();
        browser.keepPicture("later");
        assertThat(browser.difference("ice", "later")).as("the stone has grown").isPositive();
        assertThat(browser.errors).isEmpty();
    }
}
