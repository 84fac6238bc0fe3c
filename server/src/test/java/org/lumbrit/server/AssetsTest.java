package org.lumbrit.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpRequest;
import java.security.MessageDigest;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.parallel.Isolated;
import org.lumbrit.core.props.BarrelShape;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.formats.mesh.PlyFile;

/** The life of a file that was brought in: named by its content, used by recipes, saved with them. */
@Isolated("throws away what other tests may just be using")
@ExtendWith(RunningServer.Extension.class)
class AssetsTest {
    private final RunningServer server;

    AssetsTest(RunningServer server) {
        this.server = server;
    }

    private static byte[] barrel(int sides) {
        Mesh mesh = new BarrelShape(0.5, 1.2, 0.1, sides).mesh(file -> null);
        return PlyFile.write(mesh);
    }

    private String brought(byte[] file) {
        return server.upload("/api/meshes", "barrel.ply", file)
                .json()
                .get("mesh")
                .asString();
    }

    private String standing(String mesh) {
        String site = server.small();
        server.edit(site, """
                [{"kind":"set-prop","prop":{"id":"b","name":"Barrel","shape":{"kind":"mesh","file":"%s"},"x":3,"z":-4}}]""".formatted(mesh));
        return site;
    }

    private static Map<String, byte[]> entries(byte[] zip) throws IOException {
        Map<String, byte[]> entries = new HashMap<>();
        try (ZipInputStream in = new ZipInputStream(new ByteArrayInputStream(zip))) {
            for (ZipEntry entry = in.getNextEntry(); entry != null; entry = in.getNextEntry()) {
                entries.put(entry.getName(), in.readAllBytes());
            }
        }
        return entries;
    }

    @Test
    void aFileIsNamedByItsContentHoweverOftenItComes() throws Exception {
        byte[] file = barrel(20);
        String name = brought(file);
        assertThat(name)
                .isEqualTo(HexFormat.of()
                                .formatHex(MessageDigest.getInstance("SHA-256").digest(file)) + ".ply");
        assertThat(brought(file)).isEqualTo(name);
        assertThat(brought(barrel(22))).isNotEqualTo(name);
    }

    @Test
    void aFileGoesAlongInTheRecipesZipByteForByteAndComesBackWithIt() throws Exception {
        byte[] file = barrel(24);
        String mesh = brought(file);
        String site = standing(mesh);
        byte[] zip = server.get("/api/sites/" + site + "/recipe.zip").body();
        assertThat(entries(zip)).containsKey("recipe.json");
        assertThat(entries(zip).get(mesh)).isEqualTo(file);
        String again = server.upload("/api/sites/zip", "again.zip", zip)
                .json()
                .get("id")
                .asString();
        assertThat(entries(server.get("/api/sites/" + again + "/recipe.zip").body())
                        .get(mesh))
                .isEqualTo(file);
    }

    @Test
    void aFileStaysForUndoWhenItsPropGoes() {
        String site = standing(brought(barrel(26)));
        int triangles = triangles(site);
        server.edit(site, "[{\"kind\":\"remove-prop\",\"prop\":\"b\"}]");
        server.post("/api/sites/" + site + "/undo", "");
        assertThat(triangles(site)).isEqualTo(triangles);
    }

    private int triangles(String site) {
        for (var prop : server.get("/api/sites/" + site + "/yard").json().get("props")) {
            if (prop.get("id").asString().equals("b")) {
                return prop.get("triangles").asInt();
            }
        }
        throw new AssertionError("the barrel does not stand in the yard");
    }

    @Test
    void aRecipeCannotNameAFileThatIsNotThere() {
        String site = server.small();
        String missing = "0".repeat(64) + ".ply";
        var answer = server.patch("/api/sites/" + site, """
                {"base":1,"edits":[{"kind":"set-prop","prop":{"id":"b","name":"Barrel","shape":{"kind":"mesh","file":"%s"},"x":3,"z":-4}}]}""".formatted(missing));
        assertThat(answer.status()).isBetween(400, 422);
        assertThat(answer.text()).contains("Import it first");
        assertThat(server.get("/api/sites/" + site).json().get("revision").asInt())
                .as("nothing was saved")
                .isEqualTo(1);
    }

    @Test
    void aZipThatLacksItsFileOpensNothing() throws Exception {
        String site = standing(brought(barrel(28)));
        byte[] recipe =
                entries(server.get("/api/sites/" + site + "/recipe.zip").body()).get("recipe.json");
        String gone = new String(recipe, java.nio.charset.StandardCharsets.UTF_8)
                .replaceAll("[0-9a-f]{64}\\.ply", "1".repeat(64) + ".ply")
                .replace("Thessock Tarn", "Tarn without its barrel");
        var zip = new java.io.ByteArrayOutputStream();
        try (var out = new java.util.zip.ZipOutputStream(zip)) {
            out.putNextEntry(new ZipEntry("recipe.json"));
            out.write(gone.getBytes(java.nio.charset.StandardCharsets.UTF_8));
        }
        var answer = server.upload("/api/sites/zip", "gone.zip", zip.toByteArray());
        assertThat(answer.status()).isBetween(400, 422);
        assertThat(answer.text()).contains("1".repeat(64));
        assertThat(server.get("/api/sites").text()).doesNotContain("Tarn without its barrel");
    }

    @Test
    void theSameFileFromTwoAtOnceIsKeptOnce() throws Exception {
        byte[] file = barrel(30);
        List<CompletableFuture<String>> names = new ArrayList<>();
        for (int i = 0; i < 6; i++) {
            names.add(CompletableFuture.supplyAsync(() -> brought(file)));
        }
        for (CompletableFuture<String> name : names) {
            assertThat(name.get()).isEqualTo(names.get(0).get());
        }
    }

    @Test
    void whatNoRecipeNamesIsThrownAwayAndWhatOneNamesStays() {
        String named = brought(barrel(32));
        String nobodys = brought(barrel(34));
        String site = standing(named);
        String deleted = standing(brought(barrel(36)));
        server.send(HttpRequest.newBuilder(URI.create(server.address() + "/api/sites/" + deleted))
                .DELETE());
        server.purge(Instant.now().plusSeconds(1));
        assertThat(server.get("/api/meshes/" + named + "/picture").status()).isEqualTo(200);
        assertThat(server.get("/api/meshes/" + nobodys + "/picture").status()).isEqualTo(404);
        assertThat(triangles(site)).isPositive();
        assertThat(server.post("/api/sites/" + deleted + "/restore", "").status())
                .isEqualTo(404);
    }
}
