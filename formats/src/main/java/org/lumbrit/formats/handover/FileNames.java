package org.lumbrit.formats.handover;

import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.props.Prop;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.Recipe;

/**
 * What each thing of a site is called in the files of a hand-over, the same in all folders: letters and digits of any script, in
 * small letters, everything else a hyphen. Where two come to the same, the later one in the recipe gets a number. Falloffs are
 * named among themselves; covers, their variants, props and other layers together, as their files stand side by side.
 */
final class FileNames {
    /** Longer ones are cut, as file systems take 255 bytes at most and a letter may take four. */
    private static final int LONGEST = 48;

    private final Map<String, String> names = new HashMap<>();

    FileNames(Recipe recipe) {
        Set<String> falloffs = new HashSet<>();
        for (Falloff falloff : recipe.falloffs()) {
            name(falloff.id(), falloff.name(), 0, falloffs);
        }
        Set<String> things = new HashSet<>();
        for (Layer layer : recipe.layers()) {
            name(layer.id(), layer.name(), layer.variants(), things);
        }
        for (Prop prop : recipe.props()) {
            name(prop.id(), prop.name(), 0, things);
        }
    }

    private void name(String id, String name, int variants, Set<String> taken) {
        String plain = plain(name);
        String free = plain;
        for (int n = 2; !free(free, variants, taken); n++) {
            free = plain + "-" + n;
        }
        taken.addAll(with(free, variants));
        names.put(id, free);
    }

    private static boolean free(String name, int variants, Set<String> taken) {
        return with(name, variants).stream().noneMatch(taken::contains);
    }

    /** A name and those of the variants under it. */
    private static List<String> with(String name, int variants) {
        return Stream.concat(Stream.of(name), IntStream.range(0, variants).mapToObj(v -> variant(name, v)))
                .toList();
    }

    private static String variant(String name, int variant) {
        return name + "-" + (variant + 1);
    }

    private static String plain(String name) {
        String kept = java.text.Normalizer.normalize(name, java.text.Normalizer.Form.NFC)
                .toLowerCase(Locale.ROOT)
                .replaceAll("[^\\p{L}\\p{M}\\p{N}]+", "-");
        String cut = kept.codePointCount(0, kept.length()) > LONGEST
                ? kept.substring(0, kept.offsetByCodePoints(0, LONGEST))
                : kept;
        String plain = cut.replaceAll("^-|-$", "");
        return plain.isEmpty() ? "unnamed" : plain;
    }

    /** The name of a falloff, layer or prop, without folder and ending. */
    String of(String id) {
        return names.get(id);
    }

    /** The name of a variant of what a cover plants, counted from 0. */
    String of(CoverLayer cover, int variant) {
        return variant(of(cover.id()), variant);
    }
}
