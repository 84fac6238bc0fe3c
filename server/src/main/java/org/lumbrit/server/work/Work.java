package org.lumbrit.server.work;

import java.util.concurrent.atomic.AtomicBoolean;
import org.lumbrit.core.math.Cancel;

/** One request that computes. Asked by the computation whether to go on. */
public final class Work implements Cancel {
    private final String tab;
    private final String kind;
    private final long began;
    private final Client client;
    private final AtomicBoolean stopped = new AtomicBoolean();
    private volatile String doing = "";
    private int missed;

    /** The two ends of the connection that the answer goes to. */
    record Client(int localPort, int remotePort) {}

    Work(String tab, String kind, long began, Client client) {
        this.tab = tab;
        this.kind = kind;
        this.began = began;
        this.client = client;
    }

    @Override
    public boolean cancelled() {
        return stopped.get();
    }

    @Override
    public void doing(String what) {
        doing = what;
    }

    void stop() {
        stopped.set(true);
    }

    /** Names the tab that asked, "" where it did not say. */
    String tab() {
        return tab;
    }

    /** The last word of the address that was asked: "view", "handover". */
    String kind() {
        return kind;
    }

    /** By {@link System#nanoTime}. */
    long began() {
        return began;
    }

    /** Counts looks in a row that did not find its client. */
    int missed(boolean again) {
        missed = again ? missed + 1 : 0;
        return missed;
    }

    Client client() {
        return client;
    }

    /** What long part of it is under way, "" where that is not known. */
    String doing() {
        return doing;
    }
}
