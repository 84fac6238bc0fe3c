package org.lumbrit.journeys;

import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.ReducedMotion;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.assertj.core.api.SoftAssertions;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.lumbrit.server.RunningServer;

/** Every page and dialog, by day and by night, has no fault that axe calls serious or critical. */
@Order(Integer.MAX_VALUE - 2)
class AccessibilityJourneyTest extends Journey {
    private static final String AXE = read(Path.of("../web/node_modules/axe-core/axe.min.js"));

    private static final String FAULTS = """
            async ([where, rules]) => {
              const all = { 'label-content-name-mismatch': { enabled: true } };
              const found = await axe.run(where, rules.length > 0 ? { runOnly: rules } : { rules: all });
              return found.violations
                .filter((each) => ['serious', 'critical'].includes(each.impact))
                .flatMap((each) => each.nodes.slice(0, 3).map((node) => each.id + ': ' + node.target.join(' ') + ' ' + node.html.slice(0, 160)
                    + ' ' + node.any.map((check) => check.message).join('; ')));
            }""";

    /** All faults are told at once. */
    private final SoftAssertions all = new SoftAssertions();

    AccessibilityJourneyTest(RunningServer server) {
        super(server);
    }

    private static String read(Path file) {
        try {
            return Files.readString(file);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private void sound(String what) {
        sound(what, "html");
    }

    /** Holds what is on the screen now, or a part of it, to the rules, then its colours by night. */
    private void sound(String what, String where) {
        if (!(boolean) page.evaluate("() => 'axe' in window")) {
            page.evaluate(AXE);
        }
        all.assertThat((List<?>) page.evaluate(FAULTS, List.of(where, List.of())))
                .as(what)
                .isEmpty();
        page.evaluate("() => { document.documentElement.dataset.bsTheme = 'dark'; }");
        all.assertThat((List<?>) page.evaluate(FAULTS, List.of(where, List.of("color-contrast"))))
                .as("%s by night", what)
                .isEmpty();
        page.evaluate("() => { document.documentElement.dataset.bsTheme = 'light'; }");
    }

    /** Colours that are on their way from day to night are neither. */
    @BeforeEach
    void stillColours() {
        page.emulateMedia(new Page.EmulateMediaOptions().setReducedMotion(ReducedMotion.REDUCE));
    }

    /** Opens a dialog or a small window, holds it to the rules, and closes it by Escape. */
    private void within(String what, Runnable open) {
        open.run();
        page.getByRole(AriaRole.DIALOG).first().waitFor();
        browser.settle();
        sound(what, "[role=dialog]");
        page.keyboard().press("Escape");
        page.getByRole(AriaRole.DIALOG).first().waitFor(gone());
    }

    private static com.microsoft.playwright.Locator.WaitForOptions gone() {
        return new com.microsoft.playwright.Locator.WaitForOptions()
                .setState(com.microsoft.playwright.options.WaitForSelectorState.DETACHED);
    }

    private void menu(String toggle, String item) {
        button(toggle).click();
        page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(item))
                .click();
    }

    @Test
    void theWorkbenchAndWhatOpensOnIt() {
        openSmall();
        sound("workbench");
        button("Values").click();
        browser.ripen();
        sound("values");
        within("shortcuts", () -> button("Shortcuts").click());
        within("budget", () -> page.locator(".budget-button").click());
        within("ends", () -> buttonWith("Ends of density").click());
        within("curve", () -> page.locator(".cell.filled").first().click());
        within("layer", () -> menu("Layer Cotton grass: more", "Plant, where it stands"));
        within("clock", () -> buttonWith("loop ").click());
        button("+ layer").click();
        sound("menu of layers");
        all.assertAll();
    }

    @Test
    void theOtherViews() {
        String id = server.small();
        page.navigate(server.address() + "/");
        page.getByText("On level land").waitFor();
        sound("sites");
        within("level land", () -> page.getByText("On level land").click());
        for (String view : List.of("nursery", "roster", "yard", "almanac", "handover", "trials", "nowhere")) {
            page.navigate(server.address() + "/sites/" + id + "/" + view);
            page.locator("h1").waitFor();
            page.waitForLoadState(com.microsoft.playwright.options.LoadState.NETWORKIDLE);
            sound(view);
        }
        all.assertAll();
    }
}
