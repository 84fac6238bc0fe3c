package org.lumbrit.server.storage;

import java.time.Instant;

/** A line of a site's history. */
public interface ListedRevision {
    int getNumber();

    /** The revision whose recipe it shows: another one where it undid or did again. */
    int getState();

    String getSummary();

    Instant getAt();
}
