package org.lumbrit.journeys;

import com.microsoft.playwright.Page;
import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.zip.ZipFile;

/** Draws the 3D Tiles of a zip with a reader that is not ours ({@code web/tests/reader}), from an address of its own. */
final class TilesReader {
    private static final Path PAGE = Path.of("../web/tests/reader/dist");

    /** What came of it. */
    record Read(List<String> errors, int visible, int triangles, int colours) {}

    private TilesReader() {}

    static Read read(Path zip) throws IOException {
        try (ZipFile files = new ZipFile(zip.toFile());
                Browser browser = new Browser(1, 1)) {
            HttpServer server = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
            server.createContext("/", exchange -> answer(exchange, files));
            server.start();
            try {
                browser.page.navigate("http://127.0.0.1:" + server.getAddress().getPort() + "/");
                browser.page.waitForFunction(
                        "() => window.read", null, new Page.WaitForFunctionOptions().setTimeout(120_000));
                @SuppressWarnings("unchecked")
                Map<String, Object> read = (Map<String, Object>) browser.page.evaluate("() => window.read");
                return new Read(
                        ((List<?>) read.get("errors"))
                                .stream().map(String::valueOf).toList(),
                        ((Number) read.get("visible")).intValue(),
                        ((Number) read.get("triangles")).intValue(),
                        ((Number) read.get("colours")).intValue());
            } finally {
                server.stop(0);
            }
        }
    }

    private static void answer(HttpExchange exchange, ZipFile files) throws IOException {
        String path = exchange.getRequestURI().getPath();
        byte[] body = path.startsWith("/tiles/")
                ? ofZip(files, path.substring(1))
                : ofPage(path.equals("/") ? "/index.html" : path);
        String type =
                path.endsWith(".js") ? "text/javascript" : path.equals("/") ? "text/html" : "application/octet-stream";
        exchange.getResponseHeaders().set("Content-Type", type);
        exchange.sendResponseHeaders(body.length == 0 ? 404 : 200, body.length == 0 ? -1 : body.length);
        exchange.getResponseBody().write(body);
        exchange.close();
    }

    private static byte[] ofZip(ZipFile files, String name) throws IOException {
        var entry = files.getEntry(name);
        return entry == null ? new byte[0] : files.getInputStream(entry).readAllBytes();
    }

    private static byte[] ofPage(String name) throws IOException {
        Path file = PAGE.resolve(name.substring(1)).normalize();
        return file.startsWith(PAGE) && Files.isRegularFile(file) ? Files.readAllBytes(file) : new byte[0];
    }
}
