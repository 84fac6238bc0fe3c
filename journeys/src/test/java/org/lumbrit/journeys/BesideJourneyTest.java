package org.lumbrit.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Request;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import org.junit.jupiter.api.Test;
import org.lumbrit.server.RunningServer;

/** Two views of one site on one page. */
class BesideJourneyTest extends Journey {
    BesideJourneyTest(RunningServer server) {
        super(server);
    }

    private Locator canvas(String side) {
        return page.locator(".beside-half[aria-label=" + side + "] canvas");
    }

    /** Waits until the picture of a side shows all that was asked for; what it shows then. */
    private String shown(String side) {
        page.waitForFunction("""
                (side) => {
                  const { asked, shown, passes } = document.querySelector(`.beside-half[aria-label=${side}] canvas`)?.dataset ?? {};
                  return asked !== '0' && asked === shown && Number(passes) >= 1;
                }""", side);
        return (String) canvas(side).evaluate("canvas => canvas.toDataURL()");
    }

    @Test
    void eachHasItsOwnLookEyeTimeAndRequests() {
        Set<String> streams = ConcurrentHashMap.newKeySet();
        page.onRequest((Request request) -> {
            if (request.url().endsWith("/view")) {
                streams.add(request.headers().get("x-tab"));
            }
        });
        page.navigate(server.address() + "/sites/" + server.small() + "/beside");
        String left = shown("Left");
        String right = shown("Right");
        assertThat(streams).hasSize(2);
        // the same place from the same side
        assertThat(left).isEqualTo(right);

        page.getByLabel("Falloff, left").selectOption("shore");
        page.locator(".beside-half[aria-label=Left] button:has-text('Values')").click();
        browser.settle();
        String values = shown("Left");
        assertThat(values).isNotEqualTo(left);
        assertThat(shown("Right")).isEqualTo(right);

        canvas("Right").focus();
        page.keyboard().press("ArrowRight");
        browser.settle();
        assertThat(shown("Right")).isNotEqualTo(right);
        assertThat(shown("Left")).isEqualTo(values);
        assertThat(page.locator(".beside-half[aria-label=Right] .legend").count())
                .isZero();
        assertThat(streams).hasSize(2);
        assertThat(browser.errors).isEmpty();
    }
}
