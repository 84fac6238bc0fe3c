package org.lumbrit.journeys;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import org.junit.jupiter.api.Test;
import org.lumbrit.server.RunningServer;
import tools.jackson.databind.JsonNode;

/** Numbers tried at several values, and one of them taken. */
class TrialsJourneyTest extends Journey {
    TrialsJourneyTest(RunningServer server) {
        super(server);
    }

    private String hills() {
        String id = server.post("/api/sites", """
                {"name":"Hills","width":40,"depth":40,"resolution":65,"lowest":0}""").json().get("id").asString();
        server.edit(id, """
                [{"kind":"add-layer","added":{"kind":"noise-relief","id":"hills","name":"Hills","featureSize":20,
                  "octaves":1,"properties":{"amplitude":{"low":0,"high":8}}}}]""");
        return id;
    }

    private double amplitude(String site) {
        for (JsonNode layer : recipe(site).get("layers")) {
            return layer.at("/properties/amplitude/high").asDouble();
        }
        return -1;
    }

    @Test
    void aNumberIsTriedNarrowedAndTakenAsOneChange() {
        String site = hills();
        page.navigate(server.address() + "/sites/" + site);
        page.locator(".board .row-name").first().waitFor();
        button("Layer Hills: more").click();
        page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Try values"))
                .or(page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Try values")))
                .first()
                .click();
        Locator from = page.getByLabel("from m");
        from.waitFor();
        // a half and twice of what it is
        assertThat(from.inputValue()).isEqualTo("4");
        assertThat(page.getByLabel("to m").inputValue()).isEqualTo("16");
        page.getByRole(AriaRole.SPINBUTTON, new Page.GetByRoleOptions().setName("values"))
                .fill("4");
        button("Make the sheet").click();
        page.waitForFunction("() => document.querySelectorAll('.trial img').length === 4");
        assertThat(page.locator(".trial b").allTextContents()).containsExactly("4 m", "8 m", "12 m", "16 m");
        page.locator(".trial").nth(2).getByText("Closer").click();
        page.waitForFunction("() => document.querySelectorAll('.trial img').length === 4"
                + " && document.querySelector('.trial b').textContent === '9 m'");
        assertThat(page.locator(".trial b").allTextContents()).containsExactly("9 m", "11 m", "13 m", "15 m");
        int before = server.get("/api/sites/" + site).json().get("revision").asInt();
        page.locator(".trial").nth(1).getByText("Take it").click();
        browser.until(() -> amplitude(site) > 10);
        assertThat(amplitude(site)).isCloseTo(11, within(1e-9));
        assertThat(server.get("/api/sites/" + site).json().get("revision").asInt())
                .isEqualTo(before + 1);
        page.locator(".board .row-name").first().waitFor();
        page.keyboard().press("Control+z");
        browser.until(() -> amplitude(site) < 9);
        assertThat(amplitude(site)).isCloseTo(8, within(1e-9));
        assertThat(browser.errors).isEmpty();
    }

    @Test
    void oneOfNineTrialsOfTwoNumbersIsTaken() {
        String site = hills();
        page.navigate(server.address() + "/sites/" + site + "/trials?id=hills&setting=properties.amplitude.high");
        Locator numbers = page.getByRole(AriaRole.COMBOBOX);
        page.getByLabel("from m").first().waitFor();
        numbers.nth(1).selectOption("layer hills featureSize");
        button("Make the sheet").click();
        page.waitForFunction("() => document.querySelectorAll('.trial img').length === 9");
        // for each of the first all of the second
        assertThat(page.locator(".trial b").allTextContents()).element(5).isEqualTo("10 m · 40 m");
        int before = server.get("/api/sites/" + site).json().get("revision").asInt();
        page.locator(".trial").nth(5).getByText("Take it").click();
        browser.until(() -> amplitude(site) > 9);
        JsonNode hills = recipe(site).get("layers").get(0);
        assertThat(hills.at("/properties/amplitude/high").asDouble()).isCloseTo(10, within(1e-9));
        assertThat(hills.get("featureSize").asDouble()).isCloseTo(40, within(1e-9));
        assertThat(server.get("/api/sites/" + site).json().get("revision").asInt())
                .isEqualTo(before + 1);
        assertThat(browser.errors).isEmpty();
    }

    @Test
    void whatCannotBeTriedIsRefusedInWords() {
        String site = hills();
        String wish = """
                {"base":2,"edits":[],"sweeps":[{"of":"layer","id":"hills","setting":"%s","from":1,"to":2,"count":3,"byRatio":false}],
                 "number":%d,"show":"","look":"drawn","time":0,"width":64,"height":40}""";
        assertThat(server.post("/api/sites/" + site + "/trial", wish.formatted("depth", 0))
                        .json()
                        .get("detail")
                        .asString())
                .contains("has no number");
        assertThat(server.post("/api/sites/" + site + "/trial", wish.formatted("amplitude", 7))
                        .json()
                        .get("detail")
                        .asString())
                .contains("There are 3 trials");
        assertThat(server.post("/api/sites/" + site + "/drawn", """
                                {"base":2,"edits":[],"time":0,"width":4,"height":40,
                                 "eye":{"target":[0,0,0],"heading":0,"elevation":30,"distance":9,"parallel":false}}""")
                        .json()
                        .get("detail")
                        .asString())
                .contains("16 to 8192 pixels");
        assertThat(server.post("/api/sites/" + site + "/drawn", """
                                {"base":2,"edits":[],"time":0,"width":64,"height":40,
                                 "eye":{"target":[0,0],"heading":0,"elevation":30,"distance":9,"parallel":false}}""")
                        .json()
                        .get("detail")
                        .asString())
                .contains("a target of three numbers");
    }
}
