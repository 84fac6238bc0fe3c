package org.lumbrit.server.api;

import java.io.IOException;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.CopyOnWriteArrayList;
import org.lumbrit.server.storage.SiteStore.SiteChanged;
import org.springframework.http.MediaType;
import org.springframework.transaction.event.TransactionalEventListener;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

/** Tells open tabs of a site that it has a new revision. */
@RestController
class Events {
    private final Map<UUID, List<SseEmitter>> listening = new ConcurrentHashMap<>();

    @GetMapping(path = "/api/sites/{id}/events", produces = MediaType.TEXT_EVENT_STREAM_VALUE)
    SseEmitter events(@PathVariable UUID id) throws IOException {
        SseEmitter emitter = new SseEmitter(0L);
        List<SseEmitter> ofSite = listening.computeIfAbsent(id, missing -> new CopyOnWriteArrayList<>());
        ofSite.add(emitter);
        emitter.onCompletion(() -> ofSite.remove(emitter));
        emitter.onError(error -> ofSite.remove(emitter));
        // so that the tab knows at once that it is listened to, not only with the first change
        emitter.send(SseEmitter.event().comment("listening"));
        return emitter;
    }

    @TransactionalEventListener
    public void changed(SiteChanged change) {
        for (SseEmitter emitter : listening.getOrDefault(change.site(), List.of())) {
            try {
                emitter.send(SseEmitter.event().name("revision").data(change.revision()));
            } catch (IOException | IllegalStateException e) {
                emitter.complete();
            }
        }
    }
}
