package org.lumbrit.core.adapt;

import java.util.List;
import java.util.Map;

/**
 * What is to be carried to another site, and how.
 *
 * @param part ids of falloffs and layers; all of them where it is empty
 * @param heights how heights are carried; @param lengths how lengths are carried
 * @param instead for places and props of the one site, by name, those of the other that stand for them, by name
 * @param bring whether places that the other site lacks are brought along
 */
public record Wish(List<String> part, Heights heights, Lengths lengths, Map<String, String> instead, boolean bring) {
    /** How heights are carried. */
    public enum Heights {
        /** As metres. */
        METRES,
        /** To the same share of the way from the lowest to the highest place. */
        SHARE
    }

    /** How lengths are carried. Plants keep their own sizes. */
    public enum Lengths {
        KEPT,
        /** By the longer sides of the grounds. */
        SCALED
    }

    public Wish {
        part = List.copyOf(part);
        instead = Map.copyOf(instead);
    }
}
