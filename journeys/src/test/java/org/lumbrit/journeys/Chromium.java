package org.lumbrit.journeys;

import com.microsoft.playwright.Browser;
import com.microsoft.playwright.BrowserType;
import com.microsoft.playwright.Playwright;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;

/** Debian's Chromium without a screen, started once for each lane of tests; it ends with the tests' process. */
final class Chromium {
    /** Playwright's objects belong to the thread that made them. */
    private static final ThreadLocal<Browser> OF_LANE = ThreadLocal.withInitial(Chromium::start);

    private Chromium() {}

    static Browser the() {
        return OF_LANE.get();
    }

    private static Browser start() {
        Playwright playwright = Playwright.create(
                new Playwright.CreateOptions().setEnv(Map.of("PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD", "1")));
        Browser chromium = playwright
                .chromium()
                .launch(new BrowserType.LaunchOptions()
                        .setExecutablePath(Path.of("/usr/bin/chromium"))
                        .setArgs(List.of(
                                "--no-sandbox",
                                "--disable-quic",
                                "--no-first-run",
                                "--disable-background-networking",
                                "--disable-component-update",
                                "--disable-sync",
                                "--use-angle=swiftshader",
                                // the page itself is put together without the software renderer, which is slower at it
                                "--disable-gpu-compositing",
                                "--enable-unsafe-swiftshader")));
        Runtime.getRuntime().addShutdownHook(new Thread(playwright::close));
        return chromium;
    }
}
