package org.lumbrit.journeys;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import com.microsoft.playwright.Locator;
import org.junit.jupiter.api.Test;
import org.lumbrit.server.RunningServer;

/** A vessel put up, filled and tilted: its numbers beside the picture, and what it spills. */
class VesselJourneyTest extends Journey {
    VesselJourneyTest(RunningServer server) {
        super(server);
    }

    @Test
    void aPailIsFilledTiltedAndSpills() {
        String id = server.post("/api/sites", """
                {"name":"Pails","width":2,"depth":2,"resolution":65}""").json().get("id").asString();
        page.navigate(server.address() + "/sites/" + id);
        button("+ prop").click();
        page.locator(".dropdown-menu.show button:has-text('Vessel')").click();
        browser.saved(2);
        button("+ layer").click();
        page.locator(".dropdown-menu.show button:has-text('Liquid in a vessel')")
                .click();
        browser.saved(3);
        assertThat(recipe(id).at("/layers/0/vessel").asString())
                .isEqualTo(recipe(id).at("/props/0/id").asString());
        Locator numbers = page.locator(".readings");
        numbers.getByText("tilt of the vessel").waitFor();
        assertThat(number(numbers, "spilt")).isZero();
        double full = number(numbers, "in it");
        assertThat(full).isGreaterThan(50);

        String prop = recipe(id).at("/props/0/id").asString();
        server.edit(id, """
                [{"kind":"set-prop","prop":{"id":"%s","name":"Pail","shape":{"kind":"vessel","form":"barrel"},"roll":70}}]""".formatted(prop));
        page.waitForFunction(
                "() => [...document.querySelectorAll('.readings b')].some((each) => each.textContent === '70°')");
        double spilt = number(numbers, "spilt");
        assertThat(spilt).isGreaterThan(1);
        assertThat(spilt + number(numbers, "in it")).isCloseTo(full, within(1.0)); // three digits are shown
        page.getByText("1 finding").click();
        page.getByText("go over the rim").first().waitFor();
        assertThat(browser.errors).isEmpty();
    }

    /** The number that stands beside a line's title. */
    private static double number(Locator numbers, String title) {
        String text = numbers.locator("div.d-flex:has(:text-is('" + title + "'))")
                .locator("b")
                .textContent();
        return Double.parseDouble(text.replaceAll("[^0-9.−-]", "").replace('−', '-'));
    }
}
