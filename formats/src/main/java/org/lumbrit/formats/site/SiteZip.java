package org.lumbrit.formats.site;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import java.util.zip.ZipOutputStream;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.formats.BadInputException;
import org.lumbrit.formats.json.RecipeJson;

/** A recipe zip: {@code recipe.json} and its assets. Only plain file names are looked at, never a path. */
public final class SiteZip {
    public static final int MOST_BYTES = 400 << 20;
    public static final String RECIPE = "recipe.json";
    private static final int MOST_ENTRIES = 200;
    /** What a zip may unpack to for each of its bytes, once that is more than a few megabytes. */
    private static final long MOST_RATIO = 100;

    private static final long FREE_BYTES = 16 << 20;

    private SiteZip() {}

    /** Read to the end. @throws BadInputException where it is no zip, holds no recipe, or would unpack to more than is sensible */
    public static SiteFiles read(byte[] zip) {
        return read(zip, Cancel.NEVER);
    }

    /**
     * The same, unless nobody waits for it any more. Read twice: first the recipe alone, then what it names; nothing else is ever
     * held in memory.
     */
    public static SiteFiles read(byte[] zip, Cancel cancel) {
        if (zip.length < 4 || zip[0] != 'P' || zip[1] != 'K') {
            throw new BadInputException(
                    "This is no zip file. A recipe zip holds recipe.json and the files that it names.");
        }
        Unpacking unpacking = new Unpacking(zip, cancel);
        byte[] document = unpacking.of(Set.of(RECIPE)).get(RECIPE);
        if (document == null) {
            throw new BadInputException("The zip holds no recipe.json.");
        }
        Recipe recipe = RecipeJson.read(document);
        Set<String> wanted = recipe.files().stream().map(SiteFiles::plain).collect(Collectors.toSet());
        Map<String, byte[]> assets = wanted.isEmpty() ? Map.of() : unpacking.of(wanted);
        for (String name : recipe.files()) {
            if (!assets.containsKey(name)) {
                throw new BadInputException("The zip holds no " + name + ", which the recipe needs.");
            }
        }
        return new SiteFiles(recipe, assets);
    }

    private record Unpacking(byte[] zip, Cancel cancel) {
        /** The content of the files of these names, of those that are there. */
        Map<String, byte[]> of(Set<String> names) {
            Map<String, byte[]> files = new TreeMap<>();
            long left = MOST_BYTES;
            int entries = 0;
            try (ZipInputStream in = new ZipInputStream(new ByteArrayInputStream(zip))) {
                for (ZipEntry entry = in.getNextEntry(); entry != null; entry = in.getNextEntry()) {
                    if (++entries > MOST_ENTRIES) {
                        throw new BadInputException(
                                "The zip holds more than " + MOST_ENTRIES + " files; a recipe zip holds a few.");
                    }
                    String name = entry.getName().replaceAll("^.*[/\\\\]", "");
                    ByteArrayOutputStream content = new ByteArrayOutputStream();
                    left = unpack(in, names.contains(name) ? content : OutputStream.nullOutputStream(), left);
                    if (names.contains(name)) {
                        files.put(name, content.toByteArray());
                    }
                }
            } catch (IOException | IllegalArgumentException e) {
                throw new BadInputException("The zip is cut off or damaged. Save or copy it again.", e);
            }
            return files;
        }

        /** @return bytes that the rest of the zip may still unpack to */
        private long unpack(ZipInputStream in, OutputStream to, long left) throws IOException {
            byte[] part = new byte[1 << 16];
            for (int count = in.read(part); count >= 0; count = in.read(part)) {
                cancel.check();
                left -= count;
                if (left < 0) {
                    throw new BadInputException(
                            "The zip unpacks to more than " + (MOST_BYTES >> 20) + " MB; a recipe zip is smaller.");
                }
                long unpacked = MOST_BYTES - left;
                if (unpacked > FREE_BYTES && unpacked > MOST_RATIO * zip.length) {
                    throw new BadInputException("The zip of " + zip.length / 1024 + " kB unpacks to more than "
                            + MOST_RATIO + " times its size; a recipe zip holds real files.");
                }
                to.write(part, 0, count);
            }
            return left;
        }
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
