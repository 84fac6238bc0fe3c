package org.lumbrit.server.storage;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.UUID;

/** How a site looked when it was last looked at. */
@Entity
@Table(name = "still")
class StillEntity {
    @Id
    private UUID siteId;

    private int revision;
    private byte[] picture;
    private Instant takenAt;

    protected StillEntity() {}

    byte[] picture() {
        return picture;
    }
}
