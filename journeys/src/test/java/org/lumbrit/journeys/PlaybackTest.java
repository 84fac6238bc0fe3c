package org.lumbrit.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.ResultsOfOneRun;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.formats.handover.HandOver;
import org.lumbrit.formats.json.RecipeJson;
import org.lumbrit.formats.site.SiteFiles;

/** The page in {@code demo/playback} plays handed-over pictures; its frames are Lumbrit's own within the stated error. */
class PlaybackTest {
    private static final Path ROOT = Path.of("..").toAbsolutePath().normalize();

    private static Map<String, byte[]> handedOver() {
        String recipe = """
                {"format":"lumbrit-recipe","version":1,"name":"Playback","ground":{"width":24,"resolution":33,"lowest":1},
                 "props":[{"id":"flag","name":"Flag","shape":{"kind":"banner"},"x":3,"y":2,"z":1,"standing":false,"size":1.3,"heading":25}],
                 "layers":[
                  {"kind":"cover","id":"reeds","name":"Reeds","plant":{"kind":"clump"},
                   "properties":{"density":{"low":0,"high":0.3},"lean":{"low":0,"high":20}}},
                  {"kind":"wind","id":"wind","name":"Wind","heading":70,"gustSpeed":6,"gustLength":6,"turbulenceSize":2},
                  {"kind":"sway","id":"sway","name":"Sway","wind":"wind","cover":"reeds",
                   "properties":{"crinkle":{"low":0,"high":0.05}}},
                  {"kind":"push","id":"wave","name":"Wave","wind":"wind","prop":"flag","featureSize":0.9}],
                 "clock":{"framesPerSecond":24,"loopSeconds":3}}""";
        SiteFiles site =
                new SiteFiles(RecipeJson.read(recipe.getBytes(java.nio.charset.StandardCharsets.UTF_8)), Map.of());
        SiteEvaluation evaluation =
                SiteEvaluation.of(site.recipe(), site.decoded(), 0, new ResultsOfOneRun(), Cancel.NEVER);
        return HandOver.files(evaluation, site, EnumSet.of(HandOver.MOTION));
    }

    private static HttpServer serving(Map<String, byte[]> files) throws IOException {
        HttpServer http = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
        http.createContext("/", exchange -> {
            String path = exchange.getRequestURI().getPath().substring(1);
            byte[] body = files.get(path);
            Path file = ROOT.resolve(path).normalize();
            if (body == null && file.startsWith(ROOT) && Files.isRegularFile(file)) {
                body = Files.readAllBytes(file);
            }
            String type = path.endsWith(".html")
                    ? "text/html"
                    : path.endsWith(".js") ? "text/javascript" : "application/octet-stream";
            exchange.getResponseHeaders().set("Content-Type", type);
            exchange.sendResponseHeaders(body == null ? 404 : 200, body == null ? -1 : body.length);
            if (body != null) {
                exchange.getResponseBody().write(body);
            }
            exchange.close();
        });
        http.start();
        return http;
    }

    /** The numbers of a NumPy array of 32-bit floats. */
    private static ByteBuffer numbers(byte[] npy) {
        int head = 10 + (npy[8] & 255) + 256 * (npy[9] & 255);
        return ByteBuffer.wrap(npy, head, npy.length - head).slice().order(ByteOrder.LITTLE_ENDIAN);
    }

    @Test
    void itsFramesAreLumbritsOwnWithinTheStatedError() throws IOException {
        Map<String, byte[]> files = handedOver();
        HttpServer http = serving(files);
        try (Browser browser = new Browser()) {
            for (String name : List.of("reeds-1", "wave")) {
                browser.page.navigate("http://127.0.0.1:" + http.getAddress().getPort()
                        + "/demo/playback/index.html?folder=/motion&name=" + name);
                browser.page.waitForFunction("() => window.playback");
                double stated = ((Number) browser.page.evaluate("() => window.playback.errorAtMost")).doubleValue();
                int frames = ((Number) browser.page.evaluate("() => window.playback.frames")).intValue();
                assertThat(frames).isEqualTo(72);
                ByteBuffer own = numbers(files.get("motion/" + name + "-displacements.npy"));
                List<?> rest =
                        (List<?>) browser.page.evaluate("() => { const f = window.playback.read(0); return f; }");
                int numbers = rest.size();
                assertThat(own.remaining() / 4).isEqualTo(frames * numbers);
                double largest = 0;
                double moved = 0;
                for (int frame : new int[] {1, 17, 40, 71}) {
                    List<?> now = (List<?>) browser.page.evaluate("(f) => window.playback.read(f)", frame);
                    for (int i = 0; i < numbers; i++) {
                        // away from the first frame, so that the rest pose drops out
                        double seen = ((Number) now.get(i)).doubleValue() - ((Number) rest.get(i)).doubleValue();
                        double computed = own.getFloat(4 * (frame * numbers + i)) - (double) own.getFloat(4 * i);
                        largest = Math.max(largest, Math.abs(seen - computed));
                        moved = Math.max(moved, Math.abs(computed));
                    }
                }
                // each of the two frames may be off by what is stated, and the processor computes in floats
                assertThat(largest).as(name).isLessThanOrEqualTo(2 * stated + 1e-6);
                assertThat(moved).as(name + " moves").isGreaterThan(0.01);
            }
            assertThat(browser.errors).isEmpty();
        } finally {
            http.stop(0);
        }
    }
}
