package org.lumbrit.server.storage;

import java.util.List;

/** An edit was made on a revision whose touched part has changed since. */
public final class StaleEditException extends RuntimeException {
    private static final long serialVersionUID = 1L;

    private final int head;
    private final transient List<String> changes;

    StaleEditException(int head, List<String> changes) {
        super("Somebody else changed the same thing in the meantime. Their change is kept; yours was not saved.");
        this.head = head;
        this.changes = List.copyOf(changes);
    }

    public int head() {
        return head;
    }

    /** What happened since, in words. */
    public List<String> changes() {
        return changes;
    }
}
