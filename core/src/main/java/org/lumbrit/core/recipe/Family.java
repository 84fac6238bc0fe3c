package org.lumbrit.core.recipe;

/** Which part of the site layers work on; the board lists them so. */
public enum Family {
    RELIEF("The ground"),
    COVER("What grows"),
    /** Kept in the nursery, not on the board. */
    PLANT("The nursery"),
    MOTION("What moves"),
    SNOW("Snow"),
    WATER("Water"),
    AIR("The air"),
    GROWTH("Growth"),
    CRUST("Crust"),
    LOOK("Colours");

    private final String title;

    Family(String title) {
        this.title = title;
    }

    /** As the board heads it. */
    public String title() {
        return title;
    }
}
