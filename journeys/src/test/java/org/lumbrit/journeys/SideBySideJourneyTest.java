package org.lumbrit.journeys;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import com.microsoft.playwright.Locator;
import org.junit.jupiter.api.Test;
import org.lumbrit.server.RunningServer;
import tools.jackson.databind.JsonNode;

/** Two states of a site beside each other, its history, and what is brought back from it. */
class SideBySideJourneyTest extends Journey {
    SideBySideJourneyTest(RunningServer server) {
        super(server);
    }

    /** A level site of 20 m with a falloff and a prop; then the falloff's number and the prop's place change. */
    private String site() {
        String id = server.post("/api/sites", """
                {"name":"Yard","width":20,"depth":20,"resolution":65,"lowest":0}""").json().get("id").asString();
        server.edit(id, """
                [{"kind":"add-layer","added":{"kind":"noise-relief","id":"hills","name":"Hills","featureSize":12,
                  "octaves":1,"properties":{"amplitude":{"low":0,"high":1}}}},
                 {"kind":"add-falloff","index":0,"added":{"id":"high","name":"High","source":{"kind":"height","low":0,"high":2},"steps":[]}}]""");
        server.edit(id, """
                [{"kind":"set-layer","changed":{"kind":"noise-relief","id":"hills","name":"Hills","featureSize":12,
                  "octaves":1,"properties":{"amplitude":{"low":0,"high":2}}}}]""");
        return id;
    }

    private double amplitude(String site) {
        return recipe(site).at("/layers/0/properties/amplitude/high").asDouble();
    }

    private static double metres(String text) {
        return Double.parseDouble(text.replaceAll("[^0-9.]", "")) * (text.contains("cm") ? 0.01 : 1);
    }

    private void shown() {
        page.waitForFunction("() => document.querySelector('.states-pictures')?.dataset.done === 'true'");
    }

    @Test
    void aDifferenceIsReadAndTheFirstIsTakenBack() {
        String site = site();
        page.navigate(server.address() + "/sites/" + site + "/compare");
        shown();
        Locator told = page.locator(".states-told");
        told.getByText("amplitude, upper end: 1 m before, 2 m now").waitFor();
        // every height is doubled: the row says what the command line's comparison says
        JsonNode compared =
                server.post("/api/comparison", """
                        {"before":{"site":"%s","revision":2,"edits":[],"time":0},"after":{"site":"%s","revision":3,"edits":[],"time":0}}""".formatted(site, site)).json();
        double largest = compared.at("/fields/0/largest").asDouble();
        assertThat(largest).isBetween(0.3, 1.0);
        Locator row = told.locator("tr", new Locator.LocatorOptions().setHasText("the ground"));
        assertThat(metres(row.locator("td").last().textContent())).isCloseTo(largest, within(0.006));

        row.getByRole(com.microsoft.playwright.options.AriaRole.BUTTON).click();
        shown();
        String end = page.locator(".states-ends span").last().textContent();
        assertThat(metres(end)).isCloseTo(largest, within(0.006));

        told.getByText("Take the first’s").click();
        browser.until(() -> amplitude(site) < 1.5);
        told.getByText("Nothing is set otherwise")
                .or(told.getByText("One thing is set otherwise"))
                .first()
                .waitFor();
        button("Undo").first().click();
        browser.until(() -> amplitude(site) > 1.5);
        assertThat(browser.errors).isEmpty();
    }

    /** How many pixels of the two pictures are not the same. */
    private int unlike() {
        return ((Number) page.evaluate("""
                () => {
                  const [one, two] = ['The first state', 'The second state'].map((alt) => {
                    const image = document.querySelector(`img[alt="${alt}"]`);
                    const canvas = document.createElement('canvas');
                    [canvas.width, canvas.height] = [image.naturalWidth, image.naturalHeight];
                    const on = canvas.getContext('2d');
                    on.drawImage(image, 0, 0);
                    return on.getImageData(0, 0, canvas.width, canvas.height).data;
                  });
                  let unlike = 0;
                  for (let i = 0; i < one.length; i += 4) unlike += one[i] !== two[i] || one[i + 1] !== two[i + 1] || one[i + 2] !== two[i + 2] ? 1 : 0;
                  return unlike;
                }""")).intValue();
    }

    @Test
    void aStackThatRisesIsTheSameAfterALoop() {
        String site = site();
        server.edit(site, """
                [{"kind":"set-clock","clock":{"framesPerSecond":12,"loopSeconds":4}},
                 {"kind":"add-layer","added":{"kind":"slices","id":"stack","name":"Stack","count":5,"spacing":0.8,"nodes":65,"rises":1}},
                 {"kind":"add-falloff","index":0,"added":{"id":"spots","name":"Spots","source":{"kind":"noise","featureSize":6},"steps":[]}},
                 {"kind":"set-drive","drive":{"layer":"stack","property":"solid","falloff":"spots","curve":[[0,0],[1,1]]}}]""");
        page.navigate(server.address() + "/sites/" + site + "/compare?a=now&b=now@4");
        shown();
        assertThat(unlike()).isZero();
        page.getByLabel("Second of the clock, second").fill("1.5");
        browser.until(() -> page.url().contains("now%401.5") || page.url().contains("now@1.5"));
        shown();
        assertThat(unlike()).isGreaterThan(500);
        assertThat(browser.errors).isEmpty();
    }

    @Test
    void theSplitLineAndTheEyeMoveByKeys() {
        String site = site();
        page.navigate(server.address() + "/sites/" + site + "/compare?a=2");
        shown();
        Locator line = page.getByLabel("Split line");
        line.focus();
        page.keyboard().press("ArrowRight");
        assertThat(line.getAttribute("aria-valuenow")).isEqualTo("52");
        page.keyboard().press("Home");
        assertThat(line.getAttribute("aria-valuenow")).isEqualTo("0");
        Locator second = page.getByAltText("The second state");
        String before = second.getAttribute("src");
        page.locator(".states-pictures").focus();
        page.keyboard().press("ArrowLeft");
        browser.until(() -> !second.getAttribute("src").equals(before));
        shown();
        button("Blink").click();
        page.getByText("first", new com.microsoft.playwright.Page.GetByTextOptions().setExact(true))
                .first()
                .waitFor();
        assertThat(browser.errors).isEmpty();
    }

    @Test
    void theHistoryShowsEveryChangeAndBringsOneBack() {
        String site = site();
        page.navigate(server.address() + "/sites/" + site + "/history");
        page.waitForFunction("() => document.querySelectorAll('.history-picture img').length === 3");
        assertThat(page.locator(".history-line b").allTextContents())
                .first()
                .asString()
                .contains("Hills");
        page.locator(".history-line").nth(1).getByText("Bring back").click();
        browser.until(() -> amplitude(site) < 1.5);
        page.waitForFunction("() => document.querySelectorAll('.history-line').length === 4");
        assertThat(page.locator(".history-line b").first().textContent()).isEqualTo("Everything as in change 2");
        assertThat(browser.errors).isEmpty();
    }

    @Test
    void whatCannotBeLookedAtIsRefusedInWords() {
        String site = site();
        String of = "{\"site\":\"%s\",\"revision\":%d,\"edits\":[],\"time\":0}";
        String still = """
                {"of":%s,"look":"%s","falloff":"%s","width":%d,"height":40}""";
        assertThat(detail("/api/still", still.formatted(of.formatted(site, 3), "x-ray", "", 64)))
                .contains("daylight, drawn, values");
        assertThat(detail("/api/still", still.formatted(of.formatted(site, 3), "values", "lost", 64)))
                .contains("lost");
        assertThat(detail("/api/still", still.formatted(of.formatted(site, 9), "daylight", "", 64)))
                .contains("no revision 9");
        assertThat(detail("/api/still", still.formatted(of.formatted(site, 3), "daylight", "", 5000)))
                .contains("16 to 4096 pixels");
        assertThat(detail("/api/sites/" + site + "/bring-back", """
                {"base":3,"revision":2,"parts":[{"of":"cloud","id":"x"}]}""")).contains("falloff, layer, prop or place");
        assertThat(server.post("/api/sites/" + site + "/bring-back", """
                {"base":2,"revision":1,"parts":[]}""").status())
                .isEqualTo(409);
    }

    private String detail(String path, String body) {
        return server.post(path, body).json().get("detail").asString();
    }
}
