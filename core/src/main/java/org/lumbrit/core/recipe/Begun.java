package org.lumbrit.core.recipe;

import java.util.List;
import org.lumbrit.core.falloff.Falloff;

/** What comes of the wish for a new layer. */
public sealed interface Begun {
    /**
     * It can be made.
     *
     * @param falloffs that it brings along; @param layer itself; @param drives that it brings along
     * @param row the row of the board that is chosen then
     * @param values whether the picture shows that row's values then
     * @param note what to say of it, "" for nothing
     */
    record Made(List<Falloff> falloffs, Layer layer, List<Drive> drives, String row, boolean values, String note)
            implements Begun {
        /** A layer that brings nothing along. */
        public Made(Layer layer, String row, boolean values, String note) {
            this(List.of(), layer, List.of(), row, values, note);
        }
    }

    /**
     * Something has to be there first.
     *
     * @param text what it needs and how to make it, in the user's words
     * @param draw the kind of place that is drawn on the ground now, "" for none
     */
    record Missing(String text, String draw) implements Begun {}
}
