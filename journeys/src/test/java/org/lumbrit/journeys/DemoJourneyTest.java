package org.lumbrit.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Page;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.lumbrit.server.RunningServer;

/** The demo as a newcomer first sees it; begun first, as nothing takes longer. */
@ExtendWith(RunningServer.Extension.class)
@Order(1)
class DemoJourneyTest {
    private final RunningServer server;

    DemoJourneyTest(RunningServer server) {
        this.server = server;
    }

    /** With all its covers and props, on all of its ground; at half the pixels a point, as no card helps here; until its passes are put together. */
    @Test
    void theDemoOpensAndIsDrawn() {
        try (Browser full = new Browser(0.5, 2)) {
            full.page.setDefaultTimeout(240_000);
            full.open(server.address() + "/sites/" + server.demo());
            full.ripe();
            assertThat(full.plants()).isGreaterThan(20_000);
            assertThat(full.brightness(0.4, 0.02, 0.6, 0.1)).as("sky").isGreaterThan(60);
            full.page
                    .getByText("1 finding", new Page.GetByTextOptions().setExact(true))
                    .click();
            full.page.getByText("Crumbling: not at rest").waitFor();
            assertThat(full.errors).isEmpty();
        }
    }
}
