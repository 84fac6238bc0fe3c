package org.lumbrit.core.recipe;

import java.text.Normalizer;
import java.util.Collection;
import java.util.Optional;

/** What a site, a place, a prop, a falloff or a layer may be called. */
public final class NameRule {
    private static final int LONGEST = 80;

    private NameRule() {}

    /** A name that is not taken: "Noise", "Noise 2", … */
    public static String free(String wish, Collection<String> taken) {
        String name = wish;
        for (int n = 2; taken.contains(name); n++) {
            name = wish + " " + n;
        }
        return name;
    }

    /** Composed (Unicode NFC), without white space at its ends and with single spaces within. */
    public static String clean(String name) {
        return Normalizer.normalize(name, Normalizer.Form.NFC).strip().replaceAll("\\s+", " ");
    }

    /** What is wrong with a name, empty where nothing is. */
    static Optional<String> problem(String name) {
        if (name.isBlank() || name.codePointCount(0, name.length()) > LONGEST) {
            return Optional.of("A name has 1 to " + LONGEST + " characters.");
        }
        return name.codePoints().allMatch(NameRule::isSeen)
                ? Optional.empty()
                : Optional.of(
                        "A name is one line of letters, figures and signs; it holds a character that is not seen.");
    }

    /** No control, line break, mark of direction or half of a character. */
    private static boolean isSeen(int codePoint) {
        return switch (Character.getType(codePoint)) {
            case Character.CONTROL, Character.LINE_SEPARATOR, Character.PARAGRAPH_SEPARATOR, Character.SURROGATE ->
                false;
            // joiners belong to some scripts; what turns the direction of the text round does not
            case Character.FORMAT -> codePoint == 0x200C || codePoint == 0x200D;
            default -> true;
        };
    }
}
