package org.lumbrit.formats.site;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.TreeMap;
import java.util.concurrent.ConcurrentHashMap;
import org.lumbrit.core.site.Recipe;
import org.lumbrit.core.site.SitePlan;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.Picture;
import org.lumbrit.formats.BadInputException;
import org.lumbrit.formats.image.GreyPicture;
import org.lumbrit.formats.image.HeightMap;
import org.lumbrit.formats.json.RecipeJson;

/**
 * A site as files: the recipe and the large things that it names.
 *
 * @param assets file name to content
 */
public record SiteFiles(Recipe recipe, Map<String, byte[]> assets) {

    /** Reads a recipe file with its assets beside it, or a recipe zip. */
    public static SiteFiles read(Path file) {
        if (!Files.isRegularFile(file)) {
            throw new BadInputException("There is no file " + file + ". Give a recipe (.json) or a recipe zip.");
        }
        if (file.getFileName().toString().toLowerCase(java.util.Locale.ROOT).endsWith(".zip")) {
            return SiteZip.read(bytes(file, SiteZip.MOST_BYTES));
        }
        Recipe recipe = RecipeJson.read(bytes(file, RecipeJson.MOST_BYTES));
        String name = plain(recipe.ground().heights());
        Path beside = file.toAbsolutePath().resolveSibling(name);
        if (!Files.isRegularFile(beside)) {
            throw new BadInputException("ground.heights: the height map " + name
                    + " is not beside the recipe. Put it into the same folder.");
        }
        Map<String, byte[]> assets = new TreeMap<>();
        assets.put(name, bytes(beside, HeightMap.MOST_BYTES));
        for (String picture : recipe.pictures()) {
            Path itsFile = file.toAbsolutePath().resolveSibling(plain(picture));
            if (!Files.isRegularFile(itsFile)) {
                throw new BadInputException(
                        "The picture " + picture + " is not beside the recipe. Put it into the same folder.");
            }
            assets.put(picture, bytes(itsFile, HeightMap.MOST_BYTES));
        }
        return new SiteFiles(recipe, assets);
    }

    /** A file name without any path part; nothing else may stand in a recipe. */
    static String plain(String name) {
        if (!name.matches("[A-Za-z0-9][A-Za-z0-9._-]{0,127}")) {
            throw new BadInputException("ground.heights: “" + name
                    + "” is no plain file name; letters, digits, dots, hyphens and underscores only.");
        }
        return name;
    }

    private static byte[] bytes(Path file, int most) {
        try {
            if (Files.size(file) > most) {
                throw new BadInputException(file + " is larger than " + (most >> 20) + " MB.");
            }
            return Files.readAllBytes(file);
        } catch (IOException e) {
            throw new BadInputException(file + " cannot be read: " + e.getMessage(), e);
        }
    }

    public byte[] heights() {
        String name = recipe.ground().heights();
        byte[] bytes = assets.get(name);
        if (bytes == null) {
            throw new BadInputException("ground.heights: the height map " + name + " is missing beside the recipe.");
        }
        return bytes;
    }

    /** Finds the pictures of the recipe, each decoded once. */
    public SitePlan.Pictures pictures() {
        Map<String, Picture> decoded = new ConcurrentHashMap<>();
        return file -> decoded.computeIfAbsent(file, missing -> {
            byte[] bytes = assets.get(file);
            if (bytes == null) {
                throw new BadInputException("The picture " + file + " is missing beside the recipe.");
            }
            return GreyPicture.read(bytes, file);
        });
    }

    public Ground ground() {
        return HeightMap.read(heights(), recipe.ground().heights()).ground(recipe.ground());
    }
}
