package org.lumbrit.journeys;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.BoundingBox;
import java.util.ArrayList;
import java.util.List;
import java.util.function.BooleanSupplier;

/** A page of its own in the one Chromium of the run, and what journeys do with a page again and again. */
final class Browser implements AutoCloseable {
    /**
     * Whether the picture shows, with at least one fine pass, the view that was asked for last at the whole of its moment, and
     * nothing is being saved.
     */
    private static final String SHOWN = """
            () => {
              const { asked, shown, saving, passes, moment } = document.querySelector('.stage canvas, .roster canvas')?.dataset ?? {};
              return asked === shown && (saving ?? '0') === '0' && moment !== 'partial' && Number(passes) >= 1;
            }""";

    /** Pixels a point of the screen: the layout is that of 1280 × 800, drawn with a twenty-fifth of the pixels, as no card helps here. */
    private static final double COARSE = 0.2;

    private final BrowserContext context;
    final Page page;
    final List<String> errors = new ArrayList<>();

    Browser() {
        this(COARSE, 1);
    }

    /**
     * @param scale pixels a point of the screen
     * @param passes of which a still picture is made: one shows what twelve do, not as smoothly
     */
    Browser(double scale, int passes) {
        context = Chromium.the()
                .newContext(new com.microsoft.playwright.Browser.NewContextOptions()
                        .setViewportSize(1280, 800)
                        .setDeviceScaleFactor(scale));
        context.addInitScript("localStorage.setItem('lumbrit.passes', '" + passes + "')");
        page = context.newPage();
        page.setDefaultTimeout(60_000);
        page.onPageError(errors::add);
        page.onConsoleMessage(message -> {
            String text = message.text();
            if (message.type().equals("error")
                    && (text.contains("Content Security Policy") || text.contains("THREE."))) {
                errors.add(text);
            }
        });
    }

    /** Cuts this page off from the server, or lets it back. */
    void away(boolean cut) {
        context.setOffline(cut);
    }

    /** Opens a site and waits until its plants are counted and the view has drawn. */
    void open(String address) {
        page.navigate(address);
        page.waitForFunction(
                "() => /[1-9].* plants/.test(document.querySelector('[data-testid=budget]')?.textContent ?? '')");
        ripen();
    }

    /** What was just done has reached the page's own state, and a frame was drawn since. */
    void settle() {
        page.evaluate(
                "() => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(() => setTimeout(done, 30))))");
    }

    /** Waits until the picture has at least one fine pass of what is shown now. */
    void ripen() {
        settle();
        page.waitForFunction(SHOWN);
    }

    /** Waits until the picture of what is shown now has ripened to its end. */
    void ripe() {
        ripen();
        page.waitForFunction("() => document.querySelector('.stage canvas').dataset.ripe === 'true'");
    }

    /** Waits until something that the page shows in numbers or the server keeps has come to be. */
    void until(BooleanSupplier reached) {
        long end = System.nanoTime() + 60_000_000_000L;
        while (!reached.getAsBoolean()) {
            if (System.nanoTime() > end) {
                throw new AssertionError("it did not come to be within a minute");
            }
            settle();
        }
    }

    int plants() {
        String text = page.locator("[data-testid=budget]").textContent();
        return Integer.parseInt(text.substring(0, text.indexOf("plants")).replaceAll("[^0-9]", ""));
    }

    void waitForPlants(String condition) {
        page.waitForFunction(
                "() => { const n = Number((document.querySelector('[data-testid=budget]')?.textContent ?? '').split('plants')[0].replace(/[^0-9]/g, '')); return "
                        + condition + "; }");
    }

    /** Mean brightness, 0..255, of a part of the view given in shares of its size. */
    double brightness(double left, double top, double right, double bottom) {
        return ((Number) page.evaluate("""
                        ([l, t, r, b]) => {
                          const view = document.querySelector('.stage canvas');
                          const copy = document.createElement('canvas');
                          copy.width = view.width; copy.height = view.height;
                          const pen = copy.getContext('2d');
                          pen.drawImage(view, 0, 0);
                          const w = Math.max(1, (r - l) * copy.width), h = Math.max(1, (b - t) * copy.height);
                          const data = pen.getImageData(l * copy.width, t * copy.height, w, h).data;
                          let sum = 0;
                          for (let i = 0; i < data.length; i += 4) sum += data[i] + data[i + 1] + data[i + 2];
                          return sum / (data.length / 4) / 3;
                        }""", List.of(left, top, right, bottom))).doubleValue();
    }

    void clickView(double left, double top) {
        BoundingBox box = page.locator(".stage canvas").boundingBox();
        page.mouse().click(box.x + left * box.width, box.y + top * box.height);
    }

    /**
     * Keeps the pixels of the view under a name, for {@link #difference}: those of the picture that has ripened to its end, in the
     * same breath in which it is seen to be so.
     */
    void keepPicture(String name) {
        settle();
        page.waitForFunction("""
                (name) => {
                  const view = document.querySelector('.stage canvas');
                  if (!(%s)() || view.dataset.ripe !== 'true') return false;
                  const copy = document.createElement('canvas');
                  copy.width = 320; copy.height = Math.round(320 * view.height / view.width);
                  const pen = copy.getContext('2d');
                  pen.drawImage(view, 0, 0, copy.width, copy.height);
                  (window.kept ??= {})[name] = pen.getImageData(0, 0, copy.width, copy.height).data;
                  return true;
                }""".formatted(SHOWN), name);
    }

    /** Mean difference of two kept pictures, 0..255 a channel. */
    double difference(String one, String other) {
        return ((Number) page.evaluate("""
                        ([one, other]) => {
                          const [a, b] = [window.kept[one], window.kept[other]];
                          let sum = 0;
                          for (let i = 0; i < a.length; i++) sum += Math.abs(a[i] - b[i]);
                          return sum / a.length;
                        }""", List.of(one, other))).doubleValue();
    }

    /** Waits for a revision, or a later one: keys in quick order are saved as one change or as several. */
    void savedFrom(int revision) {
        page.waitForFunction(
                "() => Number(/saved, change (\\d+)/.exec(document.body.innerText)?.[1] ?? 0) >= " + revision);
    }

    void saved(int revision) {
        page.getByText("saved, change " + revision).waitFor();
    }

    @Override
    public void close() {
        context.close();
    }
}
