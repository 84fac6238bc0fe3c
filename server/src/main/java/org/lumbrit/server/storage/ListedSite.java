package org.lumbrit.server.storage;

import java.util.UUID;

/** One site of the list. */
public interface ListedSite {
    UUID getId();

    int getRevision();

    String getName();

    int getFalloffs();

    int getLayers();

    /** Metres. */
    double getWidth();

    /** The revision that its picture shows; 0 where nobody has looked at it yet. */
    int getStill();
}
