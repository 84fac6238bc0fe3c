package org.lumbrit.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.FilePayload;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.List;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import org.junit.jupiter.api.Test;
import org.lumbrit.formats.image.GreyPng;
import org.lumbrit.server.RunningServer;
import tools.jackson.databind.JsonNode;

class FilesJourneyTest extends Journey {
    FilesJourneyTest(RunningServer server) {
        super(server);
    }

    private static byte[] hill() {
        float[] heights = new float[65 * 49];
        for (int i = 0; i < heights.length; i++) {
            double x = i % 65 / 64.0 - 0.5;
            double z = i / 65 / 48.0 - 0.5;
            heights[i] = (float) Math.exp(-8 * (x * x + z * z));
        }
        return GreyPng.of16(65, 49, heights);
    }

    private void choose(String name, byte[] content) {
        page.navigate(server.address() + "/");
        page.getByLabel("Height map file").setInputFiles(new FilePayload(name, "image/png", content));
    }

    @Test
    void aHeightMapIsSeenThenMadeASiteAndGrows() {
        choose("hill.png", hill());
        page.getByText("65 × 49 pixels, 16 bits").waitFor();
        page.getByLabel("Width in metres, west to east").fill("120");
        page.getByLabel("Highest metre (white)").fill("22");
        page.getByText("Empty for square pixels: 90.0 m").waitFor();
        page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Make the site"))
                .click();
        page.getByText("Nothing grows here yet").waitFor();
        page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("+ layer"))
                .click();
        page.locator(".dropdown-menu.show button:has-text('Scatters plants over')")
                .click();
        browser.waitForPlants("n > 1000");
        assertThat(page.locator(".legend").textContent()).contains("density");
        assertThat(browser.errors).isEmpty();
    }

    @Test
    void aBrokenUploadSaysWhatWouldWork() {
        byte[] whole = hill();
        choose("cut.png", Arrays.copyOf(whole, whole.length / 2));
        assertThat(page.getByRole(AriaRole.ALERT).textContent()).contains("cut off or damaged");
        assertThat(page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Make the site"))
                        .isDisabled())
                .isTrue();
        choose("notes.png", "just some text, not a picture at all".getBytes(StandardCharsets.UTF_8));
        assertThat(page.getByRole(AriaRole.ALERT).textContent())
                .contains("no PNG")
                .contains("16 bits");
    }

    @Test
    void whatIsHandedOverReadsBack() throws IOException {
        String site = server.small();
        page.navigate(server.address() + "/sites/" + site + "/handover");
        page.getByText("3D scene (GLB)").waitFor();
        // 192 frames of waves take their time on a busy machine
        Download download = page.waitForDownload(
                new Page.WaitForDownloadOptions().setTimeout(240_000),
                () -> page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Write the zip"))
                        .click());
        try (ZipFile zip = new ZipFile(download.path().toFile())) {
            assertThat(zip.stream().map(entry -> entry.getName()))
                    .contains(
                            "site.glb",
                            "masks/shore.png",
                            "plants/cotton-grass.csv",
                            "recipe/recipe.json",
                            "report.txt");
            byte[] glb = zip.getInputStream(zip.getEntry("site.glb")).readAllBytes();
            long rows = 0;
            for (ZipEntry entry : zip.stream().map(ZipEntry.class::cast).toList()) {
                if (entry.getName().matches("plants/.*\\.csv")
                        && !entry.getName().endsWith("details.csv")) {
                    rows += new String(zip.getInputStream(entry).readAllBytes(), StandardCharsets.UTF_8)
                                    .lines()
                                    .count()
                            - 1;
                }
            }
            assertThat(instances(glb)).isEqualTo(rows);
        }
    }

    private static long instances(byte[] glb) {
        ByteBuffer bytes = ByteBuffer.wrap(glb).order(ByteOrder.LITTLE_ENDIAN);
        byte[] json = Arrays.copyOfRange(glb, 20, 20 + bytes.getInt(12));
        JsonNode root = RunningServer.JSON.readTree(json);
        long count = 0;
        for (JsonNode node : root.get("nodes")) {
            JsonNode feet = node.at("/extensions/EXT_mesh_gpu_instancing/attributes/TRANSLATION");
            count += feet.isMissingNode()
                    ? 0
                    : root.get("accessors").get(feet.asInt()).get("count").asLong();
        }
        return count;
    }

    @Test
    void aDeletedSiteComesBackWithUndo() {
        page.navigate(server.address() + "/");
        page.getByRole(
                        AriaRole.BUTTON,
                        new Page.GetByRoleOptions().setName("Thessock Tarn").setExact(true))
                .click();
        page.waitForURL("**/sites/*");
        String id = page.url().replaceAll(".*/", "");
        page.navigate(server.address() + "/");
        page.locator("article:has(a[href='/sites/" + id + "'])")
                .getByRole(AriaRole.BUTTON, new com.microsoft.playwright.Locator.GetByRoleOptions().setName("Delete"))
                .click();
        page.getByText("Deleted Thessock Tarn.").waitFor();
        assertThat(server.get("/api/sites/" + id).status()).isEqualTo(404);
        page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Undo"))
                .click();
        page.locator("article a[href='/sites/" + id + "']").first().waitFor();
        assertThat(server.get("/api/sites/" + id).status()).isEqualTo(200);
    }

    /** The list of sites draws nothing: each card has the picture that the site's view has shown last. */
    @Test
    void theListOfSitesShowsWhatWasSeenLastAndLoadsNo3D() {
        String site = server.small();
        page.waitForResponse(
                response -> response.url().contains(site + "/still?revision=1") && response.ok(),
                () -> page.navigate(server.address() + "/sites/" + site));
        assertThat(page.evaluate("() => '__THREE__' in window")).isEqualTo(true);
        List<String> asked = new CopyOnWriteArrayList<>();
        page.onRequest(request -> asked.add(request.url()));
        page.navigate(server.address() + "/");
        Locator picture = page.locator("a.picture[href$='" + site + "'] img");
        picture.scrollIntoViewIfNeeded();
        page.waitForFunction("site => document.querySelector(`a.picture[href$='${site}'] img`).naturalWidth > 0", site);
        assertThat(asked).anyMatch(url -> url.contains("/still?of=1")).noneMatch(url -> url.endsWith("/view"));
        // how the 3D library makes itself known
        assertThat(page.evaluate("() => '__THREE__' in window")).isEqualTo(false);
        assertThat(browser.errors).isEmpty();
    }
}
