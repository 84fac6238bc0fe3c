package org.lumbrit.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import org.junit.jupiter.api.Test;
import org.lumbrit.server.RunningServer;

/** What somebody meets who has never been here: examples, and a search over everything. */
class NewcomerJourneyTest extends Journey {
    NewcomerJourneyTest(RunningServer server) {
        super(server);
    }

    @Test
    void anExampleIsOpenedByOneClickAndSearchedByKeys() {
        page.navigate(server.address());
        Locator examples = page.getByRole(AriaRole.REGION, new Page.GetByRoleOptions().setName("Examples"));
        examples.waitFor();
        assertThat(examples.locator("li").count()).isGreaterThanOrEqualTo(12);
        page.waitForFunction(
                "() => [...document.querySelectorAll('.examples img')].slice(0, 4).every((each) => { each.loading = 'eager'; return each.complete && each.naturalWidth === 640; })");
        examples.getByText("A path kept clear").click();
        page.locator(".board .row-name").first().waitFor();
        assertThat(page.url()).contains("/sites/");

        page.keyboard().press("s");
        Locator words = page.getByLabel("Search everything");
        words.waitFor();
        words.fill("beside way");
        assertThat(page.locator(".search-found li").first().textContent()).contains("Beside the way");
        page.keyboard().press("Enter");
        page.waitForFunction("() => /Beside the way/.test(document.body.textContent)");
        words.waitFor(
                new Locator.WaitForOptions().setState(com.microsoft.playwright.options.WaitForSelectorState.DETACHED));

        // a page, by a word for what it is for
        page.keyboard().press("s");
        words.fill("masks meshes");
        page.keyboard().press("Enter");
        page.waitForURL("**/handover");
        assertThat(browser.errors).isEmpty();
    }
}
