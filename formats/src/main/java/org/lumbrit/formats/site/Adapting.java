package org.lumbrit.formats.site;

import java.util.Map;
import java.util.TreeMap;
import org.lumbrit.core.adapt.Adaptation;
import org.lumbrit.core.adapt.Adapted;
import org.lumbrit.core.adapt.Extent;
import org.lumbrit.core.adapt.Wish;
import org.lumbrit.core.recipe.Recipe;

/** Rules of one site carried to another, with the files that they need. */
public final class Adapting {
    private Adapting() {}

    /**
     * What comes of it.
     *
     * @param site the other site with the rules and their files
     */
    public record Result(SiteFiles site, Adapted adapted) {}

    /** A file that both sites have under one name and that differs is carried under another. */
    public static Result of(SiteFiles from, Extent fromGround, SiteFiles to, Extent toGround, Wish wish) {
        Recipe rules = from.recipe();
        Map<String, byte[]> files = new TreeMap<>(to.assets());
        for (Map.Entry<String, byte[]> file : from.assets().entrySet()) {
            byte[] there = files.get(file.getKey());
            if (there == null || java.util.Arrays.equals(there, file.getValue())) {
                files.put(file.getKey(), file.getValue());
                continue;
            }
            String name = "of-rules-" + file.getKey();
            files.put(name, file.getValue());
            rules = rules.withFile(file.getKey(), name);
        }
        Adapted adapted = Adaptation.of(rules, fromGround, to.recipe(), toGround, wish);
        files.keySet().retainAll(adapted.recipe().files());
        return new Result(new SiteFiles(adapted.recipe(), files), adapted);
    }
}
