package org.lumbrit.formats.site;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.TreeMap;
import org.lumbrit.core.kinds.References;
import org.lumbrit.core.kinds.Refers;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.site.SiteAssets;
import org.lumbrit.formats.BadInputException;
import org.lumbrit.formats.json.RecipeJson;
import org.lumbrit.formats.mesh.MeshFormat;

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
        Map<String, byte[]> assets = new TreeMap<>();
        for (String name : recipe.files()) {
            Path beside = file.toAbsolutePath().resolveSibling(plain(name));
            if (!Files.isRegularFile(beside)) {
                throw new BadInputException(
                        "The file " + name + " is not beside the recipe. Put it into the same folder.");
            }
            assets.put(name, bytes(beside, MeshFormat.MOST_BYTES));
        }
        return new SiteFiles(recipe, assets);
    }

    /** A file name without any path part; nothing else may stand in a recipe. */
    static String plain(String name) {
        if (!name.matches("[A-Za-z0-9][A-Za-z0-9._-]{0,127}")) {
            throw new BadInputException(
                    "“" + name + "” is no plain file name; letters, digits, dots, hyphens and underscores only.");
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

    /** What one of the files holds. */
    public byte[] content(String name) {
        byte[] bytes = assets.get(name);
        if (bytes == null) {
            throw new BadInputException("The file " + name + " is missing beside the recipe.");
        }
        return bytes;
    }

    /** Decodes the files when they are asked for, each once. */
    public SiteAssets decoded() {
        return new DecodedFiles(this::content);
    }

    /** Decodes every file. @throws BadInputException for the first that cannot be */
    public void requireSound() {
        SiteAssets decoded = decoded();
        if (recipe.ground().heights().isPresent()) {
            decoded.heights(recipe.ground());
        }
        recipe.pictures().forEach(decoded::picture);
        recipe.props().forEach(prop -> References.of(prop, Refers.MESH).forEach(decoded::mesh));
    }
}
