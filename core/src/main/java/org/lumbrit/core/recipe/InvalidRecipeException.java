package org.lumbrit.core.recipe;

import java.util.List;

/** A recipe, or an edit of one, that cannot be accepted; each problem says where and what would work. */
public final class InvalidRecipeException extends RuntimeException {
    private static final long serialVersionUID = 1L;

    private final transient List<Problem> problems;

    public InvalidRecipeException(List<Problem> problems) {
        super(problems.isEmpty() ? "invalid" : problems.get(0).toString());
        this.problems = List.copyOf(problems);
    }

    public InvalidRecipeException(String path, String message) {
        this(List.of(new Problem(path, message)));
    }

    /**
     * There is no such thing.
     *
     * @param what its sort in the user's words, which is the path too
     */
    public static InvalidRecipeException missing(String what, String id) {
        return new InvalidRecipeException(what, "There is no " + what + " “" + id + "” any more.");
    }

    /** All that is wrong, at least one. */
    public List<Problem> problems() {
        return problems;
    }

    /**
     * One thing that is wrong.
     *
     * @param path where, as in "falloffs[2].steps[0].power"; @param message what is wrong and what would work
     */
    public record Problem(String path, String message) {
        @Override
        public String toString() {
            return path.isEmpty() ? message : path + ": " + message;
        }
    }
}
