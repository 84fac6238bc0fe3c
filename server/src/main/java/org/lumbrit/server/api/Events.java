package org.lumbrit.server.api;

import jakarta.validation.constraints.NotNull;
import java.io.IOException;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import org.lumbrit.server.storage.SiteStore;
import org.lumbrit.server.storage.SiteStore.SiteChanged;
import org.lumbrit.server.work.BusyException;
import org.springframework.http.MediaType;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.transaction.event.TransactionalEventListener;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

/** Tells open pages that a site has a new revision: of one site, or of all, so that a browser needs one stream only. */
@RestController
class Events {
    private static final int MOST = 200;

    private final SiteStore store;
    private final Set<Listener> listeners = ConcurrentHashMap.newKeySet();

    Events(SiteStore store) {
        this.store = store;
    }

    /** @param site null for all */
    private record Listener(UUID site, SseEmitter to) {}

    /** A new revision of a site. */
    record Revision(@NotNull UUID site, @NotNull Integer revision) {}

    @GetMapping(path = "/api/events", produces = MediaType.TEXT_EVENT_STREAM_VALUE)
    SseEmitter ofAllSites() throws IOException {
        return listen(null);
    }

    @GetMapping(path = "/api/sites/{id}/events", produces = MediaType.TEXT_EVENT_STREAM_VALUE)
    SseEmitter ofSite(@PathVariable UUID id) throws IOException {
        store.requirePresent(id);
        return listen(id);
    }

    private SseEmitter listen(UUID site) throws IOException {
        if (listeners.size() >= MOST) {
            throw BusyException.ofStreams(MOST);
        }
        SseEmitter emitter = new SseEmitter(0L);
        Listener listener = new Listener(site, emitter);
        listeners.add(listener);
        emitter.onCompletion(() -> listeners.remove(listener));
        emitter.onTimeout(() -> listeners.remove(listener));
        emitter.onError(error -> listeners.remove(listener));
        // so that the page knows at once that it is listened to, not only with the first change
        emitter.send(SseEmitter.event().comment("listening"));
        return emitter;
    }

    @TransactionalEventListener
    public void changed(SiteChanged change) {
        Revision revision = new Revision(change.site(), change.revision());
        for (Listener listener : listeners) {
            if (listener.site() == null) {
                send(listener, SseEmitter.event().name("revision").data(revision, MediaType.APPLICATION_JSON));
            } else if (listener.site().equals(change.site())) {
                send(listener, SseEmitter.event().name("revision").data(change.revision()));
            }
        }
    }

    /** Whoever has left is found out when something is sent. */
    @Scheduled(fixedDelayString = "${lumbrit.heartbeat:15s}")
    public void heartbeat() {
        listeners.forEach(listener -> send(listener, SseEmitter.event().comment("still here")));
    }

    private void send(Listener listener, SseEmitter.SseEventBuilder event) {
        try {
            listener.to().send(event);
        } catch (IOException | IllegalStateException e) {
            // the container ends what cannot be written to
            listeners.remove(listener);
        }
    }
}
