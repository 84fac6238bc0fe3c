package org.lumbrit.journeys;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.extension.ExtendWith;
import org.lumbrit.server.RunningServer;
import tools.jackson.databind.JsonNode;

/** Journeys of a user through the running application, each in a page of its own. */
@ExtendWith(RunningServer.Extension.class)
abstract class Journey {
    final RunningServer server;
    Browser browser;
    Page page;

    Journey(RunningServer server) {
        this.server = server;
    }

    @BeforeEach
    void start() {
        browser = new Browser();
        page = browser.page;
    }

    @AfterEach
    void stop() {
        browser.close();
    }

    Locator button(String name) {
        return page.getByRole(
                AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name).setExact(true));
    }

    /** A button whose name holds some words. */
    Locator buttonWith(String words) {
        return page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(words));
    }

    /** Opens a site in the workbench and waits until it is drawn. */
    void openSite(String id) {
        browser.open(server.address() + "/sites/" + id);
    }

    /** Opens the smaller tarn in the workbench; its id. */
    String openSmall() {
        String id = server.small();
        openSite(id);
        return id;
    }

    JsonNode recipe(String id) {
        return server.get("/api/sites/" + id).json().get("recipe");
    }
}
