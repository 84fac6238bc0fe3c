package org.lumbrit.server.api;

import java.util.UUID;

/** Ids that no other browser makes at the same time. */
final class FreshIds {
    private FreshIds() {}

    static String fresh(String prefix) {
        return prefix + "-" + UUID.randomUUID().toString().substring(0, 8);
    }
}
