package org.lumbrit.server.api;

import java.io.IOException;
import java.io.InputStream;
import java.util.UUID;
import org.lumbrit.formats.BadInputException;
import org.lumbrit.formats.image.Still;
import org.lumbrit.server.storage.NotFoundException;
import org.lumbrit.server.storage.Stills;
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

    StillsApi(Stills stills) {
        this.stills = stills;
    }

    /** The site as it was last seen; the list of sites says whether there is a picture, and of which revision. */
    @GetMapping(path = "/api/sites/{id}/still", produces = MediaType.IMAGE_JPEG_VALUE)
    ResponseEntity<byte[]> still(@PathVariable UUID id) {
        byte[] picture = stills.of(id)
                .orElseThrow(() -> new NotFoundException("Nobody has looked at this site yet; open it once."));
        return ResponseEntity.ok().cacheControl(CacheControl.noCache()).body(picture);
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
