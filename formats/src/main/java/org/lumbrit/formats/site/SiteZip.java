package org.lumbrit.formats.site;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.util.Map;
import java.util.TreeMap;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import java.util.zip.ZipOutputStream;
import org.lumbrit.core.site.Recipe;
import org.lumbrit.formats.BadInputException;
import org.lumbrit.formats.json.RecipeJson;

/** A recipe zip: {@code recipe.json} and its assets. Only plain file names are looked at, never a path. */
public final class SiteZip {
    public static final int MOST_BYTES = 400 << 20;
    public static final String RECIPE = "recipe.json";
    private static final int MOST_ENTRIES = 200;

    private SiteZip() {}

    /** @throws BadInputException where it is no zip, holds no recipe, or would unpack to more than is sensible */
    public static SiteFiles read(byte[] zip) {
        if (zip.length < 4 || zip[0] != 'P' || zip[1] != 'K') {
            throw new BadInputException(
                    "This is no zip file. A recipe zip holds recipe.json and the files that it names.");
        }
        Map<String, byte[]> files = new TreeMap<>();
        try (ZipInputStream in = new ZipInputStream(new ByteArrayInputStream(zip))) {
            long left = MOST_BYTES;
            int entries = 0;
            for (ZipEntry entry = in.getNextEntry(); entry != null; entry = in.getNextEntry()) {
                if (++entries > MOST_ENTRIES) {
                    throw new BadInputException(
                            "The zip holds more than " + MOST_ENTRIES + " files; a recipe zip holds a few.");
                }
                byte[] content = in.readNBytes((int) Math.min(left + 1, MOST_BYTES + 1L));
                left -= content.length;
                if (left < 0) {
                    throw new BadInputException(
                            "The zip unpacks to more than " + (MOST_BYTES >> 20) + " MB; a recipe zip is smaller.");
                }
                files.put(entry.getName().replaceAll("^.*[/\\\\]", ""), content);
            }
        } catch (IOException | IllegalArgumentException e) {
            throw new BadInputException("The zip is cut off or damaged. Save or copy it again.", e);
        }
        byte[] document = files.remove(RECIPE);
        if (document == null) {
            throw new BadInputException("The zip holds no recipe.json.");
        }
        Recipe recipe = RecipeJson.read(document);
        Map<String, byte[]> assets = new TreeMap<>();
        for (String name : recipe.files()) {
            if (!files.containsKey(SiteFiles.plain(name))) {
                throw new BadInputException("The zip holds no " + name + ", which the recipe needs.");
            }
            assets.put(name, files.get(name));
        }
        return new SiteFiles(recipe, assets);
    }

    public static byte[] write(SiteFiles site) {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        Map<String, byte[]> files = new TreeMap<>(site.assets());
        files.put(RECIPE, RecipeJson.write(site.recipe()));
        try {
            pack(bytes, files);
        } catch (IOException e) {
            throw new UncheckedIOException("writing to memory cannot fail", e);
        }
        return bytes.toByteArray();
    }

    /** Packs files in the order of the map, all with the same time so that the same site gives the same zip. */
    public static void pack(OutputStream to, Map<String, byte[]> files) throws IOException {
        try (ZipOutputStream out = new ZipOutputStream(to)) {
            out.setLevel(5);
            for (Map.Entry<String, byte[]> file : files.entrySet()) {
                begin(out, file.getKey());
                out.write(file.getValue());
                out.closeEntry();
            }
        }
    }

    /** Begins a file of a zip, always with the same time. */
    public static void begin(ZipOutputStream out, String name) throws IOException {
        ZipEntry entry = new ZipEntry(name);
        entry.setTimeLocal(java.time.LocalDateTime.of(2026, 1, 1, 0, 0));
        out.putNextEntry(entry);
    }
}
