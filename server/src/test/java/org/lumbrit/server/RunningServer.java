package org.lumbrit.server;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashSet;
import java.util.Set;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.extension.ExtensionContext;
import org.junit.jupiter.api.extension.ParameterContext;
import org.junit.jupiter.api.extension.ParameterResolver;
import org.springframework.boot.SpringApplication;
import org.springframework.context.ConfigurableApplicationContext;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** The real application on a real PostgreSQL, started once for the whole run and handed to tests as a parameter. */
public final class RunningServer implements AutoCloseable {
    public static final JsonMapper JSON = JsonMapper.shared();

    static {
        // a connection that the server has let go while a journey looked at a page must not be used for the next
        // request
        System.setProperty("jdk.httpclient.keepalive.timeout", "5");
    }

    private final Path data;
    private final HttpClient client = HttpClient.newHttpClient();
    private ConfigurableApplicationContext context;

    RunningServer() {
        try {
            data = Files.createTempDirectory("lumbrit-test");
        } catch (IOException e) {
            throw new IllegalStateException("no folder for the test's data", e);
        }
        start();
    }

    private void start() {
        String url = System.getenv("LUMBRIT_TEST_DATABASE");
        if (url == null) {
            throw new IllegalStateException(
                    "LUMBRIT_TEST_DATABASE names no PostgreSQL; run ./verify, which starts one");
        }
        context = SpringApplication.run(
                LumbritServer.class,
                "--server.port=0",
                "--spring.datasource.url=" + url,
                "--spring.datasource.password=" + System.getenv("LUMBRIT_TEST_PASSWORD"),
                "--lumbrit.data=" + data,
                "--lumbrit.demo=../demo/thessock-tarn",
                "--lumbrit.examples=../demo/examples",
                "--lumbrit.compress-on-loopback=true",
                "--lumbrit.first-look=false");
    }

    /** Stops the application and starts it again on the same database. */
    public void restart() {
        context.close();
        start();
    }

    /** Throws away what nobody can want any more since a moment, which the server does by itself after a day. */
    public void purge(java.time.Instant moment) {
        context.getBean(org.lumbrit.server.storage.Purge.class).before(moment);
    }

    /** A number that the database gives for a query. */
    int count(String query, Object... arguments) {
        return new org.springframework.jdbc.core.JdbcTemplate(context.getBean(javax.sql.DataSource.class))
                .queryForObject(query, Integer.class, arguments);
    }

    public String address() {
        return "http://127.0.0.1:" + context.getEnvironment().getProperty("local.server.port");
    }

    @Override
    public void close() {
        context.close();
    }

    /** One answer. */
    public record Answer(int status, byte[] body, HttpResponse<byte[]> response) {
        public JsonNode json() {
            return JSON.readTree(body);
        }

        public String text() {
            return new String(body, StandardCharsets.UTF_8);
        }
    }

    public Answer get(String path) {
        return send(HttpRequest.newBuilder(URI.create(address() + path)).GET());
    }

    public Answer post(String path, String json) {
        return send(HttpRequest.newBuilder(URI.create(address() + path))
                .header("Content-Type", "application/json")
                .POST(HttpRequest.BodyPublishers.ofString(json)));
    }

    public Answer patch(String path, String json) {
        return send(HttpRequest.newBuilder(URI.create(address() + path))
                .header("Content-Type", "application/json")
                .method("PATCH", HttpRequest.BodyPublishers.ofString(json)));
    }

    /** Saves edits on the site's newest revision; the answer is 200. */
    public void edit(String site, String edits) {
        int base = get("/api/sites/" + site).json().get("revision").asInt();
        Answer answer = patch("/api/sites/" + site, "{\"base\":" + base + ",\"edits\":" + edits + "}");
        if (answer.status() != 200) {
            throw new IllegalStateException(answer.text());
        }
    }

    /** Uploads one file as a form does. */
    public Answer upload(String path, String name, byte[] content) {
        String boundary = "----lumbrit";
        byte[] head = ("--" + boundary + "\r\nContent-Disposition: form-data; name=\"file\"; filename=\"" + name
                        + "\"\r\nContent-Type: application/octet-stream\r\n\r\n")
                .getBytes(StandardCharsets.UTF_8);
        byte[] tail = ("\r\n--" + boundary + "--\r\n").getBytes(StandardCharsets.UTF_8);
        byte[] body = new byte[head.length + content.length + tail.length];
        System.arraycopy(head, 0, body, 0, head.length);
        System.arraycopy(content, 0, body, head.length, content.length);
        System.arraycopy(tail, 0, body, head.length + content.length, tail.length);
        return send(HttpRequest.newBuilder(URI.create(address() + path))
                .header("Content-Type", "multipart/form-data; boundary=" + boundary)
                .POST(HttpRequest.BodyPublishers.ofByteArray(body)));
    }

    public Answer send(HttpRequest.Builder request) {
        try {
            HttpResponse<byte[]> response = client.send(request.build(), HttpResponse.BodyHandlers.ofByteArray());
            return new Answer(response.statusCode(), response.body(), response);
        } catch (IOException e) {
            throw new IllegalStateException("the server does not answer", e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        }
    }

    /** A new demo site's id. */
    public String demo() {
        return post("/api/sites/demo", "").json().get("id").asString();
    }

    /** A new site like the demo, but of 128 × 128 nodes, with the one cover of its shore and without what moves: its id. */
    public String small() {
        try {
            ByteArrayOutputStream zip = new ByteArrayOutputStream();
            try (ZipOutputStream out = new ZipOutputStream(zip)) {
                out.putNextEntry(new ZipEntry("recipe.json"));
                out.write(smallRecipe());
            }
            return upload("/api/sites/zip", "small.zip", zip.toByteArray())
                    .json()
                    .get("id")
                    .asString();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** The recipe of {@link #small}. */
    public static byte[] smallRecipe() {
        try {
            ObjectNode recipe =
                    (ObjectNode) JSON.readTree(Files.readString(Path.of("../demo/thessock-tarn/recipe.json")));
            ((ObjectNode) recipe.get("ground")).put("resolution", 128);
            Set<String> gone = new HashSet<>();
            recipe.withArray("layers").removeIf(layer -> {
                boolean cover = Set.of("cover", "plant", "wind", "sway", "push", "grains", "liquid")
                        .contains(layer.get("kind").asString());
                String id = layer.get("id").asString();
                return cover && !id.equals("cotton-grass") && gone.add(id);
            });
            for (JsonNode layer : recipe.withArray("layers")) {
                if (layer.get("id").asString().equals("cotton-grass")) {
                    ((ObjectNode) layer.at("/properties/spacing"))
                            .put("low", 1.4)
                            .put("high", 1.4);
                }
            }
            recipe.withArray("drives")
                    .removeIf(drive -> gone.contains(drive.get("layer").asString()));
            recipe.withArray("props")
                    .removeIf(prop -> prop.get("name").asString().matches("Boulder .*|Raft|Pail|.*lantern|Lantern.*"));
            recipe.putObject("clock").put("framesPerSecond", 24).put("loopSeconds", 8);
            return recipe.toString().getBytes(StandardCharsets.UTF_8);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** Gives tests the one running server. */
    public static final class Extension implements ParameterResolver {
        @Override
        public boolean supportsParameter(ParameterContext parameter, ExtensionContext extension) {
            return parameter.getParameter().getType() == RunningServer.class;
        }

        @Override
        public Object resolveParameter(ParameterContext parameter, ExtensionContext extension) {
            return extension
                    .getRoot()
                    .getStore(ExtensionContext.Namespace.GLOBAL)
                    .getOrComputeIfAbsent("server", key -> new Closing(new RunningServer()), Closing.class)
                    .server();
        }
    }

    /** Closed by JUnit at the end of the run. */
    private record Closing(RunningServer server) implements ExtensionContext.Store.CloseableResource {
        @Override
        public void close() {
            server.close();
        }
    }

    /** A subject of a manifest, by its id. */
    static JsonNode subject(JsonNode manifest, String id) {
        for (JsonNode subject : manifest.get("subjects")) {
            if (subject.get("id").asString().equals(id)) {
                return subject;
            }
        }
        throw new AssertionError(id + " is not in " + manifest.get("subjects"));
    }
}
