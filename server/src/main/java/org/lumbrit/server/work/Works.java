package org.lumbrit.server.work;

import java.util.Comparator;
import java.util.List;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Predicate;
import org.lumbrit.server.work.Connections.Table;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/** All that is being computed now. */
@Component
public class Works {
    /** Whoever has asked less long ago than this is not looked for. */
    private static final long PATIENCE_NANOS = 1_000_000_000L;

    /** Looks in a row that did not find a connection, after which it is gone. */
    private static final int MISSED = 4;

    private final Set<Work> running = ConcurrentHashMap.newKeySet();
    private final Connections connections;

    Works(Connections connections) {
        this.connections = connections;
    }

    /** @param newest whether it takes the place of older work of the same tab and kind; only where the tab says who it is */
    Work begin(String tab, String kind, Work.Client client, boolean newest) {
        Work work = new Work(tab == null ? "" : tab.strip(), kind, System.nanoTime(), client);
        if (newest && !work.tab().isEmpty()) {
            stop(other -> other.tab().equals(work.tab()) && other.kind().equals(kind));
        }
        running.add(work);
        return work;
    }

    void end(Work work) {
        running.remove(work);
    }

    private int stop(Predicate<Work> which) {
        List<Work> stopped = running.stream().filter(which).toList();
        stopped.forEach(Work::stop);
        return stopped.size();
    }

    /**
     * Ends what a tab waits for, or one view of it where the name says which; nothing of it is kept.
     *
     * @param kind of work, or "" for all
     * @return how many were ended
     */
    public int stop(String tab, String kind) {
        return tab == null || tab.isBlank()
                ? 0
                : stop(work ->
                        within(work, tab) && (kind.isEmpty() || work.kind().equals(kind)));
    }

    /** Views of a tab are named after it: "tab/view". */
    private static boolean within(Work work, String tab) {
        return work.tab().equals(tab.strip()) || work.tab().startsWith(tab.strip() + "/");
    }

    /** Of what a tab waits for: its kind and what long part of it is under way, the newest first. */
    public List<Doing> of(String tab) {
        return running.stream()
                .filter(work -> tab != null && within(work, tab) && !work.cancelled())
                .sorted(Comparator.comparingLong(Work::began).reversed())
                .map(work -> new Doing(work.kind(), work.doing()))
                .toList();
    }

    /** @param text "" where it is not known */
    public record Doing(String kind, String text) {}

    /** Ends the work of those who have closed the connection, as nobody reads the answer. */
    @Scheduled(fixedDelay = 500)
    void lookForThoseWhoLeft() {
        long now = System.nanoTime();
        List<Work> old = running.stream()
                .filter(work -> !work.cancelled() && now - work.began() > PATIENCE_NANOS)
                .toList();
        if (old.isEmpty()) {
            return;
        }
        Table table = connections.now();
        for (Work work : old) {
            boolean missed = work.missed(table.misses(work.client())) >= MISSED;
            if (missed || table.left().contains(work.client())) {
                work.stop();
            }
        }
    }
}
