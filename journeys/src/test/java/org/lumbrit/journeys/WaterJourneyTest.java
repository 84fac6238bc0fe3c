package org.lumbrit.journeys;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import com.microsoft.playwright.Locator;
import org.junit.jupiter.api.Test;
import org.lumbrit.server.RunningServer;
import tools.jackson.databind.JsonNode;

/** Moving water on a small site of one's own: a barrel that floats, rings that come to the shore, sheets of mist. */
class WaterJourneyTest extends Journey {
    WaterJourneyTest(RunningServer server) {
        super(server);
    }

    /** A pond 2 m deep in level land: the water ends where a bank rises in the east. */
    private String pond() {
        String id = server.post("/api/sites", """
                {"name":"Pond","width":12,"depth":9,"resolution":97}""").json().get("id").asString();
        server.edit(id, """
                [{"kind":"set-ground","ground":{"width":12,"depth":9,"resolution":97,"lowest":0,"highest":0,"waterLevel":2}},
                 {"kind":"set-place","place":{"kind":"path","id":"line","name":"Line","points":[[5,0,-9],[5,0,9]]}},
                 {"kind":"add-layer","added":{"kind":"offset","id":"bank","name":"Bank","properties":{"height":{"low":0,"high":3}}}},
                 {"kind":"add-falloff","index":0,"added":{"id":"east","name":"East","source":{"kind":"distance","place":"line","near":0,"far":3},"steps":[]}},
                 {"kind":"set-drive","drive":{"layer":"bank","property":"height","falloff":"east"}},
                 {"kind":"add-layer","added":{"kind":"water","id":"waves","name":"Waves","swell":{"kind":"still"}}}]""");
        return id;
    }

    private void open(String site) {
        page.navigate(server.address() + "/sites/" + site);
        page.locator(".board .row-name").first().waitFor();
        browser.ripen();
    }

    private JsonNode first(String site, String what) {
        return recipe(site).get(what).get(0);
    }

    @Test
    void aBarrelFloatsAndLiesAsDeepAsIsAimedFor() {
        String id = pond();
        open(id);
        button("+ prop").click();
        page.locator(".dropdown-menu.show button:has-text('Box')").first().click();
        browser.savedFrom(3);
        server.edit(id, """
                [{"kind":"set-prop","prop":{"id":"%s","name":"Barrel","shape":{"kind":"box","width":0.6,"height":0.8,"depth":0.6},
                  "x":-3,"pose":{"kind":"floats","water":"waves"}}}]""".formatted(first(id, "props").get("id").asString()));
        Locator panel = page.getByLabel("Prop Barrel");
        panel.getByText(" 0 cm off").waitFor();
        int before = recipe(id).get("props").size();
        panel.getByLabel("lies in the water, in m").fill("0.3");
        panel.getByText("Aim").click();
        page.getByText("its lowest place lies 30 cm deep").first().waitFor();
        browser.until(() -> first(id, "props").at("/pose/weight").asDouble() > 0);
        // 0.6 m × 0.6 m × 0.3 m of water
        assertThat(first(id, "props").at("/pose/weight").asDouble()).isCloseTo(108, within(0.5));
        panel.getByText("30 cm below the water").waitFor();
        assertThat(recipe(id).get("props").size()).isEqualTo(before);
        assertThat(browser.errors).isEmpty();
    }

    /** The colour of a line of pixels is not looked at: what differs along the bank does. */
    @Test
    void ringsComeToTheShoreAndTheirHeightIsRead() {
        String id = pond();
        open(id);
        browser.ripe();
        browser.keepPicture("calm");
        server.edit(id, """
                [{"kind":"set-layer","changed":{"kind":"water","id":"waves","name":"Waves","swell":{"kind":"still"},
                  "rings":{"kind":"drops","rate":3,"size":0.4,"high":0.2,"speed":1,"damping":0.2}}}]""");
        browser.ripen();
        browser.ripe();
        browser.keepPicture("rings");
        assertThat(browser.difference("calm", "rings")).isGreaterThan(0.5);
        page.getByLabel("Height of Waves").click();
        page.waitForFunction(
                "() => /Waves: height[^]*greatest 0?[.]?\\d*[1-9]/.test(document.querySelector('.legend')?.textContent ?? '')");
        assertThat(browser.errors).isEmpty();
    }

    @Test
    void twoSheetsOfMistStandOverTheWater() {
        String id = pond();
        open(id);
        browser.ripe();
        browser.keepPicture("clear");
        server.edit(id, """
                [{"kind":"add-layer","added":{"kind":"sheets","id":"mist","name":"Mist","count":2,"apart":2,"length":11,"height":2,
                  "rises":0.1,"falls":1.5,"size":3,"near":0,"far":0.1,"properties":{"opacity":{"low":0.9,"high":0.9}}}}]""");
        browser.ripen();
        browser.ripe();
        browser.keepPicture("misty");
        assertThat(browser.difference("clear", "misty")).isGreaterThan(1);
        assertThat(browser.errors).isEmpty();
    }
}
