package org.lumbrit.server.api;

import java.io.IOException;
import java.io.InputStream;
import java.util.Optional;
import java.util.UUID;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.formats.BadInputException;
import org.lumbrit.formats.image.Still;
import org.lumbrit.server.storage.SiteStore;
import org.lumbrit.server.storage.Stills;
import org.lumbrit.server.view.GroundPicture;
import org.lumbrit.server.view.ViewService;
import org.springframework.http.CacheControl;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** One picture of each site, as it was last seen, so that a list of sites need not draw them. */
@RestController
class StillsApi {
    /** Bytes of a picture that are taken. */
    private static final int MOST = 2 << 20;

    private final Stills stills;
    private final SiteStore store;
    private final ViewService views;
    private final GroundPicture grounds;

    StillsApi(Stills stills, SiteStore store, ViewService views, GroundPicture grounds) {
        this.stills = stills;
        this.store = store;
        this.views = views;
        this.grounds = grounds;
    }

    /** The site as it was last seen; where nobody has looked at it yet, its ground alone. The address changes when the picture does. */
    @GetMapping(
            path = "/api/sites/{id}/still",
            produces = {MediaType.IMAGE_JPEG_VALUE, MediaType.IMAGE_PNG_VALUE})
    ResponseEntity<byte[]> still(@PathVariable UUID id, Cancel cancel) {
        Optional<byte[]> kept = stills.of(id);
        byte[] picture = kept.orElseGet(() -> grounds.of(
                views.evaluation(store.state(id).recipe(), 0, cancel).plan().ground()));
        return ResponseEntity.ok()
                .contentType(kept.isPresent() ? MediaType.IMAGE_JPEG : MediaType.IMAGE_PNG)
                .cacheControl(CacheControl.noCache())
                .body(picture);
    }

    /** Keeps a view's picture, a JPEG of at most 2 MB. @param revision what it shows */
    @PutMapping(path = "/api/sites/{id}/still", consumes = MediaType.IMAGE_JPEG_VALUE)
    void keep(@PathVariable UUID id, @RequestParam int revision, InputStream body) throws IOException {
        byte[] jpeg = body.readNBytes(MOST + 1);
        if (jpeg.length > MOST) {
            throw new BadInputException("The picture is larger than 2 MB.");
        }
        stills.keep(id, revision, Still.of(jpeg));
    }
}
